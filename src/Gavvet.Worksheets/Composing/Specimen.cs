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
    public static Specimen Of(QuestionKind kind, HouseStyle style)
    {
        ArgumentNullException.ThrowIfNull(kind);
        ArgumentNullException.ThrowIfNull(style);
        var type = ScaleTypes.All.First(candidate => kind.Takes(candidate) && kind.Variants(candidate) > 0);
        var draw = Places
            .Select(place => Key.Majors.Single(key => key.Fifths == place))
            .SelectMany(_ => Enumerable.Range(0, kind.Variants(type)), (key, variant) => new Draw(type, Scope.TonicAt(type, key), Clef.Treble, variant))
            .First(draw => style.CanSpell(type, draw.Tonic) && kind.CanAsk(draw));
        var section = new Section(1, kind.Id, "", [type], Key.Majors, [Clef.Treble], Notation.Accidentals, Direction.Ascending, Scaffolding.Blank, []);
        var setting = QuestionSetting.Of(section, draw, style);
        return new Specimen(kind, kind.Ask(setting), kind.Answer(setting), kind.Instruction(section, style));
    }
}
