using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Editing;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Web.Pages.Workbench;

/// <summary>
/// How the margin follows a change: only cards that are new or offer other controls are sent, for a card is dear to draw
/// and the one that is being typed in must stay.
/// </summary>
/// <param name="Whole">Whether all of it is made anew.</param>
/// <param name="SheetCard">Whether the card of the sheet is made anew.</param>
/// <param name="Gone">The sections whose cards go.</param>
/// <param name="Anew">The sections whose cards are made anew.</param>
/// <param name="Come">The sections whose cards are new, in order.</param>
public sealed record MarginChange(bool Whole, bool SheetCard, ImmutableArray<int> Gone, ImmutableArray<int> Anew, ImmutableArray<int> Come)
{
    /// <summary>What an edit changes of the margin.</summary>
    /// <param name="before">The sheet the browser shows.</param>
    /// <param name="after">The sheet now.</param>
    /// <param name="edit">The edit, or null for a step through the history.</param>
    public static MarginChange Of(Sheet before, Sheet after, SheetEdit? edit)
    {
        ImmutableArray<int> come = [.. after.Sections.Where(section => before.Find(section.Id) is null).Select(section => section.Id)];
        ImmutableArray<int> gone = [.. before.Sections.Where(section => after.Find(section.Id) is null).Select(section => section.Id)];
        var stayed = before.Sections.Select(section => section.Id).Except(gone);
        var whole = edit is ChangeHouseStyle || !stayed.SequenceEqual(after.Sections.Select(section => section.Id).Except(come));
        return edit is null
            ? new MarginChange(
                whole,
                SheetCardOf(before) != SheetCardOf(after),
                gone,
                [
                    .. after
                        .Sections.Where(section =>
                            before.Find(section.Id) is { } old && (before.Style != after.Style || CardOf(old) != CardOf(section))
                        )
                        .Select(section => section.Id),
                ],
                come
            )
            : new MarginChange(whole, false, gone, Reshaped(before, after, edit), come);
    }

    /// <summary>Where the card of a section that comes is put: after the card before it.</summary>
    /// <param name="sheet">The sheet now.</param>
    /// <param name="id">The section.</param>
    public static string PlaceOf(Sheet sheet, int id)
    {
        var index = sheet.Sections.FindIndex(section => section.Id == id);
        return index == 0 ? "card-sheet" : $"card-{sheet.Sections[index - 1].Id}";
    }

    // Edits after which a section's card offers other controls, or holds other values than were typed in it.
    private static ImmutableArray<int> Reshaped(Sheet before, Sheet after, SheetEdit edit) =>
        edit
            is ChangeKind
                or ChangeOption
                or ChangeNotation
                or RemoveQuestion
                or AddQuestionAt
                or ChangeOwnQuestions { Reshapes: true }
                or ChangeScales
        && after.Find(((SectionEdit)edit).SectionId) is { } section
        && before.Find(section.Id) is { } old
        // Scales that have no signature settle the notation too.
        && (edit is not ChangeScales || old.Notation != section.Notation)
            ? [section.Id]
            : [];

    private static (PageSetup Setup, HouseStyle Style, string Instructions) SheetCardOf(Sheet sheet) =>
        (sheet.Setup, sheet.Style, sheet.Instructions);

    // All of a section but what was drawn; the count of questions is part of it.
    private static (Section Section, int Count) CardOf(Section section) => (section with { Slots = [] }, section.Slots.Count);
}
