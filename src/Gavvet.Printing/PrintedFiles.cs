using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Layout;
using Gavvet.Engraving.Output;
using Gavvet.Exchange;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Printing;

/// <summary>A finished file.</summary>
public sealed record PrintedFile(string Name, byte[] Bytes);

/// <summary>A pile of paper: one of the papers of a plan, or a key for all of them.</summary>
/// <param name="Name">Its name as a file.</param>
/// <param name="Title">Whom it is for.</param>
public sealed record Pile(string Name, string Title)
{
    /// <summary>Whether it holds answers.</summary>
    public bool IsKey { get; init; }

    /// <summary>The piles of a plan: the students' papers, then the keys asked for. Nothing is laid out for it.</summary>
    public static ImmutableArray<Pile> Of(PrintPlan plan, IReadOnlyCollection<string> keys)
    {
        var papers = Enumerable.Range(0, plan.Editions.Length).ToArray();
        return
        [
            .. plan.IsForClass ? [Papers] : papers.Select(paper => Student(plan, paper)),
            .. papers.Where(_ => keys.Contains(PrintedFiles.InPlace)).Select(paper => Key(plan, paper)),
            .. PrintedFiles.Combined.Where(keys.Contains).Select(Key),
        ];
    }

    /// <summary>The papers of a class in one pile, in the order they are handed out.</summary>
    internal static Pile Papers { get; } = new("papers", "");

    internal static Pile Student(PrintPlan plan, int paper) => new($"student-{plan.NameOf(paper)}", $"{plan.Editions[paper]}");

    internal static Pile Key(PrintPlan plan, int paper) =>
        new(
            $"key-{plan.NameOf(paper)}",
            $"{plan.Editions[paper]}" is { Length: > 0 } words ? $"{words}, {Texts.Say("paper.key")}" : Texts.Say("paper.key")
        )
        {
            IsKey = true,
        };

    internal static Pile Key(string combined) =>
        new($"key-{combined}", Texts.Say(combined == PrintedFiles.ShortKey ? "paper.short-key" : "paper.working")) { IsKey = true };

    internal byte[] Pdf(string sheetTitle, IReadOnlyList<Page> pages) =>
        PdfWriter.Write($"{sheetTitle}{(Title.Length > 0 ? $", {Title}" : "")}", pages);
}

/// <summary>All files a run can become: papers, keys, scores, sound and data. Each is made as it is asked for.</summary>
public sealed class PrintedFiles(PrintRun run)
{
    internal const string InPlace = "in-place";
    internal const string ShortKey = "short";

    /// <summary>Keys there are, by their names on the command line.</summary>
    public static ImmutableArray<string> Keys { get; } = [InPlace, ShortKey, "working"];

    /// <summary>Keys for all papers together.</summary>
    internal static ImmutableArray<string> Combined { get; } = Keys.Remove(InPlace);

    /// <summary>Formats there are.</summary>
    public static ImmutableArray<string> Formats { get; } = [.. ExportFormat.All.Select(format => format.Id)];

    private string Title => run.Plan.Sheet.Title;

    /// <summary>The PDF of one pile, or null when there is none of that name.</summary>
    public byte[]? Pdf(string name)
    {
        var papers = Enumerable.Range(0, run.Compositions.Length);
        if (papers.FirstOrDefault(paper => Pile.Student(run.Plan, paper).Name == name, -1) is >= 0 and var student)
            return Pile.Student(run.Plan, student).Pdf(Title, run.LayOut(student).Student);
        if (papers.FirstOrDefault(paper => Pile.Key(run.Plan, paper).Name == name, -1) is >= 0 and var key)
            return Pile.Key(run.Plan, key).Pdf(Title, FrozenPaper.KeyPages(run.LayOut(key)));
        return Combined.FirstOrDefault(kind => Pile.Key(kind).Name == name) is { } combined ? CombinedPdf(combined).Pdf : null;
    }

    /// <summary>The files of the formats asked for, and always items.json.</summary>
    /// <param name="keys">The keys, by their names on the command line.</param>
    /// <param name="formats">The formats, by theirs.</param>
    /// <param name="pace">How fast.</param>
    public IEnumerable<PrintedFile> Of(IReadOnlyCollection<string> keys, IReadOnlyCollection<string> formats, PrintPace pace)
    {
        ExportFormat[] asked = [.. ExportFormat.All.Where(format => formats.Contains(format.Id))];
        var items = new List<EditionItems>();
        var editions = new List<RecordedEdition>();
        foreach (var (files, made, recorded) in pace.Each(run.Compositions.Length, paper => OfPaper(paper, keys, asked)))
        {
            items.Add(made);
            editions.AddRange(recorded is null ? [] : [recorded]);
            pace.Progress?.Invoke(items.Count, run.Compositions.Length);
            foreach (var file in files)
                yield return file;
        }

        if (run.Plan.IsForClass)
        {
            var copies = pace.Each(run.Plan.Choices.Copies.Length, run.LayOutCopy).ToArray();
            foreach (var file in OfPile(asked, Pile.Papers, HalfSheets.Paired(copies.Select(Named))))
                yield return file;
            foreach (var file in Records([.. editions], copies))
                yield return file;
        }

        foreach (var combined in Combined.Where(_ => asked.Any(format => format.OfPile is not null)).Where(keys.Contains))
        {
            foreach (var file in OfPile(asked, Pile.Key(combined), CombinedPages(combined)))
                yield return file;
        }

        foreach (var score in Scores(asked))
            yield return score;
        var all = new SheetItems(run.Plan.Sheet.Code, run.Plan.Sheet.Seed, [.. items]);
        foreach (var format in asked)
        {
            if (format.OfSheet is { } make)
                yield return make(run.Plan.Sheet, all);
        }

        yield return ExportFormat.Text("items.json", ItemsFile.ToJson(all));
    }

    /// <summary>The PDF of a key for all papers, and how many pages it has.</summary>
    internal (byte[] Pdf, int Pages) CombinedPdf(string kind)
    {
        var pages = CombinedPages(kind);
        return (Pile.Key(kind).Pdf(Title, pages), pages.Length);
    }

    // A student's paper with the name on it.
    private Page[] Named((PrintedEdition Paper, ImmutableArray<NamePlace> Names) copy, int number) =>
        [.. copy.Paper.Student.Select((page, i) => copy.Names[i].On(page, run.Plan.Choices.Copies[number].Student ?? ""))];

    // What marking reads, and which codes are whose.
    private IEnumerable<PrintedFile> Records(
        ImmutableArray<RecordedEdition> editions,
        (PrintedEdition Paper, ImmutableArray<NamePlace> Names)[] copies
    )
    {
        ImmutableArray<RecordedCopy> recorded =
        [
            .. copies.Select(
                (copy, number) =>
                    FrozenPaper.Recorded(
                        run,
                        number,
                        copy.Names,
                        [.. copy.Paper.Student.Select((_, page) => copy.Paper.Composition.Worksheet.PageMarks!.At(page).Code)]
                    ) with
                    {
                        Sides = [.. copy.Paper.Student.Select((page, i) => PageSidesRead.Pack(page, copy.Paper.Key[i]))],
                    }
            ),
        ];
        yield return ExportFormat.Text("record.json", PrintingRecord.Of(run.Plan, editions, recorded).Write() + "\n");
        yield return ExportFormat.Text(
            "papers.json",
            ItemsFile.ToJson([
                .. recorded.Select(copy => new PaperOf(
                    copy.Student,
                    editions[copy.Edition].Version,
                    editions[copy.Edition].Part,
                    copy.Codes
                )),
            ])
        );
    }

    // Large print asks what its version and part ask, so it is not listed again; nor is any student named on a key.
    private ImmutableArray<Page> CombinedPages(string kind) =>
        SheetLayout.Combined(
            [
                .. run
                    .Compositions.Where(paper => paper.Worksheet.Edition.Student is null)
                    .DistinctBy(paper => paper.Worksheet.Edition is var edition ? (edition.Version, edition.Part, edition.Clef) : default),
            ],
            kind == ShortKey ? PaperKind.Short : PaperKind.Working
        );

    // The pages of a paper are let go as soon as its files are written.
    private (List<PrintedFile> Files, EditionItems Items, RecordedEdition? Record) OfPaper(
        int paper,
        IReadOnlyCollection<string> keys,
        ExportFormat[] formats
    )
    {
        var edition = run.LayOut(paper);
        List<PrintedFile> files = run.Plan.IsForClass ? [] : [.. OfPile(formats, Pile.Student(run.Plan, paper), edition.Student)];
        if (keys.Contains(InPlace))
            files.AddRange(OfPile(formats, Pile.Key(run.Plan, paper), FrozenPaper.KeyPages(edition)));
        files.AddRange(formats.Select(format => format.OfPaper?.Invoke(run.Plan.NameOf(paper), edition.Composition)).OfType<PrintedFile>());
        return (
            files,
            EditionItems.Of(edition.Composition, edition.PageOf, edition.Student.Length),
            run.Plan.IsForClass ? RecordedEdition.Of(edition) : null
        );
    }

    private IEnumerable<PrintedFile> OfPile(ExportFormat[] formats, Pile pile, ImmutableArray<Page> pages) =>
        formats.SelectMany(format => format.OfPile?.Invoke(Title, pile, pages) ?? []);

    private IEnumerable<PrintedFile> Scores(ExportFormat[] formats)
    {
        ExportFormat[] scored = [.. formats.Where(format => format.OfScore is not null)];
        if (scored.Length == 0)
            yield break;
        foreach (
            var (name, stavesOf) in new (string, Func<Composition, ImmutableArray<NotatedStaff>>)[]
            {
                ("student", paper => NotatedStaff.OfStudent(paper.Worksheet)),
                ("key", NotatedStaff.OfKey),
            }
        )
        {
            foreach (var file in Scored(scored, name, [.. run.Compositions.Select(paper => PartOf(paper, stavesOf))]))
                yield return file;
        }

        // A student opens a score of their own, and not those of all versions and parts below one another.
        for (var paper = 0; paper < run.Compositions.Length && run.Compositions.Length > 1; paper++)
        {
            var own = PartOf(run.Compositions[paper], made => NotatedStaff.OfStudent(made.Worksheet));
            foreach (var file in Scored(scored, Pile.Student(run.Plan, paper).Name, [own]))
                yield return file;
        }
    }

    private ScorePart PartOf(Composition paper, Func<Composition, ImmutableArray<NotatedStaff>> stavesOf) =>
        new($"{paper.Worksheet.Edition}" is { Length: > 0 } words ? words : Title, paper.Worksheet.Edition.Part, stavesOf(paper));

    // A score without a staff is none.
    private IEnumerable<PrintedFile> Scored(ExportFormat[] formats, string name, ScorePart[] parts) =>
        parts.All(part => part.Staves.IsEmpty) ? [] : formats.Select(format => format.OfScore!(name, Title, parts));
}
