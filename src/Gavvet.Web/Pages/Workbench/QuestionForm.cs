using System.Globalization;
using Gavvet.Theory;
using Gavvet.Worksheets.Editing;

namespace Gavvet.Web.Pages.Workbench;

/// <summary>Reads what the choices of a question post: what to do, the section, the slot and, where it needs more, what with.</summary>
internal static class QuestionForm
{
    private static string Old => Say("This page is older than the program. Load it again.");

    /// <summary>The edit, or at which field the form cannot be read and why.</summary>
    public static (SheetEdit? Edit, string Field, string? Problem) Read(IFormCollection form)
    {
        string[] words = form["question"].ToString().Split(' ');
        return words.Length >= 3 && Number(words[1]) is { } section && Number(words[2]) is { } slot
            ? Edit(words, section, slot, form)
            : (null, "question", Old);
    }

    private static (SheetEdit?, string, string?) Edit(string[] words, int section, int slot, IFormCollection form) =>
        words[0] switch
        {
            "redraw" => (new RedrawQuestion(section, slot), "", null),
            "pin" => (new PinQuestion(section, slot, true), "", null),
            "unpin" => (new PinQuestion(section, slot, false), "", null),
            "lighter" => (new WeighQuestion(section, slot, false), "", null),
            "heavier" => (new WeighQuestion(section, slot, true), "", null),
            "up" => (new MoveQuestion(section, slot, -1), "", null),
            "down" => (new MoveQuestion(section, slot, 1), "", null),
            "move" when words.Length == 4 && Number(words[3]) is { } places => (new MoveQuestion(section, slot, places), "", null),
            "remove" => (new RemoveQuestion(section, slot), "", null),
            "reword" => (new RewordQuestion(section, slot, form[$"prompt-{slot}"].ToString()), "", null),
            "tonic" => NoteText.TryParse(form[$"tonic-{slot}"], out var tonic)
                ? (new ChooseTonic(section, slot, tonic), "", null)
                : (null, "question", NoteText.Problem(form[$"tonic-{slot}"])),
            "clef" => Clef.Find(form[$"clef-{slot}"]) is { } clef
                ? (new ChooseClef(section, slot, clef), "", null)
                : (null, "question", Say("Choose one of the clefs shown.")),
            _ => (null, "question", Old),
        };

    private static int? Number(string text) =>
        int.TryParse(text, NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out var number) ? number : null;
}
