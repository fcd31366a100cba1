using Gavvet.Theory;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Questions;

/// <summary>
/// How heavy a question is, as a whole number: what the task itself weighs, and then each thing that makes it harder. It
/// never falls when accidentals, double accidentals, alterations, octaves or directions are added, the clef is less
/// familiar, or less is given. A measure of our own, no source.
/// </summary>
public static class QuestionLoad
{
    /// <summary>The load of a question.</summary>
    /// <param name="kind">The kind.</param>
    /// <param name="setting">What it is about.</param>
    public static int Of(QuestionKind kind, QuestionSetting setting)
    {
        var asked = kind.UsesDirection ? setting : setting with { Direction = Direction.Ascending };
        var load = kind.Weight + Given(setting) + Form(setting);
        if (kind.UsesTonic)
            load += Accidentals(kind.Writes(asked)) + Alterations(asked);
        if (kind.UsesClefAs(setting.Option))
            load += setting.Clef.Unfamiliarity;
        if (kind.UsesDirection)
            load += setting.Direction switch
            {
                Direction.Ascending => 0,
                Direction.Descending => 1,
                _ => 3,
            };
        if (kind.UsesOctaves)
            load += 3 * (setting.Octaves - 1);
        return load;
    }

    // The different altered notes of what is written, in the direction asked; a double accidental weighs three.
    private static int Accidentals(QuestionSetting setting)
    {
        var degrees = InDirection(setting.Style.LineOf(setting.Scale, setting.Tonic), setting.Direction);
        return degrees
            .Select(degree => setting.Tonic.Fifths + degree.Fifths)
            .Where(NoteName.HasFifths)
            .Sum(fifths =>
                (int)NoteName.FromFifths(fifths).Accidental switch
                {
                    0 => 0,
                    1 or -1 => 1,
                    _ => 3,
                }
            );
    }

    private static IEnumerable<Degree> InDirection(ScaleType line, Direction direction) =>
        direction switch
        {
            Direction.Ascending => line.Up.Degrees,
            Direction.Descending => line.Down.Degrees,
            _ => line.Up.Degrees.Union(line.Down.Degrees),
        };

    // Degrees in the direction asked that neither major nor the natural minor has, raised or lowered on purpose. Each
    // weighs two, since it may take away an accidental and is no easier for that.
    private static int Alterations(QuestionSetting setting)
    {
        var plain = (setting.Scale.HasMinorThird ? ScaleTypes.NaturalMinor : ScaleTypes.Major).Degrees;
        return 2 * InDirection(setting.Scale, setting.Direction).Count(degree => !plain.Contains(degree));
    }

    // From a worked example to a blank page.
    private static int Given(QuestionSetting setting) => (int)setting.Scaffolding;

    private static int Form(QuestionSetting setting) =>
        setting.AnswerAs switch
        {
            AnswerForm.TrueFalse => 0,
            AnswerForm.Choice or AnswerForm.Matching => 1,
            _ => 3,
        };
}
