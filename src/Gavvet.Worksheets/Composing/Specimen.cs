using Gavvet.Theory;
using Gavvet.Worksheets.Drawing;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Composing;

/// <summary>One question of a kind with its answer, to show what the kind is.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="Question">The question.</param>
/// <param name="Answer">Its answer.</param>
/// <param name="Instruction">What the student is told to do.</param>
public sealed record Specimen(QuestionKind Kind, Question Question, Answer Answer, string Instruction)
{
    // Keys with a little to do in them, easy ones first.
    private static readonly int[] Places = [1, -1, 2, -2, 3, -3, 4, -4, 5, -5, 6, -6, 7, -7, 0];

    /// <summary>A specimen of a kind, the same each time.</summary>
    /// <param name="kind">The kind.</param>
    /// <param name="style">The house style.</param>
    /// <param name="help">How much is given.</param>
    public static Specimen Of(QuestionKind kind, HouseStyle style, Scaffolding help = Scaffolding.Blank)
    {
        return Of(kind, ScaleTypes.All.First(candidate => kind.Takes(candidate) && kind.Variants(candidate) > 0), style, help);
    }

    /// <summary>A specimen of a kind about a scale type.</summary>
    /// <param name="kind">The kind.</param>
    /// <param name="type">A scale type it takes.</param>
    /// <param name="style">The house style.</param>
    /// <param name="help">How much is given.</param>
    public static Specimen Of(QuestionKind kind, ScaleType type, HouseStyle style, Scaffolding help = Scaffolding.Blank)
    {
        var draw = Places
            .Select(place => Key.Majors.Single(key => key.Fifths == place))
            .SelectMany(
                _ => Enumerable.Range(0, kind.Variants(type)),
                (key, variant) => new Draw(type, Scope.TonicAt(type, key), Clef.Treble, variant)
            )
            .First(draw => style.CanSpell(type, draw.Tonic) && kind.CanAsk(draw, style));
        // A signature can be given only where one is written.
        var notation = help == Scaffolding.Signature ? Notation.Signature : Notation.Accidentals;
        var section = new Section(1, kind.Id, "", [type], Key.Majors, [Clef.Treble], notation, Direction.Ascending, help, []);
        var setting = QuestionSetting.Of(section, draw, style);
        var posed = kind.Pose(setting);
        return new Specimen(kind, posed.Question, posed.Answer, kind.Instruction(section, style));
    }
}
