using System.Text.Json.Nodes;

namespace Gavvet.Worksheets.Tests;

/// <summary>A file with several faults is refused once, with all of them.</summary>
public class SheetFaultsTests
{
    private static readonly (string Place, Action<JsonObject> Break)[] Faults =
    [
        ("title", sheet => sheet["title"] = 3),
        ("versions", sheet => sheet["versions"] = 99),
        ("paper.staffHeight", sheet => sheet["paper"]!["staffHeight"] = 90),
        ("paper.size", sheet => sheet["paper"]!["size"] = "A9"),
        ("parts[1]", sheet => sheet["parts"] = new JsonArray("trumpet", "kazoo")),
        ("houseStyle.minorRelatives", sheet => sheet["houseStyle"] = new JsonObject { ["minorRelatives"] = true }),
        ("sections[0].kind", sheet => sheet["sections"]![0]!["kind"] = "write-scales"),
        ("sections[1].scales[1]", sheet => sheet["sections"]![1]!["scales"] = new JsonArray("major", "majour")),
        ("sections[1].count", sheet => sheet["sections"]![1]!["count"] = 0),
        ("sections[2].clefs[0]", sheet => sheet["sections"]![2]!["clefs"] = new JsonArray("trebel")),
        ("sections[3].colour", sheet => sheet["sections"]![3]!["colour"] = "red"),
        ("sections[3].marks", sheet => sheet["sections"]![3]!["marks"] = -1),
    ];

    private static JsonObject Sound() =>
        JsonNode
            .Parse(
                """
                {"gavvet":1,"title":"Sound","seed":3,"versions":2,"paper":{"size":"A4","staffHeight":8},"sections":[
                {"kind":"write-scale","count":2},{"kind":"write-scale","count":2},{"kind":"write-scale","count":2},{"kind":"relative-key","count":2}]}
                """
            )!
            .AsObject();

    private static string[] Said(JsonObject sheet) =>
        Assert.Throws<SheetFileException>(() => SheetFile.ReadWhole(sheet.ToJsonString(), DrawChoices.None)).Message.Split('\n');

    [Fact]
    public void Any_faults_are_all_said_each_at_its_place()
    {
        SheetFile.ReadWhole(Sound().ToJsonString(), DrawChoices.None);
        for (ulong number = 1; number <= 300; number++)
        {
            var dice = new Dice(number);
            var chosen = Faults.Where(_ => dice.Next(3) == 0).ToArray();
            if (chosen.Length == 0)
                continue;
            var sheet = Sound();
            foreach (var (_, put) in chosen)
                put(sheet);
            string[] said = Said(sheet);
            Assert.Equal(chosen.Select(fault => $"In {fault.Place}").Order(), said.Select(line => line.Split(": ")[0]).Order());
        }
    }

    [Fact]
    public void What_is_no_sheet_at_all_is_said_once()
    {
        foreach (
            var text in new[] { "", "[]", "{", """{"gavvet":7}""", """{"a":1}""", """{"gavvet":1,"title":"x","title":"y","sections":[]}""" }
        )
            Assert.NotEmpty(
                Assert.Single(Assert.Throws<SheetFileException>(() => SheetFile.ReadWhole(text, DrawChoices.None)).Message.Split('\n'))
            );
    }
}
