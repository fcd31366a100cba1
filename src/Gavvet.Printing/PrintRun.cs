using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Layout;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Printing;

/// <summary>One version for one part, composed, with the student's pages and the key in place.</summary>
public sealed record PrintedEdition(Composition Composition, ImmutableArray<Page> Student, ImmutableArray<Page> Key)
{
    public Edition Edition => Composition.Worksheet.Edition;

    /// <summary>On which of the student's pages each slot's question stands, from 1.</summary>
    public IReadOnlyDictionary<int, int> PageOf =>
        Student
            .SelectMany(
                (page, index) =>
                    page
                        .Groups.Select(group => group.Kind)
                        .OfType<GroupKind.Question>()
                        .Select(question => (question.SlotId, Page: index + 1))
            )
            .GroupBy(place => place.SlotId)
            .ToDictionary(places => places.Key, places => places.First().Page);
}

/// <summary>
/// All papers of a plan with their answers. Pages are laid out one paper after another, as each is written: laid out all at
/// once they would take a hundred times the memory.
/// </summary>
public sealed class PrintRun
{
    private PrintRun(PrintPlan plan, ImmutableArray<Composition> compositions) => (Plan, Compositions) = (plan, compositions);

    public PrintPlan Plan { get; }

    /// <summary>The questions and answers of each paper.</summary>
    public ImmutableArray<Composition> Compositions { get; }

    /// <summary>What keeps the run from being printed, in words, or null.</summary>
    public string? Problem
    {
        get
        {
            string[] withheld =
            [
                .. Compositions.SelectMany(paper =>
                    paper.Key.Withheld.Select(question =>
                        (paper.Worksheet.Edition is { Version: null, Part: null } ? "" : $"{paper.Worksheet.Edition}: ")
                        + Texts.Say("paper.question-withheld", ("number", question.Number), ("reason", question.Reason))
                    )
                ),
            ];
            return withheld.Length == 0 ? null : string.Join('\n', withheld.Take(10));
        }
    }

    /// <summary>Composes every paper of a plan.</summary>
    /// <exception cref="OperationCanceledException">The run was ended.</exception>
    public static PrintRun Compose(PrintPlan plan, QuestionCatalogue catalogue, PrintPace pace)
    {
        _ = plan.Versions;
        return new PrintRun(plan, [.. pace.Each(plan.Editions.Length, paper => plan.Compose(paper, catalogue))]);
    }

    /// <summary>The papers laid out, one after another.</summary>
    public IEnumerable<PrintedEdition> Papers(PrintPace pace) => pace.Each(Compositions.Length, LayOut);

    /// <summary>A student's paper of a class laid out, without the name, and where the name goes on each page.</summary>
    /// <param name="copy">Which paper, from 0.</param>
    public (PrintedEdition Paper, ImmutableArray<NamePlace> Names) LayOutCopy(int copy)
    {
        var composition = Compositions[Plan.EditionOfCopy(copy)];
        composition = composition with { Worksheet = Plan.Coded(composition.Worksheet, copy) };
        var student = SheetLayout.Student(composition.Worksheet);
        return (
            new PrintedEdition(composition, student, SheetLayout.Key(composition.Worksheet, composition.Key)),
            SheetLayout.NamePlaces(composition.Worksheet, student.Length)
        );
    }

    /// <summary>One paper laid out.</summary>
    public PrintedEdition LayOut(int paper)
    {
        var composition = Compositions[paper];
        return new PrintedEdition(
            composition,
            SheetLayout.Student(composition.Worksheet),
            SheetLayout.Key(composition.Worksheet, composition.Key)
        );
    }
}
