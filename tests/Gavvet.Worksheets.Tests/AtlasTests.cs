using Gavvet.Worksheets.Reference;

namespace Gavvet.Worksheets.Tests;

public class AtlasTests
{
    private static AtlasEntry Entry(string type, string tonic) =>
        new(ScaleTypes.Find(type)!, NoteText.Parse(tonic), HouseStyle.Classical, Clef.Treble);

    private static string Changes(string from, string fromOn, string to, string toOn) =>
        string.Join(
            "; ",
            ScaleChange
                .Between(Entry(from, fromOn), Entry(to, toOn))
                .Where(change => !change.Stays)
                .Select(change => $"{change.From} {change.Words}".Trim())
        );

    // Common practice, no source: what a teacher says of each pair.
    [Theory]
    [InlineData("natural-minor", "A", "harmonic-minor", "A", "G is raised by a semitone to G♯")]
    [InlineData(
        "major",
        "C",
        "natural-minor",
        "C",
        "E is lowered by a semitone to E♭; A is lowered by a semitone to A♭; B is lowered by a semitone to B♭"
    )]
    [InlineData("major", "C", "major", "G", "F is raised by a semitone to F♯")]
    [InlineData("major", "C", "major-pentatonic", "C", "F falls away; B falls away")]
    [InlineData("minor-pentatonic", "A", "minor-blues", "A", "E♭ comes in")]
    [InlineData("major", "C", "major", "C", "")]
    public void What_changes_from_a_scale_to_another_is_said_note_by_note(
        string from,
        string fromOn,
        string to,
        string toOn,
        string words
    ) => Assert.Equal(words, Changes(from, fromOn, to, toOn));

    [Fact]
    public void Every_scale_on_every_tonic_can_be_set_as_a_section_that_asks_just_it()
    {
        var sheet = Sample.Sheet() with { Sections = [] };
        foreach (var type in ScaleTypes.All)
        {
            foreach (
                var tonic in NoteName.All.Where(note => Math.Abs((int)note.Accidental) < 2 && HouseStyle.Classical.CanSpell(type, note))
            )
            {
                var outcome = SheetEditor.Apply(sheet, new AddKeptSection(ScaleSection.Of(type, tonic, Clef.Bass)));
                // A key of more than seven signs is not set; the atlas shows it all the same.
                if (outcome.Sheet is not { } set)
                {
                    Assert.True(
                        new Key(tonic, type.HasMinorThird ? KeyMode.Minor : KeyMode.Major).IsTheoretical,
                        $"{tonic} {type.Id}: {outcome.Words}"
                    );
                    continue;
                }

                Assert.Equal(
                    (type, tonic, Clef.Bass),
                    (set.Sections[0].Slots[0].Drawn.Scale, set.Sections[0].Slots[0].Drawn.Tonic, set.Sections[0].Slots[0].Drawn.Clef)
                );
            }
        }
    }

    [Fact]
    public void The_circle_holds_each_note_at_the_hour_of_its_major_key()
    {
        // C at twelve, one sharp more an hour: common practice, no source.
        var hours = Entry("major", "C").Circle.Given.OfType<Figures.HourMark>().ToDictionary(mark => mark.Text, mark => mark.Hour);
        Assert.Equal(
            new Dictionary<string, int>
            {
                ["C"] = 12,
                ["D"] = 2,
                ["E"] = 4,
                ["F"] = 11,
                ["G"] = 1,
                ["A"] = 3,
                ["B"] = 5,
            },
            hours
        );
    }

    [Fact]
    public void Instruments_read_what_sounds()
    {
        // B flat instruments read a whole step higher, the horn in F a fifth, E flat saxophones a major sixth: common practice, no source.
        var entry = Entry("major", "C");
        Assert.Equal(
            ["D", "G", "A"],
            new[] { "trumpet", "horn", "alto-saxophone" }.Select(part => $"{entry.For(Instrument.Parse(part))!.Tonic}")
        );
    }

    [Fact]
    public void Strings_are_named_as_the_house_style_names_notes()
    {
        string Caption(HouseStyle style) =>
            Fingering.Find("cello")!.Of(new AtlasEntry(ScaleTypes.Major, NoteText.Parse("G"), style, Clef.Treble))[0].Caption;
        Assert.Equal("G string four notes, D string four notes", Caption(HouseStyle.Classical));
        var french = HouseStyle.Classical with { NoteNames = NameSystem.French };
        Assert.Equal(
            $"{french.Say(NoteText.Parse("G"))} string four notes, {french.Say(NoteText.Parse("D"))} string four notes",
            Caption(french)
        );
        Assert.NotEqual(Caption(HouseStyle.Classical), Caption(french));
    }
}
