using System.Collections.Immutable;
using System.Text.RegularExpressions;
using Gavvet.Theory;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Questions;

namespace Gavvet.Worksheets.Forms;

/// <summary>
/// Judges a scale that was written for a question: what of it the student was to fill in earns the marks, and what is
/// printed earns none.
/// </summary>
internal static partial class ScaleAnswer
{
    /// <summary>The judgement, or null where what was typed is not the scale but an answer on lines.</summary>
    /// <param name="asked">What is asked, a scale.</param>
    /// <param name="style">The house style.</param>
    /// <param name="written">What was typed.</param>
    /// <exception cref="FormatException">A word is no note.</exception>
    public static Judgement? Judge(AskedQuestion asked, HouseStyle style, string written)
    {
        var (signature, rest) = Signed(asked.Scale!, style, written);
        var typed = AnswerText.Notes(rest, style.NoteNames);
        if (asked.Scale!.Fill == LineFill.Signs)
            return SignsAnswer.Judge(asked, style, typed);
        if (Whole(asked, typed) is not { } notes)
            return null;
        var judged =
            asked.Scale.Fill == LineFill.Gaps ? GapsAnswer.Judge(asked, style, typed, notes) : OfScale(asked, style, notes, signature);
        if (judged.Verdict is Verdict.Correct or Verdict.Accepted)
            return judged;
        if (IsUnchanged(asked, style, notes) || asked.IsHandedBack(style, rest))
            return Unchanged(asked, style, notes, judged.Of);
        // One note for all of them is no scale.
        return typed.Length > 1 && typed.All(note => (note.Letter, note.Sign) == (typed[0].Letter, typed[0].Sign))
            ? judged with
            {
                Marks = 0,
            }
            : judged;
    }

    /// <summary>What is printed, handed back: it earns nothing.</summary>
    /// <param name="asked">What is asked.</param>
    /// <param name="style">The house style.</param>
    /// <param name="notes">What was written.</param>
    /// <param name="of">The marks there are.</param>
    public static Judgement Unchanged(AskedQuestion asked, HouseStyle style, IEnumerable<WrittenNote> notes, int of) =>
        new(
            Verdict.Wrong,
            [
                new Finding(
                    FindingCode.Unchanged,
                    0,
                    new FindingSubject.ScaleOn(asked.Scale!.Type, asked.Scale.Tonic),
                    new FindingSubject.Notes([.. notes.Select(Named)]),
                    asked.Scale.Fill switch
                    {
                        LineFill.Signs => "signs",
                        LineFill.Gaps => "gaps",
                        _ => null,
                    }
                ),
            ],
            0,
            of
        );

    /// <summary>A note by its name, where no signature is read into it.</summary>
    public static NoteName Named(WrittenNote note) => new(note.Letter, note.Sign ?? Accidental.Natural);

    /// <summary>The judgement of a scale: on each tonic it is right on, its notes read by their names, and under its signature where it
    /// stands under one; the reading that leaves least to mend, the plainest on a tie.</summary>
    /// <param name="asked">What is asked.</param>
    /// <param name="style">The house style.</param>
    /// <param name="notes">The whole line.</param>
    /// <param name="written">The signature written before it, or null.</param>
    internal static Judgement OfScale(
        AskedQuestion asked,
        HouseStyle style,
        ImmutableArray<WrittenNote> notes,
        WrittenSignature? written = null
    )
    {
        var best = ScaleJudge.Judge(asked.AskedScale(style)!, new WrittenAnswer(notes, written));
        // Who types the signs of the signature again types names: a bare letter is then a natural.
        if (
            written is not null
            && best.Marks < best.Of
            && notes.Any(note => note.Sign is { } sign && sign != Accidental.Natural && sign == written.On(note.Letter))
        )
        {
            var named = ScaleJudge.Judge(
                asked.AskedScale(style)!,
                new WrittenAnswer([.. notes.Select(note => note with { Sign = note.Sign ?? Accidental.Natural })], written)
            );
            if (named.Marks > best.Marks)
                best = named with { Findings = [.. named.Findings.Where(finding => finding.Code != FindingCode.SignatureDoubled)] };
        }

        foreach (
            var (scale, signature) in asked.Readings(style).Skip(1).TakeWhile(_ => best.Marks < best.Of || best.Verdict > Verdict.Accepted)
        )
        {
            var judged = ScaleJudge.Judge(
                scale,
                new WrittenAnswer(notes, signature is { } printed ? WrittenSignature.Of(printed.Notes) : written)
            );
            // The signature is printed: it earns nothing.
            judged = signature is null ? judged : judged with { Marks = judged.Marks - 1, Of = judged.Of - 1 };
            judged =
                judged.Verdict == Verdict.Correct && scale.Tonic != asked.Scale!.Tonic
                    ? judged with
                    {
                        Verdict = Verdict.Accepted,
                    }
                    : judged;
            var (lost, least) = (judged.Of - judged.Marks, best.Of - best.Marks);
            // Under a signature bare letters are what a student writes: that reading is said where it needs no more words.
            var isPlainer =
                judged.Verdict < best.Verdict
                || (signature is not null && scale.Tonic == asked.Scale!.Tonic && judged.Findings.Length <= best.Findings.Length);
            if (lost < least || (lost == least && isPlainer))
                best = judged;
        }

        return best;
    }

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

        return asked.Lines is [{ Right: NotesPart line }] && line.Notes.Length == typed.Length && typed.Length < columns.Length
            ? null
            : typed;
    }

    // The printed line at every place that was to change, or nearly: no place is as asked, and most are as they were.
    private static bool IsUnchanged(AskedQuestion asked, HouseStyle style, ImmutableArray<WrittenNote> notes)
    {
        var (scale, from) = (asked.Scale!, asked.Scale!.From);
        if (from.IsEmpty)
            return false;
        var line = style.Spell(scale.Type, scale.Tonic).Notes(scale.Direction, scale.Octaves);
        if (IsCopy([.. notes.Select(Named)], from, line))
            return true;
        if (!scale.UnderSignature)
            return false;
        // Bare letters take the signature; or they are those of the line above, under its own.
        return (
                style.SignatureOf(scale.Type, scale.Tonic) is { } signature
                && IsCopy([.. notes.Select(note => new NoteName(note.Letter, note.Sign ?? signature.On(note.Letter)))], from, line)
            ) || IsCopy([.. notes.Select(Named)], [.. from.Select(Bare)], [.. line.Select(Bare)]);
    }

    private static NoteName Bare(NoteName note) => new(note.Letter);

    private static bool IsCopy(ImmutableArray<NoteName> notes, ImmutableArray<NoteName> from, ImmutableArray<NoteName> line)
    {
        if (notes.Length != from.Length)
            return false;
        if (from.Length != line.Length)
            return 2 * Enumerable.Range(0, notes.Length).Count(i => notes[i] == from[i]) >= notes.Length;
        int[] places = [.. Enumerable.Range(0, line.Length).Where(i => from[i] != line[i])];
        return places.Length > 0 && !places.Any(i => notes[i] == line[i]) && 2 * places.Count(i => notes[i] == from[i]) > places.Length;
    }

    // A signature stands first: on a line of its own, before a colon, or as a count before the notes.
    internal static (WrittenSignature? Signature, string Notes) Signed(AskedLine scale, HouseStyle style, string written)
    {
        if (!scale.UnderSignature)
            return (null, written);
        string[] lines = [.. written.Split(['\n', '\r'], StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)];
        if (lines.Length > 1 && SignatureIn(lines[0], style) is { } above)
            return (above, string.Join('\n', lines[1..]));
        var colon = written.IndexOf(':', StringComparison.Ordinal);
        if (colon > 0 && SignatureIn(written[..colon], style) is { } before)
            return (before, written[(colon + 1)..]);
        return Counted().Match(written) is { Success: true } count && SignatureIn(count.Value, style) is { } counted
            ? (counted, written[count.Length..])
            : (null, written);
    }

    private static WrittenSignature? SignatureIn(string text, HouseStyle style)
    {
        if (NumberText.Signs(text.TrimEnd(',', ';')) is { Count: <= KeySignature.Most } read && (read.Count == 0 || read.Kind is not null))
            return WrittenSignature.Of(new KeySignature(read.Kind == Accidental.Flat ? -read.Count : read.Count).Notes);
        // Signs of one kind on as many letters: no scale is that, for its tonic comes twice.
        return
            NoteReading.Notes(style, text) is { Length: <= KeySignature.Most } notes
            && notes.All(note => Math.Abs((int)note.Accidental) == 1)
            && notes.Select(note => note.Letter).Distinct().Count() == notes.Length
            ? WrittenSignature.Of(notes)
            : null;
    }

    [GeneratedRegex(@"^\s*\d\s?(?:#|♯|b\b|♭|sharps?|flats?)[\s,;|]+", RegexOptions.IgnoreCase)]
    private static partial Regex Counted();
}
