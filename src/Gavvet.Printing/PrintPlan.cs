using System.Collections.Immutable;
using Gavvet.Engraving.Layout;
using Gavvet.Theory;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Drawing;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Versions;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Printing;

/// <summary>The papers of a sheet, named and counted before any of them is made: every version for every part, then those of single
/// seats.</summary>
public sealed class PrintPlan
{
    /// <summary>Students' pages of one printing at most; the keys come besides.</summary>
    public const int MostPages = 800;

    private readonly Lazy<ImmutableArray<SheetVersion>> _versions;
    private readonly Lazy<IReadOnlySet<QuestionIdentity>> _asked;

    private PrintPlan(Sheet sheet, PrintChoices choices)
    {
        (Sheet, Choices) = (sheet, choices);
        // One version of one part needs no name.
        var lettered = sheet.Versions > 1;
        Instrument?[] parts = sheet.Parts.IsEmpty ? [null] : [.. sheet.Parts];
        Editions =
            choices.Copies.Length > 0
                ? [.. choices.Copies.Select(EditionOf).Distinct()]
                :
                [
                    .. Enumerable
                        .Range(0, sheet.Versions)
                        .SelectMany(
                            _ => parts,
                            (version, part) =>
                                new Edition(lettered ? (char)('A' + version) : null, part) { SameWrittenKeys = choices.SameWrittenKeys }
                        ),
                    .. choices.Seats.Select(seat => new Edition(lettered ? seat.Version ?? 'A' : null, seat.Part)
                    {
                        Student = seat.Name,
                        IsLarge = true,
                        SameWrittenKeys = choices.SameWrittenKeys,
                    }),
                ];
        _versions = new Lazy<ImmutableArray<SheetVersion>>(() => SheetVersions.Of(sheet));
        _asked = new Lazy<IReadOnlySet<QuestionIdentity>>(() => Composer.AskedBy(Versions.Select(version => version.Sheet)));
    }

    public Sheet Sheet { get; }

    public PrintChoices Choices { get; }

    /// <summary>The papers, in the order they are printed; for a class those that differ in more than whose they are.</summary>
    public ImmutableArray<Edition> Editions { get; }

    /// <summary>Whether it is printed for a class, a paper a student.</summary>
    public bool IsForClass => Choices.Copies.Length > 0;

    /// <summary>Which of the editions a student's paper is of.</summary>
    /// <param name="copy">Which paper, from 0.</param>
    public int EditionOfCopy(int copy) => Editions.IndexOf(EditionOf(Choices.Copies[copy]));

    /// <summary>The versions; they are put together when first asked for.</summary>
    public ImmutableArray<SheetVersion> Versions => _versions.Value;

    public static PrintPlan Of(Sheet sheet, PrintChoices? choices = null)
    {
        return new PrintPlan(sheet, choices ?? PrintChoices.None);
    }

    /// <summary>What a paper is called in file names, such as B-alto-saxophone.</summary>
    public string NameOf(int paper)
    {
        var edition = Editions[paper];
        var large =
            edition.Student is not null ? $"-large-{paper + 1}"
            : edition.IsLarge ? "-large"
            : "";
        return $"{edition.Version ?? 'A'}{(edition.Part is { } part ? $"-{part.Id}" : "")}{(edition.Clef is { } clef ? $"-{clef.Id}" : "")}{large}";
    }

    /// <summary>Why there are too many pages, and what would fit; null when there are not. The first paper alone is laid out for
    /// it.</summary>
    public string? TooMuch(QuestionCatalogue catalogue)
    {
        var parts = Math.Max(1, Sheet.Parts.Length);
        // With a page for each question there would be room, so nothing needs to be laid out.
        var papers = IsForClass ? Choices.Copies.Length : Editions.Length;
        if (papers * (1 + Sheet.QuestionCount) <= MostPages)
            return null;
        var each = SheetLayout.Student(Compose(0, catalogue).Worksheet).Length;
        var pages = papers * each;
        if (pages <= MostPages)
            return null;
        (string, object)[] counts = [("papers", Figures(papers)), ("each", each), ("pages", Figures(pages)), ("most", Figures(MostPages))];
        if (IsForClass)
            return Texts.Say("too-much.class", [.. counts]);
        var fitting = MostPages / each;
        (string, int, int) fewer = (fitting / parts, fitting / Sheet.Versions) switch
        {
            (>= 1 and var versions, >= 1 and var some) when parts > 1 && Sheet.Versions > 1 => ("too-much.both", versions, some),
            (>= 1 and var versions, _) when Sheet.Versions > 1 => ("too-much.versions", versions, 0),
            _ => ("too-much.parts", 0, Math.Max(1, fitting)),
        };
        return Texts.Say(fewer.Item1, [.. counts, ("versions", fewer.Item2), ("parts", fewer.Item3)]);
    }

    private static string Figures(int count) => count.ToString("N0", Language.Current.Culture);

    /// <summary>A paper's questions and their answers.</summary>
    internal Composition Compose(int paper, QuestionCatalogue catalogue)
    {
        var edition = Editions[paper] with { Asked = _asked.Value };
        var sheet = Versions[(edition.Version ?? 'A') - 'A'].Sheet;
        sheet = edition.IsLarge ? LargePrintSeat.Enlarged(sheet) : sheet;
        var composition = Composer.Compose(sheet, catalogue, edition);
        return IsForClass ? composition : composition with { Worksheet = Coded(composition.Worksheet, paper) };
    }

    /// <summary>A paper with the codes of its pages.</summary>
    /// <param name="worksheet">The paper.</param>
    /// <param name="paper">Which, from 0.</param>
    internal Worksheet Coded(Worksheet worksheet, int paper) =>
        Choices.CodeSeed is { } seed ? worksheet with { PageMarks = new PageCodes(seed, paper, Choices.QrAddress) } : worksheet;

    private Edition EditionOf(PrintedCopy copy) =>
        new(Sheet.Versions > 1 ? (char)('A' + copy.Version) : null, copy.Part)
        {
            Clef = copy.Clef,
            IsLarge = copy.IsLarge,
            Class = Choices.Class,
            SameWrittenKeys = Choices.SameWrittenKeys,
            // Two half sheets of one student on a page would be two papers with one code.
            IsSingle = true,
        };

    /// <summary>
    /// How many questions come twice for readers of a part or clef, over all versions: two questions that differ in their clefs
    /// alone are one for whoever reads every staff in the same. Empty where there is none.
    /// </summary>
    public ImmutableArray<(Edition Reader, int Count)> AskedTwice()
    {
        (Section Section, Draw Draw)[] asked =
        [
            .. Versions
                .SelectMany(version => version.Sheet.Sections)
                .SelectMany(section => section.Slots.Select(slot => (section, slot.Drawn))),
        ];
        var repeated = asked.Length - asked.Select(one => QuestionIdentity.Of(one.Section, one.Draw)).Distinct().Count();
        var inOneClef =
            asked.Length - asked.Select(one => QuestionIdentity.Of(one.Section, one.Draw) with { Clef = null }).Distinct().Count();
        return inOneClef == repeated
            ? []
            :
            [
                .. Editions
                    .Where(edition => edition.Clef is not null || edition.Part is not null)
                    .Select(edition => new Edition(null, edition.Part) { Clef = edition.Clef })
                    .Distinct()
                    .Select(reader => (reader, inOneClef - repeated)),
            ];
    }
}

/// <summary>How a run is made.</summary>
/// <param name="AtOnce">Papers made side by side; one where others need the machine too.</param>
/// <param name="Progress">Told how much is done and of how much, or null.</param>
/// <param name="Cancellation">Ends the run.</param>
public sealed record PrintPace(int AtOnce, Action<int, int>? Progress = null, CancellationToken Cancellation = default)
{
    /// <summary>On as many cores as there are.</summary>
    public static PrintPace Fast { get; } = new(Environment.ProcessorCount);

    /// <summary>Makes things in order, some side by side, and gives each as it is made.</summary>
    internal IEnumerable<T> Each<T>(int count, Func<int, T> make)
    {
        // Side by side some more than there are cores, so that none waits for the slowest.
        var stretch = AtOnce == 1 ? 1 : 4 * AtOnce;
        for (var first = 0; first < count; first += stretch)
        {
            Cancellation.ThrowIfCancellationRequested();
            var made = new T[Math.Min(stretch, count - first)];
            if (made.Length == 1)
                made[0] = make(first);
            else
                Parallel.For(0, made.Length, new ParallelOptions { MaxDegreeOfParallelism = AtOnce }, i => made[i] = make(first + i));
            foreach (var one in made)
                yield return one;
        }

        Cancellation.ThrowIfCancellationRequested();
    }
}
