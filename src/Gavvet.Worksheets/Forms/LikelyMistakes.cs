using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Judging;

namespace Gavvet.Worksheets.Forms;

/// <summary>The mistakes a scale invites: lines students write for it, each under the name the judge gives it.</summary>
internal static class LikelyMistakes
{
    private static readonly string[] Forms = ["natural-minor", "harmonic-minor", "melodic-minor", "major"];

    /// <summary>Wrong lines, one for each mistake that has a name of its own.</summary>
    /// <param name="asked">The scale asked.</param>
    /// <param name="judge">Judges a line as a student's would be, after the signature where one is asked.</param>
    /// <param name="most">How many at most.</param>
    public static ImmutableArray<WrongAnswer> Of(
        AskedScale asked,
        Func<ImmutableArray<WrittenNote>, WrittenSignature?, Judgement> judge,
        int most
    )
    {
        var signature = asked.SignatureAsked ? asked.Style.SignatureOf(asked.Type, asked.Tonic) : null;
        var before = signature is { } printed ? $"{printed.Count}{(printed.Kind == Accidental.Sharp ? '#' : 'b')}: " : "";
        var right = Line(asked, asked.Type)!.Value;
        var found = ImmutableArray.CreateBuilder<WrongAnswer>();
        foreach (var line in Lines(asked, right))
        {
            if (found.Count == most)
                break;
            ImmutableArray<WrittenNote> notes = [.. line.Select(note => Written(note, signature))];
            var judged = judge(notes, signature is { } key ? WrittenSignature.Of(key.Notes) : null);
            if (
                judged.Verdict is Verdict.Wrong or Verdict.Misspelled
                && judged.Findings is [var finding]
                && found.All(other => other.Mistake != finding.Code)
            )
                found.Add(
                    new WrongAnswer(before + string.Join(' ', notes.Select(note => Typed(asked.Style.NoteNames, note))), finding.Code)
                );
        }

        return found.ToImmutable();
    }

    private static IEnumerable<ImmutableArray<NoteName>> Lines(AskedScale asked, ImmutableArray<NoteName> right)
    {
        foreach (var other in Confused(asked.Type))
        {
            if (Line(asked, other) is { } line)
                yield return line;
        }

        // A sign forgotten: first the last one that is written, as in the leading note.
        for (var i = right.Length - 2; i > 0; i--)
        {
            if (right[i].Accidental != Accidental.Natural)
                yield return right.SetItem(i, new NoteName(right[i].Letter));
        }

        for (var i = right.Length - 2; i > 0; i--)
        {
            if (Twin(right[i]) is { } twin)
                yield return right.SetItem(i, twin);
        }

        if (asked.Direction != Direction.Both)
            yield return [.. right.Reverse()];
        yield return right[..^1];
    }

    // The other forms of a minor and the major on its tonic, the major a mode begins like, then the scales of its family.
    private static IEnumerable<ScaleType> Confused(ScaleType type) =>
        Forms
            .Select(id => ScaleTypes.Find(id)!)
            .Where(_ => type.Family == ScaleFamily.MajorAndMinor || type.IsMode)
            .Concat(ScaleTypes.All.Where(other => other.Family == type.Family).Take(8))
            .Where(other => other != type)
            .Distinct();

    private static NoteName? Twin(NoteName note) =>
        note.Accidental == Accidental.Natural
            ? null
            : NoteName
                .All.Where(other => other.PitchClass == note.PitchClass && other != note && Math.Abs((int)other.Accidental) < 2)
                .Select(other => (NoteName?)other)
                .FirstOrDefault();

    private static ImmutableArray<NoteName>? Line(AskedScale asked, ScaleType type)
    {
        if (!asked.Style.CanSpell(type, asked.Tonic))
            return null;
        var scale = asked.Style.Spell(type, asked.Tonic);
        return scale.Notes(asked.Direction, asked.Octaves);
    }

    // Under a signature a note has a sign only where it is not the signature's.
    private static WrittenNote Written(NoteName note, KeySignature? signature) =>
        new(note.Letter, note.Accidental == (signature?.On(note.Letter) ?? Accidental.Natural) ? null : note.Accidental);

    // By the names of the house, as the judge reads them: German B is B flat.
    private static string Typed(NameSystem names, WrittenNote note) =>
        NoteNaming.Clicked(names, new NoteName(note.Letter, note.Sign ?? Accidental.Natural))
        + (note.Sign == Accidental.Natural ? "n" : "");
}
