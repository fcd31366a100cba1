using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Serialization;
using Gavvet.Teaching;
using Gavvet.Theory;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Sheets;
using Microsoft.EntityFrameworkCore;

namespace Gavvet.Storage;

/// <summary>Keeps what was decided for the items of printed papers. Markings are added and never changed: an undo is one more.</summary>
public sealed partial class MarkingStore(Database data, TimeProvider clock)
{
    /// <summary>Whose the papers of a printing are, in order; empty where it was printed for no class.</summary>
    public async Task<IReadOnlyList<PaperOwner>> OwnersAsync(string printing, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        var rows = await (
            from copy in database.Copies
            where copy.PrintingId == printing
            join student in database.Students on copy.StudentId equals student.Id into own
            from student in own.DefaultIfEmpty()
            orderby copy.Number
            select new
            {
                copy.Number,
                Id = (string?)student!.Id,
                Name = (string?)student.Name,
                student.SeatRow,
                student.SeatNumber,
                copy.Total,
            }
        ).ToListAsync(cancellation);
        return
        [
            .. rows.Select(row => new PaperOwner(
                row.Number,
                row.Id,
                row.Name,
                row is { SeatRow: { } at, SeatNumber: { } number } ? new Seat(at, number) : null
            )
            {
                Total = row.Total,
            }),
        ];
    }

    /// <summary>The name a paper bears, or null: in a class the student's own as it is now, otherwise the one it was printed
    /// with.</summary>
    /// <param name="owners">Whose the papers are, by number; empty where they were printed for no class.</param>
    /// <param name="number">The paper.</param>
    /// <param name="printed">What the record names its student by.</param>
    public static string? NameOf(IReadOnlyDictionary<int, PaperOwner> owners, int number, string? printed) =>
        owners.Count == 0 ? printed
        : owners.TryGetValue(number, out var owner) ? owner.Name
        : null;

    /// <summary>Keeps a marking. It is on disk when this returns.</summary>
    /// <param name="printing">The printing.</param>
    /// <param name="copy">The paper, from 1.</param>
    /// <param name="item">The item.</param>
    /// <param name="marking">What was decided.</param>
    /// <param name="seen">The marking of the item that whoever decides has seen, 0 for none; null where that does not matter.</param>
    /// <param name="cancellation">Ends the wait for its turn; what is begun is kept.</param>
    /// <returns>Its id.</returns>
    /// <exception cref="MarkedMeanwhileException">Another marking counts than the one that was seen.</exception>
    public Task<long> AddAsync(
        string printing,
        int copy,
        SetItem item,
        Marking marking,
        long? seen = null,
        CancellationToken cancellation = default
    ) =>
        data.WriteAsync(
            async database =>
            {
                if (
                    seen is { } known
                    && await CountingAsync(database, printing, copy, item.Number) is var current
                    && (current?.Id ?? 0) != known
                )
                {
                    // The same once more is an answer whose confirmation was lost on its way.
                    if (current is not null && IsTheSame(current, marking))
                        return current.Id;
                    throw new MarkedMeanwhileException(current is null ? null : Kept(current));
                }

                var student = await database
                    .Copies.Where(row => row.PrintingId == printing && row.Number == copy)
                    .Select(row => row.StudentId)
                    .SingleOrDefaultAsync();
                var row = Row(printing, copy, item.Number, student, marking, Words(item.What), null);
                database.Markings.Add(row);
                await database.SaveChangesAsync(CancellationToken.None);
                return row.Id;
            },
            cancellation
        );

    private static bool IsTheSame(MarkingRow row, Marking marking) =>
        (row.Verdict, row.Marks, row.Of, row.Written, row.Remark, row.IsByHand)
            == (FileWords.Of(marking.As), marking.Marks, marking.Of, marking.Written, marking.Remark, marking.IsByHand)
        && row.Findings == FindingsOf(marking);

    internal static string FindingsOf(Marking marking) => JsonSerializer.Serialize(marking.Findings, Json);

    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web) { Converters = { new MistakeWords() } };

    // A mistake by its word; one that this program has no word for is a mistake all the same.
    private sealed class MistakeWords : JsonConverter<FindingCode>
    {
        public override FindingCode Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            FileWords.TryParse<FindingCode>(reader.GetString(), out var code) ? code : FindingCode.NotTheAnswer;

        public override void Write(Utf8JsonWriter writer, FindingCode value, JsonSerializerOptions options) =>
            writer.WriteStringValue(FileWords.Of(value));
    }

    // The last marking of an item that was not taken back, or null.
    private static Task<MarkingRow?> CountingAsync(GavvetDatabase database, string printing, int copy, int item) =>
        database
            .Markings.AsNoTracking()
            .Where(row =>
                row.PrintingId == printing
                && row.Copy == copy
                && row.Item == item
                && row.Undoes == null
                && !database.Markings.Any(undo => undo.Undoes == row.Id)
            )
            .OrderByDescending(row => row.Id)
            .FirstOrDefaultAsync();

    /// <summary>Keeps many markings at once: all of them, or none.</summary>
    /// <param name="printing">The printing.</param>
    /// <param name="markings">Each with its paper and its item.</param>
    /// <param name="seen">The last marking whoever decides has seen; null where that does not matter.</param>
    /// <param name="cancellation">Ends the wait for its turn; what is begun is kept.</param>
    /// <exception cref="MarkedMeanwhileException">One of the items has a later marking than that.</exception>
    public Task<bool> AddAllAsync(
        string printing,
        IReadOnlyList<(int Copy, SetItem Item, Marking Marking)> markings,
        long? seen = null,
        CancellationToken cancellation = default
    ) =>
        data.WriteAsync(
            async database =>
            {
                if (seen is { } last)
                {
                    var later = await database
                        .Markings.AsNoTracking()
                        .Where(row => row.PrintingId == printing && row.Id > last && row.Undoes == null)
                        .ToListAsync();
                    if (
                        later.Find(row => markings.Any(marking => marking.Copy == row.Copy && marking.Item.Number == row.Item)) is { } other
                    )
                        throw new MarkedMeanwhileException(Kept(other));
                }

                var owners = await database
                    .Copies.Where(row => row.PrintingId == printing)
                    .ToDictionaryAsync(row => row.Number, row => row.StudentId);
                database.Markings.AddRange(
                    markings.Select(marking =>
                        Row(
                            printing,
                            marking.Copy,
                            marking.Item.Number,
                            owners.GetValueOrDefault(marking.Copy),
                            marking.Marking,
                            Words(marking.Item.What),
                            null
                        )
                    )
                );
                await database.SaveChangesAsync(CancellationToken.None);
                return true;
            },
            cancellation
        );

    /// <summary>Takes a marking back, or the last of a printing that was not taken back yet.</summary>
    /// <param name="printing">The printing.</param>
    /// <param name="which">The marking; null for the last, whoever made it.</param>
    /// <returns>What was taken back, or null where there is nothing.</returns>
    /// <exception cref="MarkedMeanwhileException">Of the item another marking counts by now.</exception>
    public Task<KeptMarking?> UndoAsync(string printing, long? which = null) =>
        data.WriteAsync<KeptMarking?>(async database =>
        {
            var last = await database
                .Markings.AsNoTracking()
                .Where(row =>
                    row.PrintingId == printing
                    && row.Undoes == null
                    && (which == null || row.Id == which)
                    && !database.Markings.Any(undo => undo.Undoes == row.Id)
                )
                .OrderByDescending(row => row.Id)
                .FirstOrDefaultAsync();
            if (last is null)
                return null;
            if (await CountingAsync(database, printing, last.Copy, last.Item) is { } current && current.Id != last.Id)
                throw new MarkedMeanwhileException(Kept(current));
            database.Markings.Add(
                Row(printing, last.Copy, last.Item, last.StudentId, Read(last), (last.Group, last.Type, last.Tonic, last.Sounds), last.Id)
            );
            await database.SaveChangesAsync();
            return Kept(last);
        });

    /// <summary>The markings of a printing that count, each item of each paper with its last one.</summary>
    public async Task<IReadOnlyDictionary<(int Copy, int Item), KeptMarking>> CurrentAsync(
        string printing,
        CancellationToken cancellation = default
    )
    {
        await using var database = data.Open();
        var rows = await database
            .Markings.AsNoTracking()
            .Where(row => row.PrintingId == printing)
            .OrderBy(row => row.Id)
            .ToListAsync(cancellation);
        var sentences = await SentencesAsync(database, printing, cancellation);
        return Counting(rows, row => (row.Id, row.Undoes), row => (row.PrintingId, row.Copy, row.Item))
            .Select(Kept)
            .ToDictionary(kept => (kept.Copy, kept.Item), kept => kept with { Marking = Said(kept.Marking, sentences) });
    }

    /// <summary>How fast answers were marked of late.</summary>
    /// <param name="cancellation">Ends it, as when whoever asked has left.</param>
    public async Task<MarkingPace> PaceAsync(CancellationToken cancellation = default)
    {
        const int enough = 400;
        await using var database = data.Open();
        return MarkingPace.Of(
            await database
                .Markings.AsNoTracking()
                .Where(row => row.Undoes == null)
                .OrderByDescending(row => row.Id)
                .Take(enough)
                .Select(row => row.MadeAt)
                .ToListAsync(cancellation)
        );
    }

    /// <summary>The printings made for a class, the newest first, with how far each is marked.</summary>
    /// <param name="classId">The class.</param>
    /// <param name="cancellation">Ends it, as when whoever asked has left.</param>
    public async Task<IReadOnlyList<ClassPrinting>> PrintingsOfAsync(string classId, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        var rows = await database
            .Printings.AsNoTracking()
            // What has marks was handed out.
            .Where(row => row.ClassId == classId && (!row.IsSetAside || WithMarks(database).Contains(row.Id)))
            .OrderByDescending(row => row.MadeAt)
            .ThenByDescending(row => row.Id)
            .Select(row => new
            {
                row.Id,
                row.Title,
                row.MadeAt,
                row.ReturnedAt,
                row.WrittenOn,
                row.Weight,
            })
            .ToListAsync(cancellation);
        string[] ids = [.. rows.Select(row => row.Id)];
        var copies = (await database.Copies.AsNoTracking().Where(copy => ids.Contains(copy.PrintingId)).ToListAsync(cancellation)).ToLookup(
            copy => copy.PrintingId
        );
        var undone = (
            await database
                .Markings.Where(row => ids.Contains(row.PrintingId) && row.Undoes != null)
                .Select(row => row.Undoes!.Value)
                .ToListAsync(cancellation)
        ).ToHashSet();
        var markings = (
            await database
                .Markings.AsNoTracking()
                .Where(row => ids.Contains(row.PrintingId) && row.Undoes == null)
                .OrderBy(row => row.Id)
                .Select(row => new
                {
                    row.Id,
                    row.PrintingId,
                    row.Copy,
                    row.Item,
                    row.Marks,
                    row.Of,
                })
                .ToListAsync(cancellation)
        ).Where(row => !undone.Contains(row.Id)).ToLookup(row => row.PrintingId);
        return
        [
            .. rows.Select(row => new ClassPrinting(
                row.Id,
                row.Title,
                row.MadeAt,
                row.ReturnedAt,
                [
                    .. copies[row.Id]
                        .OrderBy(copy => copy.Number)
                        .Select(copy =>
                            (
                                copy,
                                Own: markings[row.Id]
                                    .Where(marking => marking.Copy == copy.Number)
                                    .GroupBy(marking => marking.Item)
                                    .Select(item => item.Last())
                                    .ToArray()
                            )
                        )
                        .Select(paper => new ScoredPaper(
                            paper.copy.Number,
                            paper.copy.StudentId,
                            paper.copy.Items,
                            paper.Own.Length,
                            paper.Own.Sum(marking => marking.Marks),
                            paper.Own.Sum(marking => marking.Of)
                        )
                        {
                            Total = paper.copy.Total,
                            TotalOf = paper.copy.TotalOf,
                            IsExcused = paper.copy.IsExcused,
                            WrittenOn = paper.copy.WrittenOn,
                        }),
                ]
            )
            {
                WrittenOn = row.WrittenOn ?? clock.DayOf(row.MadeAt),
                Weight = row.Weight,
            }),
        ];
    }

    /// <summary>Every marking of a student's papers, those taken back left out, with the printing each is of.</summary>
    /// <param name="student">The student.</param>
    /// <param name="cancellation">Ends it, as when whoever asked has left.</param>
    public async Task<IReadOnlyList<(string Printing, string Title, KeptMarking Kept)>> OfStudentAsync(
        string student,
        CancellationToken cancellation = default
    )
    {
        await using var database = data.Open();
        var rows = await (
            from marking in database.Markings.AsNoTracking()
            where marking.StudentId == student && marking.Undoes == null && !database.Markings.Any(undo => undo.Undoes == marking.Id)
            join printing in database.Printings on marking.PrintingId equals printing.Id
            orderby marking.Id
            select new { printing.Title, Row = marking }
        ).ToListAsync(cancellation);
        return [.. rows.Select(row => (row.Row.PrintingId, row.Title, Kept(row.Row)))];
    }

    /// <summary>The papers of a student: which of which printing, the oldest first.</summary>
    /// <param name="student">The student.</param>
    /// <param name="cancellation">Ends it, as when whoever asked has left.</param>
    public async Task<IReadOnlyList<(string Printing, string Title, DateTimeOffset MadeAt, int Number)>> PapersOfAsync(
        string student,
        CancellationToken cancellation = default
    )
    {
        await using var database = data.Open();
        var rows = await (
            from copy in database.Copies
            where copy.StudentId == student
            join printing in database.Printings on copy.PrintingId equals printing.Id
            orderby printing.MadeAt, printing.Id, copy.Number
            select new
            {
                printing.Id,
                printing.Title,
                printing.MadeAt,
                copy.Number,
            }
        ).ToListAsync(cancellation);
        return [.. rows.Select(row => (row.Id, row.Title, row.MadeAt, row.Number))];
    }

    /// <summary>How far each class has come, so that what is counted of it needs counting again only when that has changed.</summary>
    public async Task<IReadOnlyDictionary<string, ClassStamp>> StampsAsync(CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        var students = await database
            .Students.Select(student => new
            {
                student.ClassId,
                Last = database.Markings.Where(marking => marking.StudentId == student.Id).Max(marking => (long?)marking.Id),
                LastTry = database
                    .PracticeTries.Where(done => database.PracticeSeats.Any(seat => seat.Id == done.SeatId && seat.StudentId == student.Id))
                    .Max(done => (long?)done.Id),
            })
            .ToListAsync(cancellation);
        var printings = (
            await database
                .Printings.Where(printing => printing.ClassId != null && !printing.IsSetAside)
                .Select(printing => new
                {
                    printing.ClassId,
                    IsReturned = printing.ReturnedAt != null,
                    Totals = printing.Copies.Count(copy => copy.Total != null),
                })
                .ToListAsync(cancellation)
        ).ToLookup(printing => printing.ClassId!);
        return students
            .GroupBy(student => student.ClassId)
            .ToDictionary(
                group => group.Key,
                group => new ClassStamp(
                    group.Max(student => student.Last) ?? 0,
                    group.Count(),
                    printings[group.Key].Count(),
                    printings[group.Key].Count(printing => printing.IsReturned),
                    printings[group.Key].Sum(printing => printing.Totals),
                    group.Max(student => student.LastTry) ?? 0
                )
            );
    }

    /// <summary>The class a printing was made for and when it was given back; nulls where it was neither.</summary>
    public async Task<(string? ClassId, DateTimeOffset? ReturnedAt)> OfPrintingAsync(
        string printing,
        CancellationToken cancellation = default
    )
    {
        await using var database = data.Open();
        var row = await database
            .Printings.Where(row => row.Id == printing)
            .Select(row => new { row.ClassId, row.ReturnedAt })
            .SingleOrDefaultAsync(cancellation);
        return (row?.ClassId, row?.ReturnedAt);
    }

    /// <summary>A marking with the sentences the teacher says otherwise in this printing.</summary>
    public async Task<Marking> SaidAsync(string printing, Marking marking, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        return Said(marking, await SentencesAsync(database, printing, cancellation));
    }

    private static Task<Dictionary<string, string>> SentencesAsync(
        GavvetDatabase database,
        string printing,
        CancellationToken cancellation
    ) =>
        database
            .Sentences.AsNoTracking()
            .Where(row => row.PrintingId == printing)
            .ToDictionaryAsync(row => row.Said, row => row.Instead, cancellation);

    /// <summary>Has a sentence said otherwise for all who made the mistake; said as it was, it goes back.</summary>
    /// <param name="printing">The printing.</param>
    /// <param name="said">The judge's sentence.</param>
    /// <param name="instead">The teacher's.</param>
    public Task<bool> SayAsync(string printing, string said, string instead) =>
        data.WriteAsync(async database =>
        {
            // What is edited may be the teacher's own words of before, which may stand for several of the judge's.
            var known = await database.Sentences.Where(row => row.PrintingId == printing && row.Instead == said).ToListAsync();
            if (known.Count == 0)
                known = await database.Sentences.Where(row => row.PrintingId == printing && row.Said == said).ToListAsync();
            if (known.Count == 0)
                database.Sentences.Add(
                    new SentenceRow
                    {
                        PrintingId = printing,
                        Said = said,
                        Instead = instead,
                    }
                );
            foreach (var row in known)
            {
                if (row.Said == instead)
                    database.Sentences.Remove(row);
                else
                    row.Instead = instead;
            }

            await database.SaveChangesAsync();
            return true;
        });

    private MarkingRow Row(
        string printing,
        int copy,
        int item,
        string? student,
        Marking marking,
        (string Group, string Type, string Tonic, string? Sounds) skill,
        long? undoes
    ) =>
        new()
        {
            PrintingId = printing,
            Copy = copy,
            Item = item,
            StudentId = student,
            Undoes = undoes,
            Verdict = FileWords.Of(marking.As),
            Marks = marking.Marks,
            Of = marking.Of,
            Findings = FindingsOf(marking),
            Written = marking.Written,
            Remark = marking.Remark,
            IsByHand = marking.IsByHand,
            Group = skill.Group,
            Type = skill.Type,
            Tonic = skill.Tonic,
            Sounds = skill.Sounds,
            MadeAt = clock.GetUtcNow(),
        };

    private static (string Group, string Type, string Tonic, string Sounds) Words(Asked what) =>
        (FileWords.Of(what.Group), what.Type.Id, NoteText.Ascii(what.Tonic), NoteText.Ascii(what.Sounding.Tonic));

    // The day is the school's, so that whoever writes it down need not ask where that is.
    private KeptMarking Kept(MarkingRow row) => new(row.Id, row.Copy, row.Item, clock.Local(row.MadeAt), Read(row));

    // What was taken back does not count, and of several markings of one item the last does; in the order they were made.
    private static IEnumerable<T> Counting<T>(
        IReadOnlyCollection<T> rows,
        Func<T, (long Id, long? Undoes)> of,
        Func<T, (string Printing, int Copy, int Item)> place
    )
    {
        var undone = rows.Select(row => of(row).Undoes).OfType<long>().ToHashSet();
        return rows.Where(row => of(row) is (var id, null) && !undone.Contains(id))
            .GroupBy(place)
            .Select(item => item.Last())
            .OrderBy(row => of(row).Id);
    }

    internal static ImmutableArray<MarkedFinding> FindingsIn(string? text) =>
        text is null ? [] : JsonSerializer.Deserialize<ImmutableArray<MarkedFinding>>(text, Json);

    internal static MarkedAs VerdictOf(string word) => FileWords.TryParse<MarkedAs>(word, out var verdict) ? verdict : MarkedAs.Wrong;

    private static Marking Read(MarkingRow row) =>
        new(VerdictOf(row.Verdict), row.Marks, row.Of, FindingsIn(row.Findings))
        {
            Written = row.Written,
            Remark = row.Remark,
            IsByHand = row.IsByHand,
        };

    private static Marking Said(Marking marking, Dictionary<string, string> sentences) =>
        sentences.Count == 0
            ? marking
            : marking with
            {
                Findings =
                [
                    .. marking.Findings.Select(finding =>
                        sentences.TryGetValue(finding.Message, out var instead) ? finding with { Message = instead } : finding
                    ),
                ],
            };
}
