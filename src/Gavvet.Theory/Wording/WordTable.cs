using System.Collections.Frozen;

namespace Gavvet.Theory;

/// <summary>Words and what they mean, from a table: a meaning a row, a bar, then its words with a space between.</summary>
internal static class WordTable
{
    /// <summary>Each word with its meaning; a word that stands twice keeps the first.</summary>
    /// <param name="table">The table.</param>
    public static FrozenDictionary<string, string> Read(string table) =>
        table
            .Split('\n')
            .Select(row => row.Split('|', StringSplitOptions.TrimEntries))
            .SelectMany(row => row[1].Split(' '), (row, word) => (Word: word, Meaning: row[0]))
            .DistinctBy(row => row.Word)
            .ToFrozenDictionary(row => row.Word, row => row.Meaning);
}
