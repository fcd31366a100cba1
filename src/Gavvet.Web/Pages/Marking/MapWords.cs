using Gavvet.Teaching;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Web.Pages.Marking;

/// <summary>The map of answers in words and signs.</summary>
internal static class MapWords
{
    /// <summary>What became of an answer.</summary>
    public static string Of(MapAnswer answer) =>
        answer.Mistake is { } mistake
            ? MistakeNames.Of(mistake)
            : answer.State switch
            {
                MapState.Right => Say("right"),
                MapState.Partly => Say("partly right"),
                MapState.Wrong => Say("wrong"),
                MapState.Empty => Say("left empty"),
                _ => Say("not marked yet"),
            };

    /// <summary>A place as a reader of the screen hears it.</summary>
    public static string Said(MapRow row, MapAnswer answer) =>
        answer.State is MapState.Right or MapState.Unmarked or MapState.Empty
            ? Say("{0}, question {1}: {2}", row.Student, answer.Item, Of(answer))
            : Say("{0}, question {1}: {2}, {3} of {4}", row.Student, answer.Item, Of(answer), MarksText.Of(answer.Marks), answer.Of);

    /// <summary>The sign in a place: the letter of its mistake, or what is known of it.</summary>
    public static string Sign(MapAnswer answer) =>
        answer.Letter is { } letter
            ? $"{letter}"
            : answer.State switch
            {
                MapState.Right => "✓",
                MapState.Partly => "½",
                MapState.Wrong => "×",
                MapState.Empty => "–",
                _ => "",
            };

    /// <summary>How the place is drawn.</summary>
    public static string Class(MapState state) => $"map-{FileWords.Of(state)}";
}
