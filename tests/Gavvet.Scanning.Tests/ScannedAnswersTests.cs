using Gavvet.Printing;
using Gavvet.Teaching;

namespace Gavvet.Scanning.Tests;

/// <summary>What is read of a scanned paper is judged as what was written is.</summary>
public class ScannedAnswersTests
{
    [Theory]
    [InlineData(NameSystem.English, 40)]
    [InlineData(NameSystem.German, 60)]
    public void What_is_read_is_what_was_written(NameSystem names, int from)
    {
        var papers = new RecordedPapers(Pile.Printed(names));
        var (drawn, read, ticks, ticksRead, empty, emptyRead) = (0, 0, 0, 0, 0, 0);
        var other = new List<string>();
        var rounds = Enumerable.Range(0, Pile.Rounds * 2).SelectMany(round => papers.Record.Copies.Select(copy => (round, copy)));
        Parallel.ForEach(rounds, one =>
        {
            var (round, copy) = one;
            var seed = (ulong)((from * 1_000) + (round * 100) + copy.Number);
            var student = new SimulatedStudent(papers, seed);
            for (var number = 0; number < copy.Codes.Length; number++)
            {
                var page = new PrintedPage(PageSidesRead.Unpack(copy.Sides[number]).Student);
                var scan = SimulatedScanner.Scan(page.Page, canvas => student.Write(canvas, copy, number, page), 200, seed + (ulong)number);
                var picture = PictureReader.Read(scan.Jpeg)!;
                if (ScannedPage.Lay(page, picture) is not var (laid, _))
                    continue;
                foreach (var answer in ScannedAnswers.Of(papers, copy, number, page, laid))
                {
                    var item = papers.ItemOf(copy, answer.Item);
                    var written = student.Answer(item);
                    lock (other)
                    {
                        empty += written is null ? 1 : 0;
                        emptyRead += written is null && answer.IsEmpty ? 1 : 0;
                        if (written is not null && answer.IsEmpty)
                            other.Add($"{item.Number} is called empty");
                        if (string.IsNullOrEmpty(written))
                            continue;
                        var isTick = !item.Question.Choices.IsEmpty;
                        drawn += isTick ? 0 : 1;
                        ticks += isTick ? 1 : 0;
                        if (answer.Written is not { } found)
                            continue;
                        read += isTick ? 0 : 1;
                        ticksRead += isTick ? 1 : 0;
                        var seen = string.Concat(found.Where(sign => !char.IsAsciiDigit(sign)));
                        if (isTick ? written != found : !Notes(written).SequenceEqual(Notes(seen)))
                            other.Add($"{item.Number}: {written} read as {found}");
                        // What is right is judged so with the octaves it was read in.
                        if (!isTick && written == item.Question.Text && !papers.Mark(item, new Decision.Written(found)).IsRight)
                            other.Add($"{item.Number}: {found} is not right");
                    }
                }
            }
        });
        IEnumerable<NoteName> Notes(string text) => text.Split(' ').Select(name => NoteNaming.Parse(names, name));
        var said =
            $"{names}: {read} of {drawn} scales, {ticksRead} of {ticks} ticks, {emptyRead} of {empty} empty; otherwise: {string.Join("; ", other)}";
        TestContext.Current.SendDiagnosticMessage(said);
        Assert.True(other.Count == 0, said);
        Assert.True(read >= 0.5 * drawn && ticksRead >= 0.9 * ticks, said);
    }
}
