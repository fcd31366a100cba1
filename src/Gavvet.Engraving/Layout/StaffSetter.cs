using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;

namespace Gavvet.Engraving.Layout;

/// <summary>Draws one staff figure: measures its columns, wraps it where they would be too narrow, then places the marks.</summary>
internal sealed class StaffSetter
{
    // In thousandths of a staff space.
    private const int StemLength = 3_500;
    private const int StemFoot = 168;
    private const int MiddleLine = 4;
    private const int DotGap = 400;
    private const int RuleAbove = 800;
    private const int RuleClear = 400;
    private const int RuleReach = 900;

    private readonly StaffFigure _figure;
    private readonly ImmutableArray<InkedMark> _marks;
    private readonly PageMetrics _metrics;
    private readonly int _width;
    private readonly StaffGrid _grid;

    public StaffSetter(StaffFigure figure, ImmutableArray<InkedMark> marks, PageMetrics metrics, int width)
    {
        (_figure, _marks, _metrics, _width) = (figure, marks, metrics, width);
        _grid = new StaffGrid(figure, metrics, width);
    }

    public SetFigure Set()
    {
        var primitives = ImmutableArray.CreateBuilder<Primitive>();
        for (var system = 0; system < _grid.Systems; system++)
        {
            var top = _grid.StaffTop(system);
            primitives.AddRange(StaffLines(top));
            if (!_figure.HidesClef)
                primitives.Add(ClefAt(_figure.Clef, top, Ink.Given));
            if (_figure.Columns > 0 && system == _grid.Systems - 1)
                primitives.AddRange(FinalBarline(top));
        }

        primitives.AddRange(Meter());
        primitives.AddRange(Enumerable.Range(0, _figure.Columns).Where(_figure.BarlineBefore).Select(Barline));
        var heads = new List<(int Column, Box Head)>();
        foreach (var mark in _marks)
        {
            foreach (var primitive in Draw(mark))
            {
                primitives.Add(primitive);
                if (mark.Mark is NoteMark note && primitive.Role == Role.Notehead)
                    heads.Add((note.Column, primitive.InkBox));
            }
        }

        primitives.AddRange(AnsweredRules());
        return new SetFigure(_grid.Systems * _grid.SystemHeight, primitives.ToImmutable())
        {
            Anchors = Anchors(heads.OrderBy(head => head.Column).Select(head => head.Head)),
            Cuts = [.. Enumerable.Range(1, _grid.Systems - 1).Select(system => system * _grid.SystemHeight)],
        };
    }

    private FigureAnchors Anchors(IEnumerable<Box> heads)
    {
        var height = 4 * _metrics.StaffSpace;
        var columns = Enumerable
            .Range(0, _figure.Columns)
            .Select(column =>
                (Left: _grid.NotesLeft + (column % _grid.ColumnsPerSystem * _grid.ColumnWidth), Top: _grid.StaffTop(_grid.SystemOf(column)))
            );
        var last = _grid.StaffTop(_grid.Systems - 1);
        return new FigureAnchors(
            [.. columns.Select(column => new Box(column.Left, column.Top, column.Left + _grid.ColumnWidth, column.Top + height))],
            [.. heads]
        )
        {
            Staff = new Box(0, last, _width, last + height),
        };
    }

    // Where notes that were given and notes that were written stand on one staff, a fine rule runs over those that were
    // written: on a copy in black alone they can still be told apart.
    private IEnumerable<Primitive> AnsweredRules()
    {
        var notes = _marks.Where(mark => mark.Mark is NoteMark).ToLookup(mark => mark.Ink, mark => ((NoteMark)mark.Mark).Column);
        if (!notes.Contains(Ink.Answer) || !notes.Contains(Ink.Given))
            yield break;
        // A note with a ring around it is told by that.
        int[] written =
        [
            .. notes[Ink.Answer].Except(_marks.Select(mark => mark.Mark).OfType<RingMark>().Select(ring => ring.Note.Column)).Order(),
        ];
        for (var first = 0; first < written.Length; )
        {
            var last = first;
            while (
                last + 1 < written.Length
                && written[last + 1] == written[last] + 1
                && _grid.SystemOf(written[last + 1]) == _grid.SystemOf(written[first])
            )
                last++;
            var run = _marks.Where(mark => mark.Mark is NoteMark note && note.Column >= written[first] && note.Column <= written[last]);
            var highest = run.SelectMany(mark => Draw(mark)).Min(primitive => primitive.InkBox.Top);
            var y = Math.Min(_grid.StaffTop(_grid.SystemOf(written[first])) - Space(RuleAbove), highest - Space(RuleClear));
            yield return new LinePrimitive(
                Role.Rule,
                Ink.Answer,
                _grid.HeadCenter(written[first]) - Space(RuleReach),
                y,
                _grid.HeadCenter(written[last]) + Space(RuleReach),
                y,
                Space(EngravingDefaults.StaffLineThickness)
            );
            first = last + 1;
        }
    }

    private int Space(int thousandths) => _grid.Space(thousandths);

    private int Level(int staffTop, int position) => _grid.Level(staffTop, position);

    private IEnumerable<Primitive> StaffLines(int top)
    {
        for (var line = 0; line < 5; line++)
        {
            var y = top + (line * _metrics.StaffSpace);
            yield return new LinePrimitive(Role.StaffLine, Ink.Given, 0, y, _width, y, Space(EngravingDefaults.StaffLineThickness));
        }
    }

    private GlyphPrimitive ClefAt(Clef clef, int top, Ink ink)
    {
        var glyph = (clef.Sign, clef.Octaves) switch
        {
            (ClefSign.G, 0) => MusicGlyph.GClef,
            (ClefSign.G, -1) => MusicGlyph.GClef8vb,
            (ClefSign.F, 0) => MusicGlyph.FClef,
            (ClefSign.C, 0) => MusicGlyph.CClef,
            _ => throw new InvalidOperationException($"The music font’s list has no sign for the {clef.Name} clef."),
        };
        return new GlyphPrimitive(Role.Clef, ink, glyph, Space(StaffGrid.ClefLeft), Level(top, 2 * (clef.Line - 1)), _metrics.StaffSpace);
    }

    // At the head of the first staff.
    private IEnumerable<Primitive> Meter()
    {
        if (_figure.Beats == 0)
            yield break;
        foreach (var (number, position) in new[] { (_figure.Beats, 6), (4, 2) })
            yield return new GlyphPrimitive(
                Role.Meter,
                Ink.Given,
                number switch
                {
                    2 => MusicGlyph.TimeSig2,
                    3 => MusicGlyph.TimeSig3,
                    _ => MusicGlyph.TimeSig4,
                },
                _grid.MeterLeft,
                Level(_grid.StaffTop(0), position),
                _metrics.StaffSpace
            );
    }

    // Before the room of a note and its sign; at the start of a further staff it closes the one above.
    private LinePrimitive Barline(int column)
    {
        var (system, x) =
            column % _grid.ColumnsPerSystem == 0
                ? (_grid.SystemOf(column) - 1, _width - Space(EngravingDefaults.ThinBarlineThickness))
                : (_grid.SystemOf(column), _grid.NotesLeft + (column % _grid.ColumnsPerSystem * _grid.ColumnWidth));
        return new LinePrimitive(
            Role.Barline,
            Ink.Given,
            x,
            _grid.StaffTop(system),
            x,
            _grid.StaffTop(system) + (4 * _metrics.StaffSpace),
            Space(EngravingDefaults.ThinBarlineThickness)
        );
    }

    private IEnumerable<Primitive> FinalBarline(int top)
    {
        var bottom = top + (4 * _metrics.StaffSpace);
        var thick = Space(EngravingDefaults.ThickBarlineThickness);
        var thin = Space(EngravingDefaults.ThinBarlineThickness);
        var thinX = _width - thick - Space(EngravingDefaults.BarlineSeparation) - (thin / 2);
        yield return new LinePrimitive(Role.Barline, Ink.Given, thinX, top, thinX, bottom, thin);
        yield return new LinePrimitive(Role.Barline, Ink.Given, _width - (thick / 2), top, _width - (thick / 2), bottom, thick);
    }

    private IEnumerable<Primitive> Draw(InkedMark mark) =>
        mark.Mark switch
        {
            NoteMark note => Note(note, mark.Ink),
            ClefMark written => Enumerable.Range(0, _grid.Systems).Select(system => ClefAt(written.Clef, _grid.StaffTop(system), mark.Ink)),
            SignatureMark { Signature: var signature } => Enumerable
                .Range(0, _grid.Systems)
                .SelectMany(system => Signature(signature, _grid.StaffTop(system), mark.Ink)),
            SlurMark slur => Slur(slur.Column, mark.Ink),
            SignRowMark row => Enumerable
                .Range(0, _grid.Systems)
                .SelectMany(system => SignRow(row.Accidental, row.Positions, _grid.StaffTop(system), mark.Ink)),
            // The head stands there already.
            AddedSignMark added => Note(added.Note, Ink.Given)
                .OfType<GlyphPrimitive>()
                .Where(glyph => glyph.Role == Role.Accidental)
                .Select(glyph => glyph with { Ink = mark.Ink }),
            RingMark ring => Ring(ring.Note, mark.Ink),
            StrikeMark strike => Strike(strike.Note, mark.Ink),
            BracketMark bracket => Bracket(bracket.Column, mark.Ink),
            GapMark gap => Gap(gap, mark.Ink),
            LabelMark label => Label(label, mark.Ink),
            _ => throw new ArgumentException($"A staff takes no {mark.Mark.GetType().Name}."),
        };

    private IEnumerable<Primitive> Note(NoteMark note, Ink ink)
    {
        var position = _figure.Clef.Position(note.Pitch);
        var top = _grid.StaffTop(_grid.SystemOf(note.Column));
        var center = _grid.HeadCenter(note.Column);
        // The key writes what the student should write; its ink is heavier, so that it stands apart on any copier.
        var value = _figure.ValueAt(note.Column);
        var head = value switch
        {
            NoteValue.Whole => MusicGlyph.NoteheadWhole,
            NoteValue.Quarter => MusicGlyph.NoteheadBlack,
            _ => MusicGlyph.NoteheadHalf,
        };
        var left = center - (Space(head.Width) / 2);
        yield return new GlyphPrimitive(Role.Notehead, ink, head, left, Level(top, position), _metrics.StaffSpace);
        // A dot stands in a space: beside a head on a line it is in the space above.
        if (value == NoteValue.DottedHalf)
            yield return new GlyphPrimitive(
                Role.NoteDot,
                ink,
                MusicGlyph.AugmentationDot,
                left + Space(head.Width) + Space(DotGap),
                Level(top, position + (position % 2 == 0 ? 1 : 0)),
                _metrics.StaffSpace
            );
        if (value != NoteValue.Whole)
            yield return Stem(left, Space(head.Width), Level(top, position), position, ink);
        var ledgers = Theory.Clef.LedgerLines(position);
        var reach = Space(EngravingDefaults.LegerLineExtension);
        for (var ledger = 1; ledger <= ledgers; ledger++)
        {
            var y = Level(top, position < 0 ? -2 * ledger : 8 + (2 * ledger));
            yield return new LinePrimitive(
                Role.Ledger,
                ink,
                left - reach,
                y,
                left + Space(head.Width) + reach,
                y,
                Space(EngravingDefaults.LegerLineThickness)
            );
        }

        if (note.Sign is { } sign)
        {
            var glyph = SignGlyph(sign);
            var gap = ledgers > 0 || InChordWithLedgers(note.Column) ? reach + Space(120) : Space(250);
            var x = left - gap - Space(glyph.Right);
            yield return new GlyphPrimitive(Role.Accidental, ink, glyph, x, Level(top, position), _metrics.StaffSpace);
            if (note.NaturalFirst)
                yield return new GlyphPrimitive(
                    Role.Accidental,
                    ink,
                    MusicGlyph.AccidentalNatural,
                    x - Space(150) - Space(MusicGlyph.AccidentalNatural.Right),
                    Level(top, position),
                    _metrics.StaffSpace
                );
        }
    }

    // In a chord the ledger line of another head may reach where the sign stands.
    private bool InChordWithLedgers(int column)
    {
        var (notes, hasLedgers) = (0, false);
        foreach (var mark in _marks)
        {
            if (mark.Mark is not NoteMark note || note.Column != column)
                continue;
            notes++;
            hasLedgers |= Theory.Clef.LedgerLines(_figure.Clef.Position(note.Pitch)) > 0;
        }

        return notes > 1 && hasLedgers;
    }

    // Up at the right of a low head, from the middle line on down at its left (common practice, no source).
    private LinePrimitive Stem(int left, int width, int y, int position, Ink ink)
    {
        var (half, foot) = (Space(EngravingDefaults.StemThickness) / 2, Space(StemFoot));
        return position < MiddleLine
            ? new LinePrimitive(Role.Stem, ink, left + width - half, y - foot, left + width - half, y - Space(StemLength), 2 * half)
            : new LinePrimitive(Role.Stem, ink, left + half, y + foot, left + half, y + Space(StemLength), 2 * half);
    }

    private IEnumerable<Primitive> Signature(KeySignature signature, int top, Ink ink) =>
        SignRow(signature.Kind, _figure.Clef.SignaturePositions(signature), top, ink);

    private IEnumerable<Primitive> SignRow(Accidental kind, ImmutableArray<int> positions, int top, Ink ink)
    {
        var glyph = SignGlyph(kind);
        for (var i = 0; i < positions.Length; i++)
            yield return new GlyphPrimitive(Role.Accidental, ink, glyph, _grid.SignAt(i), Level(top, positions[i]), _metrics.StaffSpace);
    }

    // Around the head and its sign, with some air.
    private IEnumerable<Primitive> Ring(NoteMark note, Ink ink)
    {
        var box = Around(note, Space(350));
        yield return new RectanglePrimitive(Role.Ring, ink, box, Math.Min(box.Width, box.Height) / 2, Space(180));
    }

    private IEnumerable<Primitive> Strike(NoteMark note, Ink ink)
    {
        var box = Around(note with { Sign = null }, Space(450));
        yield return new LinePrimitive(Role.Ring, ink, box.Left, box.Bottom, box.Right, box.Top, Space(220));
    }

    private Box Around(NoteMark note, int air)
    {
        var boxes = Note(note, Ink.Given)
            .Where(primitive => primitive.Role is Role.Notehead or Role.Accidental)
            .Select(primitive => primitive.InkBox)
            .ToArray();
        return new Box(
            boxes.Min(box => box.Left) - air,
            boxes.Min(box => box.Top) - air,
            boxes.Max(box => box.Right) + air,
            boxes.Max(box => box.Bottom) + air
        );
    }

    // A bracket hangs where a slur would.
    private IEnumerable<Primitive> Bracket(int column, Ink ink)
    {
        var slur = (SlurPrimitive)Slur(column, ink).Single();
        var (top, bottom, thickness) = (slur.Y, slur.Y + (slur.Depth * 2 / 3), Space(EngravingDefaults.StaffLineThickness));
        yield return new LinePrimitive(Role.Slur, ink, slur.X1, top, slur.X1, bottom, thickness);
        yield return new LinePrimitive(Role.Slur, ink, slur.X1, bottom, slur.X2, bottom, thickness);
        yield return new LinePrimitive(Role.Slur, ink, slur.X2, top, slur.X2, bottom, thickness);
    }

    // Under the two notes, clear of their heads, ledgers and accidentals.
    private IEnumerable<Primitive> Slur(int column, Ink ink)
    {
        var system = _grid.SystemOf(column);
        var joined = _marks.Where(mark =>
            mark.Mark is NoteMark note && (note.Column == column || note.Column == column + 1) && _grid.SystemOf(note.Column) == system
        );
        var lowest = joined.SelectMany(note => Draw(note)).Max(primitive => primitive.InkBox.Bottom);
        // At the end of a system the slur leads to the barline; the next note stands on the next staff.
        var end = _grid.SystemOf(column + 1) == system ? _grid.HeadCenter(column + 1) : _grid.HeadCenter(column) + (_grid.ColumnWidth / 2);
        yield return new SlurPrimitive(
            ink,
            _grid.HeadCenter(column),
            end,
            lowest + Space(StaffGrid.SlurClearance),
            Space(StaffGrid.SlurDepth),
            Space(EngravingDefaults.SlurMidpointThickness)
        );
    }

    private IEnumerable<Primitive> Gap(GapMark gap, Ink ink)
    {
        var row = _grid.GapRow(gap.Column);
        // After the last note of a system the step stands at its end.
        // The step at the end of a system is drawn in from the edge, and so has less room beside the one before.
        var atEnd = _marks
            .Select(mark => mark.Mark)
            .OfType<GapMark>()
            .Where(mark =>
                mark.Column > 0
                && _grid.SystemOf(mark.Column + 1) != _grid.SystemOf(mark.Column)
                && _grid.SystemOf(mark.Column - 1) == _grid.SystemOf(mark.Column)
            );
        var room = atEnd
            .Select(mark => (_width - _grid.HeadCenter(mark.Column - 1) - (_grid.ColumnWidth / 2)) * 2 / 3)
            .Append(_grid.ColumnWidth)
            .Min();
        var size = RowSize(_marks.Where(mark => mark.Mark is GapMark).Select(mark => (((GapMark)mark.Mark).Text, mark.Ink)), room);
        var center = Math.Min(
            _grid.HeadCenter(gap.Column) + (_grid.ColumnWidth / 2),
            _width - (TextSetter.Width(gap.Text, Style(ink), size) / 2)
        );
        return TextSetter.Centered(gap.Text, Style(ink), size, center, row + (_grid.GapRoom / 2) + (_metrics.Body / 3), ink);
    }

    // A row is set in one size, smaller than the body where its widest text would touch the next.
    private int RowSize(IEnumerable<(string Text, Ink Ink)> row, int room)
    {
        var widest = row.Max(text => TextSetter.Width(text.Text, Style(text.Ink), _metrics.Body));
        room = room * 19 / 20;
        return widest <= room ? _metrics.Body : (int)((long)_metrics.Body * room / widest);
    }

    private IEnumerable<Primitive> Label(LabelMark label, Ink ink)
    {
        var row = _grid.LabelRow(label.Column);
        var baseline = row + _metrics.Body;
        var (needed, room) = (TextSetter.Width(label.Text, Style(ink), _metrics.Body), _width - Space(StaffGrid.ClefLeft));
        return _figure.Columns == 0
            ? TextSetter.Line(
                label.Text,
                Style(ink),
                needed > room ? (int)((long)_metrics.Body * room / needed) : _metrics.Body,
                Space(StaffGrid.ClefLeft),
                baseline,
                ink
            )
            : TextSetter.Centered(
                label.Text,
                Style(ink),
                RowSize(
                    _marks.Where(mark => mark.Mark is LabelMark).Select(mark => (((LabelMark)mark.Mark).Text, mark.Ink)),
                    _grid.ColumnWidth
                ),
                _grid.HeadCenter(label.Column),
                baseline,
                ink
            );
    }

    private static TextStyle Style(Ink ink) => ink == Ink.Answer ? TextStyle.BoldItalic : TextStyle.Regular;

    private static MusicGlyph SignGlyph(Accidental accidental) =>
        accidental switch
        {
            Accidental.DoubleFlat => MusicGlyph.AccidentalDoubleFlat,
            Accidental.Flat => MusicGlyph.AccidentalFlat,
            Accidental.Sharp => MusicGlyph.AccidentalSharp,
            Accidental.DoubleSharp => MusicGlyph.AccidentalDoubleSharp,
            _ => MusicGlyph.AccidentalNatural,
        };
}
