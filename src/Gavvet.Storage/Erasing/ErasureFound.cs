using System.Collections.Immutable;

namespace Gavvet.Storage;

/// <summary>A kind of place where a name stands, as a teacher thinks of them.</summary>
public enum PersonalPlace
{
    /// <summary>A student of a class, who goes with all that was marked.</summary>
    Student,

    /// <summary>A marking that goes with its student.</summary>
    Marking,

    /// <summary>A paper that loses its student's name; the paper stays.</summary>
    Paper,

    /// <summary>A class, or its name.</summary>
    Class,

    /// <summary>A remark on someone's answer, or a sentence said otherwise.</summary>
    Remark,

    /// <summary>What was typed as an answer, and what the judge said of it.</summary>
    Answer,

    /// <summary>A printing with the name on its pages, in its title or a question.</summary>
    Printing,

    /// <summary>A printing with the name on a slip or a marked page that was given back.</summary>
    GivenBack,

    /// <summary>A practice with the name in its title or a question.</summary>
    Practice,

    /// <summary>A sheet that has or had it in its words, restore points among them.</summary>
    Sheet,

    /// <summary>A section of the library.</summary>
    Section,

    /// <summary>A house style of the teacher's own.</summary>
    Style,

    /// <summary>A list of students who get large print.</summary>
    LargePrintList,

    /// <summary>The plan of a class.</summary>
    Plan,
}

/// <summary>Where names stand, or stood before they were erased.</summary>
/// <param name="Counts">How many places of each kind; kinds without any are left out.</param>
public sealed record ErasureFound(ImmutableSortedDictionary<PersonalPlace, int> Counts)
{
    /// <summary>How many places of a kind.</summary>
    /// <param name="place">The kind.</param>
    public int this[PersonalPlace place] => Counts.GetValueOrDefault(place);

    /// <summary>Whether they stand nowhere.</summary>
    public bool IsNowhere => Counts.IsEmpty;

    /// <summary>The students who go, by name, where a name was typed.</summary>
    public ImmutableArray<string> Students { get; init; } = [];

    /// <summary>Names that other students or classes bear too, so that only what is this one's own was taken.</summary>
    public ImmutableArray<string> Shared { get; init; } = [];

    /// <summary>Names that are words of music too, so that sheets and what the program wrote were left as they are.</summary>
    public ImmutableArray<string> AlsoWords { get; init; } = [];

    /// <summary>Counts as text, for a log and for tests.</summary>
    public override string ToString() => string.Join(", ", Counts.Select(count => $"{count.Key} {count.Value}"));
}
