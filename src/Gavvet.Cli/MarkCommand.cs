using System.Collections.Immutable;
using System.CommandLine;
using System.Text.Json;
using Gavvet.Engraving.Output;
using Gavvet.Printing;
using Gavvet.Teaching;
using Gavvet.Theory;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Cli;

/// <summary>mark: answers to the papers of a printing, judged from its record alone.</summary>
internal static class MarkCommand
{
    private const int MostBytes = 256 * 1024 * 1024;

    private static readonly JsonSerializerOptions Strict = new(CommandOutput.Json)
    {
        UnmappedMemberHandling = System.Text.Json.Serialization.JsonUnmappedMemberHandling.Disallow,
        AllowDuplicateProperties = false,
    };

    public static Command Create()
    {
        var record = new Argument<FileInfo>("record") { Description = "The printing's record, as make --class writes it." };
        var answers = new Option<FileInfo>("--answers")
        {
            Description =
                "A file with a JSON object a line: student or code, item, and one of written, lines, choice, right, blank, marks; date if not today.",
            Required = true,
        };
        var json = new Option<bool>("--json") { Description = "As JSON, a line each and the totals last." };
        var results = new Option<FileInfo>("--results") { Description = "Write the results file (docs/results.schema.json) here." };
        var slips = new Option<DirectoryInfo>("--slips") { Description = "Write slips.pdf and the marked pages into this folder." };
        var command = new Command("mark", "Mark the papers of a printing.") { record, answers, json, results, slips };
        command.SetAction(parsed =>
            CommandOutput.Run(() =>
                Mark(
                    parsed.GetRequiredValue(record),
                    parsed.GetRequiredValue(answers),
                    parsed.GetValue(json),
                    parsed.GetValue(results),
                    parsed.GetValue(slips)
                )
            )
        );
        return command;
    }

    private static void Mark(FileInfo recordFile, FileInfo answers, bool asJson, FileInfo? resultsFile, DirectoryInfo? slips)
    {
        if (!answers.Exists)
            throw new FormatException($"There is no file {answers.FullName}.");
        var papers = new RecordedPapers(PrintingRecord.Read(Text(recordFile)));
        var marked = new List<(RecordedCopy Copy, Result Result)>();
        using var output = new StreamWriter(Console.OpenStandardOutput());
        var number = 0;
        foreach (var line in File.ReadLines(answers.FullName))
        {
            number++;
            if (string.IsNullOrWhiteSpace(line))
                continue;
            try
            {
                var (copy, result) = MarkLine(papers, line);
                marked.Add((copy, result));
                output.WriteLine(asJson ? JsonSerializer.Serialize(Said(result), CommandOutput.Json) : Sentence(result));
            }
            catch (Exception problem) when (problem is FormatException or UnwritableNoteException)
            {
                var words = PlainText.Of(problem.Message);
                output.WriteLine(asJson ? JsonSerializer.Serialize(new { error = words }, CommandOutput.Json) : $"Line {number}: {words}");
            }
        }

        var totals = marked
            .GroupBy(mark => mark.Copy.Number)
            .SelectMany(own => StudentTotal.From(own.Select(mark => mark.Result)))
            .ToArray();
        if (asJson)
        {
            output.WriteLine(JsonSerializer.Serialize(new { totals }, CommandOutput.Json));
        }
        else
        {
            foreach (var total in totals)
                output.WriteLine($"{total.Student ?? "Spare paper"}: {MarksText.Of(total.Marks)} of {total.Of}");
        }

        output.Flush();
        if (resultsFile is not null)
            File.WriteAllText(
                resultsFile.FullName,
                ResultsFile
                    .Of(papers.Record.Title, papers.Record.Class, papers.Record.HouseStyle, marked.Select(mark => mark.Result))
                    .Write()
            );
        if (slips is not null)
            WriteSlips(papers.Record, marked, slips);
    }

    /// <summary>The text of a record.</summary>
    /// <exception cref="FormatException">There is none, or it is too large for one.</exception>
    internal static string Text(FileInfo file)
    {
        if (!file.Exists)
            throw new FormatException($"There is no file {file.FullName}.");
        return file.Length <= MostBytes
            ? File.ReadAllText(file.FullName)
            : throw new FormatException("The file is too large for the record of a printing.");
    }

    private static (RecordedCopy Copy, Result Result) MarkLine(RecordedPapers papers, string line)
    {
        AnswerLine answer;
        try
        {
            answer = JsonSerializer.Deserialize<AnswerLine>(line, Strict) ?? throw new FormatException("The line is empty.");
        }
        catch (JsonException problem)
        {
            throw new FormatException(
                "The line is not an object with student or code, item, and one of written, lines, choice, right, blank, marks; and date where it is not today.",
                problem
            );
        }

        var copy = papers.Find(answer.Student, answer.Code);
        var item = papers.ItemOf(copy, answer.Item ?? throw new FormatException("The line does not say which item."));
        if (answer.Choice is not null && item.Question.Choices.IsEmpty && item.Question.List.IsEmpty)
            throw new FormatException($"Item {item.Number} is not answered by a choice. Give what was written.");
        var marking = papers.Mark(item, answer.Decision()) with { Remark = answer.Remark };
        return (copy, new Result(copy.Student, answer.Day(), item, marking));
    }

    private static object Said(Result result) =>
        new
        {
            student = result.Student,
            item = result.Item.Number,
            verdict = FileWords.Of(result.Marking.As),
            marks = result.Marking.Marks,
            of = result.Marking.Of,
            findings = result.Marking.Findings.Select(finding => new
            {
                code = FileWords.Of(finding.Code),
                finding.Position,
                finding.Expected,
                finding.Found,
                message = PlainText.Of(finding.Message),
            }),
        };

    private static string Sentence(Result result) =>
        $"{result.Student ?? "Spare paper"}, item {result.Item.Number}: {FileWords.Of(result.Marking.As)}, {MarksText.Of(result.Marking.Marks)} of {result.Marking.Of}{string.Concat(result.Marking.Findings.Select(finding => $"\n  {FileWords.Of(finding.Code)}: {PlainText.Of(finding.Message)}"))}";

    // Papers go by their numbers: no name stands in the name of a file.
    private static void WriteSlips(PrintingRecord record, List<(RecordedCopy Copy, Result Result)> marked, DirectoryInfo folder)
    {
        folder.Create();
        var papers = record
            .Copies.Where(copy => marked.Exists(mark => mark.Copy == copy))
            .Select(copy => PaperOf(record, copy, [.. marked.Where(mark => mark.Copy == copy).Select(mark => mark.Result)]))
            .ToArray();
        if (papers.Length == 0)
            throw new FormatException("No paper has a marking, so there are no slips to write.");
        Write(folder, "slips.pdf", PdfWriter.Write(record.Title, Slips.Of(papers)));
        foreach (var paper in papers)
            Write(folder, $"marked-{paper.Copy.Number:00}.pdf", PdfWriter.Write(record.Title, MarkedPages.Of(paper)));
    }

    private static MarkedPaper PaperOf(PrintingRecord record, RecordedCopy copy, Result[] results)
    {
        if (copy.Sides.IsEmpty)
            throw new FormatException(
                "This record does not hold its pages, so no slip can be drawn from it. Slips are made from the record that make --class writes."
            );
        var date = record.Speaks.Saying(() => DateText.Long(results.Max(result => result.Date)));
        return new MarkedPaper(
            record,
            copy,
            copy.Student ?? "",
            date,
            results.GroupBy(result => result.Item.Number).ToDictionary(own => own.Key, own => own.Last().Marking),
            [.. copy.Sides.Select(PageSidesRead.Unpack)]
        );
    }

    private static void Write(DirectoryInfo folder, string name, byte[] bytes)
    {
        var path = Path.Combine(folder.FullName, name);
        File.WriteAllBytes(path, bytes);
        Console.Error.WriteLine(path);
    }

    /// <summary>A line of the answers.</summary>
    private sealed record AnswerLine(
        string? Student,
        string? Code,
        int? Item,
        string? Written,
        ImmutableArray<string>? Lines,
        string? Choice,
        bool? Right,
        bool? Blank,
        double? Marks,
        string? Date,
        string? Remark
    )
    {
        public Decision Decision()
        {
            Decision?[] said =
            [
                Written is null ? null : new Decision.Written(Written),
                Lines is { } lines ? new Decision.Written(string.Join('\n', lines)) : null,
                Choice is null ? null : new Decision.Written(Choice),
                Right is { } right
                    ? right
                        ? new Decision.Right()
                        : new Decision.Wrong()
                    : null,
                Blank is true ? new Decision.Blank() : null,
                Marks is { } marks ? new Decision.Earned(marks) : null,
            ];
            Decision[] one = [.. said.OfType<Decision>()];
            return one.Length == 1
                ? one[0]
                : throw new FormatException(
                    $"The line says {(one.Length == 0 ? "nothing of the answer" : "more than one thing of the answer")}. Give one of written, lines, choice, right, blank, marks."
                );
        }

        public DateOnly Day() =>
            Date is null ? DateOnly.FromDateTime(TimeProvider.System.GetLocalNow().DateTime) : LessonPlan.ReadDate(Date);
    }
}
