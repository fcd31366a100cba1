using System.Collections.Immutable;

namespace Gavvet.Theory;

/// <summary>A key signature: up to seven sharps or flats in their fixed order.</summary>
public readonly record struct KeySignature
{
    /// <summary>The most sharps or flats a signature has: seven.</summary>
    public const int Most = 7;

    /// <summary>Sharps are added in this order, flats in the reverse (common practice, no source).</summary>
    public static ImmutableArray<Letter> OrderOfSharps { get; } = [Letter.F, Letter.C, Letter.G, Letter.D, Letter.A, Letter.E, Letter.B];

    /// <summary>Flats are added in this order.</summary>
    public static ImmutableArray<Letter> OrderOfFlats { get; } = [.. OrderOfSharps.Reverse()];

    /// <summary>The signature with so many sharps (positive) or flats (negative).</summary>
    /// <param name="fifths">−7 to 7.</param>
    /// <exception cref="UnwritableNoteException">More than seven.</exception>
    public KeySignature(int fifths)
    {
        if (fifths is < -Most or > Most)
            throw new UnwritableNoteException(TheoryTexts.Say("signature.most"));
        Fifths = fifths;
    }

    /// <summary>Sharps (positive) or flats (negative).</summary>
    public int Fifths { get; }

    /// <summary>How many accidentals, 0 to 7.</summary>
    public int Count => Math.Abs(Fifths);

    /// <summary>Sharp, flat, or natural for the empty signature.</summary>
    public Accidental Kind => (Accidental)Math.Sign(Fifths);

    /// <summary>The altered notes in the order they are written.</summary>
    public ImmutableArray<NoteName> Notes
    {
        get
        {
            var kind = Kind;
            var order = kind == Accidental.Flat ? OrderOfFlats : OrderOfSharps;
            return [.. order.Take(Count).Select(letter => new NoteName(letter, kind))];
        }
    }

    /// <summary>What the signature does to a letter.</summary>
    /// <param name="letter">The letter.</param>
    public Accidental On(Letter letter)
    {
        var place = (Kind == Accidental.Flat ? OrderOfFlats : OrderOfSharps).IndexOf(letter);
        return place < Count ? Kind : Accidental.Natural;
    }

    /// <summary>The signature in a word or two: "three flats", "no sharps or flats".</summary>
    public override string ToString() => CountText.Signs(Count, Kind);
}
