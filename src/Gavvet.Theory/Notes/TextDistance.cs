namespace Gavvet.Theory;

/// <summary>How far two texts are apart, for "did you mean".</summary>
public static class TextDistance
{
    /// <summary>Letters to change, add or leave out to get from one text to the other.</summary>
    /// <remarks>V. I. Levenshtein, "Binary codes capable of correcting deletions, insertions, and reversals", 1966.</remarks>
    /// <param name="first">One text.</param>
    /// <param name="second">The other.</param>
    public static int Between(string first, string second)
    {
        var row = Enumerable.Range(0, second.Length + 1).ToArray();
        for (var i = 1; i <= first.Length; i++)
        {
            var diagonal = row[0];
            row[0] = i;
            for (var j = 1; j <= second.Length; j++)
            {
                var changed = diagonal + (first[i - 1] == second[j - 1] ? 0 : 1);
                diagonal = row[j];
                row[j] = Math.Min(changed, Math.Min(row[j], row[j - 1]) + 1);
            }
        }

        return row[^1];
    }
}
