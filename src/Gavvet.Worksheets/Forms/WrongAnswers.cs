using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Drawing;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Forms;

/// <summary>A wrong answer to choose from, with the mistake a student makes to come to it.</summary>
/// <param name="Text">The answer.</param>
/// <param name="Mistake">The mistake.</param>
public sealed record WrongAnswer(string Text, FindingCode Mistake);

/// <summary>
/// Wrong answers made from real mistakes: what the same question answers in the key, form, mode or degree that students
/// take for the one asked.
/// </summary>
public static class WrongAnswers
{
    /// <summary>Wrong answers to a question, the likeliest first; fewer than asked for where there are no more.</summary>
    /// <param name="kind">The kind, one that answers in words.</param>
    /// <param name="setting">What the question is about.</param>
    /// <param name="count">How many at most.</param>
    public static ImmutableArray<WrongAnswer> Of(QuestionKind kind, QuestionSetting setting, int count)
    {
        var posed = kind.Pose(setting);
        var (question, right) = (posed.Question, posed.Answer);
        var rightPhrase = AnswerPhrase.Of(question, right.Marks);
        // Where capitals mean something, M3 is another answer than m3.
        var taken = new HashSet<string>(
            right.Lines.Any(line => PartReading.HasCapitals(setting.Style, line.Right))
                ? StringComparer.Ordinal
                : StringComparer.OrdinalIgnoreCase
        )
        {
            rightPhrase,
        };
        var found = ImmutableArray.CreateBuilder<WrongAnswer>();
        foreach (var (text, code) in Offered(kind, setting, question, right))
        {
            if (found.Count == count)
                break;
            if (text.Length > 0 && taken.Add(text) && !WordsJudge.IsRight(question, right, text))
                found.Add(new WrongAnswer(text, code));
        }

        return found.ToImmutable();
    }

    // What the kind is about first; then all there is to choose from, or what the question answers elsewhere.
    private static IEnumerable<(string Text, FindingCode Code)> Offered(
        QuestionKind kind,
        QuestionSetting setting,
        Question question,
        Answer right
    ) =>
        kind.Confuses(setting, right)
            .Select(confused => (AnswerPhrase.Of(question, confused.Lines, setting.Style), confused.Mistake))
            .Concat(
                kind.Offers(setting) is { IsEmpty: false } all
                    ? all.Select(part =>
                        (
                            AnswerPhrase.Around(question, setting.Style.Say(part)).First(),
                            part is NotesPart ? FindingCode.EnharmonicName : FindingCode.NotTheAnswer
                        )
                    )
                    : Mistaken(kind, setting)
                        .Where(mistake => IsLike(question, kind, mistake.Setting))
                        .Select(mistake => (AnswerPhrase.Of(question, kind.Answer(mistake.Setting).Marks), mistake.Code))
            );

    // With the same words around its lines: what another question says of a minor key says nothing behind "major".
    private static bool IsLike(Question question, QuestionKind kind, QuestionSetting other) =>
        question
            .Figures.OfType<AnswerLinesFigure>()
            .SelectMany(figure => figure.Lines)
            .SequenceEqual(kind.Ask(other).Figures.OfType<AnswerLinesFigure>().SelectMany(figure => figure.Lines));

    private static IEnumerable<(QuestionSetting Setting, FindingCode Code)> Mistaken(QuestionKind kind, QuestionSetting setting)
    {
        foreach (var (type, fifths, variant, code) in Slips(kind, setting))
        {
            if (!kind.Takes(type) || variant < 0 || variant >= kind.VariantsLike(setting, type) || !NoteName.HasFifths(fifths))
                continue;
            var tonic = NoteName.FromFifths(fifths);
            if (
                setting.Style.CanSpell(type, tonic)
                && IsPractical(type, tonic)
                && kind.CanAsk(new Draw(type, tonic, setting.Clef, variant), setting.Style)
            )
                yield return (setting with { Scale = type, Tonic = tonic, Variant = variant }, code);
        }
    }

    private static IEnumerable<(ScaleType Type, int Fifths, int Variant, FindingCode Code)> Slips(
        QuestionKind kind,
        QuestionSetting setting
    )
    {
        var (type, fifths, variant) = (setting.Scale, setting.Tonic.Fifths, setting.Variant);
        // Turned by the question itself, so that it is not always the sharper neighbour that comes first.
        var turn = (QuestionDraw.Chance(7, new Draw(type, setting.Tonic, setting.Clef, variant)) & 1) == 0 ? 1 : -1;
        if (kind.UsesTonic)
        {
            yield return (type, fifths + turn, variant, FindingCode.NeighbourKey);
            if (type.Family == ScaleFamily.MajorAndMinor)
                yield return (type, fifths - (2 * setting.Key.Fifths), variant, FindingCode.SignatureWrong);
        }

        if (kind.VariantsLike(setting, type) > 1)
        {
            yield return (type, fifths, variant + turn, FindingCode.StartedElsewhere);
            yield return (type, fifths, variant - turn, FindingCode.StartedElsewhere);
        }

        foreach (var other in Confused(type))
            yield return (other, fifths, variant, Confusions.Of(type).First(form => form.Written == other).Code);
        if (!kind.UsesTonic)
            yield break;
        yield return (type, fifths - turn, variant, FindingCode.NeighbourKey);
        yield return (type, fifths + (7 * turn), variant, FindingCode.AccidentalMissing);
        yield return (type, fifths - (7 * turn), variant, FindingCode.AccidentalExtra);
        yield return (type, fifths + (12 * -Math.Sign(fifths)), variant, FindingCode.EnharmonicName);
        yield return (type, fifths + (3 * turn), variant, FindingCode.WrongTonic);
        yield return (type, fifths - (3 * turn), variant, FindingCode.WrongTonic);
        yield return (type, fifths + (2 * turn), variant, FindingCode.WrongTonic);
        yield return (type, fifths - (2 * turn), variant, FindingCode.WrongTonic);
    }

    // The parallel form first, then the scales of the same family, those with the same third before the others.
    private static IEnumerable<ScaleType> Confused(ScaleType type) =>
        ScaleTypes
            .All.Where(other => other != type)
            .OrderBy(other => other.Family != type.Family)
            .ThenBy(other => other.HasMinorThird != type.HasMinorThird)
            .Take(12);

    private static bool IsPractical(ScaleType type, NoteName tonic) =>
        type.Family != ScaleFamily.MajorAndMinor || !new Key(tonic, type.HasMinorThird ? KeyMode.Minor : KeyMode.Major).IsTheoretical;
}
