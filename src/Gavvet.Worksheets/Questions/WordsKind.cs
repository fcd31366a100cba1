using System.Collections.Immutable;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>A question in words, answered on lines.</summary>
public abstract class WordsKind : QuestionKind
{
    /// <inheritdoc/>
    public override bool UsesClef => false;

    /// <inheritdoc/>
    public override bool AnswersInWords => true;

    /// <inheritdoc/>
    public override bool UsesNotation => false;

    /// <inheritdoc/>
    public override bool UsesDirection => false;

    /// <inheritdoc/>
    public override ImmutableArray<Scaffolding> Scaffoldings { get; } = [Scaffolding.WorkedExample, Scaffolding.Blank];

    /// <inheritdoc/>
    public override int PerRow => 1;

    /// <summary>The words beside the number.</summary>
    /// <param name="setting">What the question is about.</param>
    private protected abstract string Prompt(QuestionSetting setting);

    /// <summary>The lines to write on, as long for every scale of the type.</summary>
    /// <param name="setting">What the question is about.</param>
    private protected abstract ImmutableArray<AnswerLine> Lines(QuestionSetting setting);

    /// <summary>The answer, derived by two routes.</summary>
    /// <param name="setting">What the question is about.</param>
    private protected abstract WordsAnswer Find(QuestionSetting setting);

    /// <inheritdoc/>
    public override Question Ask(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        return new Question(Prompt(setting), [new AnswerLinesFigure(Lines(setting))]);
    }

    /// <inheritdoc/>
    public override Answer Answer(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var found = Find(setting);
        return new Answer([[.. found.Lines.Select((text, line) => new LineMark(line, text))]], string.Join("; ", found.Lines), found.Accepted, found.Working) { Remarks = found.Remarks };
    }

    /// <summary>One line for a name.</summary>
    /// <param name="before">The words before it.</param>
    /// <param name="after">The words after it.</param>
    private protected static ImmutableArray<AnswerLine> OneName(string before = "", string after = "") => [new AnswerLine(before, after, AnswerRoom.Name)];

    /// <summary>One line for several names.</summary>
    /// <param name="before">The words before it.</param>
    private protected static ImmutableArray<AnswerLine> Names(string before = "") => [new AnswerLine(before, "", AnswerRoom.SevenNames)];
}

/// <summary>An answer in words.</summary>
/// <param name="Lines">What is written on each line.</param>
/// <param name="Accepted">Other answers that are right.</param>
/// <param name="Working">How it is found.</param>
internal sealed record WordsAnswer(ImmutableArray<string> Lines, ImmutableArray<string> Accepted, ImmutableArray<WorkingStep> Working)
{
    /// <summary>What else earns full marks, as sentences.</summary>
    public ImmutableArray<string> Remarks { get; init; } = [];

    /// <summary>An answer of one line.</summary>
    public static WordsAnswer Of(string line, params WorkingStep[] working) => new([line], [], [.. working]);

    /// <summary>The same answer with another that is right too.</summary>
    public WordsAnswer OrElse(IEnumerable<string> others) => this with { Accepted = [.. others] };
}
