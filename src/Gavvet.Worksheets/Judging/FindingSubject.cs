using System.Collections.Immutable;
using Gavvet.Theory;

namespace Gavvet.Worksheets.Judging;

/// <summary>Something expected or found.</summary>
public abstract record FindingSubject
{
    /// <summary>Nothing.</summary>
    public static FindingSubject None { get; } = new Notes([]);

    /// <summary>A single note.</summary>
    /// <param name="note">The note.</param>
    public static FindingSubject Of(NoteName note) => new Notes([note]);

    /// <summary>The thing in a house style, empty for nothing.</summary>
    /// <param name="style">The house style.</param>
    public abstract string Say(HouseStyle style);

    /// <summary>The thing in plain characters and English names, as files have it.</summary>
    public abstract string Ascii { get; }

    /// <summary>Notes.</summary>
    /// <param name="Names">In order.</param>
    public sealed record Notes(ImmutableArray<NoteName> Names) : FindingSubject
    {
        /// <inheritdoc/>
        public override string Ascii => string.Join(' ', Names.Select(NoteText.Ascii));

        /// <inheritdoc/>
        public override string Say(HouseStyle style) => style.Say(Names);

        /// <summary>Two lists of the same notes are the same thing.</summary>
        /// <param name="other">The other.</param>
        public bool Equals(Notes? other) => other is not null && Names.SequenceEqual(other.Names);

        /// <inheritdoc/>
        public override int GetHashCode() => Names.Length == 0 ? 0 : HashCode.Combine(Names.Length, Names[0]);
    }

    /// <summary>A scale.</summary>
    /// <param name="Type">The scale type.</param>
    /// <param name="Tonic">The tonic.</param>
    public sealed record ScaleOn(ScaleType Type, NoteName Tonic) : FindingSubject
    {
        /// <inheritdoc/>
        public override string Ascii => $"{NoteText.Ascii(Tonic)} {Type.Id}";

        /// <inheritdoc/>
        public override string Say(HouseStyle style) => style.Say(Type, Tonic);
    }

    /// <summary>Words as they were written, or as the key has them.</summary>
    /// <param name="Text">The words.</param>
    public sealed record Words(string Text) : FindingSubject
    {
        /// <inheritdoc/>
        public override string Ascii => PlainText.Of(Text);

        /// <inheritdoc/>
        public override string Say(HouseStyle style) => Text;
    }

    /// <summary>A signature.</summary>
    /// <param name="Signs">Its signs in order.</param>
    public sealed record Signature(ImmutableArray<NoteName> Signs) : FindingSubject
    {
        /// <inheritdoc/>
        public override string Ascii => Signs.Length == 0 ? "none" : string.Join(' ', Signs.Select(NoteText.Ascii));

        /// <inheritdoc/>
        public override string Say(HouseStyle style) => Signs.Length == 0 ? "no sharps or flats" : style.Say(Signs);

        /// <summary>Two signatures of the same signs are the same.</summary>
        /// <param name="other">The other.</param>
        public bool Equals(Signature? other) => other is not null && Signs.SequenceEqual(other.Signs);

        /// <inheritdoc/>
        public override int GetHashCode() => Signs.Length;
    }
}
