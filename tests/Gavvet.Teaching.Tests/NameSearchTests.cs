namespace Gavvet.Teaching.Tests;

/// <summary>Names are found as people read them, and nothing else is.</summary>
public sealed class NameSearchTests
{
    private const string Composed = "Zoë Müller";
    private const string Decomposed = "Zoe\u0308 Mu\u0308ller";

    [Theory]
    [InlineData("Zoë", "Ask Zoë.", "Ask –.")]
    [InlineData(Composed, "ask ZOË MÜLLER", "ask –")]
    [InlineData(Composed, "ask " + Decomposed + "!", "ask –!")]
    [InlineData(Decomposed, "for " + Composed + "’s lesson", "for –’s lesson")]
    [InlineData(Composed, "Zoë\u00A0 \tMüller and Zoë\nMüller", "– and –")]
    [InlineData("O'Neill", "O’Neill, Oʼneill", "–, –")]
    [InlineData("Anne-Lie", "Anne\u2011Lie", "–")]
    [InlineData("Weiß", "WEISS weiß", "– –")]
    [InlineData("Işıl", "IŞIL İşil", "– –")]
    [InlineData("Νίκος", "ΝΊΚΟΣ", "–")]
    [InlineData("각희", "각희 왔다", "– 왔다")]
    [InlineData("王伟", "问王伟的谱号", "问–的谱号")]
    [InlineData("さくら", "さくらは高音部", "–は高音部")]
    [InlineData("Bo", "Bo, bob and Bo2", "–, bob and Bo2")]
    [InlineData("Ann", "Annual plan for Anne and annex", "Annual plan for Anne and annex")]
    [InlineData("Zoe", "Zoë is someone else", "Zoë is someone else")]
    [InlineData("Å", "\u212B and A\u030A", "– and –")]
    public void A_name_is_read_as_people_read_it(string name, string text, string expected) =>
        Assert.Equal(expected, new NameSearch([name]).Without(text));

    [Fact]
    public void The_longest_name_is_taken_first_and_each_in_its_place()
    {
        var search = new NameSearch(["Mira", "Mira Quince"]);
        Assert.Equal("–, – and Miranda", search.Without("Mira Quince, mira and Miranda"));
        Assert.False(search.IsIn(null));
        Assert.False(new NameSearch([" ", ""]).IsIn("anything"));
        Assert.True(NameSearch.AreAlike("MIRA  quince", " Mira Quince"));
    }

    [Fact]
    public void A_name_that_is_a_word_too_can_be_looked_for_in_its_capitals_alone()
    {
        var search = new NameSearch(["May"], _ => true);
        Assert.Equal("– may come in may, MAY too", search.Without("May may come in may, MAY too"));
    }

    [Theory]
    [InlineData("Mirabel Quince", "for Mirab", 4)]
    [InlineData("Mirabel Quince", "for Mi", null)]
    [InlineData("Mirabel Quince", "foamMirab", null)]
    [InlineData("Mirabel Quince", "for Mirabel Qu", 4)]
    public void The_beginning_of_a_name_is_found_where_a_text_was_cut(string name, string text, int? place) =>
        Assert.Equal(place, new NameSearch([name]).BeginningAtEnd(text));

    [Fact]
    public void The_first_look_never_misses_what_the_second_finds()
    {
        string[] names = ["Kiki", "Ïsis", "ſam", "Zoë", "Bo", "王伟", "İlk", "Ss", "Weiß", "Å"];
        foreach (var name in names)
        {
            foreach (
                var written in new[]
                {
                    name,
                    name.ToUpperInvariant(),
                    name.ToLowerInvariant(),
                    name.Replace("ß", "ss", StringComparison.Ordinal),
                    name.Replace("ë", "e\u0308", StringComparison.Ordinal),
                    name.Replace('k', '\u212A'),
                }
            )
                Assert.Equal(new NameSearch([name]).Places($"of {written} so").Count > 0, new NameSearch([name]).IsIn($"of {written} so"));
        }
    }

    [Theory]
    [InlineData("Dorian", true)]
    [InlineData("Viola", true)]
    [InlineData("B", true)]
    [InlineData("Al", true)]
    [InlineData("May", true)]
    [InlineData("Mira", false)]
    [InlineData("Mirabel", false)]
    [InlineData("Dorian Quince", false)]
    public void Words_of_the_trade_are_known(string name, bool isOne) => Assert.Equal(isOne, TradeWords.Has(name));

    [Theory]
    [InlineData("Mirabel Quince", "Mirabel, Tuesdays", true)]
    [InlineData("Mirabel Quince", "Strings", false)]
    [InlineData("Bo", "bo", true)]
    [InlineData("Bo", "Bo’s strings", false)]
    public void A_class_called_after_its_student_is_known(string student, string group, bool isIt) =>
        Assert.Equal(isIt, TradeWords.ShareAWord(student, group));
}
