using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Theory;
using Gavvet.Web.Pages.Printings;
using Gavvet.Worksheets.Questions;

namespace Gavvet.Web.Pages.Board;

/// <summary>What was written for the questions of a sheet on a printing of it, without names.</summary>
internal sealed class ClassAnswers
{
    private readonly ILookup<(int Slot, ScaleType Type, NoteName Tonic), Teaching.Marking> _markings;

    private ClassAnswers(string printing, ILookup<(int Slot, ScaleType Type, NoteName Tonic), Teaching.Marking> markings) =>
        (Printing, _markings) = (printing, markings);

    /// <summary>The printing.</summary>
    public string Printing { get; }

    /// <summary>The answers of a printing, or null where it is none of the sheet.</summary>
    /// <param name="open">The printings being marked.</param>
    /// <param name="printings">All printings.</param>
    /// <param name="markings">The markings.</param>
    /// <param name="sheet">The sheet.</param>
    /// <param name="printing">The printing, or null.</param>
    public static async Task<ClassAnswers?> OfAsync(
        OpenPrintings open,
        PrintingStore printings,
        MarkingStore markings,
        string sheet,
        string? printing
    )
    {
        if (printing is null || await printings.SheetOfAsync(printing) != sheet || await open.FindAsync(printing) is not { } found)
            return null;
        var current = await markings.CurrentAsync(printing);
        return new ClassAnswers(
            printing,
            found
                .Record.Copies.SelectMany(
                    copy => found.Record.Editions[copy.Edition].Items.Zip(found.Papers.ItemsOf(copy)),
                    (copy, item) =>
                        (item.First.Slot, Item: item.Second, Marking: current.GetValueOrDefault((copy.Number, item.Second.Number)))
                )
                .Where(answer => answer.Marking is not null)
                .ToLookup(
                    answer => (answer.Slot, answer.Item.What.Type, answer.Item.What.Sounding.Tonic),
                    answer => answer.Marking!.Marking
                )
        );
    }

    /// <summary>What was written where the question was asked as the sheet has it now: in any part's key, but on no other scale.</summary>
    /// <param name="slot">The question.</param>
    /// <param name="setting">What it is about.</param>
    public AnswerCounts Of(int slot, QuestionSetting setting) => AnswerCounts.Of(_markings[(slot, setting.Scale, setting.Tonic)]);
}
