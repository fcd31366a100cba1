namespace Gavvet.Theory;

/// <summary>
/// The generator behind every draw: SplitMix64 (Steele, Lea and Flood, "Fast splittable pseudorandom number
/// generators", OOPSLA 2014). Written out here so that a sheet draws the same for ever, whatever the platform's own
/// generator becomes.
/// </summary>
public static class SplitMix64
{
    private const ulong Golden = 0x9E3779B97F4A7C15;

    /// <summary>The output for a state: the generator's n-th number is that of seed + n × the golden constant.</summary>
    /// <param name="seed">The seed.</param>
    /// <param name="index">Which number of the sequence, from 1.</param>
    public static ulong At(ulong seed, ulong index)
    {
        var z = unchecked(seed + (index * Golden));
        z = unchecked((z ^ (z >> 30)) * 0xBF58476D1CE4E5B9);
        z = unchecked((z ^ (z >> 27)) * 0x94D049BB133111EB);
        return z ^ (z >> 31);
    }

    /// <summary>A slot's own seed, so that drawing one question anew disturbs no other.</summary>
    /// <param name="sheetSeed">The sheet's seed.</param>
    /// <param name="sectionId">The section's id.</param>
    /// <param name="slotId">The slot's id.</param>
    /// <param name="redraws">How often the slot was drawn anew.</param>
    public static ulong SlotSeed(ulong sheetSeed, int sectionId, int slotId, int redraws) =>
        At(At(At(sheetSeed, (ulong)sectionId + 1), (ulong)slotId + 1), (ulong)redraws + 1);
}
