using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Layout;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Printing;

/// <summary>A printing made for good: its piles as PDF, each student's page with its key, and the record that marking reads.</summary>
/// <param name="Piles">The piles, with how many pages each has.</param>
/// <param name="Pages">The students' pages.</param>
/// <param name="Record">The record.</param>
public sealed record FrozenPrinting(
    ImmutableArray<(Pile Pile, int PageCount, byte[] Pdf)> Piles,
    ImmutableArray<FrozenPage> Pages,
    PrintingRecord Record
)
{
    /// <summary>Freezes a plan. Its pages are laid out, written, and let go paper by paper.</summary>
    /// <param name="plan">The plan, with a seed for the codes.</param>
    /// <param name="catalogue">The kinds of question.</param>
    /// <param name="pace">How it is made.</param>
    /// <exception cref="PrintingWithheldException">A question has no answer to trust, or there are too many pages.</exception>
    /// <exception cref="OperationCanceledException">The work was ended.</exception>
    public static FrozenPrinting Of(PrintPlan plan, QuestionCatalogue catalogue, PrintPace pace)
    {
        // What hinders the printing is said to who prints; what is printed speaks the sheet's language.
        if (plan.TooMuch(catalogue) is { } tooMuch)
            throw new PrintingWithheldException(tooMuch);
        var run = PrintRun.Compose(plan, catalogue, pace);
        if (run.Problem is { } problem)
            throw new PrintingWithheldException(problem);
        using var speaking = plan.Sheet.Language.Speak();
        var files = new PrintedFiles(run);
        // Keys for all papers together weigh as much as a tenth of the rest.
        var copies = plan.IsForClass ? plan.Choices.Copies.Length : 0;
        var all = copies + plan.Editions.Length + PrintedFiles.Combined.Length;
        var ofClass = new List<(ImmutableArray<FrozenPage> Pages, RecordedCopy Record)>();
        foreach (var copy in pace.Each(copies, copy => FrozenPaper.OfCopy(run, copy)))
        {
            ofClass.Add(copy);
            pace.Progress?.Invoke(ofClass.Count, all);
        }

        var papers = new List<FrozenPaper>();
        foreach (var paper in pace.Each(plan.Editions.Length, paper => FrozenPaper.Of(run, paper)))
        {
            papers.Add(paper);
            pace.Progress?.Invoke(copies + papers.Count, all);
        }

        var combined = new List<(Pile, int, byte[])>();
        foreach (var key in PrintedFiles.Combined)
        {
            pace.Cancellation.ThrowIfCancellationRequested();
            var (pdf, pages) = files.CombinedPdf(key);
            combined.Add((Pile.Key(key), pages, pdf));
            pace.Progress?.Invoke(copies + papers.Count + combined.Count, all);
        }

        // The papers of a class are put together from their pages when they are asked for, so that a name can be taken away.
        return new FrozenPrinting(
            [.. plan.IsForClass ? [] : papers.Select(paper => paper.Student), .. papers.Select(paper => paper.Key), .. combined],
            [.. plan.IsForClass ? ofClass.SelectMany(copy => copy.Pages) : papers.SelectMany(paper => paper.Pages)],
            PrintingRecord.Of(
                plan,
                [.. papers.Select(paper => paper.Record)],
                [.. plan.IsForClass ? ofClass.Select(copy => copy.Record) : papers.Select(paper => paper.Copy)]
            )
        );
    }
}

/// <summary>Freezes personal sheets: each student's paper asks something else, and all of them are one printing.</summary>
public static class PersonalPrinting
{
    /// <summary>Freezes a pile of personal sheets.</summary>
    /// <param name="title">What the pile is called.</param>
    /// <param name="plans">A plan a student, of one paper each, in the order of the pile.</param>
    /// <param name="catalogue">The kinds of question.</param>
    /// <param name="pace">How it is made.</param>
    /// <exception cref="ArgumentException">A plan is of no paper of a class, or there is none.</exception>
    /// <exception cref="PrintingWithheldException">A question has no answer to trust, or there are too many pages.</exception>
    /// <exception cref="OperationCanceledException">The work was ended.</exception>
    public static FrozenPrinting Of(string title, IReadOnlyList<PrintPlan> plans, QuestionCatalogue catalogue, PrintPace pace)
    {
        if (plans.Count == 0 || plans.Any(plan => plan.Choices.Copies.Length != 1))
            throw new ArgumentException("Each plan is of one paper.", nameof(plans));
        using var speaking = plans[0].Sheet.Language.Speak();
        var papers = new List<(FrozenPaper Key, ImmutableArray<FrozenPage> Pages, RecordedCopy Copy, Composition Composition)>();
        foreach (var plan in plans)
        {
            pace.Cancellation.ThrowIfCancellationRequested();
            var run = PrintRun.Compose(plan, catalogue, pace);
            if (run.Problem is { } problem)
                throw new PrintingWithheldException(problem);
            var (pages, copy) = FrozenPaper.OfCopy(run, 0);
            papers.Add((FrozenPaper.Of(run, 0), pages, copy, run.Compositions[0]));
            if (papers.Sum(paper => paper.Pages.Length) > PrintPlan.MostPages)
                throw new PrintingWithheldException(Texts.Say("pile.too-many", ("most", PrintPlan.MostPages)));
            pace.Progress?.Invoke(papers.Count, plans.Count + 2);
        }

        var combined = PrintedFiles
            .Combined.Select(kind =>
                (
                    Pile: Pile.Key(kind),
                    Pages: SheetLayout.Combined(
                        [.. papers.Select((paper, i) => Numbered(paper.Composition, i + 1))],
                        kind == PrintedFiles.ShortKey ? PaperKind.Short : PaperKind.Working
                    )
                )
            )
            .Select(key => (key.Pile, key.Pages.Length, key.Pile.Pdf(title, key.Pages)));
        return new FrozenPrinting(
            [.. papers.Select((paper, i) => (KeyOf(i + 1), paper.Key.Key.Item2, paper.Key.Key.Item3)), .. combined],
            [.. papers.SelectMany((paper, i) => paper.Pages.Select(page => page with { Pile = $"paper-{i + 1}" }))],
            PrintingRecord.Of(
                plans[0],
                [.. papers.Select(paper => paper.Key.Record)],
                [.. papers.Select((paper, i) => paper.Copy with { Number = i + 1, Edition = i })]
            ) with
            {
                Title = title,
            }
        );
    }

    private static Pile KeyOf(int number) =>
        new($"key-{number}", $"{Texts.Say("pile.paper", ("number", number))}, {Texts.Say("paper.key")}") { IsKey = true };

    // On the keys of all a paper is called by its number: keys name nobody.
    private static Composition Numbered(Composition composition, int number) =>
        composition with
        {
            Worksheet = composition.Worksheet with
            {
                Edition = composition.Worksheet.Edition with { Student = Texts.Say("pile.paper", ("number", number)) },
            },
        };
}

/// <summary>A paper of a frozen printing.</summary>
internal sealed record FrozenPaper(
    (Pile, int, byte[]) Student,
    (Pile, int, byte[]) Key,
    ImmutableArray<FrozenPage> Pages,
    RecordedEdition Record,
    RecordedCopy Copy
)
{
    public static FrozenPaper Of(PrintRun run, int paper)
    {
        var edition = run.LayOut(paper);
        var title = run.Plan.Sheet.Title;
        var (student, key) = (Pile.Student(run.Plan, paper), Pile.Key(run.Plan, paper));
        var pages = run.Plan.IsForClass ? [] : PagesOf(edition, student.Name);
        var inHand = KeyPages(edition);
        return new FrozenPaper(
            (student, edition.Student.Length, run.Plan.IsForClass ? [] : student.Pdf(title, edition.Student)),
            (key, inHand.Length, key.Pdf(title, inHand)),
            pages,
            RecordedEdition.Of(edition),
            new RecordedCopy(paper + 1, edition.Edition.Student, paper, [.. pages.Select(page => page.Code)])
        );
    }

    /// <summary>A key as it lies in the hand: half sheets that are no students' two to a page.</summary>
    public static ImmutableArray<Page> KeyPages(PrintedEdition edition) => HalfSheets.Paired(edition.Key.Select(page => new[] { page }));

    /// <summary>A student's paper of a class: its pages, without the name, and what is recorded of it.</summary>
    public static (ImmutableArray<FrozenPage> Pages, RecordedCopy Record) OfCopy(PrintRun run, int copy)
    {
        var (paper, names) = run.LayOutCopy(copy);
        var pages = PagesOf(paper, $"paper-{copy + 1}");
        return (pages, Recorded(run, copy, names, [.. pages.Select(page => page.Code)]));
    }

    /// <summary>What is recorded of a student's paper of a class.</summary>
    public static RecordedCopy Recorded(PrintRun run, int copy, ImmutableArray<NamePlace> names, ImmutableArray<string> codes) =>
        new(copy + 1, run.Plan.Choices.Copies[copy].Student, run.Plan.EditionOfCopy(copy), codes) { Names = names };

    private static ImmutableArray<FrozenPage> PagesOf(PrintedEdition edition, string pile) =>
        [
            .. edition.Student.Select(
                (page, number) =>
                    new FrozenPage(
                        edition.Composition.Worksheet.PageMarks?.At(number).Code ?? "",
                        pile,
                        number + 1,
                        $"{edition.Edition}",
                        PageSidesRead.Pack(page, edition.Key[number])
                    )
            ),
        ];
}

/// <summary>A student's page with its key.</summary>
/// <param name="Code">The code at its foot.</param>
/// <param name="Pile">The pile it lies in.</param>
/// <param name="Number">Which page of the pile, from 1.</param>
/// <param name="Edition">Which edition, in words.</param>
/// <param name="Sides">The page and the page with its answers, packed.</param>
public sealed record FrozenPage(string Code, string Pile, int Number, string Edition, byte[] Sides);

/// <summary>Nothing can be printed, since a question has no answer to trust; the message says which.</summary>
public sealed class PrintingWithheldException : Exception
{
    public PrintingWithheldException() { }

    public PrintingWithheldException(string message)
        : base(message) { }

    public PrintingWithheldException(string message, Exception innerException)
        : base(message, innerException) { }
}
