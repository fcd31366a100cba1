using System.Collections.Immutable;
using Gavvet.Theory;

namespace Gavvet.Worksheets.Working;

/// <summary>One step of a derivation, as data; <see cref="WorkingSentences"/> says it in a house style.</summary>
public abstract record WorkingStep;

/// <summary>The letters are written first, without accidentals.</summary>
/// <param name="Letters">In the order they are written.</param>
public sealed record LettersWritten(ImmutableArray<Letter> Letters) : WorkingStep;

/// <summary>The steps are walked from note to note.</summary>
/// <param name="Type">The scale, which decides how wider steps are named.</param>
/// <param name="Notes">The notes in the order they are written.</param>
/// <param name="Semitones">The step after each but the last, in semitones.</param>
public sealed record StepsWalked(ScaleType Type, ImmutableArray<NoteName> Notes, ImmutableArray<int> Semitones) : WorkingStep;

/// <summary>The key's signature is recalled or applied.</summary>
/// <param name="Key">The key.</param>
/// <param name="Signature">Its signature.</param>
public sealed record SignatureUsed(Key Key, KeySignature Signature) : WorkingStep;

/// <summary>No signature is written, though the house style would write one: it would need more than seven accidentals.</summary>
/// <param name="Key">The theoretical key.</param>
public sealed record SignatureImpossible(Key Key) : WorkingStep;

/// <summary>The tonic is found from a signature, or a signature from its tonic, by its last accidentals.</summary>
/// <param name="Key">The major key.</param>
/// <param name="Signature">Its signature.</param>
public sealed record LastAccidental(Key Key, KeySignature Signature) : WorkingStep;

/// <summary>The relative key is found: three semitones and two letters away.</summary>
/// <param name="Key">The key asked.</param>
/// <param name="Relative">Its relative, which shares its signature.</param>
/// <param name="ByNotes">Whether its notes are meant and no signature is written.</param>
public sealed record RelativeFound(Key Key, Key Relative, bool ByNotes = false) : WorkingStep;

/// <summary>A reason in a message of its own, said in the house style.</summary>
/// <param name="Message">The message's name.</param>
/// <param name="About">What it names: notes, keys, scales, degrees, intervals, numbers, or words as they are.</param>
public sealed record Explained(string Message, params ImmutableArray<(string Name, object What)> About) : WorkingStep;

/// <summary>The way the house style names is not open on this tonic, so another is taken.</summary>
/// <param name="Theoretical">The key that has no signature.</param>
public sealed record WayClosed(Key Theoretical) : WorkingStep;

/// <summary>The scale is its parent begun on another note.</summary>
/// <param name="Type">The rotation.</param>
/// <param name="Tonic">The rotation's tonic.</param>
/// <param name="Parent">The parent on its own tonic.</param>
public sealed record RotationFound(ScaleType Type, NoteName Tonic, Scale Parent) : WorkingStep;

/// <summary>The scale is another on the same tonic with degrees altered, struck out or added.</summary>
/// <param name="Base">The other scale.</param>
/// <param name="Altered">Degrees raised or lowered.</param>
/// <param name="Struck">Degrees left out.</param>
/// <param name="Added">Degrees put in.</param>
public sealed record DerivedFrom(
    Scale Base,
    ImmutableArray<Alteration> Altered,
    ImmutableArray<DegreeNote> Struck,
    ImmutableArray<DegreeNote> Added
) : WorkingStep;

/// <summary>Coming down, some notes are other than going up.</summary>
/// <param name="Changes">What each note going up becomes coming down, from the top.</param>
public sealed record ChangedDescending(ImmutableArray<Alteration> Changes) : WorkingStep;

/// <summary>The altered notes are counted, the octave left out.</summary>
/// <param name="Notes">The different altered notes, in the order of the signature.</param>
/// <param name="Closing">The altered tonic that closes the scale and is not counted again, or null.</param>
public sealed record AlteredCounted(ImmutableArray<NoteName> Notes, NoteName? Closing) : WorkingStep;

/// <summary>Each of the seven letters is there once.</summary>
public sealed record EachLetterOnce : WorkingStep;

/// <summary>The seventh lies a semitone under the tonic.</summary>
/// <param name="Seventh">The seventh degree.</param>
/// <param name="Tonic">The tonic.</param>
public sealed record SeventhLeads(NoteName Seventh, NoteName Tonic) : WorkingStep;

/// <summary>The different notes are counted, the octave left out.</summary>
/// <param name="Count">How many.</param>
public sealed record NotesCounted(int Count) : WorkingStep;

/// <summary>The blue notes are named, one or three as the house style has it.</summary>
/// <param name="Notes">Their degrees and notes.</param>
public sealed record BlueNotesNamed(ImmutableArray<DegreeNote> Notes) : WorkingStep;

/// <summary>The half steps are located.</summary>
/// <param name="Pairs">The notes either side of each half step, in the order they are written.</param>
public sealed record HalfStepsFound(ImmutableArray<(NoteName First, NoteName Second)> Pairs) : WorkingStep;

/// <summary>A remark of the house style on the spelling.</summary>
/// <param name="Words">The sentence.</param>
public sealed record Remarked(string Words) : WorkingStep;

/// <summary>A degree and the note it is.</summary>
/// <param name="Degree">The degree.</param>
/// <param name="Note">The note.</param>
public readonly record struct DegreeNote(Degree Degree, NoteName Note);

/// <summary>A degree that is raised or lowered, its letter kept.</summary>
/// <param name="Before">As it was.</param>
/// <param name="After">As it becomes.</param>
public readonly record struct Alteration(DegreeNote Before, DegreeNote After)
{
    /// <summary>Semitones up (positive) or down.</summary>
    public int Semitones => After.Degree.Semitones - Before.Degree.Semitones;
}
