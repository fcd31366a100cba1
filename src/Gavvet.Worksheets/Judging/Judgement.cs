using System.Collections.Immutable;
using Gavvet.Theory;

namespace Gavvet.Worksheets.Judging;

/// <summary>What an answer is, all in all.</summary>
public enum Verdict
{
    /// <summary>As the key has it.</summary>
    Correct,

    /// <summary>Another spelling that is as good.</summary>
    Accepted,

    /// <summary>The right notes by sound, in order, one or more under a name that is not accepted.</summary>
    Misspelled,

    /// <summary>Something is missing or wrong.</summary>
    Wrong,
}

/// <summary>The mistakes that have a name, in order of precedence: an earlier one explains what later ones would say.</summary>
public enum FindingCode
{
    /// <summary>Right for the concert tonic, though a part was asked.</summary>
    ConcertForWritten,

    /// <summary>The exact reverse.</summary>
    WrongDirection,

    /// <summary>The right notes, begun on another.</summary>
    StartedElsewhere,

    /// <summary>The first note is another; the rest is judged from it.</summary>
    WrongTonic,

    /// <summary>The key signature is wrong in count, kind, order or place.</summary>
    SignatureWrong,

    /// <summary>A minor asked, the major on its tonic written.</summary>
    ParallelForRelative,

    /// <summary>A mode asked, the major on its tonic written.</summary>
    ModeSignatureOfTonicMajor,

    /// <summary>Natural minor for harmonic.</summary>
    NaturalForHarmonic,

    /// <summary>Harmonic minor for natural.</summary>
    HarmonicForNatural,

    /// <summary>Harmonic minor for melodic.</summary>
    HarmonicForMelodic,

    /// <summary>Natural minor for melodic.</summary>
    NaturalForMelodic,

    /// <summary>Melodic minor for natural.</summary>
    MelodicForNatural,

    /// <summary>A minor for major.</summary>
    MinorForMajor,

    /// <summary>The sixth raised in a harmonic minor.</summary>
    SixthRaisedInHarmonic,

    /// <summary>Sixth and seventh still raised coming down.</summary>
    NotRestoredDescending,

    /// <summary>One fifth off, at every occurrence.</summary>
    NeighbourKey,

    /// <summary>Another mode or scale on the same tonic.</summary>
    OtherMode,

    /// <summary>A degree that had to go is there.</summary>
    StruckDegreeKept,

    /// <summary>Only the blue note is absent.</summary>
    BlueNoteMissing,

    /// <summary>Only the closing tonic is absent.</summary>
    OctaveMissing,

    /// <summary>A note is missing.</summary>
    MissingNote,

    /// <summary>A note too many.</summary>
    ExtraNote,

    /// <summary>Right by sound, under a name that is not accepted.</summary>
    EnharmonicName,

    /// <summary>A letter comes again where the next should.</summary>
    LetterRepeated,

    /// <summary>A letter is left out.</summary>
    LetterSkipped,

    /// <summary>An earlier accidental still holds.</summary>
    CancellationForgotten,

    /// <summary>Another accidental than the one needed.</summary>
    AccidentalWrong,

    /// <summary>No accidental where one is needed.</summary>
    AccidentalMissing,

    /// <summary>An accidental where none is needed.</summary>
    AccidentalExtra,

    /// <summary>Sharps and flats where the scale has one kind: a remark.</summary>
    MixedAccidentals,

    /// <summary>A sign repeats the signature: a remark.</summary>
    SignatureDoubled,
}

/// <summary>A named mistake.</summary>
/// <param name="Code">Which.</param>
/// <param name="Position">The place among the notes written, from 1; for a missing note, where it belongs; 0 for the signature.</param>
/// <param name="Expected">What should be there.</param>
/// <param name="Found">What is there.</param>
/// <param name="Detail">More about it, such as what is wrong with a signature; or null.</param>
public sealed record Finding(FindingCode Code, int Position, Thing Expected, Thing Found, string? Detail = null);

/// <summary>Something expected or found.</summary>
public abstract record Thing
{
    /// <summary>Nothing.</summary>
    public static Thing None { get; } = new Notes([]);

    /// <summary>A single note.</summary>
    /// <param name="note">The note.</param>
    public static Thing Of(NoteName note) => new Notes([note]);

    /// <summary>The thing in a house style, empty for nothing.</summary>
    /// <param name="style">The house style.</param>
    public abstract string Say(HouseStyle style);

    /// <summary>The thing in plain characters and English names, as files have it.</summary>
    public abstract string Ascii { get; }

    /// <summary>Notes.</summary>
    /// <param name="Names">In order.</param>
    public sealed record Notes(ImmutableArray<NoteName> Names) : Thing
    {
        /// <inheritdoc/>
        public override string Ascii => string.Join(' ', Names.Select(NoteText.Ascii));

        /// <inheritdoc/>
        public override string Say(HouseStyle style) => style.Say(Names);

        /// <summary>Two lists of the same notes are the same thing.</summary>
        /// <param name="other">The other.</param>
        public bool Equals(Notes? other) => other is not null && Names.SequenceEqual(other.Names);

        /// <inheritdoc/>
        public override int GetHashCode() => Names.Length == 0 ? 0 : HashCode.Combine(Names.Length, Names[0]);
    }

    /// <summary>A scale.</summary>
    /// <param name="Type">The scale type.</param>
    /// <param name="Tonic">The tonic.</param>
    public sealed record ScaleOn(ScaleType Type, NoteName Tonic) : Thing
    {
        /// <inheritdoc/>
        public override string Ascii => $"{NoteText.Ascii(Tonic)} {Type.Id}";

        /// <inheritdoc/>
        public override string Say(HouseStyle style) => style.Say(Type, Tonic);
    }

    /// <summary>A signature.</summary>
    /// <param name="Signs">Its signs in order.</param>
    public sealed record Signature(ImmutableArray<NoteName> Signs) : Thing
    {
        /// <inheritdoc/>
        public override string Ascii => Signs.Length == 0 ? "none" : string.Join(' ', Signs.Select(NoteText.Ascii));

        /// <inheritdoc/>
        public override string Say(HouseStyle style) => Signs.Length == 0 ? "no sharps or flats" : style.Say(Signs);

        /// <summary>Two signatures of the same signs are the same.</summary>
        /// <param name="other">The other.</param>
        public bool Equals(Signature? other) => other is not null && Signs.SequenceEqual(other.Signs);

        /// <inheritdoc/>
        public override int GetHashCode() => Signs.Length;
    }
}

/// <summary>What there is to say of an answer.</summary>
/// <param name="Verdict">What it is, all in all.</param>
/// <param name="Findings">The named mistakes and remarks, in order of precedence and then of place.</param>
/// <param name="Marks">Marks earned.</param>
/// <param name="Of">Marks there are.</param>
public sealed record Judgement(Verdict Verdict, ImmutableArray<Finding> Findings, int Marks, int Of);
