using System.Collections.Immutable;

namespace Gavvet.Theory;

/// <summary>A type of scale, on no tonic in particular.</summary>
/// <param name="Id">The name in files.</param>
/// <param name="Family">The family it is taught in.</param>
/// <param name="Up">The line going up.</param>
/// <param name="Down">The line coming down, also listed from the tonic up; the same as <paramref name="Up"/> unless the scale
/// changes.</param>
/// <param name="Names">The usual name first, then others, with signs in plain characters: "Dorian b2".</param>
public sealed record ScaleType(string Id, ScaleFamily Family, ScaleForm Up, ScaleForm Down, ImmutableArray<string> Names)
{
    /// <summary>Names after peoples and the like, out of use in teaching: they can be searched for and stay off paper.</summary>
    public ImmutableArray<string> DatedNames { get; init; } = [];

    /// <summary>Names that may mean this scale or another; a search lists all it may mean.</summary>
    public ImmutableArray<string> SharedNames { get; init; } = [];

    /// <summary>The scale this one is a rotation of, by its name in files, or null.</summary>
    public string? ParentId { get; init; }

    /// <summary>On which note of the parent it begins, 2 to the parent's number of notes; 0 without a parent.</summary>
    public int ParentPosition { get; init; }

    /// <summary>The scale teachers change, thin out or add to when they derive this one on the board, or null.</summary>
    public string? BaseId { get; init; }

    /// <summary>The degree that tells this scale from its nearest relation, or null.</summary>
    public Degree? Characteristic { get; init; }

    /// <summary>Whether teachers do not agree on the name, so that a question prints the formula with it.</summary>
    public bool NeedsFormula { get; init; }

    /// <summary>The degrees going up.</summary>
    public ImmutableArray<Degree> Degrees => Up.Degrees;

    /// <summary>The steps going up, in semitones.</summary>
    public ImmutableArray<int> Steps => Up.Steps;

    /// <summary>The usual name, in proper signs.</summary>
    public string Name => TheoryTexts.Term("scale", Signed(Names[0]));

    /// <summary>The other names, in proper signs; dated ones are not among them.</summary>
    public ImmutableArray<string> OtherNames => [.. Names.Skip(1).Select(name => TheoryTexts.Term("scale", Signed(name)))];

    /// <summary>The scale it is a rotation of, or null.</summary>
    public ScaleType? Parent => ParentId is null ? null : ScaleTypes.Get(ParentId);

    /// <summary>The scale it is derived from on the board, or null.</summary>
    public ScaleType? Base => BaseId is null ? null : ScaleTypes.Get(BaseId);

    /// <summary>Whether it is the major scale, in whichever school's line.</summary>
    public bool IsMajor => Id == "major";

    /// <summary>Whether it is a key's own scale: major or the natural minor.</summary>
    public bool IsKey => IsMajor || Id == "natural-minor";

    /// <summary>Whether it is the chromatic scale, in whichever school's line.</summary>
    public bool IsChromatic => Id == "chromatic";

    /// <summary>Whether it is the altered scale, in whichever school's line.</summary>
    public bool IsAltered => Id == "altered";

    /// <summary>Whether it comes down otherwise than it goes up.</summary>
    public bool IsTwoWay => !ReferenceEquals(Up, Down);

    /// <summary>Whether each of the seven letters is there once, in both directions.</summary>
    public bool IsSevenLetters => Up.IsSevenLetters && Down.IsSevenLetters;

    /// <summary>Whether the third lies lower than the major scale's.</summary>
    public bool HasMinorThird => Degrees.Any(degree => degree is { Number: 3, Alteration: < 0 }) && !Degrees.Contains(new Degree(3));

    /// <summary>Whether it is a mode: a rotation of a seven-note scale, taught under a name of its own. The natural minor is taught as a
    /// minor form.</summary>
    public bool IsMode => ParentId is not null && IsSevenLetters && Family != ScaleFamily.MajorAndMinor;

    /// <summary>The line in one direction.</summary>
    /// <param name="descending">Whether the line coming down is meant.</param>
    public ScaleForm Form(bool descending) => descending ? Down : Up;

    /// <summary>A name with its signs set properly: "Dorian b2" becomes "Dorian ♭2".</summary>
    /// <param name="name">The name in plain characters.</param>
    public static string Signed(string name)
    {
        return string.Join(
            ' ',
            name.Split(' ')
                .Select(word => word.Length > 1 && char.IsAsciiDigit(word[^1]) && word[0] is 'b' or '#' ? $"{Degree.Parse(word)}" : word)
        );
    }

    /// <inheritdoc/>
    public bool Equals(ScaleType? other) => ReferenceEquals(this, other);

    /// <inheritdoc/>
    public override int GetHashCode() => Id.GetHashCode(StringComparison.Ordinal);

    /// <summary>The usual name.</summary>
    public override string ToString() => Name;
}
