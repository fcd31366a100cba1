using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Forms;

/// <summary>Judges an answer to a question of any kind: a scale as a scale, words, numbers, keys, degrees, formulas and choices as a teacher reads them.</summary>
public static class WordsJudge
{
    private const int MostMistakes = 24;

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
            || OfLines(question, key, answer).Verdict is Verdict.Correct or Verdict.Accepted;
    }

    /// <summary>The judgement; a mark a line, or a scale's own marks.</summary>
    /// <param name="kind">The kind.</param>
    /// <param name="setting">What the question is about.</param>
    /// <param name="written">What was written: notes, or a line each, or the letter of a choice.</param>
    /// <exception cref="FormatException">It is no answer that can be read.</exception>
    /// <exception cref="RoutesDisagreeException">There is no answer to hold it against.</exception>
    /// <exception cref="UnwritableNoteException">The question cannot be written.</exception>
    public static Judgement Judge(QuestionKind kind, QuestionSetting setting, string written)
    {
        if (string.IsNullOrWhiteSpace(written))
            throw new FormatException("The answer is empty. Write what stands on the line.");
        var (question, answer) = AnswerForms.Ask(kind, setting);
        if (setting.AnswerAs != AnswerForm.Write && question.Figures.OfType<ChoicesFigure>().FirstOrDefault() is { } choices)
            return OfChoice(choices, answer, written);
        if (setting.AnswerAs == AnswerForm.Write && AskedOf(kind, setting, answer) is { } asked && Whole(question, answer, AnswerText.Notes(written, setting.Style.NoteNames)) is { } notes)
            return ScaleJudge.Judge(asked, new WrittenAnswer(notes, null));
        var judged = OfLines(question, answer, written);
        return judged.Verdict == Verdict.Wrong && answer.Lines.Length == 1 && Mistake(kind, setting, question, written) is { } code ? judged with { Findings = [judged.Findings[0] with { Code = code }] } : judged;
    }

    // The whole scale, where all of it was typed or only the notes that were missing on the page; null where the line asked is another.
    private static ImmutableArray<WrittenNote>? Whole(Question question, Answer answer, ImmutableArray<WrittenNote> typed)
    {
        var at = question.Figures.Length - 1;
        if (question.Figures[at] is not StaffFigure staff || !staff.Given.OfType<NoteMark>().Any())
            return typed;
        var missing = answer.Marks[at].OfType<NoteMark>().Select(note => note.Column).Order().ToList();
        if (missing.Count > 0 && missing.Count < staff.Columns && typed.Length == missing.Count)
        {
            var given = staff.Given.OfType<NoteMark>().ToDictionary(note => note.Column, note => note.Pitch.Name);
            return [.. Enumerable.Range(0, staff.Columns).Select(column => given.TryGetValue(column, out var name) ? new WrittenNote(name.Letter, name.Accidental) : typed[missing.IndexOf(column)])];
        }

        return answer.Lines is [{ Right: NotesPart line }] && line.Notes.Length == typed.Length && typed.Length < staff.Columns ? null : typed;
    }

    /// <summary>The scale a question asks to be written, or null where it asks for something else.</summary>
    /// <param name="kind">The kind.</param>
    /// <param name="setting">What the question is about.</param>
    /// <param name="answer">Its answer.</param>
    public static AskedScale? AskedOf(QuestionKind kind, QuestionSetting setting, Answer answer) => answer.Written is { } scale
        ? new AskedScale(scale.Type, scale.Scale.Tonic, kind.UsesDirection ? setting.Direction : Direction.Ascending, setting.Style)
        : null;

    // What the same question answers in the key, form or mode that students take for the one asked has that mistake's name.
    private static FindingCode? Mistake(QuestionKind kind, QuestionSetting setting, Question question, string written)
    {
        if (!kind.AnswersInWords || setting.AnswerAs != AnswerForm.Write)
            return null;
        var given = PartReading.Plain(written);
        var around = AnswerPhrase.Around(question, written.Trim()).Select(PartReading.Plain).Append(given).ToHashSet();
        return WrongAnswers.Of(kind, setting, MostMistakes).FirstOrDefault(wrong => around.Contains(PartReading.Plain(wrong.Text)))?.Mistake;
    }

    private static Judgement OfChoice(ChoicesFigure choices, Answer answer, string written)
    {
        var right = answer.Marks.SelectMany(marks => marks.OfType<TickMark>()).Select(mark => mark.Option).ToHashSet();
        var letter = written.Trim().TrimEnd('.', ')').ToUpperInvariant();
        var chosen = letter is [>= 'A' and <= 'Z' and var first] && first - 'A' < choices.Options.Length ? first - 'A'
            : choices.Options.Select((option, i) => (option, i)).Where(pair => PartReading.Plain(pair.option) == PartReading.Plain(written)).Select(pair => pair.i).DefaultIfEmpty(-1).First();
        if (chosen < 0)
            chosen = choices.Options.Select((option, i) => (option, i)).Where(pair => letter.Length > 0 && pair.option.StartsWith(letter, StringComparison.OrdinalIgnoreCase)).Select(pair => pair.i).DefaultIfEmpty(-1).First();
        if (chosen < 0)
            throw new FormatException($"“{written.Trim()}” is not one of the choices. Write one of {string.Join(", ", choices.Options)}.");
        return right.Contains(chosen)
            ? new Judgement(Verdict.Correct, [], 1, 1)
            : new Judgement(Verdict.Wrong, [new Finding(FindingCode.NotTheAnswer, 1, new Thing.Words(answer.Text), new Thing.Words(choices.Options[chosen]))], 0, 1);
    }

    private static Judgement OfLines(Question question, Answer answer, string written)
    {
        var printed = question.Figures.OfType<AnswerLinesFigure>().SelectMany(figure => figure.Lines).ToArray();
        var lines = Lines(answer, printed, written);
        var style = answer.Style;
        var findings = ImmutableArray.CreateBuilder<Finding>();
        var (halves, isDefault, soundsRight) = (0, true, true);
        for (var i = 0; i < answer.Lines.Length; i++)
        {
            var (expected, line) = (answer.Lines[i], i < lines.Length ? lines[i] : "");
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
        var of = answer.Lines.Length;
        return new Judgement(verdict, findings.ToImmutable(), Math.Max(0, ((2 * of) - halves) / 2), of);
    }

    // A line each as they were typed; where one line is asked all that was typed is on it. The words printed around a line may stand there.
    private static string[] Lines(Answer answer, AnswerLine[] printed, string written)
    {
        var of = answer.Lines.Length;
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
