namespace Gavvet.Teaching.Tests;

/// <summary>Lists as schools have them (common practice, no source): each line gives a student, and what is left out is said.</summary>
public class RosterGuessTests
{
    private static string Said(RosterLine line) =>
        string.Join(
            " | ",
            new[]
            {
                line.Name,
                line.Part?.Id,
                line.Clef?.Id,
                line.IsLarge ? "large" : null,
                line.Row.Length + line.Seat.Length > 0 ? $"{line.Row}/{line.Seat}" : null,
                line.LeftOut.IsEmpty ? null : $"without {string.Join(", ", line.LeftOut)}",
            }.OfType<string>()
        );

    [Theory]
    [InlineData("Mira", "Mira")]
    [InlineData("1. Mira", "Mira")]
    [InlineData("12) Mira, viola", "Mira | viola")]
    [InlineData("3 Mira", "Mira")]
    [InlineData("- Mira", "Mira")]
    [InlineData("1,Mira,violin,,,", "Mira | violin")]
    [InlineData("Mira,,,,", "Mira")]
    [InlineData("Mira, piano", "Mira | keyboard")]
    [InlineData("Mira (viola)", "Mira | viola")]
    [InlineData("Mira [alto clef, large]", "Mira | alto | large")]
    [InlineData("Mira, viola, alto, large, 2, 3", "Mira | viola | alto | large | 2/3")]
    [InlineData("Mira, viola, large, row 2 seat 3", "Mira | viola | large | 2/3")]
    [InlineData("Mira, row 2, seat 3", "Mira | 2/3")]
    [InlineData("Mira, Violin II", "Mira | violin")]
    [InlineData("Mira, Bb Clarinet", "Mira | clarinet")]
    [InlineData("Mira, alto saxophone", "Mira | alto-sax")]
    [InlineData("Mira, mira@school.example", "Mira | without mira@school.example")]
    [InlineData("\"Mira\", \"violin\"", "Mira | violin")]
    [InlineData("Zoë Müllerin;Querflöte;;groß", "Zoë Müllerin | flute | without groß")]
    [InlineData("Mira\tviola", "Mira | viola")]
    [InlineData("Mira, kazoo", "Mira | without kazoo")]
    [InlineData("Alto Ames, viola", "Alto Ames | viola")]
    public void A_line_is_read(string line, string said) => Assert.Equal(said, Said(Assert.Single(RosterGuess.Read(line))));

    [Fact]
    public void Last_names_that_stand_first_are_turned_where_most_lines_have_two()
    {
        Assert.Equal(["Mira Abel", "Bo Ekman | violin", "Ida"], RosterGuess.Read("Abel, Mira\nEkman, Bo, violin\nIda").Select(Said));
        Assert.Equal(["Mira | without Ekman", "Bo", "Ida"], RosterGuess.Read("Mira, Ekman\nBo\nIda").Select(Said));
    }

    [Theory]
    [InlineData("Last name,First name,Email,Instrument\nAbel,Mira,m@school.example,viola", "Mira Abel | viola")]
    [InlineData("No;Student;Class;Row;Seat\n1;Mira;7b;2;3", "Mira | 2/3")]
    [InlineData("name,part,clef,size,row,seat\nMira,viola,alto,large,2,3", "Mira | viola | alto | large | 2/3")]
    [InlineData("Name\t\tE-mail\n\"Abel, Mira\"\t\tm@school.example", "Mira Abel")]
    [InlineData("Name,Shoe size\nMira,38", "Mira")]
    [InlineData("Vorname;Nachname\nZoë;Müllerin", "Zoë Müllerin")]
    public void A_table_with_a_head_is_read_by_it(string table, string said) =>
        Assert.Equal(said, Said(Assert.Single(RosterGuess.Read(table))));

    [Fact]
    public void What_cannot_be_written_in_is_said_at_its_line_and_the_others_stand()
    {
        var lines = RosterGuess.Read("Zoe\u0308\nZo\u00eb\n=1+1\nBo, row 1 seat 1\nIda, row 1 seat 1\nTom, row 2");
        Assert.Null(lines[0].Problem);
        Assert.Contains("line 1", lines[1].Problem, StringComparison.Ordinal);
        Assert.NotNull(lines[2].Problem);
        Assert.Null(lines[3].Problem);
        Assert.Contains("line 4", lines[4].Problem, StringComparison.Ordinal);
        Assert.NotNull(lines[5].Problem);
        Assert.All(lines.Where(line => line.Problem is null), line => Assert.Equal(line.Name, line.Student().Name));
    }

    // Whatever the strict reader takes, this one takes the same way.
    [Fact]
    public void A_roster_of_ours_is_read_as_it_was_written()
    {
        var students = Instrument
            .All.Select(
                (part, i) =>
                    new Student("", $"Student {(char)('A' + (i % 26))}{i / 26}")
                    {
                        Part = part,
                        Clef = i % 3 == 0 ? Clef.Alto : null,
                        IsLarge = i % 5 == 0,
                        Seat = new Seat(1 + (i / 10), 1 + (i % 10)),
                    }
            )
            .ToArray();
        Assert.Equal(students, RosterGuess.Read(RosterText.Write(students)).Select(line => line.Student()));
        Assert.Equal(students, RosterText.Read(RosterText.Write(students), _ => ""));
    }

    [Fact]
    public void No_list_of_lots_is_refused_but_for_its_length_or_emptiness()
    {
        var dice = new Dice(7);
        const string signs = "aZé,;\t\"()[]0123456789 .-@=\n\r";
        for (var i = 0; i < 3_000; i++)
        {
            var text = string.Concat(Enumerable.Range(0, dice.Next(60)).Select(_ => signs[dice.Next(signs.Length)]));
            // Without a letter or a number there is nothing to read.
            if (text.Any(char.IsLetterOrDigit))
                Assert.All(RosterGuess.Read(text), line => Assert.NotNull(line.Name));
            else
                Assert.Throws<FormatException>(() => RosterGuess.Read(text));
        }

        Assert.Throws<FormatException>(() => RosterGuess.Read(" \n,,\n"));
        Assert.Throws<FormatException>(() => RosterGuess.Read(string.Join('\n', Enumerable.Range(0, 201).Select(i => $"S{i}"))));
    }
}
