using System.Text.Encodings.Web;
using System.Text.Json;
using Gavvet.Theory;
using Gavvet.Worksheets.Files;

namespace Gavvet.Cli;

/// <summary>How the command line speaks: plain characters out, bad input in words with exit code 2.</summary>
internal static class CommandOutput
{
    public const int BadInput = 2;

    public static JsonSerializerOptions Json { get; } =
        new(JsonSerializerDefaults.Web) { Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    public static string Plain(IEnumerable<NoteName> notes) => string.Join(' ', notes.Select(NoteText.Ascii));

    /// <summary>Runs a command; what was typed wrongly is said and ends it with exit code 2.</summary>
    public static int Run(Action command)
    {
        try
        {
            command();
            return 0;
        }
        catch (Exception problem)
            when (problem
                    is FormatException
                        or UnwritableNoteException
                        or RoutesDisagreeException
                        or IOException
                        or UnauthorizedAccessException
            )
        {
            return Refuse(problem.Message);
        }
    }

    /// <summary>A house style by the name of a preset, or from a house style file.</summary>
    /// <exception cref="FormatException">It is neither.</exception>
    public static HouseStyle Style(string? preset)
    {
        if (preset is null)
            return HouseStyle.Classical;
        return File.Exists(preset) ? HouseStyleFile.Read(File.ReadAllText(preset)) : HouseStyle.Parse(preset);
    }

    public static int Refuse(string words)
    {
        Console.Error.WriteLine(words);
        return BadInput;
    }
}
