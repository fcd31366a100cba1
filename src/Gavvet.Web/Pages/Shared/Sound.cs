using System.Collections.Immutable;
using Gavvet.Teaching;
using Gavvet.Theory;
using Gavvet.Worksheets.Forms;

namespace Gavvet.Web.Pages.Shared;

/// <summary>What a screen can play: the right line, and what was written.</summary>
/// <param name="Right">The right line in semitones above C0, a space between two.</param>
internal sealed record Sound(string Right)
{
    /// <summary>The line that was written, or empty.</summary>
    public string Written { get; init; } = "";

    /// <summary>A line that is right, for who reads a part or is at concert pitch.</summary>
    public static Sound Of(IEnumerable<Pitch> right, Instrument? part = null) => new(Semitones(right, part));

    /// <summary>The scale a question is about, as it sounds to who reads its part.</summary>
    public static string Of(SetItem item, HouseStyle style) => Semitones(RightOf(item, style), PartOf(item));

    /// <summary>What was written for a question, as it sounds; empty where it is no row of notes.</summary>
    public static string Of(SetItem item, HouseStyle style, string? written) =>
        RightOf(item, style) is [var first, ..] ? Of(item, style, written, first) : "";

    /// <summary>What is written for a question that is not answered yet, as it sounds: in the octave of middle C, whatever is right.</summary>
    public static string OfOwn(SetItem item, HouseStyle style, string? written) => Of(item, style, written, MiddleOfStaff);

    private static readonly Pitch MiddleOfStaff = new(new NoteName(Letter.F), 4);

    private static string Of(SetItem item, HouseStyle style, string? written, Pitch near) =>
        written is { Length: > 0 } && item.Question.Choices.IsEmpty && item.Question.List.IsEmpty
            ? Semitones(HeardAnswer.Of(item.Question, style, written, near), PartOf(item))
            : "";

    /// <summary>Pitches as the scripts play them.</summary>
    public static string Semitones(IEnumerable<Pitch> pitches, Instrument? part = null) =>
        string.Join(' ', pitches.Select(pitch => (part?.Sounding(pitch) ?? pitch).Semitones));

    // What is asked at concert pitch sounds as it is written, whoever reads it.
    private static Instrument? PartOf(SetItem item) => item.What.Sounding.Tonic == item.What.Tonic ? null : Instrument.Find(item.Part);

    private static ImmutableArray<Pitch> RightOf(SetItem item, HouseStyle style) =>
        HeardAnswer.Of(style, item.What.Type, item.What.Tonic, item.What.Direction ?? Direction.Ascending, Math.Max(1, item.What.Octaves));
}
