using System.Collections.Immutable;
using System.Globalization;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Layout;
using Gavvet.Engraving.Output;
using Gavvet.Theory;
using Gavvet.Web.Pages.Shared;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Judging;

namespace Gavvet.Web.Pages.Check;

/// <summary>The answer on a staff that takes clicks, and the key beneath it.</summary>
public static class CheckStaff
{
    private const int ColumnWidth = 11_500;
    private const int HeadWidth = 26_000;
    private const int SignatureWidth = 20_000;
    private const int BelowName = 1_200;

    /// <summary>The staff as it is written so far. A note that is wrong is ringed, and under it stands what belongs there.</summary>
    public static MarkedStaff Written(CheckResult result)
    {
        var request = result.Request;
        var steps = Steps(result);
        var marks = result
            .Notes.Select((note, column) => new NoteMark(column, Pitch.At(new NoteName(note.Letter), steps[column]), note.Sign))
            .ToArray();
        ImmutableArray<Mark> given = [.. request.Written is { } signature ? new Mark[] { new SignatureMark(signature) } : [], .. marks];
        Finding[] ringed = result.Judgement is { } judgement ? [.. Ringed(judgement, marks.Length)] : [];
        var mended = Mended(ringed, marks, request.House);
        var columns = Math.Max(result.Notes.Length + 1, request.Asked.Expected.Notes(request.Way).Length);
        var places = steps.Select(step => step - request.OnStaff.BottomLine.StaffStep).ToArray();
        var range = new StaffRange(Math.Min(-6, places.DefaultIfEmpty(0).Min()), Math.Max(14, places.DefaultIfEmpty(0).Max()));
        var figure = new StaffFigure(
            request.OnStaff,
            columns,
            request.Written is not null,
            mended.Any(mark => mark is LabelMark) ? StaffRows.Labels : StaffRows.None,
            range,
            given
        );
        var page = FigureDrawing.Draw(figure, mended, WidthOf(figure));
        var drawn = page.Groups.SelectMany(group => group.Primitives).ToArray();
        var lines = drawn.OfType<LinePrimitive>().Where(line => line.Role == Role.StaffLine).Take(5).Select(line => line.Y1).ToArray();
        var rings = drawn.OfType<RectanglePrimitive>().Where(ring => ring.Role == Role.Ring).Select(ring => ring.Box);
        // The names of what belongs there stand in one row; lines begin below it.
        var row = drawn
            .OfType<TextPrimitive>()
            .Where(text => text.Ink == Ink.Answer)
            .Select(text => text.Y + BelowName)
            .DefaultIfEmpty(0)
            .Max();
        return new MarkedStaff(
            SvgWriter.Inline(page, "written", Say("The answer as written")),
            Share(lines[0], page.Height),
            Share(lines[4], page.Height),
            [
                .. ringed.Zip(rings, (finding, ring) =>
                    new RingedFinding(
                        finding,
                        Share(ring.Left + (ring.Width / 2), page.Width),
                        Share(Math.Max(ring.Bottom, row), page.Height)
                    )
                ),
            ]
        );
    }

    // What a finding says of one note. A confusion of the whole line rings nothing: its sentence says it.
    private static IEnumerable<Finding> Ringed(Judgement judgement, int notes) =>
        judgement
            .Findings.Where(finding => FindingCodes.IsAtANote(finding.Code) && finding.Found is FindingSubject.Notes { Names.Length: 1 })
            .Where(finding => finding.Position >= 1 && finding.Position <= notes)
            .DistinctBy(finding => finding.Position);

    private static ImmutableArray<Mark> Mended(Finding[] ringed, NoteMark[] marks, HouseStyle style) =>
        [
            .. ringed.Select(finding => new RingMark(marks[finding.Position - 1])),
            .. ringed
                .Where(finding => finding.Expected is FindingSubject.Notes { Names.Length: 1 })
                .Select(finding => new LabelMark(finding.Position - 1, finding.Expected.Say(style))),
        ];

    /// <summary>The scale and what is written, as they sound.</summary>
    internal static Sound Heard(CheckResult result)
    {
        var (request, scale) = (result.Request, result.Request.Asked.Expected);
        var written = new WrittenAnswer(result.Notes, request.Written is { } signature ? WrittenSignature.Of(signature.Notes) : null);
        return Sound.Of(scale.Pitches(request.Way, request.OnStaff.LowestTonic(scale)), request.ForPart) with
        {
            Written = Sound.Semitones(AnswerReading.Pitches(written, request.Near), request.ForPart),
        };
    }

    /// <summary>The scale as the key has it.</summary>
    public static string Key(CheckRequest request)
    {
        var scale = request.Asked.Expected;
        var signature = request.Written is null ? default : request.House.SignatureOf(request.Scale, scale.Tonic) ?? default;
        var notes = StaffNotes.InOneBar(scale.Pitches(request.Way, request.OnStaff.LowestTonic(scale)), signature, request.House);
        var places = notes.Select(note => request.OnStaff.Position(note.Pitch)).ToArray();
        ImmutableArray<Mark> given = signature.Count > 0 ? [new SignatureMark(signature), .. notes] : [.. notes];
        var figure = new StaffFigure(
            request.OnStaff,
            notes.Length,
            signature.Count > 0,
            StaffRows.None,
            new StaffRange(Math.Min(0, places.Min()), Math.Max(8, places.Max())),
            given
        );
        return SvgWriter.Inline(FigureDrawing.Draw(figure, [], WidthOf(figure)), "key", Say("The scale as the key has it"));
    }

    private static ImmutableArray<int> Steps(CheckResult result) => AnswerReading.Steps(result.Notes, result.Request.Near);

    /// <summary>Wide enough for one line, so that a click always tells its height.</summary>
    internal static int WidthOf(StaffFigure figure) =>
        HeadWidth + (figure.Columns * ColumnWidth) + (figure.SignatureRoom ? SignatureWidth : 0);

    private static string Share(int length, int whole) => (1.0 * length / whole).ToString("0.####", CultureInfo.InvariantCulture);
}

/// <summary>A staff with what is marked on it.</summary>
/// <param name="Svg">The drawing.</param>
/// <param name="Top">Where the top line lies, as a share of its height.</param>
/// <param name="Bottom">Where the bottom line lies.</param>
/// <param name="Ringed">What is said of single notes.</param>
public sealed record MarkedStaff(string Svg, string Top, string Bottom, ImmutableArray<RingedFinding> Ringed);

/// <summary>A finding about one note, and where its ring stands, so that a line can lead to its sentence.</summary>
/// <param name="Finding">The finding.</param>
/// <param name="Across">The middle of the ring, as a share of the drawing's width.</param>
/// <param name="Down">Where the line begins, under the ring and the name of what belongs there, as a share of the height.</param>
public sealed record RingedFinding(Finding Finding, string Across, string Down);
