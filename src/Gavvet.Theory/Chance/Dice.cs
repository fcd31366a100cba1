namespace Gavvet.Theory;

/// <summary>Throws of dice, one after the other: the same seed gives the same throws.</summary>
/// <param name="seed">The seed.</param>
public sealed class Dice(ulong seed)
{
    private ulong _thrown;

    /// <summary>The next throw, from 0.</summary>
    /// <param name="sides">How many sides, 1 or more.</param>
    public int Next(int sides) => (int)(SplitMix64.At(seed, ++_thrown) % (ulong)sides);
}
