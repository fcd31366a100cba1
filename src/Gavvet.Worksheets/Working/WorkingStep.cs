using System.Collections.Immutable;
using Gavvet.Theory;

namespace Gavvet.Worksheets.Working;

/// <summary>One step of a derivation, as data; <see cref="WorkingWords"/> says it.</summary>
public abstract record WorkingStep;

/// <summary>The letters are written first, without accidentals.</summary>
/// <param name="Letters">In the order they are written.</param>
public sealed record LettersWritten(ImmutableArray<Letter> Letters) : WorkingStep;

/// <summary>The steps are walked from note to note.</summary>
/// <param name="Notes">The notes in the order they are written.</param>
/// <param name="Semitones">The step after each but the last, in semitones.</param>
public sealed record StepsWalked(ImmutableArray<NoteName> Notes, ImmutableArray<int> Semitones) : WorkingStep;

/// <summary>The key's signature is recalled or applied.</summary>
/// <param name="Key">The key.</param>
/// <param name="Signature">Its signature.</param>
public sealed record SignatureUsed(Key Key, KeySignature Signature) : WorkingStep;

/// <summary>The tonic is found from a signature, or a signature from its tonic, by its last accidentals.</summary>
/// <param name="Key">The key.</param>
/// <param name="Signature">Its signature.</param>
public sealed record LastAccidental(Key Key, KeySignature Signature) : WorkingStep;

/// <summary>The altered notes are counted, the octave left out.</summary>
/// <param name="Notes">The different altered notes, in the order of the signature.</param>
/// <param name="Closing">The altered tonic that closes the scale and is not counted again, or null.</param>
public sealed record AlteredCounted(ImmutableArray<NoteName> Notes, NoteName? Closing) : WorkingStep;

/// <summary>The half steps are located.</summary>
/// <param name="Pairs">The notes either side of each half step, in the order they are written.</param>
public sealed record HalfStepsFound(ImmutableArray<(NoteName First, NoteName Second)> Pairs) : WorkingStep;
