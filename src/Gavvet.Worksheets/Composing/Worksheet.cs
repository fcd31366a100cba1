using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Composing;

/// <summary>A sheet resolved into what a student is given. No answer is anywhere in it, a worked example's apart.</summary>
/// <param name="Title">The title.</param>
/// <param name="Instructions">The instructions, or empty.</param>
/// <param name="Code">The sheet's code.</param>
/// <param name="Setup">Paper and staff size.</param>
/// <param name="Style">The house style it is said in.</param>
/// <param name="Sections">The sections.</param>
public sealed record Worksheet(
    string Title,
    string Instructions,
    string Code,
    PageSetup Setup,
    HouseStyle Style,
    ImmutableArray<WorksheetSection> Sections
)
{
    /// <summary>The language its papers speak.</summary>
    public Language Language { get; init; } = Language.Current;

    /// <summary>Which of the sheet's printings this is.</summary>
    public Edition Edition { get; init; } = Edition.Only;

    /// <summary>The marks that find each page again; null where nothing is being printed for good.</summary>
    public IPageMarks? PageMarks { get; init; }

    /// <summary>The most marks a student can earn.</summary>
    public int Marks => Sections.Sum(section => section.Items.Length * section.Marks);

    /// <summary>The load of all questions together.</summary>
    public int Load => Sections.Sum(section => section.Items.Sum(item => item.Load));
}

/// <summary>A section resolved.</summary>
/// <param name="Id">The section's lasting id.</param>
/// <param name="Heading">The heading.</param>
/// <param name="Instruction">What to do.</param>
/// <param name="PerRow">How many questions stand side by side.</param>
/// <param name="Example">A worked example, or null.</param>
/// <param name="Items">The questions.</param>
public sealed record WorksheetSection(
    int Id,
    string Heading,
    string Instruction,
    int PerRow,
    WorkedExample? Example,
    ImmutableArray<WorksheetItem> Items
)
{
    /// <summary>Whether questions in words may stand as many side by side as there is room for; the teacher said nothing else.</summary>
    public bool ColumnsAsFit { get; init; }

    /// <summary>The kind's name in files.</summary>
    public string KindId { get; init; } = "";

    /// <summary>The marks each question can earn.</summary>
    public int Marks { get; init; } = 1;

    /// <summary>Whether a worked example was asked for and there is none: every question there is, is asked.</summary>
    public bool LacksExample { get; init; }

    /// <summary>The answers to match with the questions, A first; empty in other forms.</summary>
    public ImmutableArray<string> Bank { get; init; } = [];
}

/// <summary>A question with its answer for all to see.</summary>
/// <param name="Question">The question.</param>
/// <param name="Answer">The answer.</param>
public sealed record WorkedExample(Question Question, Answer Answer);

/// <summary>A question in its place.</summary>
/// <param name="SlotId">The slot's lasting id.</param>
/// <param name="Number">The number on the page, counted through the sheet.</param>
/// <param name="Question">The question.</param>
public sealed record WorksheetItem(int SlotId, int Number, Question Question)
{
    /// <summary>What it is about; null when it is withheld.</summary>
    public QuestionSetting? Setting { get; init; }

    /// <summary>Its load.</summary>
    public int Load { get; init; }

    /// <summary>Why it is asked, for the keys alone; empty where nothing is to be said.</summary>
    public string Because { get; init; } = "";
}

/// <summary>The answers to a worksheet, and the questions that have none to trust.</summary>
/// <param name="Answers">By slot id.</param>
/// <param name="Withheld">Questions whose two derivations disagree: they must be replaced before anything is printed.</param>
public sealed record AnswerKey(ImmutableDictionary<int, Answer> Answers, ImmutableArray<WithheldQuestion> Withheld)
{
    /// <summary>Whether the sheet may be printed.</summary>
    public bool MayPrint => Withheld.IsEmpty;
}

/// <summary>A question that is withheld.</summary>
/// <param name="SlotId">The slot's lasting id.</param>
/// <param name="Number">The number on the page.</param>
/// <param name="Reason">What disagrees.</param>
public sealed record WithheldQuestion(int SlotId, int Number, string Reason);

/// <summary>A worksheet and its key, kept apart.</summary>
/// <param name="Worksheet">What the student is given.</param>
/// <param name="Key">The answers.</param>
public sealed record Composition(Worksheet Worksheet, AnswerKey Key);
