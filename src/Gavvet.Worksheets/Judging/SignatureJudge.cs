using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Judging;

/// <summary>Judges a key signature by itself.</summary>
internal static class SignatureJudge
{
    /// <summary>The signature of a scale under a house style, or null where it writes accidentals only.</summary>
    public static KeySignature? Expected(AskedScale asked, NoteName tonic) => asked.Style.SignatureOf(asked.Type, tonic);

    /// <summary>What is wrong with a signature, or null.</summary>
    public static Finding? Judge(AskedScale asked, NoteName tonic, WrittenSignature? written, ImmutableArray<WrittenNote> notes)
    {
        if (Expected(asked, tonic) is not { } expected || (written is null && !asked.SignatureAsked))
            return null;
        var should = new FindingSubject.Signature(expected.Notes);
        if (written is null && expected.Count == 0)
            return null;
        // Neither a signature nor a sign: they were forgotten, each of them.
        if (written is null && expected.Count > 1 && notes.All(note => note.Sign is null))
            return new Finding(FindingCode.SignsForgotten, 0, should, FindingSubject.None);
        if (written is null)
            return new Finding(FindingCode.SignatureWrong, 0, should, FindingSubject.None, Texts.Say("signature.missing"));
        var found = new FindingSubject.Signature(written.Notes);
        if (written.Is(expected.Fifths))
            return Misplaced(expected, written)
                ? new Finding(FindingCode.SignatureWrong, 0, should, found, Texts.Say("signature.place"))
                : null;
        var major = new Key(tonic);
        if (asked.Type.Id != ScaleTypes.Major.Id && written.Is(major.Fifths))
        {
            var code =
                asked.Type.Family == ScaleFamily.MajorAndMinor ? FindingCode.ParallelForRelative : FindingCode.ModeSignatureOfTonicMajor;
            return new Finding(
                code,
                0,
                new FindingSubject.ScaleOn(asked.Type, tonic),
                new FindingSubject.ScaleOn(ScaleTypes.Major, tonic),
                "signature"
            );
        }

        return new Finding(FindingCode.SignatureWrong, 0, should, found, What(asked, tonic, expected, written));
    }

    /// <summary>What a signature that was forgotten costs, in halves of a mark: each of its signs, at most half of all.</summary>
    public static int ForgottenHalves(LineAsked lineAsked, Finding signature) =>
        signature.Expected is FindingSubject.Signature { Signs.Length: var count }
            ? Math.Min(count, (lineAsked.Line.Length + 1) / 2) * Explanation.Mark
            : Explanation.Mark;

    private static bool Misplaced(KeySignature expected, WrittenSignature written) =>
        written.Clef is { } clef && !clef.SignaturePositions(expected).SequenceEqual(written.Positions);

    private static string What(AskedScale asked, NoteName tonic, KeySignature expected, WrittenSignature written)
    {
        var notes = written.Notes;
        var seventh = asked.Style.Spell(asked.Type, tonic).Ascending[^2];
        if (asked.Type.HasMinorThird && seventh.Accidental != expected.On(seventh.Letter) && notes.Contains(seventh))
            return Texts.Say("signature.seventh");
        if (expected.Count > 0 && written.Is(-expected.Fifths))
            return Texts.Say(expected.Kind == Accidental.Sharp ? "signature.flats-for-sharps" : "signature.sharps-for-flats");
        if (notes.Length == expected.Count && notes.ToHashSet().SetEquals(expected.Notes))
            return Texts.Say("signature.order");
        return notes.Length != expected.Count ? Texts.Say("signature.count", ("signs", expected)) : Texts.Say("signature.letter");
    }
}
