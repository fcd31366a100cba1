using System.Text.Json;
using Gavvet.Teaching;
using Gavvet.Teaching.Practice;
using Gavvet.Theory;
using Gavvet.Worksheets.Files;
using Microsoft.EntityFrameworkCore;

namespace Gavvet.Storage;

/// <content>What was practiced as evidence of what students can do.</content>
public sealed partial class MarkingStore
{
    // Each question of each student's practice counts once, by what it came to with its tries and hints.
    private async Task<IReadOnlyList<KeptEvidence>> PracticedAsync(GavvetDatabase database, string classId, CancellationToken cancellation)
    {
        var rows = await (
            from done in database.PracticeTries.AsNoTracking()
            join seat in database.PracticeSeats on done.SeatId equals seat.Id
            join student in database.Students on seat.StudentId equals student.Id
            where student.ClassId == classId && done.Question != ""
            join practice in database.Practices on seat.PracticeId equals practice.Id
            orderby done.Id
            select new
            {
                Done = done,
                student.Name,
                student.Part,
                Practice = practice.Id,
                practice.Rules,
            }
        ).ToListAsync(cancellation);
        var kept = new List<KeptEvidence>();
        foreach (var question in rows.GroupBy(row => (row.Done.SeatId, row.Done.Question)))
        {
            var first = question.First();
            var answered = question.LastOrDefault(row => row.Done.Asked is not null);
            if (
                answered is null
                || QuestionProgress
                    .After(question.Key.Question, question.Select(row => PracticeStore.Read(row.Done)))
                    .Counting(PracticeRules.Read(first.Rules))
                    is not { } marking
                || AskedIn(answered.Done.Asked!) is not { } asked
            )
                continue;
            var part = Instrument.Find(first.Part);
            kept.Add(
                new KeptEvidence(
                    "",
                    0,
                    0,
                    marking,
                    Evidence
                        .From(first.Name, clock.DayOf(answered.Done.MadeAt), asked.Skill, marking)
                        .About(asked, part, answered.Done.Load) with
                    {
                        Source = EvidenceSource.Practice,
                    }
                )
                {
                    Practice = first.Practice,
                }
            );
        }

        return kept;
    }

    // What a later program asks is left to that program.
    private static Asked? AskedIn(string text)
    {
        try
        {
            return FileContract.Read<Asked>(text);
        }
        catch (Exception problem) when (problem is FormatException or JsonException)
        {
            return null;
        }
    }
}
