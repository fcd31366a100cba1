using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Layout;
using Gavvet.Theory;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Versions;

namespace Gavvet.Printing;

/// <summary>One version for one part, composed, with the student's pages and the key in place.</summary>
public sealed record PrintedEdition(Composition Composition, ImmutableArray<Page> Student, ImmutableArray<Page> Key)
{
    public Edition Edition => Composition.Worksheet.Edition;

    /// <summary>On which of the student's pages each slot's question stands, from 1.</summary>
    public IReadOnlyDictionary<int, int> PageOf => Student
        .SelectMany((page, index) => page.Groups.Select(group => group.Kind).OfType<GroupKind.Question>().Select(question => (question.SlotId, Page: index + 1)))
        .GroupBy(place => place.SlotId)
        .ToDictionary(places => places.Key, places => places.First().Page);
}

/// <summary>All printings of a sheet: every version for every part, laid out side by side on as many cores as there are.</summary>
public static class PrintRun
{
    /// <summary>The editions in order, version by version and in each part by part, then those of single seats.</summary>
    /// <param name="sheet">The sheet.</param>
    /// <param name="catalogue">The kinds of question.</param>
    /// <param name="wishes">What is printed besides, or null.</param>
    /// <param name="progress">Told each time an edition is done, with how many are and of how many; or null.</param>
    /// <param name="cancellation">Ends the run.</param>
    /// <exception cref="OperationCanceledException">The run was ended.</exception>
    public static ImmutableArray<PrintedEdition> Of(Sheet sheet, QuestionCatalogue catalogue, PrintWishes? wishes = null, Action<int, int>? progress = null, CancellationToken cancellation = default)
    {
        wishes ??= PrintWishes.None;
        var versions = SheetVersions.Of(sheet);
        // One version of one part needs no name.
        var lettered = sheet.Versions > 1;
        Instrument?[] parts = sheet.Parts.IsEmpty ? [null] : [.. sheet.Parts];
        (Sheet Sheet, Edition Edition)[] jobs =
        [
            .. versions.SelectMany(_ => parts, (version, part) => (version.Sheet, new Edition(lettered ? version.Letter : null, part))),
            .. wishes.Seats.Select(seat => (
                LargePrintSeat.Enlarged(versions.First(version => seat.Version is null || version.Letter == seat.Version).Sheet),
                new Edition(lettered ? seat.Version ?? 'A' : null, seat.Part) { Seat = seat.Name })),
        ];
        var editions = new PrintedEdition[jobs.Length];
        var done = 0;
        Parallel.For(0, jobs.Length, new ParallelOptions { CancellationToken = cancellation, MaxDegreeOfParallelism = Environment.ProcessorCount }, i =>
        {
            var composition = Composer.Compose(jobs[i].Sheet, catalogue, jobs[i].Edition);
            if (wishes.CodeSeed is { } seed)
                composition = composition with { Worksheet = composition.Worksheet with { PageMarks = new PageMarks(seed, i, wishes.Square) } };
            editions[i] = new PrintedEdition(composition, SheetLayout.Student(composition.Worksheet), SheetLayout.Key(composition.Worksheet, composition.Key));
            progress?.Invoke(Interlocked.Increment(ref done), jobs.Length);
        });
        return [.. editions];
    }

    /// <summary>What keeps a run from being printed, in words, or null.</summary>
    public static string? Problem(IEnumerable<PrintedEdition> editions)
    {
        string[] withheld = [.. editions.SelectMany(edition => edition.Composition.Key.Withheld.Select(question =>
            $"{(edition.Edition is { Version: null, Part: null } ? "" : $"{edition.Edition}: ")}Question {question.Number} is withheld. {question.Reason}"))];
        return withheld.Length == 0 ? null : string.Join('\n', withheld.Take(10));
    }
}
