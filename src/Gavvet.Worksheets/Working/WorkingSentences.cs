using System.Collections.Immutable;
using System.Text;
using Gavvet.Theory;

namespace Gavvet.Worksheets.Working;

/// <summary>Derivations in a teacher's sentences, in a house style.</summary>
public static class WorkingSentences
{
    /// <summary>One step as a sentence.</summary>
    /// <param name="style">The house style.</param>
    /// <param name="step">The step.</param>
    public static string Sentence(HouseStyle style, WorkingStep step)
    {
        ArgumentNullException.ThrowIfNull(style);
        return step switch
        {
            LettersWritten letters => $"Letters: {style.Say(letters.Letters.Select(letter => new NoteName(letter)))}.",
            StepsWalked walk => $"Steps: {Walk(style, walk)}.",
            SignatureUsed { Signature.Count: 0 } used => $"{style.Say(used.Key)} has no sharps or flats.",
            SignatureUsed used => $"{style.Say(used.Key)} has {used.Signature}: {style.Say(used.Signature.Notes)}.",
            SignatureImpossible { Key: var key } => $"Accidentals only: {style.Say(key)} would need {CountText.Signs(Math.Abs(key.Fifths), key.Fifths > 0 ? Accidental.Sharp : Accidental.Flat)} in its signature.",
            LastAccidental last => Last(style, last),
            RelativeFound found => $"Relative {(found.Relative.Mode == KeyMode.Major ? "major: three semitones and two letters above" : "minor: three semitones and two letters below")} {style.Say(found.Key.Tonic)} is {style.Say(found.Relative.Tonic)}. {style.Say(found.Key)} takes the signature of {style.Say(found.Relative)}.",
            WayClosed { Theoretical: var key } => $"{style.Say(key)} is a theoretical key, so the scale is found another way.",
            RotationFound found => Rotation(style, found),
            DerivedFrom derived => Derived(style, derived),
            ChangedDescending changed => changed.Changes.IsEmpty ? "Coming down the spelling changes." : $"Coming down: {string.Join(", ", changed.Changes.Select(change => $"{style.Say(change.Before.Note)} becomes {style.Say(change.After.Note)}"))}.",
            AlteredCounted { Notes.Length: 0 } => "Check: no altered notes.",
            AlteredCounted counted => $"Check: {Counted(counted.Notes)}, {style.Say(counted.Notes)}{NotAgain(style, counted.Closing)}.",
            EachLetterOnce => "Check: each letter once.",
            SeventhLeads leads => $"Check: the 7th, {style.Say(leads.Seventh)}, lies a {style.Word(1, 1)} under {style.Say(leads.Tonic)}.",
            NotesCounted counted => $"Check: {CountText.Word(counted.Count)} different notes.",
            BlueNotesNamed { Notes: [var only] } => $"The blue note is {only.Degree}, {style.Say(only.Note)}.",
            BlueNotesNamed named => $"The blue notes are {InWords(named.Notes.Select(note => $"{note.Degree}"))}: {style.Say(named.Notes.Select(note => note.Note))}.",
            HalfStepsFound found => $"{Capital(style.Word(1, 1))}s: {string.Join(", ", found.Pairs.Select(pair => $"{style.Say(pair.First)}–{style.Say(pair.Second)}"))}.",
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
        var seventh = style.TechnicalName(ScaleTypes.Major, new Degree(7));
        return (last.Signature.Kind, notes.Length, last.Key.Mode) switch
        {
            (_, _, KeyMode.Minor) => $"{style.Say(last.Key)} shares the signature of {style.Say(last.Key.Relative)}.",
            (Accidental.Sharp, _, _) => $"The last sharp, {style.Say(notes[^1])}, is the {seventh}: a {style.Word(1, 1)} above it is {style.Say(last.Key.Tonic)}.",
            (Accidental.Flat, 1, _) => $"One flat, {style.Say(notes[0])}, belongs to {style.Say(last.Key)}.",
            (Accidental.Flat, _, _) => $"The last flat but one, {style.Say(notes[^2])}, is the tonic.",
            _ => $"No sharps or flats belong to {style.Say(last.Key)}.",
        };
    }

    private static string Rotation(HouseStyle style, RotationFound found)
    {
        var parent = style.Say(found.Parent.Type, found.Parent.Tonic);
        return $"Parent: {Capital(found.Type.Name)} begins on the {CountText.Ordinal(found.Type.ParentPosition)} note of {found.Parent.Type.Name}. {style.Say(found.Tonic)} is the {CountText.Ordinal(found.Type.ParentPosition)} note of {parent}: {style.Say(found.Parent.Ascending)}.";
    }

    private static string Derived(HouseStyle style, DerivedFrom derived)
    {
        var parts = derived.Altered.Select(change => Changed(style, change))
            .Concat(derived.Struck.IsEmpty ? [] : [$"strike out the {InWords(derived.Struck.Select(note => CountText.Ordinal(note.Degree.Number)))}, {style.Say(derived.Struck.Select(note => note.Note))}"])
            .Concat(derived.Added.Select(note => $"add {note.Degree}, {style.Say(note.Note)}"));
        return $"From {style.Say(derived.Base.Type, derived.Base.Tonic)}, {style.Say(derived.Base.Ascending)}: {string.Join("; ", parts)}.";
    }

    private static string Changed(HouseStyle style, Alteration change)
    {
        var (before, after) = (change.Before.Note, change.After.Note);
        var verb = change.Semitones > 0 ? "raise" : "lower";
        var doubled = Math.Abs((int)after.Accidental) == 2 && before.Accidental != Accidental.Natural
            ? $"{style.Say(before)} is already {before.Accidental.Spoken()}, so {style.Say(after)}"
            : $"{style.Say(before)} becomes {style.Say(after)}";
        return $"{verb} the {CountText.Ordinal(change.Before.Degree.Number)}, {doubled}";
    }

    private static string Counted(ImmutableArray<NoteName> notes) => notes.All(note => note.Accidental == notes[0].Accidental)
        ? CountText.Signs(notes.Length, notes[0].Accidental)
        : $"{CountText.Word(notes.Length)} altered notes";

    private static string NotAgain(HouseStyle style, NoteName? closing) =>
        closing is { } tonic ? $"; the {style.Say(tonic)} of the octave is not counted again" : "";

    private static string InWords(IEnumerable<string> things)
    {
        var all = things.ToArray();
        return all.Length == 1 ? all[0] : string.Join(", ", all[..^1]) + " and " + all[^1];
    }

    private static string Capital(string words) => char.ToUpperInvariant(words[0]) + words[1..];
}
