using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Worksheets.Figures;

namespace Gavvet.Engraving.Layout;

/// <summary>Draws the circle of fifths: twelve places, each a white disc for a name.</summary>
internal static class CircleSetter
{
    private const int Hours = 12;

    public static SetFigure Set(CircleFigure figure, ImmutableArray<InkedMark> marks, PageMetrics metrics, int width)
    {
        // Neighboring places stand clear of each other from 2.8 times their width outward.
        var room = Math.Min(width, metrics.TallestFigure - (metrics.Body / 2));
        var place = Math.Min(metrics.WritingLine + (metrics.Body / 4), room * 10 / 67);
        var radius = place * 28 / 10;
        var (x, y) = (radius + (place / 2), radius + (place / 2));
        var primitives = ImmutableArray.CreateBuilder<Primitive>();
        var whole = new Box(x - radius, y - radius, x + radius, y + radius);
        primitives.Add(new RectanglePrimitive(Role.Circle, Ink.Given, whole, radius, metrics.RuleThickness));
        var named = marks.ToDictionary(mark => ((HourMark)mark.Mark).Hour, mark => (((HourMark)mark.Mark).Text, mark.Ink));
        for (var hour = 1; hour <= Hours; hour++)
        {
            var angle = (hour * Math.Tau / Hours) - (Math.Tau / 4);
            var (left, top) = (x + (int)Math.Round(radius * Math.Cos(angle)), y + (int)Math.Round(radius * Math.Sin(angle)));
            var disc = new Box(left - (place / 2), top - (place / 2), left + (place / 2), top + (place / 2));
            primitives.Add(new RectanglePrimitive(Role.CirclePlace, Ink.Paper, disc, place / 2, 0));
            primitives.Add(new RectanglePrimitive(Role.PlaceRim, Ink.Given, disc, place / 2, metrics.RuleThickness));
            // Where they are asked for the hours stand inside, so that a place can be spoken of.
            var inner = radius - place + (metrics.Small / 4);
            if (figure.IsNumbered)
                primitives.AddRange(
                    TextSetter.Centered(
                        $"{hour}",
                        TextStyle.Regular,
                        metrics.Small,
                        x + (int)Math.Round(inner * Math.Cos(angle)),
                        y + (int)Math.Round(inner * Math.Sin(angle)) + (metrics.Small / 4),
                        Ink.Given
                    )
                );
            if (!named.TryGetValue(hour, out var name))
                continue;
            var style = name.Ink == Ink.Answer ? TextStyle.BoldItalic : TextStyle.Regular;
            var within = place * 9 / 10;
            var needed = TextSetter.Width(name.Text, style, metrics.Body);
            var size = needed > within ? (int)((long)metrics.Body * within / needed) : metrics.Body;
            primitives.AddRange(TextSetter.Centered(name.Text, style, size, left, top + (size * 35 / 100), name.Ink));
        }

        return new SetFigure((2 * radius) + place + (metrics.Body / 2), primitives.ToImmutable());
    }
}
