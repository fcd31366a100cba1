using System.Collections.Immutable;

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

    /// <summary>It could not be read as what is asked for: the teacher looks.</summary>
    NotRead,
}

/// <summary>
/// The mistakes that have a name, in the order of the table: where two explain an answer at the same cost, the earlier is
/// said.
/// </summary>
public enum FindingCode
{
    /// <summary>Right for the concert tonic, though a part was asked.</summary>
    ConcertForWritten,

    /// <summary>The interval of transposition taken the other way.</summary>
    TransposedWrongWay,

    /// <summary>The reverse.</summary>
    WrongDirection,

    /// <summary>Up only, or down only, where both were asked.</summary>
    DirectionMissing,

    /// <summary>Up and down where one was asked.</summary>
    DirectionExtra,

    /// <summary>Two octaves for one.</summary>
    OctaveExtra,

    /// <summary>What is printed, handed back where a change was asked.</summary>
    Unchanged,

    /// <summary>No sign in the whole line where two or more are needed.</summary>
    SignsForgotten,

    /// <summary>The places of the right notes, read in another clef.</summary>
    ClefMisread,

    /// <summary>The right notes, begun on another.</summary>
    StartedElsewhere,

    /// <summary>The scale asked, on the tonic's letter with another sign.</summary>
    TonicMisread,

    /// <summary>The first note has another letter; the rest is judged from it.</summary>
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

    /// <summary>A minor for major; two notes at least speak for it.</summary>
    MinorForMajor,

    /// <summary>A major with a lowered sixth for a minor; two notes at least speak for it.</summary>
    MajorForMinor,

    /// <summary>The sixth raised in a harmonic minor.</summary>
    SixthRaisedInHarmonic,

    /// <summary>Sixth or seventh still raised coming down.</summary>
    NotRestoredDescending,

    /// <summary>One fifth off, at every occurrence.</summary>
    NeighbourKey,

    /// <summary>Another scale of seven notes on the same tonic.</summary>
    OtherMode,

    /// <summary>Another scale of the catalogue on the same tonic.</summary>
    OtherScale,

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

    /// <summary>The right name in another octave.</summary>
    OctaveDisplaced,

    /// <summary>Right by sound, under a name that is not accepted.</summary>
    EnharmonicName,

    /// <summary>A letter comes again where the next should.</summary>
    LetterRepeated,

    /// <summary>Another letter than the next.</summary>
    LetterSkipped,

    /// <summary>The letters turn back where the line goes on.</summary>
    LettersTurnBack,

    /// <summary>An earlier accidental still holds.</summary>
    CancellationForgotten,

    /// <summary>Another sign than the one needed.</summary>
    AccidentalWrong,

    /// <summary>No sign where one is needed; a natural against the signature is one.</summary>
    AccidentalMissing,

    /// <summary>A sign where none is needed.</summary>
    AccidentalExtra,

    /// <summary>Another answer in words, a number, a key or a choice.</summary>
    NotTheAnswer,

    /// <summary>It could not be read as what is asked for.</summary>
    NotRead,

    /// <summary>Sharps and flats where the scale has one kind: a remark.</summary>
    MixedAccidentals,

    /// <summary>A sign repeats the signature, and nothing before it made it necessary: a remark.</summary>
    SignatureDoubled,
}

/// <summary>The ways of a line that goes up and down.</summary>
public enum Way
{
    /// <summary>Both, or the only one.</summary>
    Whole,

    /// <summary>Going up.</summary>
    Up,

    /// <summary>Coming down.</summary>
    Down,
}

/// <summary>A named mistake.</summary>
/// <param name="Code">Which.</param>
/// <param name="Position">The place among the notes written, from 1; for a missing note, where it belongs; 0 for the signature.</param>
/// <param name="Expected">What should be there.</param>
/// <param name="Found">What is there.</param>
/// <param name="Detail">More about it, such as what is wrong with a signature; or null.</param>
public sealed record Finding(FindingCode Code, int Position, FindingSubject Expected, FindingSubject Found, string? Detail = null)
{
    /// <summary>Which way of a line that goes up and down it stands on, or is about.</summary>
    public Way On { get; init; }

    /// <summary>The scale it is said in, where that is not the one asked: a line on another tonic is judged in its own key.</summary>
    public FindingSubject? In { get; init; }

    /// <summary>Whether it is only remarked, and takes nothing off.</summary>
    public bool IsRemark { get; init; }

    /// <summary>Whether the answer is what the finding says but for slips that are named beside it.</summary>
    public bool Nearly { get; init; }
}

/// <summary>What there is to say of an answer.</summary>
/// <param name="Verdict">What it is, all in all.</param>
/// <param name="Findings">The named mistakes and remarks: what explains the answer, then what remains, by place.</param>
/// <param name="Marks">Marks earned.</param>
/// <param name="Of">Marks there are.</param>
public sealed record Judgement(Verdict Verdict, ImmutableArray<Finding> Findings, int Marks, int Of);
