using Gavvet.Theory;
using Gavvet.Worksheets.Working;

namespace Gavvet.Cli;

/// <summary>A scale as it is written out. The lists coming down begin at the upper tonic; signature is null where the house style writes
/// accidentals only.</summary>
internal sealed record ScaleRecord(
    string Type,
    string Tonic,
    IReadOnlyList<string> Ascending,
    IReadOnlyList<string> Descending,
    IReadOnlyList<string> Degrees,
    IReadOnlyList<string> DegreesDescending,
    IReadOnlyList<int> Steps,
    IReadOnlyList<int> StepsDescending,
    int? Signature,
    IReadOnlyList<string> Names,
    IReadOnlyList<string> Working
)
{
    public static ScaleRecord Of(ScaleType type, NoteName tonic, HouseStyle style)
    {
        var scale = style.Spell(type, tonic);
        return new ScaleRecord(
            type.Id,
            NoteText.Ascii(tonic),
            [.. scale.Ascending.Select(NoteText.Ascii)],
            [.. scale.Descending.Select(NoteText.Ascii)],
            [.. scale.DegreesOf(Direction.Ascending)[..^1].Select(degree => degree.Ascii)],
            [.. scale.DegreesOf(Direction.Descending)[..^1].Select(degree => degree.Ascii)],
            scale.MeasuredSteps(Direction.Ascending),
            scale.MeasuredSteps(Direction.Descending),
            style.SignatureOf(type, tonic)?.Fifths,
            type.Names,
            [.. ScaleWorking.Of(type, tonic, style).Select(step => PlainText.Of(WorkingSentences.Sentence(style, step)))]
        );
    }
}
