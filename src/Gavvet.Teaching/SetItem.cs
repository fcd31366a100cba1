using System.Collections.Immutable;
using Gavvet.Worksheets.Forms;

namespace Gavvet.Teaching;

/// <summary>What an item asks, in the words of files: enough to ask the like again.</summary>
/// <param name="Kind">The kind of question.</param>
/// <param name="Group">The group of kinds it is of.</param>
/// <param name="Type">The scale type.</param>
/// <param name="Tonic">The tonic as it was written.</param>
/// <param name="Clef">The clef, where a staff was printed.</param>
/// <param name="Direction">up, down or up-down, where the kind has one.</param>
public sealed record Asked(string Kind, string Group, string Type, string Tonic, string? Clef, string? Direction)
{
    /// <summary>signature or accidentals, where the kind has the choice.</summary>
    public string? WriteWith { get; init; }

    /// <summary>How it was answered: write, choice and so on.</summary>
    public string? AnswerAs { get; init; }

    /// <summary>The way of asking, or null.</summary>
    public string? Option { get; init; }

    /// <summary>How much was given.</summary>
    public string? Scaffold { get; init; }

    /// <summary>Over how many octaves; 0 where it is not known.</summary>
    public int Octaves { get; init; }

    /// <summary>Which of the kind's questions about the scale.</summary>
    public int Variant { get; init; }
}

/// <summary>An item as a class was given it, complete in itself.</summary>
/// <param name="Number">Its number on the paper.</param>
/// <param name="Section">Its section, from 1.</param>
/// <param name="SectionTitle">The section's heading.</param>
/// <param name="Version">The version, A to Z.</param>
/// <param name="Part">The part, or null.</param>
/// <param name="Prompt">The words beside the number.</param>
/// <param name="Answer">The answer as the key has it.</param>
/// <param name="AlsoRight">What else is right, as sentences.</param>
/// <param name="Working">How it is found, as sentences.</param>
/// <param name="Marks">What it can earn.</param>
/// <param name="Load">Its load.</param>
/// <param name="What">What it asks.</param>
/// <param name="Question">What the judge needs.</param>
public sealed record SetItem(
    int Number,
    int Section,
    string SectionTitle,
    string Version,
    string? Part,
    string Prompt,
    string Answer,
    ImmutableArray<string> AlsoRight,
    ImmutableArray<string> Working,
    int Marks,
    int Load,
    Asked What,
    AskedQuestion Question);
