using System.Text.Encodings.Web;
using System.Text.Json;
using Gavvet.Theory;

namespace Gavvet.Cli;

/// <summary>How the command line speaks: plain characters out, bad input in words with exit code 2.</summary>
internal static class Words
{
    public const int BadInput = 2;

    public static JsonSerializerOptions Json { get; } = new(JsonSerializerDefaults.Web) { Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    /// <summary>Text in plain characters, as files and terminals have it: Eb, F##.</summary>
    public static string Plain(string text) => text
        .Replace("♭", "b", StringComparison.Ordinal).Replace("♯", "#", StringComparison.Ordinal)
        .Replace("𝄫", "bb", StringComparison.Ordinal).Replace("𝄪", "##", StringComparison.Ordinal)
        .Replace("1½", "1.5", StringComparison.Ordinal).Replace("½", "0.5", StringComparison.Ordinal)
        .Replace("–", "-", StringComparison.Ordinal).Replace("“", "\"", StringComparison.Ordinal).Replace("”", "\"", StringComparison.Ordinal);

    public static string Plain(IEnumerable<NoteName> notes) => string.Join(' ', notes.Select(NoteText.Ascii));

    /// <summary>Runs a command; what was typed wrongly is said and ends it with exit code 2.</summary>
    public static int Run(Action command)
    {
        try
        {
            command();
            return 0;
        }
        catch (Exception problem) when (problem is FormatException or UnwritableNoteException or RoutesDisagreeException or IOException or UnauthorizedAccessException)
        {
            return Refuse(problem.Message);
        }
    }

    public static int Refuse(string words)
    {
        Console.Error.WriteLine(words);
        return BadInput;
    }
}
