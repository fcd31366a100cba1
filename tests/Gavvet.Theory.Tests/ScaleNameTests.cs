namespace Gavvet.Theory.Tests;

/// <summary>What teachers type for a scale, and the teacher's own scales.</summary>
public class ScaleNameTests
{
    [Fact]
    public void Every_id_name_and_synonym_finds_its_row_in_any_case()
    {
        foreach (var type in ScaleTypes.All)
        {
            foreach (var name in type.Names.Concat(type.DatedNames).Append(type.Id))
            {
                Assert.Contains(type, ScaleNames.Find(name));
                Assert.Contains(type, ScaleNames.Find(name.ToUpperInvariant()));
                Assert.Contains(type, ScaleNames.Find($" {ScaleType.Signed(name)} "));
            }

            Assert.Same(type, ScaleNames.Parse(type.Id));
        }
    }

    [Theory]
    [InlineData("Aeolian", "natural-minor")]
    [InlineData("hijaz", "phrygian-dominant")]
    [InlineData("Hirajōshi", "hirajoshi")]
    [InlineData("Lydian ♭7", "lydian-flat-7")]
    [InlineData("melodic minor", "melodic-minor")]
    [InlineData("blues", "minor-blues")]
    public void Names_parse(string name, string id) => Assert.Equal(id, ScaleNames.Parse(name).Id);

    [Theory]
    [InlineData("Phrygian major", 2)]
    [InlineData("arabic", 2)]
    [InlineData("gypsy", 3)]
    [InlineData("octatonic", 2)]
    [InlineData("minor", 3)]
    [InlineData("pentatonic", 2)]
    public void A_name_that_fits_several_lists_them_and_never_guesses(string name, int candidates)
    {
        Assert.Equal(candidates, ScaleNames.Find(name).Length);
        var problem = Assert.Throws<FormatException>(() => ScaleNames.Parse(name));
        Assert.Contains("may mean", problem.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void An_unknown_name_is_answered_with_the_nearest() =>
        Assert.Contains(
            "Did you mean dorian?",
            Assert.Throws<FormatException>(() => ScaleNames.Parse("dorain")).Message,
            StringComparison.Ordinal
        );

    [Fact]
    public void Beginnings_of_words_find_scales()
    {
        Assert.Equal("mixolydian", ScaleNames.Starting("mix")[0].Id);
        Assert.Contains(ScaleTypes.HarmonicMinor, ScaleNames.Starting("har min"));
        Assert.Empty(ScaleNames.Starting(" "));
        Assert.Empty(ScaleNames.Starting("zz"));
    }

    [Fact]
    public void Steps_and_degrees_make_the_same_scale_of_ones_own()
    {
        var bySteps = OwnScale.OfSteps("Market day", "2 1 3 1 2 1 2");
        var byDegrees = OwnScale.OfDegrees("Market day", "1 2 b3 #4 5 6 b7");
        Assert.Equal(byDegrees.Degrees, bySteps.Degrees);
        foreach (var tonic in new[] { "C", "Eb", "F#" }.Select(NoteText.Parse))
            Assert.Equal(ScaleSpelling.Spell(byDegrees, tonic).Ascending, ScaleSpelling.Spell(bySteps, tonic).Ascending);
        var twoWay = OwnScale.OfDegrees("There and back", "1 2 3 5 6", "1 2 b3 5 b7");
        Assert.Equal("C Bb G Eb D C", string.Join(' ', ScaleSpelling.Spell(twoWay, default).Descending.Select(NoteText.Ascii)));
    }

    [Theory]
    [InlineData("1 2 b3 #4 5", "1-2-b3-#4-5")]
    [InlineData("1-b2-3-4-5-b6-7", "1-b2-3-4-5-b6-7")]
    [InlineData("2 1 3 1 2 2 1", "1-2-b3-#4-5-6-7")]
    public void A_formula_is_a_scale_without_a_name(string formula, string id)
    {
        var type = ScaleNames.Parse(formula);
        Assert.Equal(id, type.Id);
        Assert.Equal(ScaleFamily.Own, type.Family);
        Assert.Equal(8 - (type.Degrees.Length == 5 ? 2 : 0), ScaleSpelling.Spell(type, NoteText.Parse("D")).Ascending.Length);
    }

    [Theory]
    [InlineData("2 3 5", "begins with degree 1")]
    [InlineData("1 3 2", "does not lie above")]
    [InlineData("1 2", "from 3 to 12 degrees")]
    [InlineData("1 2 3 4 5 6 8", "not a scale degree")]
    [InlineData("1 2 3 #7", "sounds the octave")]
    [InlineData("1 2 3", "From 3 to the octave there are 8 semitones")]
    [InlineData("1 b2 2 #2 3", "comes 3 times")]
    public void Degrees_that_are_no_scale_are_refused_with_what_would_be(string degrees, string words) =>
        Assert.Contains(words, Assert.Throws<FormatException>(() => OwnScale.OfDegrees("Mine", degrees)).Message, StringComparison.Ordinal);

    [Theory]
    [InlineData("2 2 1 2 2 2", "enter the degrees")]
    [InlineData("2 2 1 2 2 2 2", "add up to 13")]
    [InlineData("2 2 1 2 2 x 1", "not a step")]
    [InlineData("4 4 1 1 1 0 1", "not a step")]
    [InlineData("4 3 1 1 1 1 1", "triple")]
    public void Steps_that_are_no_scale_are_refused_with_what_would_be(string steps, string words) =>
        Assert.Contains(words, Assert.Throws<FormatException>(() => OwnScale.OfSteps("Mine", steps)).Message, StringComparison.Ordinal);

    [Theory]
    [InlineData("")]
    [InlineData("Dorian")]
    public void A_scale_of_ones_own_needs_a_free_name(string name) =>
        Assert.Throws<FormatException>(() => OwnScale.OfDegrees(name, "1 2 3 5 6"));
}

/// <summary>One box for names, tonics, formulas and notes.</summary>
public class ScaleSearchTests
{
    [Theory]
    [InlineData("ab mix", "Ab mixolydian")]
    [InlineData("b dorian", "B dorian")]
    [InlineData("e flat dorian", "Eb dorian")]
    [InlineData("hijaz", "- phrygian-dominant")]
    [InlineData("1 b2 3 4 5 b6 7", "- double-harmonic-major")]
    [InlineData("2 1 3 1 2 1 2", "- dorian-sharp-4")]
    [InlineData("1 2 b3 4 5 b6 b7", "- natural-minor")]
    [InlineData("C D E F# G# Bb", "C whole-tone")]
    [InlineData("c e g b", "C dominant-pentatonic", false)]
    [InlineData("C Eb F Gb G Bb", "C minor-blues")]
    public void The_best_match_comes_first(string text, string match, bool first = true)
    {
        var found = ScaleSearch.Find(text, HouseStyle.Classical).Select(Say).ToArray();
        Assert.NotEmpty(found);
        Assert.Equal(first, found[0] == match);
    }

    [Fact]
    public void An_ambiguous_name_lists_its_candidates() =>
        Assert.Equal(
            3,
            ScaleSearch
                .Find("gypsy", HouseStyle.Classical)
                .Count(match =>
                    match.Type.SharedNames.Concat(match.Type.DatedNames).Any(name => name.Contains("gypsy", StringComparison.Ordinal))
                )
        );

    [Fact]
    public void Notes_find_all_scales_that_hold_them()
    {
        var found = ScaleSearch.Find("F# C# G# D#", HouseStyle.Classical);
        Assert.Contains(found, match => Say(match) == "E major");
        Assert.Contains(found, match => Say(match) == "C# natural-minor");
        Assert.All(found, match =>
            Assert.Empty(
                "F# C# G# D#".Split(' ').Select(NoteText.Parse).Except(HouseStyle.Classical.Spell(match.Type, match.Tonic!.Value).Ascending)
            )
        );
    }

    [Fact]
    public void A_formula_is_found_on_another_degree_too() =>
        Assert.Contains(ScaleSearch.Find("2 2 1 2 2 2 1", HouseStyle.Classical), match =>
            match.Type.Id == "dorian" && match.Why == "the formula begins on its degree ♭7"
        );

    [Fact]
    public void Notes_are_read_in_the_names_of_the_house_style() =>
        Assert.Equal("Bb dorian", Say(ScaleSearch.Find("b dorian", HouseStyle.Classical with { NoteNames = NameSystem.German })[0]));

    [Theory]
    [InlineData("")]
    [InlineData("zzz")]
    [InlineData("9 9 9")]
    public void What_fits_nothing_finds_nothing(string text) => Assert.Empty(ScaleSearch.Find(text, HouseStyle.Classical));

    private static string Say(ScaleMatch match) => $"{(match.Tonic is { } tonic ? NoteText.Ascii(tonic) : "-")} {match.Type.Id}";
}
