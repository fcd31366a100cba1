using System.Reflection;
using System.Text.Json;
using System.Text.Json.Serialization;

namespace Gavvet.Worksheets.Sheets;

/// <summary>
/// Choices as they are written in files, in forms and on the command line: the word a choice is given, or its name in
/// small letters with hyphens. What was written before a choice had its word, such as "descending", is still read.
/// </summary>
public static class FileWords
{
    /// <summary>The word of a choice.</summary>
    /// <typeparam name="T">The kind of choice.</typeparam>
    /// <param name="choice">The choice.</param>
    public static string Of<T>(T choice)
        where T : struct, Enum => Table<T>.Words[choice];

    /// <summary>Reads a word back.</summary>
    /// <typeparam name="T">The kind of choice.</typeparam>
    /// <param name="word">The word.</param>
    /// <param name="choice">The choice read.</param>
    /// <returns>Whether it is one of the words.</returns>
    public static bool TryParse<T>(string? word, out T choice)
        where T : struct, Enum => Table<T>.Choices.TryGetValue(word ?? "", out choice);

    /// <summary>All words of a choice, for saying what would be right.</summary>
    /// <typeparam name="T">The kind of choice.</typeparam>
    public static string All<T>()
        where T : struct, Enum => string.Join(", ", Enum.GetValues<T>().Select(Of));

    private static class Table<T>
        where T : struct, Enum
    {
        public static readonly Dictionary<T, string> Words = Enum.GetValues<T>().ToDictionary(choice => choice, Word);
        public static readonly Dictionary<string, T> Choices = Enum.GetValues<T>()
            .SelectMany(choice => new[] { Word(choice), Plain(choice) }.Distinct(), (choice, word) => (choice, word))
            .ToDictionary(pair => pair.word, pair => pair.choice);

        private static string Word(T choice) =>
            typeof(T).GetField(choice.ToString())!.GetCustomAttribute<JsonStringEnumMemberNameAttribute>()?.Name ?? Plain(choice);

        private static string Plain(T choice) => JsonNamingPolicy.KebabCaseLower.ConvertName(choice.ToString());
    }
}
