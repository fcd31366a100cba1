using System.Collections.Immutable;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Questions;

/// <summary>A question about a signature on a short staff.</summary>
public abstract class SignatureKind : QuestionKind
{
    /// <inheritdoc/>
    public override bool UsesClef => true;

    /// <inheritdoc/>
    public override bool UsesNotation => false;

    /// <inheritdoc/>
    public override bool UsesDirection => false;

    /// <inheritdoc/>
    public override ImmutableArray<Scaffolding> Scaffoldings { get; } = [Scaffolding.WorkedExample, Scaffolding.Blank];

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Signatures;

    /// <inheritdoc/>
    public override int PerRow => 2;
}
