using System.CommandLine;
using System.Text.Json;
using System.Text.Json.Serialization;
using Gavvet.Theory;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Cli;

/// <summary>check: judges a written scale, or a file of them.</summary>
internal static class CheckCommand
{
    private static readonly JsonSerializerOptions Strict = new(CommandOutput.Json)
    {
        UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
    };

    public static Command Create()
    {
        var type = new Option<string>("--type") { Description = "The scale type asked, by its id or a name." };
        var tonic = new Option<string>("--tonic") { Description = "The tonic asked; at concert pitch where a part is given." };
        var direction = new Option<string>("--direction") { Description = "up, down or both; up if left out." };
        var answer = new Option<string>("--answer")
        {
            Description =
                "The notes written, such as \"D E F# G A B C# D\"; n cancels, an octave number puts a note on a staff, | is a barline.",
        };
        var signature = new Option<int?>("--signature")
        {
            Description = "The key signature written: sharps as a positive number, flats as a negative one.",
        };
        var signatureNotes = new Option<string>("--signature-notes")
        {
            Description = "The signs of the key signature in the order they are written, such as \"F# C#\".",
        };
        var part = new Option<string>("--part") { Description = "The part the answer is written for, such as alto-sax." };
        var preset = new Option<string>("--preset")
        {
            Description = "The house style, a preset or a house style file: classical if left out.",
        };
        var clef = new Option<string>("--clef")
        {
            Description = "The clef it is written in, such as bass; a reading in another clef is then told.",
        };
        var json = new Option<bool>("--json") { Description = "As a JSON object." };
        var batch = new Option<FileInfo>("--batch")
        {
            Description = "A file with a JSON object a line; one verdict a line comes out, in order.",
        };
        var command = new Command("check", "Judge a written scale.")
        {
            type,
            tonic,
            direction,
            answer,
            signature,
            signatureNotes,
            part,
            preset,
            clef,
            json,
            batch,
        };
        command.SetAction(parsed =>
            CommandOutput.Run(() =>
            {
                if (parsed.GetValue(batch) is { } file)
                    JudgeAll(file);
                else
                    JudgeOne(
                        new Request(
                            parsed.GetValue(type),
                            parsed.GetValue(tonic),
                            parsed.GetValue(direction),
                            parsed.GetValue(answer),
                            parsed.GetValue(signature),
                            parsed.GetValue(signatureNotes),
                            parsed.GetValue(part),
                            parsed.GetValue(preset),
                            parsed.GetValue(clef)
                        ),
                        parsed.GetValue(json)
                    );
            })
        );
        return command;
    }

    private static void JudgeOne(Request request, bool asJson)
    {
        var result = request.Judge();
        if (asJson)
        {
            Console.WriteLine(JsonSerializer.Serialize(result, CommandOutput.Json));
            return;
        }

        Console.WriteLine($"{result.Verdict}, {result.Marks} of {result.Of}");
        foreach (var finding in result.Findings)
            Console.WriteLine($"  {finding.Code}: {finding.Message}");
    }

    private static void JudgeAll(FileInfo file)
    {
        if (!file.Exists)
            throw new FormatException($"There is no file {file.FullName}.");
        using var output = new StreamWriter(Console.OpenStandardOutput());
        foreach (var line in File.ReadLines(file.FullName))
            output.WriteLine(JudgeLine(line));
    }

    // A bad line is answered in words, and the run goes on.
    private static string JudgeLine(string line)
    {
        try
        {
            using var document = JsonDocument.Parse(line);
            if (document.RootElement.ValueKind == JsonValueKind.Object && document.RootElement.TryGetProperty("item", out _))
            {
                var item = JsonSerializer.Deserialize<WrittenItem>(line, Strict) ?? throw new FormatException("The line is empty.");
                var (judgement, style, asked) = item.Judge();
                return JsonSerializer.Serialize(Result.From(judgement, finding => asked.Sentence(style, finding)), CommandOutput.Json);
            }

            var request = JsonSerializer.Deserialize<Request>(line, Strict) ?? throw new FormatException("The line is empty.");
            return JsonSerializer.Serialize(request.Judge(), CommandOutput.Json);
        }
        catch (Exception problem) when (problem is FormatException or UnwritableNoteException or RoutesDisagreeException)
        {
            return JsonSerializer.Serialize(new { error = PlainText.Of(problem.Message) }, CommandOutput.Json);
        }
        catch (JsonException)
        {
            return JsonSerializer.Serialize(
                new
                {
                    error = "The line is not an object with type, tonic, direction, answer and, where wanted, signature, signatureNotes, part, preset, clef; or with an item and what was written.",
                },
                CommandOutput.Json
            );
        }
    }

    private sealed record Request(
        string? Type,
        string? Tonic,
        string? Direction,
        string? Answer,
        int? Signature,
        string? SignatureNotes,
        string? Part,
        string? Preset,
        string? Clef = null
    )
    {
        public Result Judge()
        {
            var style = CommandOutput.Style(Preset);
            var meant = ScaleSearch.Parse(
                Type ?? throw new FormatException("Say which scale was asked: a type such as harmonic-minor."),
                style
            );
            var asked = new AskedScale(
                meant.Type,
                Tonic is null && meant.Tonic is { } named
                    ? named
                    : NoteNaming.Parse(
                        style.NoteNames,
                        Tonic ?? throw new FormatException("Say on which tonic the scale was asked, such as D#.")
                    ),
                ReadDirection(Direction),
                style
            )
            {
                Part = Part is null ? null : Instrument.Parse(Part),
                Clef = Clef is null
                    ? null
                    : Theory.Clef.Find(Clef)
                        ?? throw new FormatException(
                            $"“{Clef}” is not a clef here. Write {string.Join(", ", Theory.Clef.All.Select(known => known.Id))}."
                        ),
            };
            var answer = new WrittenAnswer(AnswerText.Notes(Answer ?? "", style.NoteNames), ReadSignature(style));
            return Result.From(ScaleJudge.Judge(asked, answer), finding => FindingSentences.Sentence(asked.Style, asked, finding));
        }

        private WrittenSignature? ReadSignature(HouseStyle style)
        {
            if (Signature is { } fifths && SignatureNotes is not null)
                throw new FormatException("Give the signature as a number or as its signs, not both.");
            if (Signature is { } number)
            {
                return number is >= -KeySignature.Most and <= KeySignature.Most
                    ? WrittenSignature.Of(new KeySignature(number).Notes)
                    : throw new FormatException(
                        $"A key signature has at most seven sharps or flats; {number} is beyond. Write a number from -7 to 7."
                    );
            }

            return SignatureNotes is null ? null : AnswerText.Signature(SignatureNotes, style.NoteNames);
        }

        private static Direction ReadDirection(string? word) =>
            word switch
            {
                null or "up" => Theory.Direction.Ascending,
                "down" => Theory.Direction.Descending,
                "both" => Theory.Direction.Both,
                _ => throw new FormatException($"“{word}” is not a direction. Write up, down or both."),
            };
    }

    private sealed record Result(string Verdict, int Marks, int Of, IReadOnlyList<FindingRecord> Findings)
    {
        public static Result From(Judgement judgement, Func<Finding, string> sentence) =>
            new(
                FileWords.Of(judgement.Verdict),
                judgement.Marks,
                judgement.Of,
                [
                    .. judgement.Findings.Select(finding => new FindingRecord(
                        FileWords.Of(finding.Code),
                        finding.Position,
                        finding.Expected.Ascii,
                        finding.Found.Ascii,
                        PlainText.Of(sentence(finding))
                    )),
                ]
            );
    }

    private sealed record FindingRecord(string Code, int Position, string Expected, string Found, string Message);
}
