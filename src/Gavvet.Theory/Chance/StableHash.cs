namespace Gavvet.Theory;

/// <summary>A number from a text that is the same for ever: FNV-1a, 32 bits (Fowler, Noll and Vo, IETF draft-eastlake-fnv).</summary>
public static class StableHash
{
    /// <summary>The hash of a text.</summary>
    /// <param name="text">The text.</param>
    public static uint Of(string text)
    {
        return text.Aggregate(2_166_136_261u, (hash, letter) => unchecked((hash ^ letter) * 16_777_619u));
    }
}
