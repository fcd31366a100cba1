using System.Text.Json;
using Gavvet.Teaching;
using Gavvet.Teaching.Practice;

namespace Gavvet.Storage.Tests;

/// <summary>What stands in a folder that was filled with a name.</summary>
/// <param name="Class">The class.</param>
/// <param name="Student">The student of that name.</param>
/// <param name="Other">The other student.</param>
/// <param name="Printing">The printing for the class.</param>
/// <param name="Large">The printing with large print for the student.</param>
/// <param name="Sheet">The sheet.</param>
internal sealed record NamedFolder(string Class, string Student, string Other, string Printing, string Large, string Sheet)
{
    private static readonly SetItem Item = Sample.Item("harmonic-minor", "D", 4);

    /// <summary>Fills a folder with a name in every place where a teacher, a student or the program can have written it.</summary>
    public static async Task<NamedFolder> FillAsync(Database data, TimeProvider clock, string name, string className)
    {
        var (sheets, printings, markings, classes, settings) = (
            new SheetStore(data, clock),
            new PrintingStore(data, clock),
            new MarkingStore(data, clock),
            new ClassStore(data, clock),
            new DeskSettings(data)
        );
        var group = await classes.CreateAsync(className.Contains(name, StringComparison.Ordinal) ? className : $"{className} with {name}");
        await classes.AddAsync(group, [new Student("", name), new Student("", "Bo Ekman")]);
        await classes.KeepBookAsync(group, new MarkRules([new MarkBand($"As {name}", 90)]));
        var students = (await classes.FindAsync(group))!.Students;
        var named = (await classes.FindAsync(group))!.Name;
        var sheet = await sheets.CreateAsync(
            SheetEditor.NewSheet(1) with
            {
                Title = $"{named}: scales",
                Instructions = $"For {name}, with care",
            }
        );
        await new SheetHistory(data, clock).NameAsync(sheet.Id, $"As {name} had it");
        await new SectionLibrary(data, clock).KeepAsync($"Warm-up for {name}", sheet.Sheet, sheet.Sheet.Sections[0]);
        await settings.KeepStyleAsync($"Style of {name}", HouseStyle.Classical);
        await settings.SetAsync(DeskSettings.LargePrintOf(sheet.Id), $"Tomas, A\n{name}, A");
        await settings.SetAsync(
            DeskSettings.PlanOf(group),
            JsonSerializer.Serialize(
                new
                {
                    Course = "exam-course",
                    Topics = new[] { new { Name = $"What {name} missed", Lessons = 1 } },
                    Left = new[] { $"What {name} missed" },
                }
            )
        );
        var large = await PrintAsync(printings, sheet, null, named, name, ["Tomas", name], "LLLL000");
        var printing = await PrintAsync(
            printings,
            sheet,
            (group, students),
            named,
            name,
            [.. students.Select(student => student.Id)],
            "CCCC000"
        );
        await markings.AddAsync(printing, 1, Item, Marked(3, $"Well done, {name}", name));
        await markings.AddAsync(printing, 2, Item, Marked(2, $"Ask {name} to help", $"I copied from {name}"));
        await markings.SayAsync(printing, $"Not “{name}”, but D.", $"Bo, do not write {name}.");
        await markings.ReturnAsync(
            printing,
            [
                new ReturnedPage(1, "slip", 1, $"{named}|Well done, {name}", "null"),
                new ReturnedPage(2, "slip", 1, $"{named}|Ask {name} to help", "null"),
            ]
        );
        var practices = new PracticeStore(data, clock);
        var practice = await practices.OpenAsync(
            new NewPractice(
                sheet.Sheet,
                sheet.Id,
                new PracticeRules { Entrance = Entrance.ByName },
                clock.GetUtcNow(),
                clock.GetUtcNow().AddDays(1)
            )
            {
                ClassId = group,
                Students = [.. students.Select(student => student.Id)],
                Own = new Dictionary<string, Sheet> { [students[1].Id] = sheet.Sheet with { Title = $"After what {name} missed" } },
            }
        );
        foreach (var seat in await practices.SeatsAsync(practice))
            await practices.AddAsync(
                seat.Id,
                "1",
                new PracticeTry("1", Doing.Answered, clock.GetUtcNow()) { Marking = Marked(0, "", $"I copied from {name}") },
                Item,
                _ => true
            );
        return new NamedFolder(group, students[0].Id, students[1].Id, printing, large, sheet.Id);
    }

    private static Marking Marked(int marks, string remark, string written) =>
        new(MarkedAs.Wrong, marks, 4, [new MarkedFinding(FindingCode.NotTheAnswer, 0, "D", written, $"Not “{written}”, but D.")])
        {
            Remark = remark,
            Written = written,
        };

    private static async Task<string> PrintAsync(
        PrintingStore printings,
        StoredSheet sheet,
        (string Id, IReadOnlyList<Student> Students)? group,
        string className,
        string name,
        string[] owners,
        string code
    )
    {
        var record = JsonSerializer.Serialize(
            new
            {
                gavvetPrinting = 2,
                title = sheet.Sheet.Title,
                keysNameNobody = true,
                @class = group is null ? null : className,
                editions = new[]
                {
                    new
                    {
                        version = "A",
                        sections = new[] { $"Section for {name}" },
                        items = Array.Empty<int>(),
                    },
                },
                copies = owners.Select(
                    (owner, i) =>
                        new
                        {
                            number = i + 1,
                            student = owner,
                            edition = 0,
                            codes = new[] { $"{code}{i}" },
                        }
                ),
            }
        );
        string Pile(int i) => group is null ? $"student-A{(i == 0 ? "" : $"-large-{i + 1}")}" : $"paper-{i + 1}";
        string Page(int i) => $"{sheet.Sheet.Title}|{className}|{(group is null ? owners[i] : "")}|For {name}, with care";
        return (
            await printings.AddAsync(
                new PrintingToKeep(
                    sheet.Id,
                    sheet.Head.Revision,
                    sheet.Sheet.Title,
                    record,
                    [
                        .. group is null
                            ? owners.Select(
                                (owner, i) =>
                                    (new KeptPile(Pile(i), $"{owner} · Version A", 1, false), System.Text.Encoding.UTF8.GetBytes(Page(i)))
                            )
                            : [],
                        (new KeptPile("key-A", "Key", 1, true), System.Text.Encoding.UTF8.GetBytes(Page(0))),
                        (new KeptPile("key-short", "Short key", 1, true), System.Text.Encoding.UTF8.GetBytes(sheet.Sheet.Title)),
                    ],
                    [
                        .. owners.Select(
                            (owner, i) =>
                                new PackedPage(
                                    $"{code}{i}",
                                    Pile(i),
                                    1,
                                    group is null ? $"{owner} · Version A" : "Version A",
                                    PackedSides.Pack(Page(i), "key " + Page(i))
                                )
                        ),
                    ]
                )
                {
                    ClassId = group?.Id,
                    Papers = group is null ? [] : [.. owners.Select(owner => ((string?)owner, 1))],
                }
            )
        )!;
    }
}
