using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>What questions about a major key rest on, each fact derived by two routes that must agree.</summary>
internal static class MajorKeyFacts
{
    /// <summary>The key's scale.</summary>
    public static Scale Scale(Key key) => ScaleSpelling.Spell(ScaleTypes.Major, key.Tonic);

    /// <summary>The key's signature: from its place on the line of fifths, and from the notes its steps alter.</summary>
    public static KeySignature Signature(Key key)
    {
        var walked = ScaleSpelling.BySteps(ScaleTypes.Major.Up, key.Tonic)[..7].Where(note => note.Accidental != Accidental.Natural);
        TwoRoutes.Agree($"the signature of {key}", key.Signature.Notes, WorkingWords.InSignatureOrder([.. walked]));
        return key.Signature;
    }

    /// <summary>The major key of a signature: by counting fifths from C, and by its last accidentals.</summary>
    public static Key KeyOf(KeySignature signature)
    {
        var notes = signature.Notes;
        var byLast = (signature.Kind, notes.Length) switch
        {
            (Accidental.Sharp, _) => notes[^1].Up(new Interval(1, 1)),
            (Accidental.Flat, 1) => notes[0].Up(new Interval(4, 7)),
            (Accidental.Flat, _) => notes[^2],
            _ => new NoteName(Letter.C),
        };
        return new Key(TwoRoutes.Agree($"the major key with {signature}", NoteName.FromFifths(signature.Fifths), byLast));
    }

    /// <summary>The steps in semitones: as the table has them, and as measured on notes spelled from degrees.</summary>
    public static ImmutableArray<int> Steps(Scale scale, Direction direction)
    {
        var up = scale.Type.Steps;
        ImmutableArray<int> listed = direction switch
        {
            Direction.Ascending => up,
            Direction.Descending => [.. up.Reverse()],
            _ => [.. up, .. up.Reverse()],
        };
        return TwoRoutes.Agree($"the steps of {scale.Tonic} {scale.Type.Name}", listed, scale.MeasuredSteps(direction));
    }

    /// <summary>The prompt: the key and, where it matters, the direction.</summary>
    public static string Prompt(QuestionSetting setting) => $"{setting.Style.Say(setting.Key)}, {DirectionWords(setting.Direction)}";

    /// <summary>The count at the end of a working.</summary>
    public static AlteredCounted Counted(Scale scale)
    {
        var altered = WorkingWords.InSignatureOrder(scale.AlteredNotes);
        return new AlteredCounted(altered, scale.Tonic.Accidental == Accidental.Natural ? null : scale.Tonic);
    }

    private static string DirectionWords(Direction direction) => direction switch
    {
        Direction.Ascending => "ascending",
        Direction.Descending => "descending",
        _ => "ascending and descending",
    };
}
