using Gavvet.Teaching;
using Gavvet.Theory;
using Microsoft.EntityFrameworkCore;

namespace Gavvet.Storage;

/// <content>What was marked as evidence of what students can do.</content>
public sealed partial class MarkingStore
{
    /// <summary>Every answer of a class's students that counts, in the order of their days, as evidence; each with the paper and item
    /// it stands on, or the practice.</summary>
    /// <param name="classId">The class.</param>
    /// <param name="cancellation">Ends it, as when whoever asked has left.</param>
    public async Task<IReadOnlyList<KeptEvidence>> EvidenceAsync(string classId, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        var all = await (
            from marking in database.Markings.AsNoTracking()
            join student in database.Students on marking.StudentId equals student.Id
            where student.ClassId == classId
            join printing in database.Printings on marking.PrintingId equals printing.Id
            join copy in database.Copies
                on new { marking.PrintingId, Number = marking.Copy } equals new { copy.PrintingId, copy.Number }
                into papers
            from copy in papers.DefaultIfEmpty()
            orderby marking.Id
            select new
            {
                Row = marking,
                student.Name,
                student.Part,
                Own = copy.WrittenOn,
                printing.WrittenOn,
                Printed = printing.MadeAt,
            }
        ).ToListAsync(cancellation);
        var kept = new List<KeptEvidence>();
        foreach (var one in Counting(all, row => (row.Row.Id, row.Row.Undoes), row => (row.Row.PrintingId, row.Row.Copy, row.Row.Item)))
        {
            var row = one.Row;
            if (Skill.Find(row.Group, row.Type, row.Tonic) is { } skill && Read(row) is var marking)
                kept.Add(
                    new KeptEvidence(
                        row.PrintingId,
                        row.Copy,
                        row.Item,
                        marking,
                        Evidence.From(one.Name, WrittenOn(one.Own, one.WrittenOn, one.Printed, row.MadeAt), skill, marking) with
                        {
                            Sounds = SoundsOf(row.Sounds, skill, one.Part),
                        }
                    )
                );
        }

        kept.AddRange(await PracticedAsync(database, classId, cancellation));
        return [.. kept.OrderBy(one => one.Evidence.Day)];
    }

    /// <summary>The same evidence without the mistakes by name, which is all that standing and what is due are counted by.</summary>
    /// <param name="classId">The class.</param>
    /// <param name="cancellation">Ends it, as when whoever asked has left.</param>
    public async Task<IReadOnlyList<Evidence>> AnswersAsync(string classId, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        var all = await (
            from marking in database.Markings
            join student in database.Students on marking.StudentId equals student.Id
            where student.ClassId == classId
            join printing in database.Printings on marking.PrintingId equals printing.Id
            join copy in database.Copies
                on new { marking.PrintingId, Number = marking.Copy } equals new { copy.PrintingId, copy.Number }
                into papers
            from copy in papers.DefaultIfEmpty()
            orderby marking.Id
            select new
            {
                student.Part,
                Own = copy.WrittenOn,
                printing.WrittenOn,
                Printed = printing.MadeAt,
                marking.Sounds,
                marking.Id,
                marking.Undoes,
                marking.PrintingId,
                marking.Copy,
                marking.Item,
                student.Name,
                marking.Verdict,
                marking.Marks,
                marking.Of,
                marking.Group,
                marking.Type,
                marking.Tonic,
                marking.MadeAt,
            }
        ).ToListAsync(cancellation);
        var answers = new List<Evidence>();
        foreach (var row in Counting(all, row => (row.Id, row.Undoes), row => (row.PrintingId, row.Copy, row.Item)))
        {
            if (Skill.Find(row.Group, row.Type, row.Tonic) is { } skill)
                answers.Add(
                    Evidence.From(
                        row.Name,
                        WrittenOn(row.Own, row.WrittenOn, row.Printed, row.MadeAt),
                        skill,
                        new Marking(VerdictOf(row.Verdict), row.Marks, row.Of, [])
                    ) with
                    {
                        Sounds = SoundsOf(row.Sounds, skill, row.Part),
                    }
                );
        }

        answers.AddRange((await PracticedAsync(database, classId, cancellation)).Select(practiced => practiced.Evidence));
        return [.. answers.OrderBy(answer => answer.Day)];
    }

    // What sounded; where an earlier program did not keep it, it follows from the part the student reads.
    private static NoteName? SoundsOf(string? sounds, Skill skill, string? part) =>
        NoteText.TryParse(sounds, out var tonic) ? tonic : skill.AtConcertPitch(Instrument.Find(part)).Tonic;

    // The day a paper was written; nothing is marked before.
    private DateOnly WrittenOn(DateOnly? own, DateOnly? all, DateTimeOffset printed, DateTimeOffset marked)
    {
        var (written, latest) = (own ?? all ?? clock.DayOf(printed), clock.DayOf(marked));
        return written < latest ? written : latest;
    }
}
