using System.Collections.Immutable;
using System.Xml;
using Gavvet.Theory;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Teaching;

/// <summary>A place in the room.</summary>
/// <param name="Row">The row, from 1 at the front.</param>
/// <param name="Number">The seat in it, from 1 at the left.</param>
public readonly record struct Seat(int Row, int Number);

/// <summary>A student as the teacher keeps them.</summary>
/// <param name="Id">What marks and papers name the student by; never the name.</param>
/// <param name="Name">The name the teacher uses: a first name or initials are enough.</param>
public sealed record Student(string Id, string Name)
{
    /// <summary>The part read, or null for concert pitch.</summary>
    public Instrument? Part { get; init; }

    /// <summary>The clef read, or null for the part's own.</summary>
    public Clef? Clef { get; init; }

    /// <summary>Whether papers are in large print.</summary>
    public bool IsLarge { get; init; }

    /// <summary>Where the student sits, or null.</summary>
    public Seat? Seat { get; init; }

    /// <summary>Whether the student is away today and gets no paper.</summary>
    public bool IsAway { get; init; }

    /// <summary>The day the student left the class, or null; kept until the year ends.</summary>
    public DateOnly? LeftOn { get; init; }
}

/// <summary>A group taught together.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Name">Its name.</param>
/// <param name="Students">The students in the order of the roster.</param>
public sealed record SchoolClass(string Id, string Name, ImmutableArray<Student> Students)
{
    /// <summary>Students in a class at most.</summary>
    public const int MostStudents = 200;

    /// <summary>Rows, and seats in a row, at most.</summary>
    public const int MostSeats = 40;

    /// <summary>Characters in the name of a class or a student at most.</summary>
    public const int NameLength = 60;

    /// <summary>Whether it is of an earlier year.</summary>
    public bool IsArchived { get; init; }

    /// <summary>Those who get a paper today.</summary>
    public ImmutableArray<Student> Present => [.. Current.Where(student => !student.IsAway)];

    /// <summary>Those who have not left.</summary>
    public ImmutableArray<Student> Current => [.. Students.Where(student => student.LeftOn is null)];

    /// <summary>What is wrong with a name, in words, or null.</summary>
    /// <param name="name">The name of a student or a class.</param>
    public static string? NameProblem(string name)
    {
        if (
            name.Trim().Length is 0 or > NameLength
            || name.Any(sign => char.IsControl(sign) || !(XmlConvert.IsXmlChar(sign) || char.IsSurrogate(sign)))
        )
            return Texts.Say("student.name", ("most", NameLength));
        return name.TrimStart() is ['=' or '+' or '-' or '@', ..] ? Texts.Say("student.formula", ("name", name.Trim())) : null;
    }
}
