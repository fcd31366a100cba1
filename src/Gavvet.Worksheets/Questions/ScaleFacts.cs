using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>What questions rest on, each fact derived by two routes that must agree.</summary>
internal static class ScaleFacts
{
    /// <summary>Other spellings that are listed; where there are more the rule is said instead.</summary>
    public const int MostSpellings = 6;

    /// <summary>The scale, as the house style writes it.</summary>
    public static Scale Scale(QuestionSetting setting) => setting.Style.Spell(setting.Scale, setting.Tonic);

    /// <summary>The signature the question is written with; empty where accidentals are asked for or none is printed.</summary>
    public static KeySignature Printed(QuestionSetting setting) =>
        setting.Notation == Notation.Signature && setting.Style.SignatureKey(setting.Scale, setting.Tonic) is { IsTheoretical: false } key
            ? Signature(key)
            : default;

    /// <summary>Whether the question is written with a signature.</summary>
    public static bool HasSignature(QuestionSetting setting) =>
        setting.Notation == Notation.Signature && setting.Style.SignatureKey(setting.Scale, setting.Tonic) is { IsTheoretical: false };

    /// <summary>The key's signature: from its place on the line of fifths, and from the notes its steps alter.</summary>
    public static KeySignature Signature(Key key)
    {
        var walked = ScaleSpelling.BySteps(key.ScaleType.Up, key.Tonic)[..7].Where(note => note.Accidental != Accidental.Natural);
        TwoRoutes.Agree($"the signature of {key}", key.Signature.Notes, WorkingSentences.InSignatureOrder([.. walked]));
        return key.Signature;
    }

    /// <summary>The key of a signature: by counting fifths from C or A, and by its last accidentals.</summary>
    public static Key KeyOf(KeySignature signature, KeyMode mode)
    {
        var notes = signature.Notes;
        var major = (signature.Kind, notes.Length) switch
        {
            (Accidental.Sharp, _) => notes[^1].Up(new Interval(1, 1)),
            (Accidental.Flat, 1) => notes[0].Up(new Interval(4, 7)),
            (Accidental.Flat, _) => notes[^2],
            _ => new NoteName(Letter.C),
        };
        // A minor key lies a major sixth above its relative.
        var byLast = mode == KeyMode.Major ? major : major.Up(new Interval(5, 9));
        return new Key(
            TwoRoutes.Agree($"the key with {signature}", NoteName.FromFifths(signature.Fifths + (mode == KeyMode.Major ? 0 : 3)), byLast),
            mode
        );
    }

    /// <summary>The steps in semitones: as the table has them, and as measured on notes spelled from degrees.</summary>
    public static ImmutableArray<int> Steps(Scale scale, Direction direction)
    {
        var (up, down) = (scale.Type.Up.Steps, scale.Type.Down.Steps.Reverse().ToImmutableArray());
        ImmutableArray<int> listed = direction switch
        {
            Direction.Ascending => up,
            Direction.Descending => down,
            _ => [.. up, .. down],
        };
        return TwoRoutes.Agree($"the steps of {scale.Tonic} {scale.Type.Name}", listed, scale.MeasuredSteps(direction));
    }

    /// <summary>The steps as data, in semitones and letters.</summary>
    /// <param name="scale">The scale.</param>
    /// <param name="direction">Up, down or both.</param>
    public static ImmutableArray<(int Semitones, int Letters)> NamedSteps(Scale scale, Direction direction)
    {
        var notes = scale.Notes(direction);
        return [.. Steps(scale, direction).Select((step, i) => (step, StepNaming.LettersBetween(scale.Type, notes[i], notes[i + 1])))];
    }

    /// <summary>The steps as signs of the house style.</summary>
    public static ImmutableArray<string> StepSigns(HouseStyle style, Scale scale, Direction direction) =>
        [.. NamedSteps(scale, direction).Select(step => style.Sign(step.Semitones, step.Letters))];

    /// <summary>The prompt: the scale, its formula where the name is not settled, the direction, and how it is written where its
    /// neighbors are written otherwise.</summary>
    public static string Prompt(QuestionSetting setting) =>
        Texts.Say(
            setting.TellsNotation && !HasSignature(setting) ? "prompt.scale.accidentals" : "prompt.scale",
            ("scale", Named(setting)),
            ("direction", DirectionWords(setting.Direction))
        );

    /// <summary>The scale by name, with its formula where the name is not settled.</summary>
    public static string Named(QuestionSetting setting)
    {
        var name = setting.Style.Say(setting.Scale, setting.Tonic);
        return setting.Scale.NeedsFormula || (setting.Style.PrintedReminders && setting.Scale.Family == ScaleFamily.Exotic)
            ? $"{name} ({string.Join(' ', setting.Scale.Degrees)})"
            : name;
    }

    /// <summary>An answer that is a whole scale, with the other spellings that earn full marks.</summary>
    public static Answer WholeScale(
        QuestionSetting setting,
        Scale scale,
        ImmutableArray<ImmutableArray<Mark>> marks,
        ImmutableArray<NoteName> written,
        ImmutableArray<WorkingStep> working
    )
    {
        var (accepted, remarks) = OtherSpellings(setting, scale);
        return new Answer(setting.Style, marks, [new AnsweredLine(new NotesPart(written), accepted)], working)
        {
            Remarks = [.. RepeatedSigns(setting, scale), .. remarks],
            Written = new WrittenScale(setting.Scale, scale),
        };
    }

    /// <summary>In one bar up and down a sign holds, and writing it again is right too.</summary>
    public static IEnumerable<string> RepeatedSigns(QuestionSetting setting, Scale scale) =>
        setting is { Direction: Direction.Both, Notation: Notation.Accidentals } && !scale.Type.IsTwoWay && scale.AlteredNotes.Length > 0
            ? [Texts.Say("also-right.signs-again")]
            : [];

    /// <summary>Other spellings that earn full marks: as answers, or as a sentence where there are very many.</summary>
    public static (ImmutableArray<AnswerPart> Accepted, ImmutableArray<string> Remarks) OtherSpellings(QuestionSetting setting, Scale scale)
    {
        ImmutableArray<NoteName>[] Others(bool descending) =>
            [.. AcceptedSpellings.Of(scale, setting.Style, descending).Skip(1).Take(MostSpellings + 1)];
        var (up, down) = (
            setting.Direction == Direction.Descending ? [] : Others(false),
            setting.Direction == Direction.Ascending ? [] : Others(true)
        );
        if (up.Length > MostSpellings || down.Length > MostSpellings)
            return ([], [Texts.Say("also-right.each-letter")]);
        return setting.Direction == Direction.Both
            ? (
                [],
                [
                    .. up.Select(notes => Texts.Say("also-right.up", ("notes", setting.Style.Say(notes)))),
                    .. down.Select(notes => Texts.Say("also-right.down", ("notes", setting.Style.Say(notes)))),
                ]
            )
            : ([.. up.Concat(down).Select(notes => new NotesPart(notes))], []);
    }

    /// <summary>The scale's notes in the order and over the octaves asked.</summary>
    public static ImmutableArray<NoteName> Notes(QuestionSetting setting, Scale scale) => scale.Notes(setting.Direction, setting.Octaves);

    /// <summary>The steps between those notes, as signs of the house style.</summary>
    public static ImmutableArray<string> StepSigns(QuestionSetting setting, Scale scale)
    {
        IEnumerable<string> Repeated(Direction direction) =>
            Enumerable.Repeat(StepSigns(setting.Style, scale, direction), setting.Octaves).SelectMany(signs => signs);
        return setting.Direction == Direction.Both
            ? [.. Repeated(Direction.Ascending), .. Repeated(Direction.Descending)]
            : [.. Repeated(setting.Direction)];
    }

    /// <summary>The notes on the staff, with the signs they need.</summary>
    public static ImmutableArray<NoteMark> OnStaff(QuestionSetting setting, Scale scale, int notesInBar = 0) =>
        StaffNotes.InBars(
            scale.Pitches(setting.Direction, setting.LowestTonic(scale), setting.Octaves),
            Printed(setting),
            setting.Style,
            notesInBar
        );

    /// <summary>The room on the staff that any such question may need.</summary>
    public static StaffRange Room(QuestionSetting setting) => StaffRange.OfScales(setting.Clef, setting.Octaves, setting.Part);

    /// <summary>How many sharps and flats, single and double, the notes asked have: each counted once and apart, since other scales than
    /// major mix them.</summary>
    public static string CountInWords(QuestionSetting setting, Scale scale)
    {
        var altered = scale.Notes(setting.Direction).Distinct().ToLookup(note => note.Accidental);
        string[] counts =
        [
            .. new[] { Accidental.Sharp, Accidental.DoubleSharp, Accidental.Flat, Accidental.DoubleFlat }
                .Where(sign => altered.Contains(sign))
                .Select(sign => CountText.Signs(altered[sign].Count(), sign)),
        ];
        return counts.Length == 0 ? CountText.Signs(0, Accidental.Sharp) : Texts.And(counts);
    }

    /// <summary>The count at the end of a working.</summary>
    public static AlteredCounted Counted(Scale scale)
    {
        var altered = WorkingSentences.InSignatureOrder(scale.AlteredNotes);
        return new AlteredCounted(altered, scale.Tonic.Accidental == Accidental.Natural ? null : scale.Tonic);
    }

    /// <summary>The direction in words.</summary>
    public static string DirectionWords(Direction direction) =>
        Texts.Say(
            direction switch
            {
                Direction.Ascending => "direction.ascending",
                Direction.Descending => "direction.descending",
                _ => "direction.both",
            }
        );
}
