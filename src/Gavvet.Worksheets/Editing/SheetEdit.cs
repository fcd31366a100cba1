using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Editing;

/// <summary>A change a teacher makes to a sheet; <see cref="SheetEditor"/> carries it out.</summary>
public abstract record SheetEdit
{
    /// <summary>What is being typed, so that the strokes of one stretch of typing make one revision; null for other edits.</summary>
    public virtual string? Typing => null;
}

/// <summary>Changes the title.</summary>
/// <param name="Title">The new title.</param>
public sealed record Retitle(string Title) : SheetEdit
{
    /// <inheritdoc/>
    public override string? Typing => "title";
}

/// <summary>Changes the sheet's instructions.</summary>
/// <param name="Instructions">The new instructions; may be empty.</param>
public sealed record Reinstruct(string Instructions) : SheetEdit
{
    /// <inheritdoc/>
    public override string? Typing => "instructions";
}

/// <summary>Changes the paper and the staff size.</summary>
/// <param name="Paper">The paper.</param>
/// <param name="StaffHeight">The staff height in millimeters.</param>
public sealed record ChangeSetup(Paper Paper, int StaffHeight) : SheetEdit
{
    /// <summary>Whether text is set in large print whatever the staff height.</summary>
    public bool LargeText { get; init; }

    /// <summary>Whether each page holds the same half page twice.</summary>
    public bool HalfSheets { get; init; }

    /// <summary>What the page is for.</summary>
    public PageStyle Style { get; init; }

    /// <summary>The time allowed in an exam, in minutes; 0 where it is left open.</summary>
    public int Minutes { get; init; }
}

/// <summary>Adds a section at the end.</summary>
/// <param name="KindId">The kind of question.</param>
public sealed record AddSection(string KindId) : SheetEdit;

/// <summary>Puts drawn sections before the others, such as a warm-up.</summary>
/// <param name="Sections">The sections with their questions.</param>
public sealed record BeginWith(ImmutableArray<Section> Sections) : SheetEdit;

/// <summary>An edit of one section.</summary>
/// <param name="SectionId">The section.</param>
public abstract record SectionEdit(int SectionId) : SheetEdit;

/// <summary>Takes a section away.</summary>
/// <param name="SectionId">The section.</param>
public sealed record RemoveSection(int SectionId) : SectionEdit(SectionId);

/// <summary>Moves a section.</summary>
/// <param name="SectionId">The section.</param>
/// <param name="Places">Places down, or up if negative.</param>
public sealed record MoveSection(int SectionId, int Places) : SectionEdit(SectionId);

/// <summary>Words a section's instruction anew.</summary>
/// <param name="SectionId">The section.</param>
/// <param name="Instruction">The instruction, or empty for the kind's own.</param>
public sealed record RewordInstruction(int SectionId, string Instruction) : SectionEdit(SectionId)
{
    /// <inheritdoc/>
    public override string? Typing => $"instruction of {SectionId}";
}

/// <summary>Changes what kind of question a section asks.</summary>
/// <param name="SectionId">The section.</param>
/// <param name="KindId">The kind of question.</param>
public sealed record ChangeKind(int SectionId, string KindId) : SectionEdit(SectionId);

/// <summary>Chooses the keys a section draws from.</summary>
/// <param name="SectionId">The section.</param>
/// <param name="Keys">The keys, in any order.</param>
public sealed record ChangeKeys(int SectionId, ImmutableArray<Key> Keys) : SectionEdit(SectionId)
{
    /// <summary>Tonics drawn besides those of the keys; default to leave them as they are.</summary>
    public ImmutableArray<NoteName> Also { get; init; }

    /// <summary>Tonics never drawn; default to leave them as they are.</summary>
    public ImmutableArray<NoteName> Without { get; init; }
}

/// <summary>Adds a section as it was kept elsewhere; its questions are drawn for this sheet.</summary>
/// <param name="Section">The section, with as many slots as it is to have questions.</param>
public sealed record AddKeptSection(Section Section) : SheetEdit;

/// <summary>Chooses the scale types a section draws from.</summary>
/// <param name="SectionId">The section.</param>
/// <param name="Scales">The scale types, in any order.</param>
public sealed record ChangeScales(int SectionId, ImmutableArray<ScaleType> Scales) : SectionEdit(SectionId);

/// <summary>Chooses the clefs a section draws from.</summary>
/// <param name="SectionId">The section.</param>
/// <param name="Clefs">The clefs, in any order.</param>
public sealed record ChangeClefs(int SectionId, ImmutableArray<Clef> Clefs) : SectionEdit(SectionId);

/// <summary>Changes how many questions a section has.</summary>
/// <param name="SectionId">The section.</param>
/// <param name="Count">How many.</param>
public sealed record ChangeCount(int SectionId, int Count) : SectionEdit(SectionId);

/// <summary>Changes how much is given.</summary>
/// <param name="SectionId">The section.</param>
/// <param name="Scaffolding">How much.</param>
public sealed record ChangeScaffolding(int SectionId, Scaffolding Scaffolding) : SectionEdit(SectionId);

/// <summary>Changes between key signature and accidentals.</summary>
/// <param name="SectionId">The section.</param>
/// <param name="Notation">Which.</param>
public sealed record ChangeNotation(int SectionId, Notation Notation) : SectionEdit(SectionId);

/// <summary>Changes the direction.</summary>
/// <param name="SectionId">The section.</param>
/// <param name="Direction">Which.</param>
public sealed record ChangeDirection(int SectionId, Direction Direction) : SectionEdit(SectionId);

/// <summary>Changes a section's heading.</summary>
/// <param name="SectionId">The section.</param>
/// <param name="Title">The heading, or empty for the kind's name.</param>
public sealed record ChangeHeading(int SectionId, string Title) : SectionEdit(SectionId)
{
    /// <inheritdoc/>
    public override string? Typing => $"heading of {SectionId}";
}

/// <summary>Changes over how many octaves scales are written.</summary>
/// <param name="SectionId">The section.</param>
/// <param name="Octaves">How many.</param>
public sealed record ChangeOctaves(int SectionId, int Octaves) : SectionEdit(SectionId);

/// <summary>Changes the marks each question can earn.</summary>
/// <param name="SectionId">The section.</param>
/// <param name="Marks">How many.</param>
public sealed record ChangeMarks(int SectionId, int Marks) : SectionEdit(SectionId);

/// <summary>Changes how many questions stand side by side.</summary>
/// <param name="SectionId">The section.</param>
/// <param name="Columns">1 or 2; 0 for what the kind takes.</param>
public sealed record ChangeColumns(int SectionId, int Columns) : SectionEdit(SectionId);

/// <summary>Changes whether answers are written or chosen.</summary>
/// <param name="SectionId">The section.</param>
/// <param name="Form">The form.</param>
public sealed record ChangeAnswerForm(int SectionId, AnswerForm Form) : SectionEdit(SectionId);

/// <summary>Changes the way of asking.</summary>
/// <param name="SectionId">The section.</param>
/// <param name="Option">One of the kind's.</param>
public sealed record ChangeOption(int SectionId, string Option) : SectionEdit(SectionId);

/// <summary>Changes the tuning of a fretboard.</summary>
/// <param name="SectionId">The section.</param>
/// <param name="Tuning">The open strings, such as "E2 A2 D3 G3 B3 E4".</param>
public sealed record ChangeTuning(int SectionId, string Tuning) : SectionEdit(SectionId);

/// <summary>Changes the teacher's own questions of a section.</summary>
/// <param name="SectionId">The section.</param>
/// <param name="Questions">The questions, in order.</param>
public sealed record ChangeOwnQuestions(int SectionId, ImmutableArray<OwnQuestion> Questions) : SectionEdit(SectionId)
{
    /// <summary>Whether a question came or went; otherwise words are being typed.</summary>
    public bool Reshapes { get; init; }

    /// <inheritdoc/>
    public override string? Typing => Reshapes ? null : $"own questions of {SectionId}";
}

/// <summary>Changes the language the papers speak.</summary>
/// <param name="Language">The language.</param>
public sealed record ChangeLanguage(Language Language) : SheetEdit;

/// <summary>Changes how many versions are printed.</summary>
/// <param name="Versions">1 to 26.</param>
public sealed record ChangeVersions(int Versions) : SheetEdit;

/// <summary>Chooses the parts the sheet is printed for.</summary>
/// <param name="Parts">The parts; empty for concert pitch.</param>
public sealed record ChangeParts(ImmutableArray<Instrument> Parts) : SheetEdit;

/// <summary>Changes the house style.</summary>
/// <param name="Style">The style.</param>
public sealed record ChangeHouseStyle(HouseStyle Style) : SheetEdit;

/// <summary>Draws every question of the sheet anew that is not pinned.</summary>
public sealed record RedrawAll : SheetEdit;

/// <summary>What came of an edit: a changed sheet, or a refusal at a field.</summary>
/// <param name="Sheet">The changed sheet; null when refused.</param>
/// <param name="Field">The field a refusal or a remark belongs to.</param>
/// <param name="Words">What to tell the teacher, or null.</param>
public sealed record EditOutcome(Sheet? Sheet, string? Field, string? Words)
{
    /// <summary>A changed sheet and nothing to say.</summary>
    /// <param name="sheet">The sheet.</param>
    public static EditOutcome Done(Sheet sheet) => new(sheet, null, null);

    /// <summary>A refusal; the sheet stays as it was.</summary>
    /// <param name="field">The field it concerns.</param>
    /// <param name="words">What is wrong and what would be right.</param>
    public static EditOutcome Refused(string field, string words) => new(null, field, words);
}
