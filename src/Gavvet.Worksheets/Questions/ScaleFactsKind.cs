using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Tell what the pattern of a scale is like: how many different ones there are, whether it is a palindrome, which steps repeat.</summary>
public sealed class ScaleFactsKind : WordsKind
{
    private const string Palindrome = "palindrome", Repeating = "repeating";

    /// <inheritdoc/>
    public override string Id => "scale-facts";

    /// <inheritdoc/>
    public override string Name => "The pattern of a scale";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.OtherScales;

    /// <inheritdoc/>
    public override bool UsesTonic => false;

    /// <inheritdoc/>
    public override ImmutableArray<KindOption> Options { get; } =
        [new("transpositions", "How many different ones"), new(Palindrome, "The same steps up and down"), new(Repeating, "The steps that repeat")];

    /// <inheritdoc/>
    public override bool Takes(ScaleType type) => true;

    /// <inheritdoc/>
    public override int Variants(ScaleType type)
    {
        ArgumentNullException.ThrowIfNull(type);
        return type.Transpositions() < 12 ? 1 : 0;
    }

    /// <inheritdoc/>
    public override int VariantsIn(Section section, ScaleType type)
    {
        ArgumentNullException.ThrowIfNull(section);
        ArgumentNullException.ThrowIfNull(type);
        return section.Option == Palindrome ? (type.Steps.SequenceEqual(type.Down.Steps) ? 1 : 0) : Variants(type);
    }

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style)
    {
        ArgumentNullException.ThrowIfNull(section);
        return section.Option switch
        {
            Palindrome => "Say whether the steps read the same going up and coming down: yes or no.",
            Repeating => "Write the group of steps that repeats through the scale.",
            _ => "Say how many different scales of the kind there are by sound, whatever the tonic.",
        };
    }

    private protected override string Prompt(QuestionSetting setting) => $"{char.ToUpperInvariant(setting.Scale.Name[0])}{setting.Scale.Name[1..]}";

    private protected override ImmutableArray<AnswerLine> Lines(QuestionSetting setting) =>
        [new AnswerLine("", "", setting.Option == Repeating ? AnswerRoom.Name : AnswerRoom.Number)];

    private protected override WordsAnswer Find(QuestionSetting setting)
    {
        var scale = ScaleFacts.Scale(setting);
        var walked = new StepsWalked(scale.Type, scale.Ascending, scale.MeasuredSteps(Direction.Ascending));
        return WordsAnswer.Of(setting.Option switch
        {
            Palindrome => IsPalindrome(setting, scale) ? "yes" : "no",
            Repeating => RepeatingSteps(setting, scale),
            _ => $"{Transpositions(setting, scale)}",
        }, walked);
    }

    // By how far it must move to meet itself, and by counting the sets of keys on all twelve.
    private static int Transpositions(QuestionSetting setting, Scale scale)
    {
        var sets = Enumerable.Range(0, 12).Select(key => string.Join(' ', scale.Type.Degrees.Select(degree => (((key + degree.Semitones) % 12) + 12) % 12).Order())).Distinct().Count();
        return TwoRoutes.Agree($"the different {scale.Type.Name} scales", setting.Scale.Transpositions(), sets);
    }

    // By its steps, and by its degrees mirrored in the octave.
    private static bool IsPalindrome(QuestionSetting setting, Scale scale)
    {
        var sounds = scale.Type.Degrees.Select(degree => degree.Semitones).ToHashSet();
        return TwoRoutes.Agree($"the pattern of {scale.Type.Name}", scale.Type.Steps.SequenceEqual(scale.Type.Steps.Reverse()), sounds.All(sound => sounds.Contains((12 - sound) % 12)));
    }

    // The shortest group of steps that makes the octave, and as many semitones as there are different transpositions.
    private static string RepeatingSteps(QuestionSetting setting, Scale scale)
    {
        var steps = ScaleFacts.Steps(scale, Direction.Ascending);
        var length = Enumerable.Range(1, steps.Length).First(size => Enumerable.Range(0, steps.Length).All(i => steps[i] == steps[i % size]) && steps.Length % size == 0);
        TwoRoutes.Agree($"the repeating steps of {scale.Type.Name}", steps.Take(length).Sum(), Transpositions(setting, scale));
        return string.Join(' ', ScaleFacts.StepSigns(setting.Style, scale, Direction.Ascending).Take(length));
    }
}
