using Gavvet.Worksheets.Judging;

namespace Gavvet.Worksheets.Tests;

/// <summary>An examiner's cases, with a spelling of their own: verdict, mistake and marks were written down before they were judged
/// (common practice, no source).</summary>
public class ExaminerTests
{
    [Fact]
    public void Each_case_is_judged_as_the_examiner_does()
    {
        var rows = File.ReadAllLines(Path.Combine(Checkout.Folder, "tests", "support", "examiner-cases.txt"))
            .Where(row => row[0] != '#')
            .ToArray();
        Assert.True(rows.Length >= 400, $"{rows.Length} cases");
        var otherwise = rows.Where(row => Judged(row) != row).Select(row => $"{row} but judged {Judged(row)}").ToArray();
        Assert.True(otherwise.Length == 0, string.Join('\n', otherwise));
    }

    // The row as the judge would write it.
    private static string Judged(string row)
    {
        var cells = row.Split('|', StringSplitOptions.TrimEntries);
        var direction = cells[2] == "up" ? Direction.Ascending : Direction.Descending;
        var judged = ScaleJudge.Judge(
            new AskedScale(ScaleTypes.Get(cells[0]), NoteText.Parse(cells[1]), direction, HouseStyle.Classical),
            new WrittenAnswer(AnswerText.Notes(cells[3]), null)
        );
        var findings = string.Join(", ", judged.Findings.Select(finding => $"{FileWords.Of(finding.Code)} {finding.Position}"));
        return $"{cells[0]} | {cells[1]} | {cells[2]} | {cells[3]} | {judged.Verdict} | {judged.Marks}/{judged.Of} | {findings}";
    }
}
