using Gavvet.Engraving.Fonts;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;

namespace Gavvet.Engraving.Layout;

/// <summary>Where things stand in a staff figure: its systems one below the other, their columns, and the rows under a staff.</summary>
internal sealed class StaffGrid
{
    // In thousandths of a staff space.
    public const int ClefLeft = 600;
    public const int SlurClearance = 300;
    public const int SlurDepth = 1_150;
    private const int SignatureLeft = 4_000;
    private const int SignatureStep = 1_120;
    private const int AccidentalRoom = 2_150;
    private const int NarrowestColumn = 4_260;
    private const int EndRoom = 1_500;
    private const int MeterRoom = 2_200;
    private const int MeterGap = 500;
    private const int Staff = 4_000;

    private readonly StaffFigure _figure;
    private readonly PageMetrics _metrics;
    private readonly int _width;

    public StaffGrid(StaffFigure figure, PageMetrics metrics, int width)
    {
        (_figure, _metrics, _width) = (figure, metrics, width);
        NotesLeft =
            figure.Beats > 0
                ? Space(MeterPlace + MeterRoom)
                : Space(SignatureLeft + (figure.SignatureRoom ? (SignatureStep * KeySignature.Most) + 600 : 0));
        var fitting = Math.Max(1, (_width - NotesLeft - Space(EndRoom)) / Space(NarrowestColumn));
        Systems = Math.Max(1, (figure.Columns + fitting - 1) / fitting);
        ColumnsPerSystem = Math.Max(1, (figure.Columns + Systems - 1) / Systems);
    }

    public int Systems { get; }

    public int ColumnsPerSystem { get; }

    public int NotesLeft { get; }

    public int ColumnWidth => (_width - NotesLeft - Space(EndRoom)) / ColumnsPerSystem;

    public int SystemHeight => RoomAbove + Space(Staff) + RoomBelow + SlurRoom + GapRoom + LabelRoom;

    /// <summary>A tune's signature is given, so its meter stands right after it.</summary>
    public int MeterLeft => Space(MeterPlace);

    // A row to be written in by hand is a writing line; one that is printed needs only its text.
    public int GapRoom =>
        !_figure.Rows.HasFlag(StaffRows.Gaps) ? 0
        : _figure.Given.OfType<GapMark>().Any() ? _metrics.LineHeight
        : _metrics.WritingLine;

    private int MeterPlace =>
        SignatureLeft + (SignatureStep * (_figure.Given.OfType<SignatureMark>().FirstOrDefault()?.Signature.Count ?? 0)) + MeterGap;

    private int RoomAbove =>
        Space(
            Math.Max(
                _figure.SignatureRoom ? 2_100 : 1_600,
                (_figure.Columns > 0 ? Math.Max(0, _figure.Range.Highest - 8) * 500 : 0) + (_figure.Columns > 0 ? 1_900 : 0)
            )
        );

    private int RoomBelow =>
        Space(Math.Max(_figure.Clef.Octaves < 0 ? 2_800 : 1_900, _figure.Columns > 0 ? (-_figure.Range.Lowest * 500) + 1_700 : 0));

    private int SlurRoom => _figure.Rows.HasFlag(StaffRows.Slurs) ? Space(SlurClearance + SlurDepth) : 0;

    private int LabelRoom => _figure.Rows.HasFlag(StaffRows.Labels) ? _metrics.LineHeight : 0;

    public int Space(int thousandths) => (int)((long)thousandths * _metrics.StaffSpace / 1000);

    public int StaffTop(int system) => (system * SystemHeight) + RoomAbove;

    public int SystemOf(int column) => column / ColumnsPerSystem;

    /// <summary>The left edge of a signature's sign, counted from 0.</summary>
    public int SignAt(int sign) => Space(SignatureLeft + (sign * SignatureStep));

    /// <summary>The middle of a column's notehead.</summary>
    public int HeadCenter(int column)
    {
        var left = NotesLeft + (column % ColumnsPerSystem * ColumnWidth);
        var slack = ColumnWidth - Space(AccidentalRoom) - Space(MusicGlyph.NoteheadWhole.Width);
        return left + (slack / 2) + Space(AccidentalRoom) + (Space(MusicGlyph.NoteheadWhole.Width) / 2);
    }

    /// <summary>The height of a staff position, 0 the bottom line, in half spaces.</summary>
    public int Level(int staffTop, int position) => staffTop + ((8 - position) * _metrics.StaffSpace / 2);

    /// <summary>The top of the row between the notes, under the staff of a column.</summary>
    public int GapRow(int column) => StaffTop(SystemOf(column)) + Space(Staff) + RoomBelow + SlurRoom;

    /// <summary>The top of the row under the notes.</summary>
    public int LabelRow(int column) => GapRow(column) + GapRoom;
}
