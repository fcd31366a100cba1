using System.Globalization;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Teaching.Practice;
using Gavvet.Theory;
using Gavvet.Web.Pages.Practicing;
using Gavvet.Web.Pages.Printings;
using Gavvet.Worksheets.Questions;

namespace Gavvet.Web.Pages.Board;

/// <summary>What was written for the questions of a sheet, on a printing of it or in a practice, without names.</summary>
internal sealed class ClassAnswers
{
    private readonly ILookup<(int Slot, ScaleType Type, NoteName Tonic), Teaching.Marking> _markings;

    private ClassAnswers(string name, string id, ILookup<(int Slot, ScaleType Type, NoteName Tonic), Teaching.Marking> markings) =>
        (Name, Id, _markings) = (name, id, markings);

    /// <summary>What an address names it by: printing or practice.</summary>
    public string Name { get; }

    /// <summary>The printing, or the practice.</summary>
    public string Id { get; }

    /// <summary>The answers of a practice, or null where it is none of the sheet.</summary>
    /// <param name="practices">All practices.</param>
    /// <param name="room">Where they are practiced.</param>
    /// <param name="sheet">The sheet.</param>
    /// <param name="practice">The practice, or null.</param>
    public static async Task<ClassAnswers?> OfPracticeAsync(PracticeStore practices, PracticeRoom room, string sheet, string? practice)
    {
        if (practice is null || await practices.FindAsync(practice) is not { } found || found.SheetId != sheet)
            return null;
        var tries = await practices.AllTriesAsync(practice);
        var answers = new List<((int Slot, ScaleType Type, NoteName Tonic) Asked, Teaching.Marking Marking)>();
        foreach (var seat in await practices.SeatsAsync(practice))
        {
            if (await room.PaperAsync(found, seat, CancellationToken.None) is not { } paper)
                continue;
            var walk = PracticeWalk.After(paper, found.Rules, tries[seat.Id]);
            answers.AddRange(
                paper
                    .Questions.Select(question => (question, Marking: walk.Of(question.Id).Answers.FirstOrDefault()))
                    .Where(one => one.Marking is not null)
                    .Select(one =>
                        (
                            (
                                int.Parse(one.question.Id, CultureInfo.InvariantCulture),
                                one.question.Item.What.Type,
                                one.question.Item.What.Sounding.Tonic
                            ),
                            one.Marking!
                        )
                    )
            );
        }

        return new ClassAnswers("practice", practice, answers.ToLookup(answer => answer.Asked, answer => answer.Marking));
    }

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
            "printing",
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
    public AnswerCounts Of(int slot, QuestionSetting setting) =>
        AnswerCounts.Of(_markings[(slot, setting.Scale, setting.Sounds ?? setting.Tonic)]);
}
