namespace Gavvet.Teaching.Tests;

public class RosterTests
{
    private static string Refused(string text) => Assert.Throws<FormatException>(() => RosterText.Read(text, name => name)).Message;

    [Theory]
    [InlineData("Mira\nBo\n")]
    [InlineData("name\nMira\nBo")]
    [InlineData("\ufeffName;Part\r\nMira;\r\n\r\nBo;\r\n")]
    [InlineData("part\tname\n\tMira\n\t\"Bo\"\n")]
    public void A_list_is_read_with_and_without_a_head(string text) =>
        Assert.Equal(["Mira", "Bo"], RosterText.Read(text, name => name).Select(student => student.Name));

    [Fact]
    public void Part_clef_size_and_seat_are_read_and_written_back()
    {
        const string table = "name,part,clef,size,row,seat\r\nMira,trumpet,,large,1,2\r\nBo,,bass,,,\r\n";
        var students = RosterText.Read(table, name => name);
        Assert.Equal(
            (Instrument.Parse("trumpet"), null, true, new Seat(1, 2)),
            (students[0].Part, students[0].Clef, students[0].IsLarge, students[0].Seat!.Value)
        );
        Assert.Equal((null, Clef.Bass, false, null), (students[1].Part, students[1].Clef, students[1].IsLarge, students[1].Seat));
        Assert.Equal(table, RosterText.Write(students));
    }

    [Theory]
    [InlineData("", "empty")]
    [InlineData("name,part\n", "no student below")]
    [InlineData("name,colour\nMira,red", "Line 1: there is no column “colour”")]
    [InlineData("name,name\nMira,Bo", "Line 1: the column name stands twice")]
    [InlineData("name\nMira\nBo\nmira", "Line 4: mira stands on line 2 already")]
    [InlineData("name,row,seat\nMira,1,1\nBo,1,1", "Line 3: row 1, seat 1 is taken on line 2")]
    [InlineData("name,row,seat\nMira,1,", "Line 2: the seat is missing")]
    [InlineData("name,row,seat\nMira,0,1", "Line 2: “0” is no row")]
    [InlineData("name,size\nMira,huge", "Line 2: the size of print")]
    [InlineData("name,clef\nMira,purple", "Line 2: there is no clef called “purple”")]
    [InlineData("name,part\nMira,kazoo", "Line 2: ")]
    [InlineData("name\n=1+1", "Line 2: “=1+1” begins like a formula")]
    [InlineData("name\n@Mira", "begins like a formula")]
    [InlineData("name\nMira,viola", "Line 2: there are 2 cells")]
    [InlineData("name\n\"Mira", "quotes")]
    public void A_line_that_cannot_be_read_is_named(string text, string words) =>
        Assert.Contains(words, Refused(text), StringComparison.Ordinal);

    [Fact]
    public void A_class_has_so_many_students_and_no_more()
    {
        Assert.Equal(
            SchoolClass.MostStudents,
            RosterText.Read(string.Join('\n', Enumerable.Range(1, SchoolClass.MostStudents).Select(i => $"S{i}")), name => name).Length
        );
        Assert.Contains(
            "Line 201: a class has up to 200",
            Refused(string.Join('\n', Enumerable.Range(1, 2000).Select(i => $"S{i}"))),
            StringComparison.Ordinal
        );
    }

    [Theory]
    [InlineData(2)]
    [InlineData(3)]
    [InlineData(4)]
    [InlineData(5)]
    [InlineData(7)]
    public void Neighbors_never_hold_the_same_version(int versions)
    {
        Student[] room =
        [
            .. Enumerable.Range(0, 48).Select(i => new Student($"{i}", $"S{i}") { Seat = new Seat(1 + (i / 8), 1 + (i % 8)) }),
        ];
        var dealt = VersionsBySeat.Of(room, versions);
        Assert.All(dealt, version => Assert.InRange(version, 0, versions - 1));
        for (var i = 0; i < room.Length; i++)
        {
            for (var j = 0; j < i; j++)
            {
                var (down, across) = (
                    room[i].Seat!.Value.Row - room[j].Seat!.Value.Row,
                    Math.Abs(room[i].Seat!.Value.Number - room[j].Seat!.Value.Number)
                );
                if (down + across == 1 || (versions >= 4 && down == 1 && across == 1))
                    Assert.NotEqual(dealt[i], dealt[j]);
            }
        }

        // As even as can be.
        Assert.InRange(
            dealt.GroupBy(version => version).Max(group => group.Count()) - dealt.GroupBy(version => version).Min(group => group.Count()),
            0,
            4
        );
    }

    [Fact]
    public void Without_seats_versions_take_turns() =>
        Assert.Equal([0, 1, 2, 0, 1], VersionsBySeat.Of([.. "ABCDE".Select(letter => new Student($"{letter}", $"{letter}"))], 3));
}
