using Gavvet.Worksheets.Reference;

namespace Gavvet.Engraving.Tests;

/// <summary>Handouts of a lesson: for every part, in every key, on pages on which nothing touches that should not.</summary>
public class LessonHandoutTests
{
    private static readonly HandoutReader Concert = new(null, Clef.Treble);

    private static HandoutReader For(string part) => new(Instrument.Parse(part), Instrument.Parse(part).Clef);

    // Signs are of the music font, so words stand without them.
    private static string Words(IEnumerable<Page> pages) =>
        string.Join(
                ' ',
                pages
                    .SelectMany(page => page.Groups)
                    .SelectMany(group => group.Primitives)
                    .OfType<TextPrimitive>()
                    .Select(text => text.Text.Text)
            )
            .Replace("  ", " ", StringComparison.Ordinal);

    [Fact]
    public void Every_handout_fits_its_pages_for_every_part()
    {
        foreach (var what in Enum.GetValues<LessonHandout>())
        {
            foreach (
                var reader in Instrument
                    .All.Select(part => new HandoutReader(part, part.Clef))
                    .Append(Concert)
                    .DistinctBy(reader => (reader.Part?.WrittenFifths, reader.Clef, Fingering.Find(reader.Part?.Id)?.Id))
            )
            {
                foreach (var key in what == LessonHandout.Signatures ? Key.Majors[..1] : Key.Majors)
                {
                    var pages = LessonHandouts.Of(what, key.Tonic, HouseStyle.Classical, reader, Paper.A4, (_, _) => new string('x', 106));
                    Assert.Equal(
                        what == LessonHandout.Signatures ? 0 : 1,
                        pages.Count(page => page.Groups.Any(group => group.Primitives.Any(primitive => primitive.Role == Role.QrCode)))
                    );
                    Assert.InRange(pages.Length, 1, what == LessonHandout.Key ? 3 : 2);
                    Assert.All(pages, page =>
                    {
                        Assert.Empty(Overlaps.Find(page));
                        // No staff is lower than a class can read and write on.
                        Assert.All(
                            page.Groups.SelectMany(group => group.Primitives)
                                .OfType<GlyphPrimitive>()
                                .Where(sign => sign.Role == Role.Clef),
                            sign => Assert.True(4 * sign.Space >= 1000 * PageSetup.SmallestStaff)
                        );
                        Assert.All(page.Groups.SelectMany(group => group.Primitives), primitive =>
                            Assert.InRange(primitive.InkBox.Right, 0, page.Width - 10_000)
                        );
                    });
                }
            }
        }
    }

    // Common practice, no source: on A flat major lie B flat Dorian, C Phrygian, D flat Lydian, E flat Mixolydian, F Aeolian, G Locrian.
    [Fact]
    public void In_a_key_live_its_modes_pentatonics_blues_and_chords()
    {
        var words = Words(LessonHandouts.Of(LessonHandout.Key, NoteText.Parse("Ab"), HouseStyle.Classical, Concert, Paper.A4));
        foreach (
            var scale in new[]
            {
                "A♭ major:",
                "B♭ Dorian:",
                "C Phrygian:",
                "D♭ Lydian:",
                "E♭ Mixolydian:",
                "F natural minor:",
                "G Locrian:",
                "A♭ major pentatonic:",
                "F minor pentatonic:",
                "F minor blues:",
                "A♭ minor blues:",
            }
        )
            Assert.Contains(scale.Replace("♭", "", StringComparison.Ordinal), words, StringComparison.Ordinal);
        foreach (var chord in new[] { "maj7", "m7", "7", "m7(" })
            Assert.Contains(chord, words, StringComparison.Ordinal);
    }

    [Fact]
    public void A_part_reads_its_written_key()
    {
        Assert.Contains(
            "C major and all that lives in it For trumpet",
            Words(LessonHandouts.Of(LessonHandout.Key, NoteText.Parse("Bb"), HouseStyle.Classical, For("trumpet"), Paper.A4)),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "Viola, first position",
            Words(LessonHandouts.Of(LessonHandout.Key, NoteText.Parse("D"), HouseStyle.Classical, For("viola"), Paper.A4)),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "A harmonic minor: ",
            Words(
                LessonHandouts.OfTopic(
                    "Minors",
                    [(ScaleTypes.HarmonicMinor, NoteText.Parse("G"))],
                    HouseStyle.Classical,
                    For("clarinet"),
                    Paper.A4
                )
            ),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void Twins_say_what_changes()
    {
        var words = Words(LessonHandouts.Of(LessonHandout.Twins, NoteText.Parse("Eb"), HouseStyle.Classical, Concert, Paper.A4));
        Assert.Contains("From E", words, StringComparison.Ordinal);
        Assert.Contains("flats become naturals, naturals become sharps", words, StringComparison.Ordinal);
        // C stands between two.
        Assert.Equal(
            2,
            Words(LessonHandouts.Of(LessonHandout.Twins, default, HouseStyle.Classical, Concert, Paper.A4)).Split("Each letter").Length - 1
        );
    }

    [Fact]
    public void Fifteen_signatures_stand_in_every_clef_once()
    {
        // Treble 8 below has the places of treble.
        var clefs = Clef.All.Where((clef, i) => !Clef.All.Take(i).Any(clef.ReadsAs)).Count();
        var page = Assert.Single(LessonHandouts.Of(LessonHandout.Signatures, default, HouseStyle.Classical, Concert, Paper.A4));
        var primitives = page.Groups.SelectMany(group => group.Primitives).ToArray();
        Assert.Equal(15 * clefs, primitives.OfType<GlyphPrimitive>().Count(glyph => glyph.Role == Role.Clef));
        // One to seven of each kind in each clef.
        Assert.Equal(
            clefs * 2 * 28,
            primitives.OfType<GlyphPrimitive>().Count(glyph => glyph.Role == Role.Accidental && glyph.Space > 1_000)
        );
    }
}
