using Gavvet.Theory;

namespace Gavvet.Worksheets.Verifying;

/// <summary>Numbers from one seed, one after the other.</summary>
internal sealed class Dice(ulong seed)
{
    private ulong _thrown;

    public int Next(int sides) => (int)(SplitMix64.At(seed, ++_thrown) % (ulong)sides);
}
