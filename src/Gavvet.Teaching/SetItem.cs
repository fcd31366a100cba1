using System.Collections.Immutable;
using Gavvet.Worksheets.Forms;

namespace Gavvet.Teaching;

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
    AskedQuestion Question
);
