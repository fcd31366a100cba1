namespace Gavvet.Engraving.Tests;

public class StaffTests
{
    private static readonly PageMetrics Metrics = new(PageSetup.Usual);

    [Fact]
    public void Signature_accidentals_stand_where_each_clef_has_them()
    {
        // Half spaces above the bottom line (common practice, no source).
        var places = new Dictionary<string, (string Sharps, string Flats)>
        {
            ["treble"] = ("8 5 9 6 3 7 4", "4 7 3 6 2 5 1"),
            ["bass"] = ("6 3 7 4 1 5 2", "2 5 1 4 0 3 -1"),
            ["alto"] = ("7 4 8 5 2 6 3", "3 6 2 5 1 4 0"),
            ["tenor"] = ("2 6 3 7 4 8 5", "5 8 4 7 3 6 2"),
            ["treble-8"] = ("8 5 9 6 3 7 4", "4 7 3 6 2 5 1"),
        };
        foreach (var clef in Clef.All)
        {
            Assert.Equal(places[clef.Id].Sharps, Drawn(clef, 7));
            Assert.Equal(places[clef.Id].Flats, Drawn(clef, -7));
        }

        string Drawn(Clef clef, int fifths)
        {
            var figure = new StaffFigure(clef, 0, true, StaffRows.None, StaffRange.Staff, [new SignatureMark(new KeySignature(fifths))]);
            var set = FigureSetter.Set(figure, [], Ink.Answer, Metrics, 80_000);
            var bottomLine = set.Primitives.OfType<LinePrimitive>().Max(line => line.Y1);
            var signs = set.Primitives.OfType<GlyphPrimitive>().Where(glyph => glyph.Role == Role.Accidental).OrderBy(glyph => glyph.X);
            return string.Join(' ', signs.Select(sign => (bottomLine - sign.Y) * 2 / Metrics.StaffSpace));
        }
    }

    // The natural that cancels a double sign stands before the single one, and both before the head, none upon another.
    [Fact]
    public void A_natural_before_a_sign_stands_left_of_it()
    {
        foreach (var sign in new[] { Accidental.Sharp, Accidental.Flat })
        {
            var note = new NoteMark(0, new Pitch(new NoteName(Letter.F, sign), 4), sign, NaturalFirst: true);
            var set = FigureSetter.Set(
                new StaffFigure(Clef.Treble, 1, false, StaffRows.None, StaffRange.Staff, [note]),
                [],
                Ink.Answer,
                Metrics,
                80_000
            );
            var signs = set
                .Primitives.OfType<GlyphPrimitive>()
                .Where(glyph => glyph.Role == Role.Accidental)
                .OrderBy(glyph => glyph.X)
                .ToArray();
            Assert.Equal(
                ["accidentalNatural", sign == Accidental.Sharp ? "accidentalSharp" : "accidentalFlat"],
                signs.Select(glyph => glyph.Glyph.Name)
            );
            var head = Assert.Single(set.Primitives.OfType<GlyphPrimitive>(), glyph => glyph.Role == Role.Notehead);
            Assert.True(signs[0].InkBox.Right <= signs[1].InkBox.Left && signs[1].InkBox.Right <= head.InkBox.Left);
            Assert.All(signs, glyph => Assert.Equal(head.Y, glyph.Y));
        }
    }

    // Stems of heads below the middle line go up, at the right; on it and above it down, at the left (common practice, no source).
    [Theory]
    [InlineData(Letter.A, 4, true)]
    [InlineData(Letter.B, 4, false)]
    [InlineData(Letter.C, 5, false)]
    public void Stems_turn_on_the_middle_line(Letter letter, int octave, bool isUp)
    {
        var figure = new StaffFigure(
            Clef.Treble,
            1,
            false,
            StaffRows.None,
            StaffRange.Staff,
            [new NoteMark(0, new Pitch(new NoteName(letter), octave), null)]
        )
        {
            Rhythm = [NoteValue.Quarter],
        };
        var set = FigureSetter.Set(figure, [], Ink.Answer, Metrics, 80_000);
        var head = Assert.Single(set.Primitives.OfType<GlyphPrimitive>(), glyph => glyph.Role == Role.Notehead);
        var stem = Assert.Single(set.Primitives.OfType<LinePrimitive>(), line => line.Role == Role.Stem);
        var middle = (head.InkBox.Left + head.InkBox.Right) / 2;
        Assert.Equal((isUp, isUp), (Math.Min(stem.Y1, stem.Y2) < head.InkBox.Top, stem.X1 > middle));
    }

    [Theory]
    [InlineData("treble", "gClef", 2)]
    [InlineData("treble-8", "gClef8vb", 2)]
    [InlineData("bass", "fClef", 6)]
    [InlineData("alto", "cClef", 4)]
    [InlineData("tenor", "cClef", 6)]
    public void Each_clef_names_its_line(string clef, string glyph, int position)
    {
        var set = FigureSetter.Set(
            new StaffFigure(Clef.Find(clef)!, 0, true, StaffRows.None, StaffRange.Staff, []),
            [],
            Ink.Answer,
            Metrics,
            80_000
        );
        var sign = Assert.Single(set.Primitives.OfType<GlyphPrimitive>());
        Assert.Equal(glyph, sign.Glyph.Name);
        Assert.Equal(position, (set.Primitives.OfType<LinePrimitive>().Max(line => line.Y1) - sign.Y) * 2 / Metrics.StaffSpace);
    }

    [Fact]
    public void Notes_are_evenly_spaced_and_ledger_lines_drawn_only_where_needed()
    {
        var sheet = Sample.AllKeys("write-steps", Notation.Accidentals, Direction.Ascending, 8);
        var composition = Composer.Compose(sheet);
        foreach (var item in composition.Worksheet.Sections[0].Items)
        {
            var figure = Assert.IsType<StaffFigure>(item.Question.Figures[0]);
            var set = FigureSetter.Set(figure, [], Ink.Answer, Metrics, Metrics.ContentWidth);
            var heads = set.Primitives.OfType<GlyphPrimitive>().Where(glyph => glyph.Role == Role.Notehead).ToArray();
            Assert.Single(heads.Zip(heads.Skip(1), (left, right) => right.X - left.X).Distinct());
            var needed = figure.Given.OfType<NoteMark>().Sum(note => Clef.LedgerLines(figure.Clef.Position(note.Pitch)));
            Assert.Equal(needed, set.Primitives.Count(primitive => primitive.Role == Role.Ledger));
        }
    }

    public static TheoryData<string, int> KindsAndStaves =>
        new(from kind in QuestionCatalogue.Standard.All from staff in new[] { 6, 8, 10, 14 } select (kind.Id, staff));

    [Theory, MemberData(nameof(KindsAndStaves))]
    public void No_ink_touches_ink_it_should_not_in_any_key_clef_direction_or_size(string kind, int staff)
    {
        foreach (var notation in Enum.GetValues<Notation>())
        {
            foreach (var direction in Enum.GetValues<Direction>())
            {
                foreach (var paper in new[] { PaperKind.Student, PaperKind.Key })
                {
                    foreach (var page in Sample.AllKeys(kind, notation, direction, staff).Pages(paper))
                        Assert.Empty(Overlaps.Find(page).Select(pair => $"{paper} {notation} {direction}: {pair.First} / {pair.Second}"));
                }
            }
        }
    }

    [Fact]
    public void Scaffolding_and_examples_overlap_nothing_either()
    {
        foreach (var scaffolding in Enum.GetValues<Scaffolding>())
        {
            var sheet = Sample.Every(10, scaffolding: kind => kind.Scaffoldings.Contains(scaffolding) ? scaffolding : Scaffolding.Blank);
            foreach (var kind in Enum.GetValues<PaperKind>())
                Assert.All(sheet.Pages(kind), page => Assert.Empty(Overlaps.Find(page)));
        }
    }

    [Fact]
    public void A_planted_overlap_is_found()
    {
        var page = Sample.Fresh().Pages(PaperKind.Key)[0];
        var group = page.Groups.First(group => group.Kind is GroupKind.Question);
        var head = group.Primitives.OfType<GlyphPrimitive>().First(glyph => glyph.Role == Role.Notehead);
        var planted = group with
        {
            Primitives = group.Primitives.Add(
                new GlyphPrimitive(Role.Accidental, Ink.Given, MusicGlyph.AccidentalSharp, head.X - 100, head.Y, head.Space)
            ),
        };
        Assert.NotEmpty(Overlaps.Find(page with { Groups = page.Groups.Replace(group, planted) }));
    }

    [Fact]
    public void A_staff_too_long_for_the_page_wraps_at_the_top_note_and_repeats_clef_and_signature()
    {
        var sheet = Sample.AllKeys("write-steps", Notation.Signature, Direction.Both, 14);
        var page = sheet.Pages(PaperKind.Student)[0];
        var first = page.Groups.First(group => group.Kind is GroupKind.Question);
        Assert.Equal(2, first.Primitives.Count(primitive => primitive.Role == Role.Clef));
        Assert.Equal(14, first.Primitives.Count(primitive => primitive.Role == Role.Accidental)); // C flat major, twice
        Assert.Equal(2, first.Primitives.Count(primitive => primitive.Role == Role.Barline)); // the final one only
        var heads = first.Primitives.OfType<GlyphPrimitive>().Where(glyph => glyph.Role == Role.Notehead).ToArray();
        Assert.Equal(15, heads.Length);
        Assert.True(heads[8].X < heads[7].X);
    }

    [Fact]
    public void Everything_stays_inside_the_margins()
    {
        // Up and down is the widest, and is laid out at every size on every paper.
        var settings = Enum.GetValues<Paper>()
            .SelectMany(_ => new[] { 6, 9, 10, 14 }, (paper, staff) => (paper, staff, Direction.Both))
            .Concat([(Paper.A4, 9, Direction.Ascending), (Paper.Letter, 10, Direction.Descending)]);
        foreach (var (paper, staff, direction) in settings)
        {
            var composed = Composer.Compose(Sample.Every(staff, paper, Notation.Signature, direction, kind => kind.Scaffoldings[0]));
            foreach (var kind in Enum.GetValues<PaperKind>())
            {
                foreach (var page in SheetLayout.LayOut(composed, kind))
                    Assert.DoesNotContain(page.Groups.SelectMany(group => group.Primitives), primitive =>
                        primitive.InkBox.Left < 10_000
                        || primitive.InkBox.Right > page.Width - 10_000
                        || primitive.InkBox.Bottom > page.Height - 8_000
                    );
            }
        }
    }
}
