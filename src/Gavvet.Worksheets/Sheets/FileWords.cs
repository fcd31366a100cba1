using System.Text.Json;

namespace Gavvet.Worksheets.Sheets;

/// <summary>Choices as they are written in files and forms: WorkedExample is "worked-example".</summary>
public static class FileWords
{
    /// <summary>The word of a choice.</summary>
    /// <typeparam name="T">The kind of choice.</typeparam>
    /// <param name="choice">The choice.</param>
    public static string Of<T>(T choice)
        where T : struct, Enum => JsonNamingPolicy.KebabCaseLower.ConvertName(choice.ToString());

    /// <summary>Reads a word back.</summary>
    /// <typeparam name="T">The kind of choice.</typeparam>
    /// <param name="word">The word.</param>
    /// <param name="choice">The choice read.</param>
    /// <returns>Whether it is one of the words.</returns>
    public static bool TryParse<T>(string? word, out T choice)
        where T : struct, Enum
    {
        foreach (var candidate in Enum.GetValues<T>())
        {
            if (Of(candidate) == word)
            {
                choice = candidate;
                return true;
            }
        }

        choice = default;
        return false;
    }

    /// <summary>All words of a choice, for saying what would be right.</summary>
    /// <typeparam name="T">The kind of choice.</typeparam>
    public static string All<T>()
        where T : struct, Enum => string.Join(", ", Enum.GetValues<T>().Select(Of));
}
