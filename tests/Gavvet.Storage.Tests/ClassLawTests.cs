using Gavvet.Teaching;

namespace Gavvet.Storage.Tests;

/// <summary>A register and its marks, changed by lot and kept a second time in plain lists.</summary>
public sealed class ClassLawTests : OnFolder
{
    private sealed class Kept(string id, string name)
    {
        public string Id { get; } = id;

        public string Name { get; set; } = name;

        public Seat? Seat { get; set; }

        public bool IsAway { get; set; }
    }

    [Fact]
    public async Task A_register_is_what_was_written_into_it()
    {
        var classes = new ClassStore(Data, Clock);
        var group = await classes.CreateAsync("Strings");
        var book = new List<Kept>();
        var dice = new Dice(7);
        for (var turn = 0; turn < 120; turn++)
        {
            var one = book.Count > 0 ? book[dice.Next(book.Count)] : null;
            switch (dice.Next(6))
            {
                case 0 or 1:
                    await classes.AddAsync(group, [new Student("", $"Student {turn}")]);
                    var added = (await classes.FindAsync(group))!.Students[^1];
                    book.Add(new Kept(added.Id, added.Name));
                    break;
                case 2 when one is not null && book.Count > 2:
                    await Erasure.StudentAsync(one.Id);
                    book.Remove(one);
                    break;
                case 3 when one is not null:
                    Seat? seat = dice.Next(4) == 0 ? null : new Seat(1 + dice.Next(2), 1 + dice.Next(3));
                    if (seat is not null && book.Find(other => other.Seat == seat) is { } there)
                        there.Seat = one.Seat;
                    one.Seat = seat;
                    await classes.SitAsync(group, one.Id, seat);
                    break;
                case 4:
                    var away = book.Where(_ => dice.Next(3) == 0).Select(other => other.Id).ToHashSet();
                    foreach (var other in book)
                        other.IsAway = away.Contains(other.Id);
                    await classes.AwayAsync(group, away);
                    break;
                case 5 when one is not null:
                    one.Name = $"Renamed {turn}";
                    await classes.ChangeAsync(group, new Student(one.Id, one.Name) { Seat = one.Seat, IsAway = one.IsAway });
                    break;
                default:
                    break;
            }

            var found = (await classes.FindAsync(group))!;
            Assert.Equal(
                book.Select(kept => (kept.Id, kept.Name, kept.Seat, kept.IsAway)),
                found.Students.Select(student => (student.Id, student.Name, student.Seat, student.IsAway))
            );
            Assert.Equal(book.Where(kept => !kept.IsAway).Select(kept => kept.Id), found.Present.Select(student => student.Id));
        }
    }

    // Of each item the last marking that was not taken back counts, on the screen and as evidence.
    [Fact]
    public async Task Of_markings_added_and_taken_back_those_count_that_a_book_says()
    {
        var classes = new ClassStore(Data, Clock);
        var group = await classes.CreateAsync("Strings");
        await classes.AddAsync(group, [new Student("", "Mira"), new Student("", "Bo")]);
        var students = (await classes.FindAsync(group))!.Students;
        var sheet = await Sheets.CreateAsync(Worksheets.Editing.SheetEditor.NewSheet(1));
        var printing = (
            await Printings.AddAsync(
                new PrintingToKeep(
                    sheet.Id,
                    sheet.Head.Revision,
                    "Quiz",
                    """{"gavvetPrinting":2,"title":"Quiz","editions":[],"copies":[]}""",
                    [],
                    []
                )
                {
                    ClassId = group,
                    Papers = [.. students.Select(student => ((string?)student.Id, 3))],
                }
            )
        )!;
        var markings = new MarkingStore(Data, Clock);
        var book = new Dictionary<(int Copy, int Item), Stack<(long Id, double Marks)>>();
        var order = new List<(long Id, (int Copy, int Item) At)>();
        var dice = new Dice(11);
        for (var turn = 0; turn < 150; turn++)
        {
            if (dice.Next(3) == 0 && order.Count > 0)
            {
                var (id, at) = order[^1];
                Assert.Equal((at.Copy, at.Item), ((await markings.UndoAsync(printing))! is var undone ? undone.Copy : 0, undone.Item));
                Assert.Equal(id, book[at].Pop().Id);
                order.RemoveAt(order.Count - 1);
            }
            else
            {
                var at = (Copy: 1 + dice.Next(2), Item: 1 + dice.Next(3));
                var marks = dice.Next(9) / 2.0;
                var marking = new Marking(
                    marks == 4 ? MarkedAs.Correct : MarkedAs.Wrong,
                    marks,
                    4,
                    marks == 4 ? [] : [new MarkedFinding(FindingCode.OctaveMissing, 8, "D", "", "Close it.")]
                );
                var id = await markings.AddAsync(printing, at.Copy, Sample.Item("major", "D", 4) with { Number = at.Item }, marking);
                if (!book.TryGetValue(at, out var stack))
                    book[at] = stack = [];
                stack.Push((id, marks));
                order.Add((id, at));
            }

            var counts = book.Where(pair => pair.Value.Count > 0)
                .OrderBy(pair => pair.Value.Peek().Id)
                .Select(pair => (pair.Key.Copy, pair.Key.Item, pair.Value.Peek().Marks))
                .ToArray();
            if (turn % 10 > 0)
                continue;
            Assert.Equal(
                counts.Order(),
                (await markings.CurrentAsync(printing)).Select(pair => (pair.Key.Copy, pair.Key.Item, pair.Value.Marking.Marks)).Order()
            );
            var evidence = await markings.EvidenceAsync(group);
            Assert.Equal(counts, evidence.Select(kept => (kept.Copy, kept.Item, kept.Evidence.Marks)));
            Assert.Equal(counts.Select(count => students[count.Copy - 1].Name), evidence.Select(kept => kept.Evidence.Student));
            Assert.All(evidence, kept =>
                Assert.Equal(
                    (Sample.Skill("major", "D"), kept.Evidence.Marks == 4 ? 0 : 1),
                    (kept.Evidence.Skill, kept.Evidence.Findings.Length)
                )
            );
            Assert.Equal(
                counts.Select(count => (students[count.Copy - 1].Name, count.Marks == 4)),
                (await markings.AnswersAsync(group)).Select(answer => (answer.Student, answer.IsRight))
            );
        }
    }
}
