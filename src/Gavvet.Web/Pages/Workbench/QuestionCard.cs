using Gavvet.Theory;
using Gavvet.Web.Pages.Shared;
using Gavvet.Worksheets.Forms;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Web.Pages.Workbench;

/// <summary>One question with all that can be done to it, for the card that opens where it stands.</summary>
/// <param name="SheetId">The sheet.</param>
/// <param name="Section">Its section.</param>
/// <param name="Slot">Its slot.</param>
/// <param name="Kind">Its kind.</param>
/// <param name="Number">Its number on the page.</param>
/// <param name="Load">Its load.</param>
/// <param name="Style">The house style.</param>
/// <param name="Answer">What the key says, or null where the question is withheld.</param>
public sealed record QuestionCard(
    string SheetId,
    Section Section,
    Slot Slot,
    QuestionKind Kind,
    int Number,
    int Load,
    HouseStyle Style,
    string? Answer
)
{
    public static QuestionCard Of(WorkbenchView bench, int sectionId, int slotId)
    {
        var sheet = bench.Stored.Sheet;
        var section = sheet.Find(sectionId)!;
        var number = sheet.Sections.SelectMany(other => other.Slots).TakeWhile(slot => slot.Id != slotId).Count() + 1;
        return new QuestionCard(
            bench.Stored.Id,
            section,
            section.Find(slotId)!,
            QuestionCatalogue.Standard.Get(section.KindId),
            number,
            bench.Coverage.Loads[number - 1],
            sheet.Style,
            bench.Composition.Key.Answers.GetValueOrDefault(slotId)?.Text
        );
    }

    /// <summary>The scale it is about, as it sounds.</summary>
    internal Sound Heard =>
        Sound.Of(
            Kind.AsksOwn
                ? []
                : HeardAnswer.Of(Style, Slot.Drawn.Scale, Slot.Drawn.Tonic, Section.Direction, Kind.UsesOctaves ? Section.Octaves : 1)
        );

    /// <summary>Whether the tonic can be chosen by hand.</summary>
    public bool HasTonic => Kind.UsesTonic;

    /// <summary>Whether the clef can be chosen by hand.</summary>
    public bool HasClef => Kind.UsesClefAs(Section.Option);

    /// <summary>A command of a button on the card.</summary>
    public string Do(string what) => $"{what} {Section.Id} {Slot.Id}";
}
