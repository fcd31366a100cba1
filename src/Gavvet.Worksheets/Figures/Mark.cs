using System.Collections.Immutable;
using Gavvet.Theory;

namespace Gavvet.Worksheets.Figures;

/// <summary>Something written into a figure, by the page or by the key.</summary>
public abstract record Mark;

/// <summary>A note on a staff; several at one place are a chord.</summary>
/// <param name="Column">Which place, from 0.</param>
/// <param name="Pitch">The pitch.</param>
/// <param name="Sign">The accidental written before it, or null where none is.</param>
/// <param name="NaturalFirst">Whether a natural sign stands before the accidental, cancelling a double one.</param>
public sealed record NoteMark(int Column, Pitch Pitch, Accidental? Sign, bool NaturalFirst = false) : Mark;

/// <summary>A key signature after the clef.</summary>
/// <param name="Signature">The signature.</param>
public sealed record SignatureMark(KeySignature Signature) : Mark;

/// <summary>A clef at the head of a staff that has none.</summary>
/// <param name="Clef">The clef.</param>
public sealed record ClefMark(Clef Clef) : Mark;

/// <summary>Text under a note, or a letter of a letter line.</summary>
/// <param name="Column">Which place, from 0.</param>
/// <param name="Text">The text.</param>
public sealed record LabelMark(int Column, string Text) : Mark;

/// <summary>Text under the gap between two places.</summary>
/// <param name="Column">The place before the gap.</param>
/// <param name="Text">The text.</param>
public sealed record GapMark(int Column, string Text) : Mark;

/// <summary>A slur that joins two neighbouring notes.</summary>
/// <param name="Column">The place of the first.</param>
public sealed record SlurMark(int Column) : Mark;

/// <summary>An accidental after a letter of a letter line.</summary>
/// <param name="Column">Which place, from 0.</param>
/// <param name="Accidental">The accidental.</param>
public sealed record SignMark(int Column, Accidental Accidental) : Mark;

/// <summary>A piano key that belongs to the answer, with its note's name.</summary>
/// <param name="Semitones">The key, in semitones above C0.</param>
/// <param name="Name">The name written at it.</param>
public sealed record KeyMark(int Semitones, string Name) : Mark;

/// <summary>Signs of a signature as someone wrote them, right or not.</summary>
/// <param name="Accidental">Sharps or flats.</param>
/// <param name="Positions">In half spaces above the bottom line, left to right.</param>
public sealed record SignRowMark(Accidental Accidental, ImmutableArray<int> Positions) : Mark;

/// <summary>An accidental before a note that stands there already.</summary>
/// <param name="Note">The note with its sign.</param>
public sealed record AddedSignMark(NoteMark Note) : Mark;

/// <summary>A ring around a note.</summary>
/// <param name="Note">The note.</param>
public sealed record RingMark(NoteMark Note) : Mark;

/// <summary>A stroke through a note.</summary>
/// <param name="Note">The note.</param>
public sealed record StrikeMark(NoteMark Note) : Mark;

/// <summary>A bracket under two neighbouring notes.</summary>
/// <param name="Column">The place of the first.</param>
public sealed record BracketMark(int Column) : Mark;

/// <summary>A tick in a box.</summary>
/// <param name="Option">Which box, from 0.</param>
/// <param name="Words">What is written beside it, such as what would be right; or empty.</param>
public sealed record TickMark(int Option, string Words = "") : Mark;

/// <summary>A key on the circle of fifths.</summary>
/// <param name="Hour">1 to 12, C major and A minor at 12.</param>
/// <param name="Text">Its name.</param>
public sealed record HourMark(int Hour, string Text) : Mark;

/// <summary>A dot on a fretboard.</summary>
/// <param name="String">Which string, the lowest 0.</param>
/// <param name="Fret">Which fret; 0 for the open string.</param>
/// <param name="Text">The label in the dot, or empty.</param>
public sealed record DotMark(int String, int Fret, string Text) : Mark;

/// <summary>Words on a line.</summary>
/// <param name="Line">Which line, from 0.</param>
/// <param name="Text">The words.</param>
public sealed record LineMark(int Line, string Text) : Mark;
