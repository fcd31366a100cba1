using System.Collections.Immutable;
using Gavvet.Worksheets.Reference;

namespace Gavvet.Engraving.Tests;

/// <summary>Keyboards, and scales on a page to hand out.</summary>
public class ReferenceTests
{
    public static TheoryData<string> Ids => [.. ScaleTypes.All.Select(type => type.Id)];

    [Theory, MemberData(nameof(Ids))]
    public void Every_handout_is_one_page_on_which_nothing_touches_that_should_not(string id)
    {
        var type = ScaleTypes.Get(id);
        foreach (var style in HouseStyle.Presets)
        {
            foreach (var tonic in new[] { "C", "Db", "F#", "D#" }.Select(NoteText.Parse).Where(tonic => style.CanSpell(type, tonic)))
            {
                foreach (var clef in Clef.All)
                {
                    var page = Assert.Single(HandoutLayout.LayOut(new AtlasEntry(type, tonic, style, clef), Paper.A4));
                    Assert.Empty(Overlaps.Find(page));
                    Assert.All(page.Groups.SelectMany(group => group.Primitives), primitive =>
                        Assert.InRange(primitive.InkBox.Right, 0, page.Width - 10_000)
                    );
                }
            }
        }
    }

    [Fact]
    public void A_handout_with_fingers_has_one_under_every_note_and_touches_nothing()
    {
        foreach (var type in new[] { ScaleTypes.Major, ScaleTypes.MelodicMinor })
        {
            foreach (var fingering in Fingering.All)
            {
                foreach (
                    var tonic in new[] { "C", "Db", "F#", "D#", "G" }
                        .Select(NoteText.Parse)
                        .Where(tonic => HouseStyle.Classical.CanSpell(type, tonic))
                )
                {
                    var entry = new AtlasEntry(type, tonic, HouseStyle.Classical, Clef.Treble);
                    Assert.All(fingering.Of(entry), line =>
                        Assert.Equal(line.Staff.Columns, line.Staff.Given.OfType<Worksheets.Figures.LabelMark>().Count())
                    );
                    var handout = HandoutLayout.LayOut(entry, Paper.A4, fingering);
                    // The working of keys with many signs is long, and two hands over two octaves need room.
                    Assert.InRange(
                        handout.Length,
                        1,
                        type == ScaleTypes.Major && tonic.Accidental == Accidental.Natural && fingering.Id != "keyboard-2" ? 1 : 2
                    );
                    Assert.All(handout, page => Assert.Empty(Overlaps.Find(page)));
                }
            }
        }
    }

    [Fact]
    public void The_same_handout_is_the_same_bytes()
    {
        byte[] Make() =>
            PdfWriter.Write(
                "Scale",
                HandoutLayout.LayOut(
                    new AtlasEntry(ScaleTypes.MelodicMinor, NoteText.Parse("D#"), HouseStyle.Classical, Clef.Alto),
                    Paper.Letter
                )
            );
        Assert.Equal(Make(), Make());
    }

    [Theory]
    [InlineData("C", 8, "C4")]
    [InlineData("Cb", 8, "F3")]
    [InlineData("B#", 8, "C5")]
    [InlineData("F#", 9, "F4")]
    public void A_keyboard_holds_the_scale_and_no_more(string tonic, int mostKeys, string lowest)
    {
        var keyboard = new AtlasEntry(ScaleTypes.Major, NoteText.Parse(tonic), HouseStyle.Classical, Clef.Treble).Keyboard;
        Assert.Equal(Pitch.Parse(lowest), keyboard.Lowest);
        Assert.InRange(keyboard.WhiteKeys, 8, mostKeys + 5);
        Assert.Equal(8, keyboard.Given.Length);
    }

    [Fact]
    public void Every_marked_key_has_its_dot_on_the_key_that_sounds()
    {
        ImmutableArray<Mark> marks = [.. Enumerable.Range(48, 12).Select(semitones => new KeyMark(semitones, "x"))];
        var page = FigureDrawing.Draw(new KeyboardFigure(Pitch.Parse("C4"), 7, marks), [], 100_000);
        var primitives = page.Groups[0].Primitives.OfType<RectanglePrimitive>().ToArray();
        var dots = primitives.Where(primitive => primitive.Role == Role.KeyDot).OrderBy(dot => dot.Box.Left).ToArray();
        Assert.Equal(12, dots.Length);
        Assert.Equal(12, dots.Select(dot => dot.Box).Distinct().Count());
        var black = primitives.Where(primitive => primitive.Role == Role.BlackKey).ToArray();
        Assert.Equal(5, black.Length);
        foreach (var key in black)
            Assert.Single(dots, dot => dot.Ink == Ink.Paper && key.Box.Left < dot.Box.Left && dot.Box.Right < key.Box.Right);
        Assert.Equal("Keyboard of 7 white keys from C; marked: x, x, x, x, x, x, x, x, x, x, x, x.", page.Groups[0].Label);
    }
}
