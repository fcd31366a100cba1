using System.Collections.Concurrent;
using System.Collections.Immutable;
using Gavvet.Theory;

namespace Gavvet.Worksheets.Figures;

/// <summary>
/// A figure in musical words, without coordinates: what is given and the room left for an answer. It never holds the
/// answer; a key draws the answer's marks into the same figure.
/// </summary>
/// <param name="Given">The marks the student is given.</param>
public abstract record Figure(ImmutableArray<Mark> Given);

/// <summary>A staff.</summary>
/// <param name="Clef">The clef.</param>
/// <param name="Columns">Places for notes, evenly spaced; none for a staff that only holds a signature.</param>
/// <param name="SignatureRoom">Whether room is kept for a full signature of seven accidentals.</param>
/// <param name="Rows">The rows of writing room under the staff.</param>
/// <param name="Range">How far above and below the staff notes of this kind can reach.</param>
/// <param name="Given">The marks the student is given.</param>
public sealed record StaffFigure(Clef Clef, int Columns, bool SignatureRoom, StaffRows Rows, StaffRange Range, ImmutableArray<Mark> Given)
    : Figure(Given)
{
    /// <summary>Whether the clef is left out, for the student to find. The figure's clef is then only what its places are told
    /// by.</summary>
    public bool HidesClef { get; init; }

    /// <summary>Whether its notes are half notes.</summary>
    public bool InHalfNotes { get; init; }

    /// <summary>How many notes a bar has; 0 where one bar holds them all.</summary>
    public int NotesInBar { get; init; }

    /// <summary>The value of each note of a tune; empty where all are whole or half notes.</summary>
    public ImmutableArray<NoteValue> Rhythm { get; init; } = [];

    /// <summary>Quarter notes in a bar of a tune, printed as its meter; 0 where there is none.</summary>
    public int Beats { get; init; }

    /// <summary>The value of the note at a column.</summary>
    /// <param name="column">Which place, from 0.</param>
    public NoteValue ValueAt(int column) =>
        column < Rhythm.Length ? Rhythm[column]
        : InHalfNotes ? NoteValue.Half
        : NoteValue.Whole;

    /// <summary>Whether a barline stands before a column.</summary>
    /// <param name="column">Which place, from 0.</param>
    public bool BarlineBefore(int column) =>
        column > 0
        && (Beats > 0 ? Rhythm.Take(column).Sum(value => value.Quarters()) % Beats == 0 : NotesInBar > 0 && column % NotesInBar == 0);
}

/// <summary>Values of notes.</summary>
public enum NoteValue
{
    /// <summary>A whole note.</summary>
    Whole,

    /// <summary>A dotted half note.</summary>
    DottedHalf,

    /// <summary>A half note.</summary>
    Half,

    /// <summary>A quarter note.</summary>
    Quarter,
}

/// <summary>What the values of notes come to.</summary>
public static class NoteValues
{
    /// <summary>How many quarter notes a value lasts.</summary>
    /// <param name="value">The value.</param>
    public static int Quarters(this NoteValue value) =>
        value switch
        {
            NoteValue.Whole => 4,
            NoteValue.DottedHalf => 3,
            NoteValue.Half => 2,
            _ => 1,
        };
}

/// <summary>A line of letters with room for an accidental after each.</summary>
/// <param name="Columns">Places for letters.</param>
/// <param name="Gaps">Whether steps can stand between the letters.</param>
/// <param name="Given">The marks the student is given.</param>
public sealed record LetterLineFigure(int Columns, bool Gaps, ImmutableArray<Mark> Given) : Figure(Given);

/// <summary>A piano keyboard.</summary>
/// <param name="Lowest">The white key it begins with, as a natural pitch.</param>
/// <param name="WhiteKeys">How many white keys it has.</param>
/// <param name="Given">The marks the student is given.</param>
public sealed record KeyboardFigure(Pitch Lowest, int WhiteKeys, ImmutableArray<Mark> Given) : Figure(Given);

/// <summary>Lines to write words on.</summary>
/// <param name="Lines">The lines, left to right.</param>
public sealed record AnswerLinesFigure(ImmutableArray<AnswerLine> Lines) : Figure([]);

/// <summary>Answers to choose from, each with a box.</summary>
/// <param name="Options">The answers, left to right.</param>
public sealed record ChoicesFigure(ImmutableArray<string> Options) : Figure([]);

/// <summary>The circle of fifths.</summary>
/// <param name="Given">The names that are printed; the other places are blank.</param>
/// <param name="IsNumbered">Whether each place has its number inside, as on a clock.</param>
public sealed record CircleFigure(ImmutableArray<Mark> Given, bool IsNumbered = false) : Figure(Given);

/// <summary>A fretboard, the lowest string at the bottom.</summary>
/// <param name="Strings">The names of the open strings, from the lowest.</param>
/// <param name="Frets">How many frets are drawn.</param>
/// <param name="Given">The dots that are printed.</param>
public sealed record FretboardFigure(ImmutableArray<string> Strings, int Frets, ImmutableArray<Mark> Given) : Figure(Given);

/// <summary>One line to write on.</summary>
/// <param name="Before">The words before it, or empty.</param>
/// <param name="After">The words after it, or empty.</param>
/// <param name="Room">How long an answer it must hold.</param>
public sealed record AnswerLine(string Before, string After, AnswerRoom Room);

/// <summary>Lengths of lines to write on.</summary>
public enum AnswerRoom
{
    /// <summary>A number.</summary>
    Number,

    /// <summary>The name of a note or key.</summary>
    Name,

    /// <summary>Seven note names.</summary>
    SevenNames,
}

/// <summary>Rows of writing room under a staff, from the top down.</summary>
[Flags]
public enum StaffRows
{
    /// <summary>None.</summary>
    None = 0,

    /// <summary>Slurs between neighbouring notes.</summary>
    Slurs = 1,

    /// <summary>Steps under the gaps.</summary>
    Gaps = 2,

    /// <summary>Letters or words under the notes.</summary>
    Labels = 4,
}

/// <summary>The lowest and highest place of a note, in half spaces above the bottom line.</summary>
/// <param name="Lowest">The lowest place.</param>
/// <param name="Highest">The highest place.</param>
public readonly record struct StaffRange(int Lowest, int Highest)
{
    /// <summary>The staff itself.</summary>
    public static StaffRange Staff { get; } = new(0, 8);

    /// <summary>The room any scale may need in a clef, whichever key is asked: room never tells an answer.</summary>
    /// <param name="clef">The clef.</param>
    public static StaffRange OfScales(Clef clef) => OfScales(clef, 1, null);

    /// <summary>The room any scale of so many octaves may need in a clef, or in a part's range.</summary>
    /// <param name="clef">The clef.</param>
    /// <param name="octaves">How many octaves.</param>
    /// <param name="part">The part, or null at concert pitch.</param>
    public static StaffRange OfScales(Clef clef, int octaves, Instrument? part)
    {
        return Ranges.GetOrAdd((clef, octaves, part), static asked => Measured(asked.Clef, asked.Octaves, asked.Part));
    }

    private static readonly ConcurrentDictionary<(Clef Clef, int Octaves, Instrument? Part), StaffRange> Ranges = new();

    private static StaffRange Measured(Clef clef, int octaves, Instrument? part)
    {
        // Places hang on letters alone, so at concert pitch the seven natural tonics stand for all; a part's range cuts
        // between sharps and flats.
        NoteName[] tonics = [.. part is null ? Enum.GetValues<Letter>().Select(letter => new NoteName(letter)) : NoteName.All];
        var lowest = ScaleTypes
            .All.SelectMany(_ => tonics, (type, tonic) => (type, tonic))
            .Where(scale => ScaleSpelling.CanSpell(scale.type, scale.tonic))
            .Select(scale => ScaleSpelling.Spell(scale.type, scale.tonic))
            .Select(scale => part is null ? clef.LowestTonic(scale, octaves) : part.LowestTonic(scale, octaves))
            .OfType<Pitch>()
            .Select(clef.Position)
            .Distinct()
            .DefaultIfEmpty(0)
            .ToArray();
        return new StaffRange(Math.Min(0, lowest.Min()), Math.Max(8, lowest.Max() + (Letters.Count * octaves)));
    }
}
