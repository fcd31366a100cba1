using Gavvet.Theory;
using Gavvet.Worksheets.Drawing;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Composing;

/// <summary>Which of a sheet's printings a page belongs to.</summary>
/// <param name="Version">A to Z, or null where there is one version only.</param>
/// <param name="Part">The part it is for, or null at concert pitch.</param>
public sealed record Edition(char? Version, Instrument? Part)
{
    /// <summary>The one version at concert pitch.</summary>
    public static Edition Only { get; } = new(null, null);

    /// <summary>The student it is printed for alone, or null.</summary>
    public string? Student { get; init; }

    /// <summary>The clef its staves are read in, or null for the part's, or else those of the sections.</summary>
    public Clef? Clef { get; init; }

    /// <summary>Whether it is in large print.</summary>
    public bool IsLarge { get; init; }

    /// <summary>Whether every part writes in the same written keys, instead of sounding together.</summary>
    public bool SameWrittenKeys { get; init; }

    /// <summary>The class it is printed for, or null.</summary>
    public string? Class { get; init; }

    /// <summary>Whether its half sheets are each a paper of their own, and not the same one twice on a page.</summary>
    public bool IsSingle { get; init; }

    /// <summary>What all versions ask between them, which no worked example may; null where the sheet is composed alone.</summary>
    public IReadOnlySet<QuestionIdentity>? Asked { get; init; }

    /// <summary>The edition in words, "Version B · Alto saxophone"; empty for the only one.</summary>
    public override string ToString() =>
        string.Join(
            " · ",
            new[]
            {
                Student,
                Version is { } letter ? Texts.Say("paper.version", ("letter", letter)) : null,
                Part?.Name,
                Clef is null ? null : Texts.Say("paper.clef", ("clef", Clef.Name)),
                IsLarge && Student is null ? Texts.Say("paper.large") : null,
            }.OfType<string>()
        );
}
