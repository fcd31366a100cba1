using System.Collections.Immutable;
using System.Globalization;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Layout;
using Gavvet.Engraving.Output;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Judging;

namespace Gavvet.Web.Pages.Check;

/// <summary>The answer on a staff that takes clicks, and the key beneath it.</summary>
public static class CheckStaff
{
    private const int ColumnWidth = 11_500;
    private const int HeadWidth = 26_000;
    private const int SignatureWidth = 20_000;
    private const int Room = 8;

    /// <summary>The staff as it is written so far. What a finding names stands out.</summary>
    public static (string Svg, string Top, string Bottom) Written(CheckResult result)
    {
        var request = result.Request;
        var steps = Steps(result);
        var wrong = result.Judgement?.Findings.Where(finding => finding.Code >= FindingCode.ExtraNote && finding.Code < FindingCode.MixedAccidentals).Select(finding => finding.Position - 1).ToHashSet() ?? [];
        var marks = result.Notes.Select((note, column) => new NoteMark(column, Pitch.At(new NoteName(note.Letter), steps[column]), note.Sign)).ToArray();
        ImmutableArray<Mark> given = [.. request.Written is { } signature ? new Mark[] { new SignatureMark(signature) } : [], .. marks.Where(mark => !wrong.Contains(mark.Column))];
        var columns = Math.Max(result.Notes.Length + 1, request.Asked.Expected.Notes(request.Way).Length);
        var places = steps.Select(step => step - request.OnStaff.BottomLine.StaffStep).ToArray();
        var range = new StaffRange(Math.Min(-6, places.DefaultIfEmpty(0).Min()), Math.Max(14, places.DefaultIfEmpty(0).Max()));
        var figure = new StaffFigure(request.OnStaff, columns, request.Written is not null, StaffRows.None, range, given);
        var page = FigureDrawing.Draw(figure, [.. marks.Where(mark => wrong.Contains(mark.Column))], WidthOf(figure));
        var lines = page.Groups.SelectMany(group => group.Primitives).OfType<LinePrimitive>().Where(line => line.Role == Role.StaffLine).Take(5).Select(line => line.Y1).ToArray();
        return (SvgWriter.Inline(page, "written", "The answer as written"), Share(lines[0], page.Height), Share(lines[4], page.Height));
    }

    /// <summary>The scale as the key has it.</summary>
    public static string Key(CheckRequest request)
    {
        var scale = request.Asked.Expected;
        var signature = request.Written is null ? default : request.House.SignatureOf(request.Scale, scale.Tonic) ?? default;
        var notes = StaffNotes.InOneBar(scale.Pitches(request.Way, request.OnStaff.LowestTonic(scale)), signature, request.House);
        var places = notes.Select(note => request.OnStaff.Position(note.Pitch)).ToArray();
        ImmutableArray<Mark> given = signature.Count > 0 ? [new SignatureMark(signature), .. notes] : [.. notes];
        var figure = new StaffFigure(request.OnStaff, notes.Length, signature.Count > 0, StaffRows.None, new StaffRange(Math.Min(0, places.Min()), Math.Max(8, places.Max())), given);
        return SvgWriter.Inline(FigureDrawing.Draw(figure, [], WidthOf(figure)), "key", "The scale as the key has it");
    }

    // Where a note stands: where it was clicked, or else at the place of its letter nearest to the note before it.
    private static ImmutableArray<int> Steps(CheckResult result)
    {
        var steps = ImmutableArray.CreateBuilder<int>(result.Notes.Length);
        var before = result.Request.OnStaff.BottomLine.StaffStep + (result.Request.Way == Direction.Descending ? Room : 1);
        foreach (var note in result.Notes)
        {
            var up = Letter.C.Up(before).LettersUpTo(note.Letter);
            before = note.StaffStep ?? (up <= 3 ? before + up : before + up - Letters.Count);
            steps.Add(before);
        }

        return steps.MoveToImmutable();
    }

    // Wide enough for one line, so that a click always tells its height.
    private static int WidthOf(StaffFigure figure) =>
        HeadWidth + (figure.Columns * ColumnWidth) + (figure.SignatureRoom ? SignatureWidth : 0);

    private static string Share(int length, int whole) => (1.0 * length / whole).ToString("0.####", CultureInfo.InvariantCulture);
}
