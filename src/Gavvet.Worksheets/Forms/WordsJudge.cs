using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Forms;

/// <summary>Judges an answer to a question of any kind: a scale as a scale, words, numbers, keys, degrees, formulas and choices as a
/// teacher reads them.</summary>
public static class WordsJudge
{
    // So many wrong notes of a row are named one by one; beyond that the row is said.
    private const int FewPlaces = 2;

    /// <summary>Whether an answer is the key's or one it accepts.</summary>
    /// <param name="kind">The kind, one that answers in words.</param>
    /// <param name="setting">What the question is about, the answer written out.</param>
    /// <param name="answer">What was written, with or without the words around the line.</param>
    public static bool IsRight(QuestionKind kind, QuestionSetting setting, string answer)
    {
        var posed = kind.Pose(setting);
        return IsRight(posed.Question, posed.Answer, answer);
    }

    /// <summary>Whether an answer is the key's or one it accepts, as words or read as a teacher reads it.</summary>
    /// <param name="question">The question as it is written out.</param>
    /// <param name="key">Its answer.</param>
    /// <param name="answer">What was written, with or without the words around the line.</param>
    internal static bool IsRight(Question question, Answer key, string answer)
    {
        var given = PartReading.Plain(answer);
        return (
                !key.Lines.Any(line => PartReading.HasCapitals(key.Style, line.Right))
                && key.Accepted.Append(key.Text)
                    .Append(AnswerPhrase.Of(question, key.Marks))
                    .Concat(key.Accepted.SelectMany(other => AnswerPhrase.Around(question, other)))
                    .Any(right => PartReading.Plain(right) == given)
            ) || OfLines(AskedQuestion.Of(question, key), key.Style, answer).Verdict is Verdict.Correct or Verdict.Accepted;
    }

    /// <summary>The judgement; a mark a line, or a scale's own marks.</summary>
    /// <param name="kind">The kind.</param>
    /// <param name="setting">What the question is about.</param>
    /// <param name="written">What was written: notes, or a line each, or the letter of a choice.</param>
    /// <exception cref="FormatException">It is no answer that can be read.</exception>
    /// <exception cref="RoutesDisagreeException">There is no answer to hold it against.</exception>
    /// <exception cref="UnwritableNoteException">The question cannot be written.</exception>
    public static Judgement Judge(QuestionKind kind, QuestionSetting setting, string written) =>
        Judge(AskedQuestion.Of(kind, setting, []), kind, setting, written);

    /// <summary>The judgement, where what is asked was put together already.</summary>
    /// <param name="asked">What is asked.</param>
    /// <param name="kind">The kind.</param>
    /// <param name="setting">What the question is about.</param>
    /// <param name="written">What was written.</param>
    /// <exception cref="FormatException">It is no answer that can be read.</exception>
    public static Judgement Judge(AskedQuestion asked, QuestionKind kind, QuestionSetting setting, string written) =>
        Judge(asked, setting.Style, written, () => AskedQuestion.MistakesOf(kind, setting));

    /// <summary>The judgement of an answer to a question as it was recorded; a mark a line, or a scale's own marks.</summary>
    /// <param name="asked">What was asked.</param>
    /// <param name="style">The house style it was asked in.</param>
    /// <param name="written">What was written: notes, or a line each, or the letter of a choice.</param>
    /// <exception cref="FormatException">It is no answer that can be read.</exception>
    public static Judgement Judge(AskedQuestion asked, HouseStyle style, string written) =>
        Judge(asked, style, written, () => asked.Mistakes);

    private static Judgement Judge(AskedQuestion asked, HouseStyle style, string written, Func<ImmutableArray<WrongAnswer>> mistakes)
    {
        if (string.IsNullOrWhiteSpace(written))
            throw new FormatException(Texts.Say("answer-empty"));
        if (!asked.Choices.IsEmpty)
            return OfChoice(asked, written);
        if (asked.Scale is not null && ScaleAnswer.Judge(asked, style, written) is { } scale)
            return scale;
        var line = Matched(asked, written) ?? written;
        var judged = OfLines(asked, style, line);
        return judged.Verdict == Verdict.Wrong && asked.Lines.Length == 1 && Mistake(asked, mistakes(), line) is { } code
            ? judged with
            {
                Findings = [judged.Findings[0] with { Code = code }],
            }
            : judged;
    }

    // A letter that stands for an answer of the list to match.
    private static string? Matched(AskedQuestion asked, string written) =>
        !asked.List.IsEmpty && written.Trim().TrimEnd('.', ')').ToUpperInvariant() is [>= 'A' and <= 'Z' and var letter]
            ? asked.List.ElementAtOrDefault(letter - 'A')
                ?? throw new FormatException(Texts.Say("answer-letter", ("letter", letter), ("last", (char)('A' + asked.List.Length - 1))))
            : null;

    // What the same question answers in the key, form or mode that students take for the one asked has that mistake's name.
    private static FindingCode? Mistake(AskedQuestion asked, ImmutableArray<WrongAnswer> mistakes, string written)
    {
        var around = asked
            .Printed.Select(line => $"{line.Before} {written.Trim()} {line.After}".Trim())
            .Append(written)
            .Select(PartReading.Plain)
            .ToHashSet();
        return mistakes.FirstOrDefault(wrong => around.Contains(PartReading.Plain(wrong.Text)))?.Mistake;
    }

    private static Judgement OfChoice(AskedQuestion asked, string written)
    {
        var choices = asked.Choices;
        var letter = written.Trim().TrimEnd('.', ')').ToUpperInvariant();
        // As it stands there; otherwise in any capitals, where that is one of them alone: m2 and M2 are two.
        var chosen =
            letter is [>= 'A' and <= 'Z' and var first] && first - 'A' < choices.Length
                ? first - 'A'
                : Find(choices, option => PlainText.Of(option) == PlainText.Of(written.Trim()));
        if (chosen < 0)
            chosen = Only(choices, option => PartReading.Plain(option) == PartReading.Plain(written));
        if (chosen < 0)
            chosen = Only(choices, option => letter.Length > 0 && option.StartsWith(letter, StringComparison.OrdinalIgnoreCase));
        if (chosen < 0)
            throw new FormatException(Texts.Say("answer-choice", ("answer", written.Trim()), ("choices", string.Join(", ", choices))));
        return asked.RightChoices.Contains(chosen)
            ? new Judgement(Verdict.Correct, [], 1, 1)
            : new Judgement(
                Verdict.Wrong,
                [new Finding(FindingCode.NotTheAnswer, 1, new FindingSubject.Words(asked.Text), new FindingSubject.Words(choices[chosen]))],
                0,
                1
            );
    }

    private static int Find(ImmutableArray<string> choices, Func<string, bool> fits) =>
        choices.Select((option, i) => (option, i)).Where(pair => fits(pair.option)).Select(pair => pair.i).DefaultIfEmpty(-1).First();

    private static int Only(ImmutableArray<string> choices, Func<string, bool> fits) =>
        choices.Select((option, i) => (option, i)).Where(pair => fits(pair.option)).ToArray() is [var only] ? only.i : -1;

    // Each line by itself, and on it each place; the words printed around a line may stand there.
    private static Judgement OfLines(AskedQuestion asked, HouseStyle style, string written)
    {
        var (of, wrongName) = (
            asked.Lines.Sum(line => PartReading.PlacesOf(line.Right)),
            MarkCount.Halves(style, FindingCode.EnharmonicName)
        );
        // All of it in one line, just as the key says it; capitals count where they mean something.
        if (
            asked.Lines.Any(line => PartReading.HasCapitals(style, line.Right))
                ? PlainText.Of(written).Trim() == PlainText.Of(asked.Text).Trim()
                : PartReading.Plain(written) == PartReading.Plain(asked.Text)
        )
            return new Judgement(Verdict.Correct, [], of, of);
        var lines = AnswerLines.Of(asked, style, written);
        var findings = ImmutableArray.CreateBuilder<Finding>();
        var halves = 0;
        foreach (var line in lines.Where(line => !line.Read.IsRight))
        {
            halves += line.Read.Halves(wrongName);
            findings.AddRange(Said(asked, style, line));
        }

        // One thing for all lines is no answer to any of them.
        if (
            lines.Length > 1
            && findings.Count > 0
            && lines.All(line => line.Text.Length > 0 && PartReading.Plain(line.Text) == PartReading.Plain(lines[0].Text))
        )
            halves = 2 * of;
        var isUnchanged = findings.Count > 0 && asked.IsHandedBack(style, written);
        if (isUnchanged)
            return new Judgement(
                Verdict.Wrong,
                [new Finding(FindingCode.Unchanged, 0, new FindingSubject.Words(asked.Text), new FindingSubject.Words(OneLine(written)))],
                0,
                of
            );
        var verdict =
            findings.Count == 0
                ? lines.All(line => line.IsDefault)
                    ? Verdict.Correct
                    : Verdict.Accepted
                : lines.Any(line => !line.Read.IsRead)
                    ? Verdict.NotRead
                    : lines.All(line => line.Read.SoundsRight)
                        ? Verdict.Misspelled
                        : Verdict.Wrong;
        return new Judgement(verdict, findings.ToImmutable(), Math.Max(0, ((2 * of) - halves) / 2), of);
    }

    /// <summary>Where an answer in words is not as asked, where some of it is: for who tries once more.</summary>
    /// <param name="asked">What is asked.</param>
    /// <param name="style">The house style.</param>
    /// <param name="written">What was written.</param>
    /// <returns>The lines, from 1, or the places of the only line; empty where nothing narrower can be said than that it is not right.</returns>
    public static ImmutableArray<int> WrongPlaces(AskedQuestion asked, HouseStyle style, string written)
    {
        if (asked.Lines.IsEmpty || asked.Scale is not null)
            return [];
        var lines = AnswerLines.Of(asked, style, written);
        ImmutableArray<int> wrong = lines is [var only]
            ? only.Read.Places.IsDefault
                ? []
                : [.. only.Read.Places.Select(place => place + 1)]
            : [.. lines.Where(line => !line.Read.IsRight).Select(line => line.Number)];
        return wrong.Length < (lines is [var one] ? one.Read.Of : lines.Length) ? wrong : [];
    }

    // What is wrong on a line: place by place where it is few of many, or all of it.
    private static IEnumerable<Finding> Said(AskedQuestion asked, HouseStyle style, ReadLine line)
    {
        var found = line.Text.Length == 0 ? FindingSubject.None : new FindingSubject.Words(OneLine(line.Text));
        if (!line.Read.IsRead)
        {
            yield return new Finding(
                FindingCode.NotRead,
                line.Number,
                new FindingSubject.Words(Texts.Say($"not-read.{PartReading.KindOf(line.Against)}")),
                found
            );
            yield break;
        }

        var places = line.Read.Places;
        var code = line.Read.SoundsRight ? FindingCode.EnharmonicName : FindingCode.NotTheAnswer;
        if (
            asked.Lines.Length == 1
            && line.Against is NotesPart notes
            && !places.IsDefault
            && places.Length <= FewPlaces
            && notes.Notes.Length > FewPlaces
            && NoteReading.Notes(style, line.Text) is { } read
            && read.Length == notes.Notes.Length
        )
        {
            foreach (var place in places)
                yield return new Finding(
                    notes.Notes[place].PitchClass == read[place].PitchClass ? FindingCode.EnharmonicName : FindingCode.NotTheAnswer,
                    place + 1,
                    FindingSubject.Of(notes.Notes[place]),
                    FindingSubject.Of(read[place])
                );
            yield break;
        }

        var answer = style.Say(line.Against) is { Length: > 0 } said ? said : Texts.Say("answer.none");
        yield return new Finding(
            code,
            asked.Lines.Length == 1 ? 0 : line.Number,
            new FindingSubject.Words($"{answer} {line.Printed?.After}".Trim()),
            found
        );
    }

    // What was typed over several lines stands in a sentence as one.
    private static string OneLine(string text) =>
        string.Join("; ", text.Split(['\n', '\r'], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries));
}
