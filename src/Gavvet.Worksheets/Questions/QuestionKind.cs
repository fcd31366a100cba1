using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Questions;

/// <summary>
/// A kind of question, as a value: what it uses, which scales it takes, and one function from a setting to the question
/// and its answer. Its name and instructions are messages under its own name.
/// </summary>
public sealed record QuestionKind
{
    /// <summary>The name in files.</summary>
    public required string Id { get; init; }

    /// <summary>The group it is offered in, in the order of the subject.</summary>
    public required QuestionGroup Group { get; init; }

    /// <summary>What of a section matters to it.</summary>
    public required KindUse Uses { get; init; }

    /// <summary>Whether it can be asked of a scale type.</summary>
    public required Func<ScaleType, bool> Takes { get; init; }

    /// <summary>The question about a setting, and its answer.</summary>
    public required Func<QuestionSetting, PosedQuestion> Pose { get; init; }

    /// <summary>The name in lists.</summary>
    public string Name => NameIn(HouseStyle.Classical);

    /// <summary>The name as a section's heading.</summary>
    /// <param name="style">The house style whose words it has.</param>
    public string NameIn(HouseStyle style) => Texts.Say(Id, ("halfStep", style.Word(1, 1)));

    /// <summary>The name of a way of asking, for screens.</summary>
    /// <param name="option">One of <see cref="Options"/>.</param>
    public string NameOf(KindOption option) => Texts.Say($"{Id}.option.{option.Id}");

    /// <summary>The scaffolding it can give, from most to least; the last is blank.</summary>
    public ImmutableArray<Scaffolding> Scaffoldings { get; init; } = [Scaffolding.WorkedExample, Scaffolding.Blank];

    /// <summary>Its ways of asking, the usual one first; empty where there is one only.</summary>
    public ImmutableArray<KindOption> Options { get; init; } = [];

    /// <summary>How many questions stand side by side.</summary>
    public int PerRow { get; init; } = 1;

    /// <summary>What the task itself weighs in a question's load.</summary>
    public int Weight
    {
        get =>
            field > 0 ? field
            : PerRow == 2 ? 3
            : 5;
        init;
    }

    /// <summary>How many different questions it can ask about one scale on one tonic and clef.</summary>
    public Func<ScaleType, int> Variants { get; init; } = static _ => 1;

    /// <summary>How many it can ask in a way of asking, where that differs; null otherwise.</summary>
    public Func<Section, ScaleType, int>? VariantsAs { get; init; }

    /// <summary>Whether there is such a question, where that hangs on more than the scale type; null where it does not.</summary>
    public Func<Draw, HouseStyle, bool>? Asks { get; init; }

    /// <summary>Whether a question sets its scale against another: made of it, or with its note planted. No kind does unless it says
    /// so.</summary>
    public Func<Draw, ScaleType, HouseStyle, bool> SetsAgainst { get; init; } = static (_, _, _) => false;

    /// <summary>Whether a question is set without its tonic having been added by hand: one whose answer lies in no key of the circle is
    /// not.</summary>
    public Func<Draw, bool> IsOrdinary { get; init; } = static _ => true;

    /// <summary>The scale or key the student writes or thinks in, where it is another than the one asked about.</summary>
    public Func<QuestionSetting, QuestionSetting> Writes { get; init; } = static setting => setting;

    /// <summary>All the answers there are to choose from, right and wrong, where the question leaves no others; empty where it
    /// does.</summary>
    public Func<QuestionSetting, ImmutableArray<AnswerPart>> Offers { get; init; } = static _ => [];

    /// <summary>The confusions it is about, as the answers they lead to, the likeliest first; wrong choices are made of these before any
    /// others.</summary>
    public Func<QuestionSetting, Answer, IEnumerable<Confused>> Confuses { get; init; } = static (_, _) => [];

    /// <summary>The instruction where it hangs on the section or the style; null where one message says it.</summary>
    public Func<Section, HouseStyle, string>? Instructs { get; init; }

    /// <summary>Whether a staff is printed, so that the clef matters.</summary>
    public bool UsesClef => Has(KindUse.Clef);

    /// <summary>Whether there is a choice between key signature and accidentals.</summary>
    public bool UsesNotation => Has(KindUse.Notation);

    /// <summary>Whether there is a choice of direction.</summary>
    public bool UsesDirection => Has(KindUse.Direction);

    /// <summary>Whether scales can be written over more than one octave.</summary>
    public bool UsesOctaves => Has(KindUse.Octaves);

    /// <summary>Whether a fretboard is printed, so that its tuning matters.</summary>
    public bool UsesTuning => Has(KindUse.Tuning);

    /// <summary>Whether the tonic matters; a kind about the type alone asks each once.</summary>
    public bool UsesTonic => Has(KindUse.Tonic);

    /// <summary>Whether the answer is words on lines, so that it can be chosen instead of written.</summary>
    public bool AnswersInWords => Has(KindUse.Words);

    /// <summary>Whether the page prints the scale asked about, note by note and without a mistake.</summary>
    public bool PrintsScale => Has(KindUse.PrintedScale);

    /// <summary>Whether it asks the questions a section holds in the teacher's own words, in their order.</summary>
    public bool AsksOwn => Has(KindUse.OwnQuestions);

    /// <summary>Whether a part is asked about its own written key.</summary>
    public bool IsTransposed => UsesTonic && !Has(KindUse.ConcertPitch);

    /// <summary>Whether a staff is printed in a way of asking.</summary>
    /// <param name="option">The way of asking; empty for the first.</param>
    public bool UsesClefAs(string option) => UsesClef || Options.Any(way => way.PrintsStaff && way.Id == option);

    /// <summary>How many questions stand side by side at the most: three where there are words alone, two beside a figure.</summary>
    /// <param name="option">The way of asking; empty for the first.</param>
    public int MostColumnsAs(string option) => AnswersInWords && !UsesClefAs(option) && !UsesTuning && !AsksOwn ? 3 : 2;

    /// <summary>How many different questions it can ask about one scale as a section asks them.</summary>
    /// <param name="section">The section.</param>
    /// <param name="type">The scale type.</param>
    public int VariantsIn(Section section, ScaleType type) => VariantsAs?.Invoke(section, type) ?? Variants(type);

    /// <summary>Whether there is such a question: its answer exists, is the only one, and needs no note that is not written.</summary>
    /// <param name="draw">The scale, tonic and variant; the scale can be written in the house style at hand.</param>
    /// <param name="style">The house style.</param>
    public bool CanAsk(Draw draw, HouseStyle style)
    {
        try
        {
            return Asks?.Invoke(draw, style) ?? true;
        }
        catch (UnwritableNoteException)
        {
            // On a far tonic the house style may write a scale whose other spellings need triple accidentals.
            return false;
        }
    }

    /// <summary>How many different questions it can ask about one scale in the way a question is asked.</summary>
    /// <param name="about">The question's setting.</param>
    /// <param name="type">The scale type.</param>
    public int VariantsLike(QuestionSetting about, ScaleType type) =>
        VariantsIn(
            new Section(1, Id, "", [type], Key.Majors, [about.Clef], about.Notation, about.Direction, about.Scaffolding, [])
            {
                Option = about.Option,
            },
            type
        );

    /// <summary>The instruction under the heading when the teacher gives none.</summary>
    /// <param name="section">The section.</param>
    /// <param name="style">The house style it is said in.</param>
    public string Instruction(Section section, HouseStyle style)
    {
        return Instructs?.Invoke(section, style) ?? Instruction(section.Option, style);
    }

    /// <summary>The question alone.</summary>
    /// <param name="setting">What it is about.</param>
    public Question Ask(QuestionSetting setting) => Pose(setting).Question;

    /// <summary>Its answer alone, with working.</summary>
    /// <param name="setting">What it is about.</param>
    /// <exception cref="RoutesDisagreeException">Two derivations differ, so there is no answer to print.</exception>
    public Answer Answer(QuestionSetting setting) => Pose(setting).Answer;

    // A way of asking has words of its own where it needs them; all of them may use the words of the house style.
    private string Instruction(string option, HouseStyle style)
    {
        var id = Texts.Has($"{Id}.instruction.{option}") ? $"{Id}.instruction.{option}" : $"{Id}.instruction";
        return Texts.Say(
            id,
            ("wholeNotes", style.Words.WholeNotes),
            ("staff", style.Words.Staff),
            ("neighboring", style.Words.Neighboring),
            ("halfStep", style.Word(1, 1))
        );
    }

    private bool Has(KindUse use) => (Uses & use) == use;
}

/// <summary>What a kind of question uses.</summary>
[Flags]
public enum KindUse
{
    /// <summary>Nothing.</summary>
    None = 0,

    /// <summary>The tonic: without it each scale type is asked once.</summary>
    Tonic = 1,

    /// <summary>A staff, so that the clef matters.</summary>
    Clef = 2,

    /// <summary>The choice between key signature and accidentals.</summary>
    Notation = 4,

    /// <summary>The choice of direction.</summary>
    Direction = 8,

    /// <summary>More than one octave.</summary>
    Octaves = 16,

    /// <summary>A fretboard, so that its tuning matters.</summary>
    Tuning = 32,

    /// <summary>An answer in words on lines.</summary>
    Words = 64,

    /// <summary>The scale asked about stands on the page, without a mistake.</summary>
    PrintedScale = 128,

    /// <summary>Parts read the same as concert pitch, or the question is itself about transposing.</summary>
    ConcertPitch = 256,

    /// <summary>The teacher's own questions, in their order.</summary>
    OwnQuestions = 512,
}

/// <summary>A way of asking; its name on screen stands in the resource file.</summary>
/// <param name="Id">The name in files.</param>
/// <param name="PrintsStaff">Whether it prints a staff where the kind does not otherwise.</param>
/// <param name="WritesOnStaff">Whether a part of the answer is written on the staff, beside the words.</param>
public sealed record KindOption(string Id, bool PrintsStaff = false, bool WritesOnStaff = false);

/// <summary>Parts of the subject, in teaching order.</summary>
public enum QuestionGroup
{
    /// <summary>Steps and formulas.</summary>
    Steps,

    /// <summary>Writing scales.</summary>
    Scales,

    /// <summary>Signatures and keys.</summary>
    Signatures,

    /// <summary>Degrees.</summary>
    Degrees,

    /// <summary>Modes.</summary>
    Modes,

    /// <summary>Pentatonic, blues, symmetric and exotic scales.</summary>
    OtherScales,

    /// <summary>Intervals and chords.</summary>
    Chords,

    /// <summary>Enharmonic names and transposing parts.</summary>
    Enharmonic,

    /// <summary>The teacher's own.</summary>
    Own,
}
