using System.Collections.Immutable;

namespace Gavvet.Tests.Common;

/// <summary>A kind of question whose two derivations disagree on one key, or which fails there in another way.</summary>
internal sealed class DisagreesOn(Key key, Exception? otherwise = null) : QuestionKind
{
    private readonly WriteScale _real = new();

    public override string Id => _real.Id;

    public override string Name => _real.Name;

    public override bool UsesClef => true;

    public override bool UsesNotation => true;

    public override bool UsesDirection => true;

    public override ImmutableArray<Scaffolding> Scaffoldings => _real.Scaffoldings;

    public override QuestionGroup Group => _real.Group;

    public override bool Takes(ScaleType type) => _real.Takes(type);

    public override int PerRow => 1;

    public override string Instruction(Section section, HouseStyle style) => _real.Instruction(section, style);

    public override Question Ask(QuestionSetting setting) => _real.Ask(setting);

    public override Answer Answer(QuestionSetting setting) =>
        setting.Key == key ? throw otherwise ?? new RoutesDisagreeException($"{key}", "one", "other") : _real.Answer(setting);
}
