using System.Text.Encodings.Web;
using System.Text.Json;
using Gavvet.Theory;

namespace Gavvet.Cli;

/// <summary>How the command line speaks: plain characters out, bad input in words with exit code 2.</summary>
internal static class CommandOutput
{
    public const int BadInput = 2;

    public static JsonSerializerOptions Json { get; } = new(JsonSerializerDefaults.Web) { Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

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
