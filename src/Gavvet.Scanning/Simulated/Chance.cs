using Gavvet.Theory;

namespace Gavvet.Scanning.Simulated;

/// <summary>Chance that is the same again for the same seed.</summary>
/// <param name="seed">The seed.</param>
public sealed class Chance(ulong seed)
{
    private ulong _drawn;

    /// <summary>A number from 0 up to 1.</summary>
    public double Next() => (SplitMix64.At(seed, _drawn++) >> 11) / (double)(1UL << 53);

    /// <summary>A number between two.</summary>
    /// <param name="from">The least.</param>
    /// <param name="to">The greatest.</param>
    public double Between(double from, double to) => from + (Next() * (to - from));

    /// <summary>A number about zero, most within one of it (Box and Muller, 1958).</summary>
    public double Normal() => Math.Sqrt(-2 * Math.Log(1 - Next())) * Math.Cos(2 * Math.PI * Next());
}
