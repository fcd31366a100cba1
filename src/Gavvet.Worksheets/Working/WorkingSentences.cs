using System.Collections.Immutable;
using System.Text;
using Gavvet.Theory;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Working;

/// <summary>Derivations in a teacher's sentences, in a house style; the words stand in the resource file.</summary>
public static class WorkingSentences
{
    /// <summary>One step as a sentence.</summary>
    /// <param name="style">The house style.</param>
    /// <param name="step">The step.</param>
    public static string Sentence(HouseStyle style, WorkingStep step)
    {
        return step switch
        {
            LettersWritten letters => Texts.Say(
                "working.letters",
                ("letters", style.Say(letters.Letters.Select(letter => new NoteName(letter))))
            ),
            StepsWalked walk => Texts.Say("working.steps", ("steps", Walk(style, walk))),
            SignatureUsed { Signature.Count: 0 } used => Texts.Say("working.signature.none", ("key", style.Say(used.Key))),
            SignatureUsed used => Texts.Say(
                "working.signature",
                ("key", style.Say(used.Key)),
                ("signature", used.Signature),
                ("notes", style.Say(used.Signature.Notes))
            ),
            SignatureImpossible { Key: var key } => Texts.Say(
                "working.no-signature",
                ("key", style.Say(key)),
                ("signs", CountText.Signs(Math.Abs(key.Fifths), key.Fifths > 0 ? Accidental.Sharp : Accidental.Flat))
            ),
            LastAccidental last => Last(style, last),
            Explained reason => Texts.Say(reason.Message, [.. reason.About.Select(about => (about.Name, Worded(style, about.What)))]),
            RelativeFound found => Texts.Say(
                found.Relative.Mode == KeyMode.Minor ? "working.relative.minor"
                    : found.ByNotes ? "working.relative.major.notes"
                    : "working.relative.major",
                ("halfStep", style.Word(1, 1)),
                ("tonic", style.Say(found.Key.Tonic)),
                ("relativeTonic", style.Say(found.Relative.Tonic)),
                ("key", style.Say(found.Key)),
                ("relative", style.Say(found.Relative))
            ),
            WayClosed { Theoretical: var key } => Texts.Say("working.way-closed", ("key", style.Say(key))),
            RotationFound found => Rotation(style, found),
            DerivedFrom derived => Derived(style, derived),
            ChangedDescending { Changes.IsEmpty: true } => Texts.Say("working.down.spelling"),
            ChangedDescending changed => Texts.Say(
                "working.down",
                ("changes", string.Join(", ", changed.Changes.Select(change => Becomes(style, change.Before.Note, change.After.Note))))
            ),
            AlteredCounted { Notes.Length: 0 } => Texts.Say("working.counted.none"),
            AlteredCounted { Closing: { } closing } counted => Texts.Say(
                "working.counted.closing",
                ("count", Counted(counted.Notes)),
                ("notes", style.Say(counted.Notes)),
                ("tonic", style.Say(closing))
            ),
            AlteredCounted counted => Texts.Say("working.counted", ("count", Counted(counted.Notes)), ("notes", style.Say(counted.Notes))),
            EachLetterOnce => Texts.Say("working.each-letter"),
            SeventhLeads leads => Texts.Say(
                "working.seventh",
                ("seventh", style.Say(leads.Seventh)),
                ("halfStep", style.Word(1, 1)),
                ("tonic", style.Say(leads.Tonic))
            ),
            NotesCounted counted => Texts.Say("working.notes", ("count", CountText.Word(counted.Count))),
            BlueNotesNamed { Notes: [var only] } => Texts.Say("working.blue", ("degree", only.Degree), ("note", style.Say(only.Note))),
            BlueNotesNamed named => Texts.Say(
                "working.blues",
                ("degrees", Texts.And(named.Notes.Select(note => $"{note.Degree}"))),
                ("notes", style.Say(named.Notes.Select(note => note.Note)))
            ),
            HalfStepsFound found => Texts.Say(
                "working.half-steps",
                ("HalfStep", CountText.Capitalized(style.Word(1, 1))),
                ("pairs", string.Join(", ", found.Pairs.Select(pair => $"{style.Say(pair.First)}–{style.Say(pair.Second)}")))
            ),
            Remarked remark => remark.Words,
            _ => throw new ArgumentException($"No words for {step?.GetType().Name}."),
        };
    }

    /// <summary>The order in which altered notes are counted: that of the signature, doubles first.</summary>
    /// <param name="notes">The altered notes in any order.</param>
    public static ImmutableArray<NoteName> InSignatureOrder(ImmutableArray<NoteName> notes) =>
        [
            .. notes
                .OrderByDescending(note => Math.Abs((int)note.Accidental))
                .ThenBy(note => (note.Accidental < 0 ? KeySignature.OrderOfFlats : KeySignature.OrderOfSharps).IndexOf(note.Letter)),
        ];

    private static string Walk(HouseStyle style, StepsWalked walk)
    {
        var text = new StringBuilder(style.Say(walk.Notes[0]));
        for (var i = 0; i < walk.Semitones.Length; i++)
        {
            var letters = StepNaming.LettersBetween(walk.Type, walk.Notes[i], walk.Notes[i + 1]);
            text.Append(" –").Append(style.Sign(walk.Semitones[i], letters)).Append("– ").Append(style.Say(walk.Notes[i + 1]));
        }

        return text.ToString();
    }

    private static string Last(HouseStyle style, LastAccidental last)
    {
        var notes = last.Signature.Notes;
        return (last.Signature.Kind, notes.Length) switch
        {
            (Accidental.Sharp, _) => Texts.Say(
                "working.last.sharp",
                ("sharp", style.Say(notes[^1])),
                ("seventh", style.TechnicalName(ScaleTypes.Major, new Degree(7))!),
                ("halfStep", style.Word(1, 1)),
                ("tonic", style.Say(last.Key.Tonic))
            ),
            (Accidental.Flat, 1) => Texts.Say("working.last.one-flat", ("flat", style.Say(notes[0])), ("key", style.Say(last.Key))),
            (Accidental.Flat, _) => Texts.Say("working.last.flat", ("flat", style.Say(notes[^2]))),
            _ => Texts.Say("working.last.none", ("key", style.Say(last.Key))),
        };
    }

    private static string Rotation(HouseStyle style, RotationFound found) =>
        Texts.Say(
            "working.rotation",
            ("Mode", CountText.Capitalized(style.NameOf(found.Type))),
            ("place", CountText.Ordinal(found.Type.ParentPosition)),
            ("parentType", style.NameOf(found.Parent.Type)),
            ("tonic", style.Say(found.Tonic)),
            ("parent", style.Say(found.Parent.Type, found.Parent.Tonic)),
            ("notes", style.Say(found.Parent.Ascending))
        );

    private static string Derived(HouseStyle style, DerivedFrom derived)
    {
        var parts = derived
            .Altered.Select(change => Changed(style, change))
            .Concat(
                derived.Struck.IsEmpty
                    ? []
                    :
                    [
                        Texts.Say(
                            "working.strike",
                            ("degrees", Texts.And(derived.Struck.Select(note => CountText.Ordinal(note.Degree.Number)))),
                            ("notes", style.Say(derived.Struck.Select(note => note.Note)))
                        ),
                    ]
            )
            .Concat(derived.Added.Select(note => Texts.Say("working.add", ("degree", note.Degree), ("note", style.Say(note.Note)))));
        return Texts.Say(
            "working.derived",
            ("base", style.Say(derived.Base.Type, derived.Base.Tonic)),
            ("notes", style.Say(derived.Base.Ascending)),
            ("changes", string.Join("; ", parts))
        );
    }

    private static string Changed(HouseStyle style, Alteration change)
    {
        var (before, after) = (change.Before.Note, change.After.Note);
        var doubled =
            Math.Abs((int)after.Accidental) == 2 && before.Accidental != Accidental.Natural
                ? Texts.Say(
                    "working.doubled",
                    ("before", style.Say(before)),
                    ("accidental", before.Accidental.Spoken()),
                    ("after", style.Say(after))
                )
                : Becomes(style, before, after);
        var message = (change.Semitones, Math.Abs(change.Semitones)) switch
        {
            (> 0, 1) => "working.raise",
            (> 0, _) => "working.raise.twice",
            (_, 1) => "working.lower",
            _ => "working.lower.twice",
        };
        return Texts.Say(message, ("degree", CountText.Ordinal(change.Before.Degree.Number)), ("change", doubled));
    }

    // A thing a reason names, in the words of the house style; words and numbers as they are.
    private static object Worded(HouseStyle style, object what) =>
        what switch
        {
            NoteName note => style.Say(note),
            IEnumerable<NoteName> notes => style.Say(notes),
            Key key => style.Say(key),
            KeySignature signature => $"{signature}",
            Scale scale => style.Say(scale.Type, scale.Tonic),
            ScaleType type => type.Name,
            Interval interval => interval.Name,
            IEnumerable<Degree> degrees => string.Join(' ', degrees),
            Degree degree => $"{degree}",
            _ => what,
        };

    private static string Becomes(HouseStyle style, NoteName before, NoteName after) =>
        Texts.Say("working.becomes", ("before", style.Say(before)), ("after", style.Say(after)));

    private static string Counted(ImmutableArray<NoteName> notes) =>
        notes.All(note => note.Accidental == notes[0].Accidental)
            ? CountText.Signs(notes.Length, notes[0].Accidental)
            : Texts.Say("count.altered", ("count", CountText.Word(notes.Length)));
}
