using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Engraving.Layout;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Printing;

/// <summary>A code of a student's own, as it is handed out.</summary>
/// <param name="Name">Whose it is.</param>
/// <param name="Code">The code, in its groups.</param>
/// <param name="Address">What the QR code leads to.</param>
public sealed record CodeSlip(string Name, string Code, string Address);

/// <summary>Slips to cut apart, each with a name, a code of its own and where it is typed; and a code by itself for the wall.</summary>
public static class CodeSlips
{
    private const int Edge = 12_000,
        Across = 2,
        Down = 7,
        Padding = 4_000,
        CodeSide = 26_000;

    /// <summary>The pages of slips, two side by side.</summary>
    /// <param name="title">What the codes open.</param>
    /// <param name="place">Where a code is typed.</param>
    /// <param name="slips">The slips, in order.</param>
    public static ImmutableArray<Page> Of(string title, string place, IReadOnlyList<CodeSlip> slips)
    {
        var metrics = new PageMetrics(PageSetup.Usual);
        var (width, height) = ((metrics.Width - (2 * Edge)) / Across, (metrics.Height - (2 * Edge)) / Down);
        return
        [
            .. slips
                .Chunk(Across * Down)
                .Select(page => new Page(
                    metrics.Width,
                    metrics.Height,
                    [
                        .. page.Select(
                            (slip, i) =>
                                new PageGroup(
                                    GroupKind.Furniture,
                                    default,
                                    null,
                                    [
                                        .. Slip(
                                            title,
                                            place,
                                            slip,
                                            new Box(
                                                Edge + (i % Across * width),
                                                Edge + (i / Across * height),
                                                Edge + (((i % Across) + 1) * width),
                                                Edge + (((i / Across) + 1) * height)
                                            )
                                        ),
                                    ]
                                )
                        ),
                    ],
                    []
                )),
        ];
    }

    /// <summary>A QR code by itself.</summary>
    /// <param name="address">What it holds.</param>
    /// <param name="side">Its side, in micrometers.</param>
    public static Page Code(string address, int side) =>
        new(side, side, [new PageGroup(GroupKind.Furniture, default, null, QrCode.Draw(address, side, side, side))], []);

    private static IEnumerable<Primitive> Slip(string title, string place, CodeSlip slip, Box box)
    {
        var (name, code, small) = (PageMetrics.Points(14), PageMetrics.Points(18), PageMetrics.Points(9));
        var (left, room) = (box.Left + Padding, box.Width - (3 * Padding) - CodeSide);
        // Cut along it.
        yield return new RectanglePrimitive(Role.Rule, Ink.Example, box, 0, 100);
        var y = box.Top + Padding + name;
        foreach (var primitive in TextSetter.Line(Fitted(slip.Name, TextStyle.Bold, name, room), TextStyle.Bold, name, left, y))
            yield return primitive;
        y += small * 2;
        foreach (var primitive in TextSetter.Line(Fitted(title, TextStyle.Regular, small, room), TextStyle.Regular, small, left, y))
            yield return primitive;
        y += code * 3 / 2;
        foreach (var primitive in TextSetter.Line(slip.Code, TextStyle.Bold, code, left, y))
            yield return primitive;
        y += small * 2;
        foreach (var line in TextSetter.Wrap(Texts.Say("code.where", ("place", place)), TextStyle.Regular, small, room))
        {
            foreach (var primitive in TextSetter.Line(line, TextStyle.Regular, small, left, y))
                yield return primitive;
            y += small * 5 / 4;
        }

        foreach (var primitive in QrCode.Draw(slip.Address, box.Right - Padding, box.Top + Padding + CodeSide, CodeSide))
            yield return primitive;
    }

    // What is too long for a slip is cut: the code is what counts.
    private static string Fitted(string words, TextStyle style, int size, int room)
    {
        if (TextSetter.Width(words, style, size) <= room)
            return words;
        var cut = words;
        while (cut.Length > 1 && TextSetter.Width($"{cut}…", style, size) > room)
            cut = cut[..^1];
        return $"{cut.TrimEnd()}…";
    }
}
