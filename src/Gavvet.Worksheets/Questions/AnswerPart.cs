using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Gavvet.Theory;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Questions;

/// <summary>What an answer is, as data; <see cref="AnswerWording"/> says it in a house style. A printing's record keeps it under the
/// names here.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "is")]
[JsonDerivedType(typeof(NotesPart), "notes")]
[JsonDerivedType(typeof(PairsPart), "pairs")]
[JsonDerivedType(typeof(ChangesPart), "changes")]
[JsonDerivedType(typeof(CorrectionPart), "correction")]
[JsonDerivedType(typeof(KeysPart), "keys")]
[JsonDerivedType(typeof(CirclePart), "circle")]
[JsonDerivedType(typeof(SignaturePart), "signature")]
[JsonDerivedType(typeof(NamedSignaturePart), "named-signature")]
[JsonDerivedType(typeof(ScalePart), "scale")]
[JsonDerivedType(typeof(DegreesPart), "degrees")]
[JsonDerivedType(typeof(DegreeLabelsPart), "degree-labels")]
[JsonDerivedType(typeof(DegreeNamePart), "degree-name")]
[JsonDerivedType(typeof(SeventhPart), "seventh")]
[JsonDerivedType(typeof(NumberPart), "number")]
[JsonDerivedType(typeof(OrdinalPart), "ordinal")]
[JsonDerivedType(typeof(StepsPart), "steps")]
[JsonDerivedType(typeof(IntervalsPart), "intervals")]
[JsonDerivedType(typeof(ChordPart), "chord")]
[JsonDerivedType(typeof(ClefPart), "clef")]
[JsonDerivedType(typeof(YesNoPart), "yes-no")]
[JsonDerivedType(typeof(TetrachordPart), "tetrachord")]
[JsonDerivedType(typeof(WordsPart), "words")]
public abstract record AnswerPart;

/// <summary>Notes.</summary>
/// <param name="Notes">In the order they are written.</param>
/// <param name="AnyOrder">Whether another order is as right.</param>
/// <param name="BySound">Whether another name of a note is as right.</param>
[method: JsonConstructor]
public sealed record NotesPart(ImmutableArray<NoteName> Notes, bool AnyOrder = false, bool BySound = false) : AnswerPart
{
    /// <summary>One note.</summary>
    /// <param name="note">The note.</param>
    public NotesPart(NoteName note)
        : this([note]) { }
}

/// <summary>Pairs of neighbouring notes.</summary>
/// <param name="Pairs">From the first on.</param>
/// <param name="Wide">Further pairs, an augmented second apart.</param>
public sealed record PairsPart(
    ImmutableArray<(NoteName First, NoteName Second)> Pairs,
    ImmutableArray<(NoteName First, NoteName Second)> Wide
) : AnswerPart;

/// <summary>Notes that become others.</summary>
/// <param name="Changes">Each as it was and as it becomes.</param>
public sealed record ChangesPart(ImmutableArray<(NoteName From, NoteName To)> Changes) : AnswerPart;

/// <summary>A place in a scale and the note that belongs there.</summary>
/// <param name="Place">From 1.</param>
/// <param name="Note">The note.</param>
public sealed record CorrectionPart(int Place, NoteName Note) : AnswerPart;

/// <summary>Keys by tonic and mode.</summary>
/// <param name="Keys">The keys.</param>
/// <param name="AnyOrder">Whether another order is as right.</param>
[method: JsonConstructor]
public sealed record KeysPart(ImmutableArray<Key> Keys, bool AnyOrder = false) : AnswerPart
{
    /// <summary>One key.</summary>
    /// <param name="key">The key.</param>
    public KeysPart(Key key)
        : this([key]) { }
}

/// <summary>Tonics on the circle of fifths.</summary>
/// <param name="Places">Each hour, 1 to 12, with its tonic.</param>
public sealed record CirclePart(ImmutableArray<(int Hour, NoteName Tonic)> Places) : AnswerPart;

/// <summary>How many sharps or flats a signature has.</summary>
/// <param name="Signature">The signature.</param>
/// <param name="CountAlone">Whether the number is enough, as where the notes are named beside it.</param>
public sealed record SignaturePart(KeySignature Signature, bool CountAlone = false) : AnswerPart;

/// <summary>How many sharps or flats a signature has, and which.</summary>
/// <param name="Signature">The signature.</param>
public sealed record NamedSignaturePart(KeySignature Signature) : AnswerPart;

/// <summary>A scale by name.</summary>
/// <param name="Type">The scale type.</param>
/// <param name="Tonic">Its tonic, or null where the type alone is asked.</param>
/// <param name="Name">Another of its names, or null for the usual one.</param>
public sealed record ScalePart(ScaleType Type, NoteName? Tonic = null, string? Name = null) : AnswerPart
{
    /// <summary>The tonic it stands on where the type alone is asked, so that it may be said too; null where any may.</summary>
    public NoteName? On { get; init; }
}

/// <summary>Degrees by number and sign.</summary>
/// <param name="Degrees">The degrees.</param>
public sealed record DegreesPart(ImmutableArray<Degree> Degrees) : AnswerPart;

/// <summary>Degrees as the house style writes them under notes.</summary>
/// <param name="Type">The scale type they are of.</param>
/// <param name="Degrees">The degrees.</param>
public sealed record DegreeLabelsPart(ScaleType Type, ImmutableArray<Degree> Degrees) : AnswerPart;

/// <summary>A degree by the name the house style gives it.</summary>
/// <param name="Type">The scale type it is of.</param>
/// <param name="Degree">The degree.</param>
/// <param name="Technical">Whether its technical name is asked, whatever the style calls degrees.</param>
public sealed record DegreeNamePart(ScaleType Type, Degree Degree, bool Technical = false) : AnswerPart;

/// <summary>The raised seventh by the word of one school.</summary>
/// <param name="Word">The word.</param>
public sealed record SeventhPart(SeventhWord Word) : AnswerPart;

/// <summary>A number.</summary>
/// <param name="Number">The number.</param>
public sealed record NumberPart(int Number) : AnswerPart;

/// <summary>A place as an ordinal number.</summary>
/// <param name="Number">From 1.</param>
public sealed record OrdinalPart(int Number) : AnswerPart;

/// <summary>Steps.</summary>
/// <param name="Steps">Each in semitones and letters.</param>
/// <param name="Between">What stands between their signs.</param>
public sealed record StepsPart(ImmutableArray<(int Semitones, int Letters)> Steps, string Between) : AnswerPart;

/// <summary>Intervals.</summary>
/// <param name="Intervals">In the order they are written.</param>
public sealed record IntervalsPart(ImmutableArray<Interval> Intervals) : AnswerPart;

/// <summary>What a chord is.</summary>
/// <param name="Chord">The chord.</param>
public sealed record ChordPart(Chord Chord) : AnswerPart;

/// <summary>A clef.</summary>
/// <param name="Clef">The clef.</param>
public sealed record ClefPart(Clef Clef) : AnswerPart;

/// <summary>Yes or no.</summary>
/// <param name="Yes">Which.</param>
public sealed record YesNoPart(bool Yes) : AnswerPart;

/// <summary>A tetrachord by its kind.</summary>
/// <param name="Type">The scale of which it is the lower half.</param>
public sealed record TetrachordPart(ScaleType Type) : AnswerPart;

/// <summary>Words that nothing is derived from: the teacher's own, or an answer as it stands among others to choose from.</summary>
/// <param name="Words">The words.</param>
public sealed record WordsPart(string Words) : AnswerPart;

/// <summary>What is written on one line, and what else is right there.</summary>
/// <param name="Right">The answer.</param>
/// <param name="Others">Other answers that are right.</param>
[method: JsonConstructor]
public sealed record AnsweredLine(AnswerPart Right, ImmutableArray<AnswerPart> Others)
{
    /// <summary>A line on which one answer is right.</summary>
    /// <param name="right">The answer.</param>
    public AnsweredLine(AnswerPart right)
        : this(right, []) { }
}

/// <summary>Answers in the words and signs of a house style.</summary>
public static class AnswerWording
{
    /// <summary>A part of an answer in words.</summary>
    /// <param name="style">The house style.</param>
    /// <param name="part">The part.</param>
    public static string Say(this HouseStyle style, AnswerPart part)
    {
        return part switch
        {
            NotesPart notes => style.Say(notes.Notes),
            PairsPart { Wide.IsEmpty: true } pairs => Pairs(style, pairs.Pairs),
            PairsPart pairs => Texts.Say("answer.pairs", ("pairs", Pairs(style, pairs.Pairs)), ("wide", Pairs(style, pairs.Wide))),
            ChangesPart changes => string.Join(
                ", ",
                changes.Changes.Select(change => Texts.Say("answer.change", ("from", style.Say(change.From)), ("to", style.Say(change.To))))
            ),
            CorrectionPart correction => Texts.Say("answer.correction", ("place", correction.Place), ("note", style.Say(correction.Note))),
            KeysPart keys => string.Join(", ", keys.Keys.Select(key => style.Say(key))),
            CirclePart circle => string.Join(
                "; ",
                circle.Places.Select(place => Texts.Say("answer.hour", ("hour", place.Hour), ("key", style.Say(place.Tonic))))
            ),
            SignaturePart signature => $"{signature.Signature}",
            NamedSignaturePart { Signature.Count: 0 } signature => $"{signature.Signature}",
            NamedSignaturePart signature => $"{signature.Signature}: {style.Say(signature.Signature.Notes)}",
            ScalePart scale => Scale(style, scale),
            DegreesPart degrees => string.Join(' ', degrees.Degrees),
            DegreeLabelsPart labels => string.Join(' ', labels.Degrees.Select(degree => style.Label(labels.Type, degree))),
            DegreeNamePart { Technical: true } degree => style.TechnicalName(degree.Type, degree.Degree)!,
            DegreeNamePart degree => style.Name(degree.Type, degree.Degree),
            SeventhPart seventh => Texts.Say(seventh.Word == SeventhWord.LeadingNote ? "answer.leading-note" : "answer.leading-tone"),
            NumberPart number => $"{number.Number}",
            OrdinalPart ordinal => CountText.Ordinal(ordinal.Number),
            StepsPart steps => string.Join(steps.Between, steps.Steps.Select(step => style.Sign(step.Semitones, step.Letters))),
            IntervalsPart intervals => string.Join(' ', intervals.Intervals),
            ChordPart chord => chord.Chord.Name,
            ClefPart clef => clef.Clef.InSentence,
            YesNoPart choice => Texts.Say(choice.Yes ? "answer.yes" : "answer.no"),
            TetrachordPart tetrachord => TetrachordKinds.NameOf(tetrachord.Type),
            WordsPart words => words.Words,
            _ => throw new ArgumentException($"No words for {part?.GetType().Name}."),
        };
    }

    /// <summary>A degree as it stands under a note: technical names are too long for that, so the style's short form.</summary>
    /// <param name="style">The house style.</param>
    /// <param name="type">The scale type it is of.</param>
    /// <param name="degree">The degree.</param>
    internal static string Label(this HouseStyle style, ScaleType type, Degree degree) =>
        style.Degrees switch
        {
            DegreeWords.Numerals => DegreeNaming.Numeral(degree),
            DegreeWords.Syllables => style.Syllable(type, degree) ?? $"{degree}",
            _ => $"{degree}",
        };

    private static string Scale(HouseStyle style, ScalePart scale) =>
        (scale.Tonic, scale.Name) switch
        {
            ({ } tonic, null) => style.Say(scale.Type, tonic),
            ({ } tonic, { } name) => $"{style.Say(tonic)} {name}",
            (null, var name) => name ?? style.NameOf(scale.Type),
        };

    private static string Pairs(HouseStyle style, ImmutableArray<(NoteName First, NoteName Second)> pairs) =>
        string.Join(", ", pairs.Select(pair => $"{style.Say(pair.First)}–{style.Say(pair.Second)}"));
}
