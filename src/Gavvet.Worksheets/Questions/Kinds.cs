using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>
/// What kinds are made of. A kind in words is one call of <see cref="InWords"/>: its name in files, its group, the
/// scales it takes, and a function that says the prompt, the lines and how the answer is found. Its name, prompt and
/// instruction are messages of the resource file.
/// </summary>
internal static class Kinds
{
    public static bool AnyScale(ScaleType type) => true;

    public static bool MajorAlone(ScaleType type) => type.IsMajor;

    public static bool Keys(ScaleType type) => type.IsKey;

    /// <summary>Scales of seven letters that are the same both ways, whose degrees have names.</summary>
    public static bool OneWaySevens(ScaleType type) => type.IsSevenLetters && !type.IsTwoWay;

    /// <summary>A kind answered in words on lines.</summary>
    public static QuestionKind InWords(
        string id,
        QuestionGroup group,
        Func<ScaleType, bool> takes,
        Func<QuestionSetting, PosedQuestion> pose
    ) =>
        new()
        {
            Id = id,
            Group = group,
            Uses = KindUse.Tonic | KindUse.Words,
            Takes = takes,
            Pose = pose,
        };

    /// <summary>A question on lines; the answer is found when it is asked for.</summary>
    /// <param name="prompt">The words beside the number.</param>
    /// <param name="lines">The lines to write on, as long for every scale of the type.</param>
    /// <param name="find">The answer, derived by two routes.</param>
    public static PosedQuestion OnLines(string prompt, ImmutableArray<AnswerLine> lines, Func<Answer> find) =>
        new(new Question(prompt, [new AnswerLinesFigure(lines)]), find);

    /// <summary>One line for a name.</summary>
    public static ImmutableArray<AnswerLine> OneName(string after = "") => [new AnswerLine("", after, AnswerRoom.Name)];

    /// <summary>One line for several names.</summary>
    public static ImmutableArray<AnswerLine> Names { get; } = [new AnswerLine("", "", AnswerRoom.SevenNames)];

    /// <summary>The word for a mode, as it is printed after a line.</summary>
    public static string ModeWord(KeyMode mode) => Texts.Say(mode == KeyMode.Major ? "mode.major" : "mode.minor");

    /// <summary>The answer to a question on lines: each part on its line, after figures that nothing is written into.</summary>
    /// <param name="about">What the question is about.</param>
    /// <param name="working">How it is found.</param>
    /// <param name="lines">The lines.</param>
    /// <param name="figures">How many figures stand above the lines.</param>
    public static Answer Lines(
        QuestionSetting about,
        ImmutableArray<WorkingStep> working,
        ImmutableArray<AnsweredLine> lines,
        int figures = 0
    ) =>
        new(
            about.Style,
            [
                .. Enumerable.Repeat(ImmutableArray<Mark>.Empty, figures),
                [.. lines.Select((line, place) => new LineMark(place, about.Style.Say(line.Right)))],
            ],
            lines,
            working
        );

    /// <summary>An answer of one line, and what else is right.</summary>
    public static Answer Line(
        QuestionSetting about,
        ImmutableArray<WorkingStep> working,
        AnswerPart right,
        params ImmutableArray<AnswerPart> others
    ) => Lines(about, working, [new AnsweredLine(right, others)]);

    /// <summary>A reason in a message of its own.</summary>
    public static Explained Why(string message, params ReadOnlySpan<(string Name, object What)> about) => new(message, [.. about]);

    /// <summary>The scale found the way the house style names, going up, as notes by name.</summary>
    public static ImmutableArray<WorkingStep> Found(QuestionSetting about) =>
        ScaleWorking.Of(about.Scale, about.Tonic, about.Style, Direction.Ascending);

    /// <summary>The scale found the way the house style names, as the question has it written: in its direction, with a signature or
    /// without.</summary>
    public static ImmutableArray<WorkingStep> FoundAsWritten(QuestionSetting about) =>
        ScaleWorking.Of(about.Scale, about.Tonic, about.Style, about.Direction, about.Notation == Notation.Signature);

    /// <summary>The same setting on the tonic that needs the fewest accidentals, for questions that ask of a scale on no tonic in
    /// particular.</summary>
    public static QuestionSetting OnPlainTonic(QuestionSetting about) =>
        about with
        {
            Tonic = NoteName
                .All.Where(tonic => about.Style.CanSpell(about.Scale, tonic))
                .MinBy(tonic =>
                    (about.Style.Spell(about.Scale, tonic).Ascending.Max(note => Math.Abs((int)note.Accidental)), Math.Abs(tonic.Fifths))
                ),
        };

    /// <summary>The signature at the head of a staff, where the question is written with one.</summary>
    public static IEnumerable<Mark> SignatureOf(QuestionSetting about) =>
        ScaleFacts.HasSignature(about) ? [new SignatureMark(ScaleFacts.Printed(about))] : [];
}
