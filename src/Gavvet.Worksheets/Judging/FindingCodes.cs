namespace Gavvet.Worksheets.Judging;

/// <summary>What named mistakes have in common.</summary>
public static class FindingCodes
{
    /// <summary>Whether a mistake lies at one note, so that it can be ringed. A confusion of the whole line does not.</summary>
    /// <param name="code">The mistake.</param>
    public static bool IsAtANote(FindingCode code) =>
        code is FindingCode.NeighbourKey or FindingCode.NotRestoredDescending or (>= FindingCode.ExtraNote and < FindingCode.NotTheAnswer);
}
