using System.Collections;
using System.Reflection;
using System.Text;
using System.Text.Json;
using Gavvet.Exchange;
using Gavvet.Worksheets.Editing;
using Gavvet.Worksheets.Forms;
using UglyToad.PdfPig;

namespace Gavvet.Printing.Tests;

/// <summary>The files of a printing say the same, and the students' cannot say what the key does.</summary>
public class FilesAgreeTests
{
    private static readonly HouseStyle[] Styles =
    [
        .. HouseStyle.Presets,
        .. Enum.GetValues<NameSystem>().Select(names => HouseStyle.Classical with { NoteNames = names }),
    ];

    [Fact]
    public void Items_score_and_pdf_have_the_same_answers_in_every_kind_form_and_style()
    {
        var (scales, words) = (0, 0);
        var problems = new List<string>();
        foreach (var (sheet, what) in Sheets())
        {
            var files = new PrintedFiles(
                PrintRun.Compose(PrintPlan.Of(sheet, PrintChoices.None), QuestionCatalogue.Standard, PrintPace.Fast)
            )
                .Of(["in-place", "short"], ["pdf", "musicxml"], PrintPace.Fast)
                .ToDictionary(file => file.Name, file => file.Bytes);
            using var json = JsonDocument.Parse(files["items.json"]);
            // A sheet without a staff has no score.
            var staves = (files.TryGetValue("key.musicxml", out var score) ? MusicXmlReader.Read(score)[0].Staves : []).ToLookup(staff =>
                staff.Number
            );
            var printed = Bare(
                string.Concat(
                    files
                        .Where(file =>
                            file.Key.StartsWith("key-", StringComparison.Ordinal) && file.Key.EndsWith(".pdf", StringComparison.Ordinal)
                        )
                        .Select(file => Letters(file.Value))
                )
            );
            foreach (var item in json.RootElement.GetProperty("versions")[0].GetProperty("items").EnumerateArray())
            {
                var answer = item.GetProperty("answer");
                if (answer.TryGetProperty("text", out var lines))
                {
                    // Answers that are drawn stand in words in the items alone.
                    if (
                        !QuestionCatalogue.Standard.Get(item.GetProperty("kind").GetString()!).AnswersInWords
                        || item.GetProperty("ask").TryGetProperty("option", out var way) && way.GetString() == "staff"
                    )
                        continue;
                    words++;
                    problems.AddRange(
                        lines
                            .EnumerateArray()
                            .Select(line => Bare(line.GetString()!))
                            .Where(line => !printed.Contains(line, StringComparison.Ordinal))
                            .Select(line => $"{what}: the pdf lacks {line}")
                    );
                    continue;
                }

                // Where the key writes no staff of notes, the answer stands in letters or on keys.
                if (staves[item.GetProperty("number").GetInt32()].LastOrDefault(staff => staff.Notes.Length > 2) is not { } staff)
                    continue;
                scales++;
                var written = string.Join(' ', staff.Notes.Select(note => NoteText.Ascii(note.Name)));
                if (written != Line(answer))
                    problems.Add($"{what}: items have {Line(answer)}, the score {written}");
            }
        }

        Assert.True(problems.Count == 0, string.Join('\n', problems));
        Assert.True(scales > 40 && words > 590, $"{scales} scales, {words} answers in words");
    }

    [Fact]
    public void No_answer_can_be_reached_from_what_a_student_s_files_are_made_of()
    {
        foreach (var (sheet, what) in Sheets())
        {
            var composition = Composer.Compose(sheet);
            Assert.Empty(composition.Key.Withheld.Select(question => $"{what}: {question.Reason}"));
            Assert.True(Reaches(composition).Any(IsAnswer), what);
            Assert.True(
                Reaches(composition.Worksheet).FirstOrDefault(IsAnswer) is null,
                $"{what}: {Reaches(composition.Worksheet).FirstOrDefault(IsAnswer)}"
            );
        }

        static bool IsAnswer(object value) => value is Answer or AnswerPart or AnsweredLine or PosedQuestion or Delegate;
    }

    // Every kind in every way of asking and answering, the styles in turn.
    private static IEnumerable<(Sheet Sheet, string What)> Sheets()
    {
        var turn = 0;
        foreach (var kind in QuestionCatalogue.Standard.All.Where(kind => !kind.AsksOwn))
        {
            foreach (var option in kind.Options.Select(option => option.Id).DefaultIfEmpty(""))
            {
                foreach (var form in Enum.GetValues<AnswerForm>().Where(form => AnswerForms.CanBe(kind, form, option)))
                {
                    var style = Styles[turn++ % Styles.Length];
                    var begun = SheetEditor.NewSheet((ulong)turn);
                    SheetEdit[] edits =
                    [
                        new ChangeHouseStyle(style),
                        new AddSection(kind.Id),
                        new RemoveSection(1),
                        .. option.Length > 0 ? new SheetEdit[] { new ChangeOption(begun.NextId, option) } : [],
                        new ChangeAnswerForm(begun.NextId, form),
                    ];
                    var sheet = edits.Aggregate(begun, (so, edit) => SheetEditor.Apply(so, edit).Sheet ?? so);
                    yield return (sheet, $"{kind.Id} {option} {form} in style {turn % Styles.Length}");
                }
            }
        }
    }

    private static string Line(JsonElement answer)
    {
        string[] Notes(string name) =>
            answer.TryGetProperty(name, out var notes) ? [.. notes.EnumerateArray().Select(note => note.GetString()!)] : [];
        var (up, down) = (Notes("ascending"), Notes("descending"));
        return string.Join(' ', up.Concat(up.Length > 0 ? down.Skip(1) : down));
    }

    private static string Letters(byte[] file)
    {
        using var pdf = PdfDocument.Open(file);
        return string.Concat(pdf.GetPages().SelectMany(page => page.Letters).Select(letter => letter.Value));
    }

    // Signs are drawn in the music face, whose letters have no names in a PDF; a flat in plain characters is a b.
    private static string Bare(string text) =>
        new([
            .. PlainText.Of(text.Normalize(NormalizationForm.FormKC)).Where(letter => char.IsAsciiLetterOrDigit(letter) && letter != 'b'),
        ]);

    private static IEnumerable<object> Reaches(object from)
    {
        var seen = new HashSet<object>(ReferenceEqualityComparer.Instance);
        var ahead = new Stack<object>([from]);
        while (ahead.TryPop(out var value))
        {
            if (!seen.Add(value))
                continue;
            yield return value;
            if (value is string or Type || value.GetType().IsPrimitive || value.GetType().IsEnum)
                continue;
            foreach (var one in (value as IEnumerable)?.Cast<object?>() ?? [])
            {
                // Of a table what stands in it; it is looked up by numbers.
                if (
                    (
                        one?.GetType().GetProperty("Value") is { } held
                        && one.GetType().Name.StartsWith("KeyValuePair", StringComparison.Ordinal)
                            ? held.GetValue(one)
                            : one
                    ) is
                    { } inside
                )
                    ahead.Push(inside);
            }

            // What a scale type or a style keeps for itself holds no answer to this question.
            if (
                value.GetType().Namespace == typeof(ScaleType).Namespace
                || value.GetType().Namespace?.StartsWith("Gavvet", StringComparison.Ordinal) != true
            )
                continue;
            foreach (var field in value.GetType().GetFields(BindingFlags.Instance | BindingFlags.Public | BindingFlags.NonPublic))
            {
                if (field.GetValue(value) is { } one)
                    ahead.Push(one);
            }
        }
    }
}
