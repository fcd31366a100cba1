using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Forms;

/// <summary>Judges an answer to a question of any kind: a scale as a scale, words, numbers, keys, degrees, formulas and choices as a teacher reads them.</summary>
public static class WordsJudge
{
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
        return key.Accepted.Append(key.Text).Append(AnswerPhrase.Of(question, key.Marks))
            .Concat(key.Accepted.SelectMany(other => AnswerPhrase.Around(question, other)))
            .Any(right => PartReading.Plain(right) == given)
            || OfLines(AskedQuestion.Of(question, key), key.Style, answer).Verdict is Verdict.Correct or Verdict.Accepted;
    }

    /// <summary>The judgement; a mark a line, or a scale's own marks.</summary>
    /// <param name="kind">The kind.</param>
    /// <param name="setting">What the question is about.</param>
    /// <param name="written">What was written: notes, or a line each, or the letter of a choice.</param>
    /// <exception cref="FormatException">It is no answer that can be read.</exception>
    /// <exception cref="RoutesDisagreeException">There is no answer to hold it against.</exception>
    /// <exception cref="UnwritableNoteException">The question cannot be written.</exception>
    public static Judgement Judge(QuestionKind kind, QuestionSetting setting, string written) => Judge(AskedQuestion.Of(kind, setting, []), kind, setting, written);

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
    public static Judgement Judge(AskedQuestion asked, HouseStyle style, string written) => Judge(asked, style, written, () => asked.Mistakes);

    private static Judgement Judge(AskedQuestion asked, HouseStyle style, string written, Func<ImmutableArray<WrongAnswer>> mistakes)
    {
        if (string.IsNullOrWhiteSpace(written))
            throw new FormatException(Texts.Say("answer-empty"));
        if (!asked.Choices.IsEmpty)
            return OfChoice(asked, written);
        if (asked.Scale is not null && Whole(asked, AnswerText.Notes(written, style.NoteNames)) is { } notes)
            return OfScale(asked, style, notes);
        var line = Matched(asked, written) ?? written;
        var judged = OfLines(asked, style, line);
        return judged.Verdict == Verdict.Wrong && asked.Lines.Length == 1 && Mistake(asked, mistakes(), line) is { } code ? judged with { Findings = [judged.Findings[0] with { Code = code }] } : judged;
    }

    /// <summary>The judgement of a scale: on each tonic it is right on, its notes read by their names, and under its signature where it stands under one; the reading that leaves least to mend, the plainest on a tie.</summary>
    internal static Judgement OfScale(AskedQuestion asked, HouseStyle style, ImmutableArray<WrittenNote> notes)
    {
        var best = ScaleJudge.Judge(asked.AskedScale(style)!, new WrittenAnswer(notes, null));
        foreach (var (scale, signature) in asked.Readings(style).Skip(1).TakeWhile(_ => best.Marks < best.Of || best.Verdict > Verdict.Accepted))
        {
            var judged = ScaleJudge.Judge(scale, new WrittenAnswer(notes, signature is { } printed ? WrittenSignature.Of(printed.Notes) : null));
            // The mark of the signature is not asked for here: how it was written is not typed.
            judged = signature is null ? judged : judged with { Marks = judged.Marks - 1, Of = judged.Of - 1 };
            judged = judged.Verdict == Verdict.Correct && scale.Tonic != asked.Scale!.Tonic ? judged with { Verdict = Verdict.Accepted } : judged;
            var (lost, least) = (judged.Of - judged.Marks, best.Of - best.Marks);
            // Under a signature bare letters are what a student writes: that reading is said where it needs no more words.
            var isPlainer = judged.Verdict < best.Verdict || (signature is not null && scale.Tonic == asked.Scale!.Tonic && judged.Findings.Length <= best.Findings.Length);
            if (lost < least || (lost == least && isPlainer))
                best = judged;
        }

        return best;
    }

    // A letter that stands for an answer of the list to match.
    private static string? Matched(AskedQuestion asked, string written) => !asked.List.IsEmpty && written.Trim().TrimEnd('.', ')').ToUpperInvariant() is [>= 'A' and <= 'Z' and var letter]
        ? asked.List.ElementAtOrDefault(letter - 'A') ?? throw new FormatException(Texts.Say("answer-letter", ("letter", letter), ("last", (char)('A' + asked.List.Length - 1))))
        : null;

    // The whole scale, where all of it was typed or only the notes that were missing on the page; null where the line asked is another.
    private static ImmutableArray<WrittenNote>? Whole(AskedQuestion asked, ImmutableArray<WrittenNote> typed)
    {
        var columns = asked.Columns;
        if (columns.IsEmpty)
            return typed;
        var missing = columns.Count(column => column is null);
        if (missing > 0 && missing < columns.Length && typed.Length == missing)
        {
            var next = 0;
            return [.. columns.Select(column => column is { } name ? new WrittenNote(name.Letter, name.Accidental) : typed[next++])];
        }

        return asked.Lines is [{ Right: NotesPart line }] && line.Notes.Length == typed.Length && typed.Length < columns.Length ? null : typed;
    }

    // What the same question answers in the key, form or mode that students take for the one asked has that mistake's name.
    private static FindingCode? Mistake(AskedQuestion asked, ImmutableArray<WrongAnswer> mistakes, string written)
    {
        var around = asked.Printed.Select(line => $"{line.Before} {written.Trim()} {line.After}".Trim()).Append(written).Select(PartReading.Plain).ToHashSet();
        return mistakes.FirstOrDefault(wrong => around.Contains(PartReading.Plain(wrong.Text)))?.Mistake;
    }

    private static Judgement OfChoice(AskedQuestion asked, string written)
    {
        var choices = asked.Choices;
        var letter = written.Trim().TrimEnd('.', ')').ToUpperInvariant();
        // As it stands there; otherwise in any capitals, where that is one of them alone: m2 and M2 are two.
        var chosen = letter is [>= 'A' and <= 'Z' and var first] && first - 'A' < choices.Length ? first - 'A' : Find(choices, option => PlainText.Of(option) == PlainText.Of(written.Trim()));
        if (chosen < 0)
            chosen = Only(choices, option => PartReading.Plain(option) == PartReading.Plain(written));
        if (chosen < 0)
            chosen = Only(choices, option => letter.Length > 0 && option.StartsWith(letter, StringComparison.OrdinalIgnoreCase));
        if (chosen < 0)
            throw new FormatException(Texts.Say("answer-choice", ("answer", written.Trim()), ("choices", string.Join(", ", choices))));
        return asked.RightChoices.Contains(chosen)
            ? new Judgement(Verdict.Correct, [], 1, 1)
            : new Judgement(Verdict.Wrong, [new Finding(FindingCode.NotTheAnswer, 1, new Thing.Words(asked.Text), new Thing.Words(choices[chosen]))], 0, 1);
    }

    private static int Find(ImmutableArray<string> choices, Func<string, bool> fits) =>
        choices.Select((option, i) => (option, i)).Where(pair => fits(pair.option)).Select(pair => pair.i).DefaultIfEmpty(-1).First();

    private static int Only(ImmutableArray<string> choices, Func<string, bool> fits) =>
        choices.Select((option, i) => (option, i)).Where(pair => fits(pair.option)).ToArray() is [var only] ? only.i : -1;

    private static Judgement OfLines(AskedQuestion asked, HouseStyle style, string written)
    {
        // All of it in one line, just as the key says it; capitals count where they mean something.
        if (asked.Lines.Any(line => PartReading.HasCapitals(style, line.Right)) ? PlainText.Of(written).Trim() == PlainText.Of(asked.Text).Trim() : PartReading.Plain(written) == PartReading.Plain(asked.Text))
            return new Judgement(Verdict.Correct, [], asked.Lines.Length, asked.Lines.Length);
        var printed = asked.Printed;
        var lines = Lines(asked.Lines.Length, written);
        var findings = ImmutableArray.CreateBuilder<Finding>();
        var (halves, isDefault, soundsRight) = (0, true, true);
        for (var i = 0; i < asked.Lines.Length; i++)
        {
            var (expected, line) = (asked.Lines[i], i < lines.Length ? lines[i] : "");
            var around = i < printed.Length ? printed[i] : null;
            if (IsOnLine(style, expected.Right, line, around))
                continue;
            if (expected.Others.Any(other => IsOnLine(style, other, line, around)))
            {
                isDefault = false;
                continue;
            }

            var sounds = PartReading.SoundsRight(style, expected.Right, around is null ? line : Bare(line, around));
            soundsRight &= sounds;
            var code = sounds ? FindingCode.EnharmonicName : FindingCode.NotTheAnswer;
            halves += Marking.Halves(style, code);
            findings.Add(new Finding(code, i + 1, new Thing.Words($"{style.Say(expected.Right)} {around?.After}".Trim()), line.Length == 0 ? Thing.None : new Thing.Words(line)));
        }

        var verdict = findings.Count > 0 ? soundsRight ? Verdict.Misspelled : Verdict.Wrong : isDefault ? Verdict.Correct : Verdict.Accepted;
        var of = asked.Lines.Length;
        return new Judgement(verdict, findings.ToImmutable(), Math.Max(0, ((2 * of) - halves) / 2), of);
    }

    // A line each as they were typed; where one line is asked all that was typed is on it. The words printed around a line may stand there.
    private static string[] Lines(int of, string written)
    {
        string[] typed = of == 1 ? [written] : written.Split(['\n', ';'], StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries);
        if (of > 1 && typed.Length != of && written.Split(',', StringSplitOptions.TrimEntries) is var commas && commas.Length == of)
            typed = commas;
        return [.. typed.Select(line => line.Trim())];
    }

    // With or without the words printed around the line; before a printed mode, a whole key of that mode is its tonic.
    private static bool IsOnLine(HouseStyle style, AnswerPart part, string line, AnswerLine? printed) => PartReading.IsRight(style, part, line)
        || (printed is not null && (PartReading.IsRight(style, part, Bare(line, printed))
            || (part is NotesPart { Notes: [var tonic] } && ModeOf(printed.After) is { } mode && NoteReading.Keys(style, line).Contains(new Key(tonic, mode)))));

    private static KeyMode? ModeOf(string words) => words == Texts.Say("mode.major") ? KeyMode.Major : words == Texts.Say("mode.minor") ? KeyMode.Minor : null;

    private static string Bare(string line, AnswerLine printed)
    {
        if (printed.Before.Length > 0 && line.StartsWith(printed.Before, StringComparison.OrdinalIgnoreCase) && line.Length > printed.Before.Length)
            line = line[printed.Before.Length..].TrimStart(' ', ':');
        return printed.After.Length > 0 && line.EndsWith(printed.After, StringComparison.OrdinalIgnoreCase) && line.Length > printed.After.Length ? line[..^printed.After.Length].TrimEnd() : line;
    }
}
