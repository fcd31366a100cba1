using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Add the missing accidentals to the letters of a scale.</summary>
public sealed class AddAccidentals : QuestionKind
{
    /// <inheritdoc/>
    public override string Id => "add-accidentals";

    /// <inheritdoc/>
    public override string Name => "Add the accidentals";

    /// <inheritdoc/>
    public override bool UsesClef => false;

    /// <inheritdoc/>
    public override bool UsesNotation => false;

    /// <inheritdoc/>
    public override bool UsesDirection => true;

    /// <inheritdoc/>
    public override ImmutableArray<Scaffolding> Scaffoldings { get; } =
        [Scaffolding.WorkedExample, Scaffolding.Formula, Scaffolding.Count, Scaffolding.Tonic, Scaffolding.Blank];

    /// <inheritdoc/>
    public override int PerRow => 1;

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) =>
        "Write a sharp or a flat after each letter that needs one to spell the scale.";

    /// <inheritdoc/>
    public override Question Ask(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var scale = MajorKeyFacts.Scale(setting.Key);
        var letters = scale.Notes(setting.Direction);
        var prompt = MajorKeyFacts.Prompt(setting);
        if (setting.Scaffolding == Scaffolding.Count)
            prompt += $" ({MajorKeyFacts.Signature(setting.Key)})";
        ImmutableArray<Mark> given = [.. letters.Select((name, column) => new LabelMark(column, setting.Style.Say(name.Letter))), .. GivenBesides(setting, scale)];
        return new Question(prompt, [new LetterLineFigure(letters.Length, setting.Scaffolding == Scaffolding.Formula, given)]);
    }

    /// <inheritdoc/>
    public override Answer Answer(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var scale = MajorKeyFacts.Scale(setting.Key);
        var names = scale.Notes(setting.Direction);
        var given = GivenBesides(setting, scale);
        return new Answer(
            [[.. Signs(names).Except(given)]],
            setting.Style.Say(names),
            [],
            [
                new LettersWritten([.. names.Select(name => name.Letter)]),
                new StepsWalked(scale.Type, names, MajorKeyFacts.Steps(scale, setting.Direction)),
                MajorKeyFacts.Counted(scale),
            ]);
    }

    private static IEnumerable<Mark> Signs(ImmutableArray<NoteName> names) => names
        .Select((name, column) => new SignMark(column, name.Accidental))
        .Where(sign => sign.Accidental != Accidental.Natural);

    private static ImmutableArray<Mark> GivenBesides(QuestionSetting setting, Scale scale) => setting.Scaffolding switch
    {
        Scaffolding.Formula => [.. MajorKeyFacts.Steps(scale, setting.Direction).Select((step, column) => new GapMark(column, setting.Style.Sign(step, 1)))],
        Scaffolding.Tonic => [.. Signs(scale.Notes(setting.Direction)).Where(mark => mark is SignMark { Column: 0 })],
        _ => [],
    };
}
