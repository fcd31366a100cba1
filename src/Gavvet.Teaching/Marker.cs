using Gavvet.Theory;
using Gavvet.Worksheets.Forms;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Teaching;

/// <summary>What a teacher says of an item.</summary>
public abstract record Decision
{
    private Decision() { }

    /// <summary>It is right.</summary>
    public sealed record Right : Decision;

    /// <summary>It is wrong, and earns nothing.</summary>
    public sealed record Wrong : Decision;

    /// <summary>Nothing was written.</summary>
    public sealed record Blank : Decision;

    /// <summary>It earns so many marks, whatever the judge makes of what was written.</summary>
    /// <param name="Marks">The marks, in halves.</param>
    /// <param name="Answer">What was written, or null where it was not entered.</param>
    public sealed record Earned(double Marks, string? Answer = null) : Decision;

    /// <summary>This was written; the judge decides.</summary>
    /// <param name="Answer">The answer: notes, a line each, or the letter of a choice.</param>
    public sealed record Written(string Answer) : Decision;

    /// <summary>It is one of the mistakes the item invites.</summary>
    /// <param name="Code">The mistake.</param>
    public sealed record Mistake(FindingCode Code) : Decision;
}

/// <summary>An answer cannot be read as what is asked.</summary>
/// <param name="sentence">What is asked and what was found instead, as it is said to whoever wrote it.</param>
public sealed class UnreadAnswerException(string sentence) : FormatException(Texts.Say("marking.unread", ("sentence", sentence)))
{
    /// <summary>The sentence for whoever wrote it; the message is for who marks, and can decide.</summary>
    public string Sentence { get; } = sentence;
}

/// <summary>Marks an item from what was recorded of it, and from nothing else.</summary>
public static class Marker
{
    /// <summary>The marking.</summary>
    /// <param name="item">The item as it was set.</param>
    /// <param name="style">The house style it was set in.</param>
    /// <param name="decision">What the teacher says.</param>
    /// <exception cref="FormatException">An answer cannot be read as what is asked, or there are not so many marks.</exception>
    public static Marking Mark(SetItem item, HouseStyle style, Decision decision) =>
        decision switch
        {
            Decision.Right => new Marking(MarkedAs.Correct, item.Marks, item.Marks, []) { IsByHand = true },
            Decision.Wrong => new Marking(MarkedAs.Wrong, 0, item.Marks, []) { IsByHand = true },
            Decision.Blank => new Marking(MarkedAs.Blank, 0, item.Marks, []) { IsByHand = true },
            Decision.Earned(var marks, _) when !Marking.CanBe(marks, item.Marks) => throw new FormatException(
                Texts.Say("marking.earned", ("item", item.Number), ("of", item.Marks), ("marks", MarksText.Of(marks)))
            ),
            Decision.Earned(var marks, var answer) => Decided(
                item,
                marks,
                string.IsNullOrWhiteSpace(answer) ? null : Judged(item, style, answer)
            ),
            Decision.Mistake(var code) => Mistaken(
                item,
                style,
                item.Question.Mistakes.FirstOrDefault(mistake => mistake.Mistake == code)
                    ?? throw new FormatException(Texts.Say("marking.mistake", ("item", item.Number)))
            ),
            Decision.Written(var answer) => Judged(item, style, answer),
            _ => throw new ArgumentException("There is no such decision.", nameof(decision)),
        };

    // The teacher stands over the judge: with all marks it is right, and no mistake is named; with fewer it is not, and what
    // the judge found is kept.
    private static Marking Decided(SetItem item, double marks, Marking? judged)
    {
        var isRight = marks == item.Marks;
        var marked = (isRight, judged) switch
        {
            (true, { IsRight: true }) => judged.As,
            (true, _) => MarkedAs.Correct,
            (false, { As: MarkedAs.Misspelled }) => MarkedAs.Misspelled,
            _ => MarkedAs.Wrong,
        };
        return new Marking(marked, marks, item.Marks, isRight ? [] : judged?.Findings ?? []) { Written = judged?.Written, IsByHand = true };
    }

    // What was written was not looked at: a mistake that lies at some note of a scale is said without naming one.
    private static Marking Mistaken(SetItem item, HouseStyle style, WrongAnswer mistake)
    {
        var judged = Judged(item, style, mistake.Text) with { Written = null };
        return item.Question.Scale is null
            ? judged with
            {
                Written = mistake.Text,
            }
            : judged with
            {
                Findings =
                [
                    .. judged.Findings.Select(finding => new MarkedFinding(
                        finding.Code,
                        0,
                        "",
                        "",
                        Texts.Has(AnywhereKey(finding.Code)) ? Texts.Say(AnywhereKey(finding.Code)) : finding.Message
                    )),
                ],
            };
    }

    // The judge counts notes and lines; the paper says what the item is worth. Only a faultless answer earns all of it.
    private static Marking Judged(SetItem item, HouseStyle style, string answer)
    {
        var judged = WordsJudge.Judge(item.Question, style, answer);
        // Nothing is taken off in silence for what could not be read.
        if (judged.Findings.FirstOrDefault(finding => finding.Code == FindingCode.NotRead) is { } unread)
            throw new UnreadAnswerException(item.Question.Sentence(style, unread));
        var marks = judged.Of == 0 ? 0 : judged.Marks * item.Marks / judged.Of;
        return new Marking(
            (MarkedAs)(int)judged.Verdict,
            marks,
            item.Marks,
            [.. judged.Findings.Select(finding => Said(item, style, finding))]
        )
        {
            Written = answer.Trim(),
        };
    }

    /// <summary>What a mistake is, without the note that would be right: where to look for who tries once more.</summary>
    /// <param name="code">The mistake.</param>
    public static string Anywhere(FindingCode code) =>
        Texts.Has(AnywhereKey(code)) ? Texts.Say(AnywhereKey(code)) : Texts.Say("marking.look", ("mistake", MistakeNames.Of(code)));

    private static string AnywhereKey(FindingCode code) => $"finding.{FileWords.Of(code)}.anywhere";

    private static MarkedFinding Said(SetItem item, HouseStyle style, Finding finding) =>
        new(finding.Code, finding.Position, finding.Expected.Ascii, finding.Found.Ascii, item.Question.Sentence(style, finding));
}
