using Gavvet.Theory;

namespace Gavvet.Worksheets.Editing;

/// <summary>An edit of one question.</summary>
/// <param name="SectionId">The section.</param>
/// <param name="SlotId">The question's slot.</param>
public abstract record QuestionEdit(int SectionId, int SlotId) : SectionEdit(SectionId);

/// <summary>Draws one question anew.</summary>
/// <param name="SectionId">The section.</param>
/// <param name="SlotId">The question's slot.</param>
public sealed record RedrawQuestion(int SectionId, int SlotId) : QuestionEdit(SectionId, SlotId);

/// <summary>Pins a question, so that drawing anew leaves it alone, or lets it go.</summary>
/// <param name="SectionId">The section.</param>
/// <param name="SlotId">The question's slot.</param>
/// <param name="Pinned">Whether it is to be pinned.</param>
public sealed record PinQuestion(int SectionId, int SlotId, bool Pinned) : QuestionEdit(SectionId, SlotId);

/// <summary>Puts a question on a tonic of the teacher's choice and pins it.</summary>
/// <param name="SectionId">The section.</param>
/// <param name="SlotId">The question's slot.</param>
/// <param name="Tonic">The tonic; it may lie outside the section's scope.</param>
public sealed record ChooseTonic(int SectionId, int SlotId, NoteName Tonic) : QuestionEdit(SectionId, SlotId);

/// <summary>Puts a question into a clef of the teacher's choice and pins it.</summary>
/// <param name="SectionId">The section.</param>
/// <param name="SlotId">The question's slot.</param>
/// <param name="Clef">The clef; it may lie outside the section's scope.</param>
public sealed record ChooseClef(int SectionId, int SlotId, Clef Clef) : QuestionEdit(SectionId, SlotId);

/// <summary>Changes a question for the next lighter or heavier one its section can ask.</summary>
/// <param name="SectionId">The section.</param>
/// <param name="SlotId">The question's slot.</param>
/// <param name="Heavier">Whether the load is to rise.</param>
public sealed record WeighQuestion(int SectionId, int SlotId, bool Heavier) : QuestionEdit(SectionId, SlotId);

/// <summary>Words a question anew and pins it; what is asked and its answer stay.</summary>
/// <param name="SectionId">The section.</param>
/// <param name="SlotId">The question's slot.</param>
/// <param name="Prompt">The words beside the number, or empty for the kind's own.</param>
public sealed record RewordQuestion(int SectionId, int SlotId, string Prompt) : QuestionEdit(SectionId, SlotId)
{
    /// <inheritdoc/>
    public override string? Typing => $"question {SlotId}";
}

/// <summary>Takes a question away.</summary>
/// <param name="SectionId">The section.</param>
/// <param name="SlotId">The question's slot.</param>
public sealed record RemoveQuestion(int SectionId, int SlotId) : QuestionEdit(SectionId, SlotId);

/// <summary>Moves a question within its section.</summary>
/// <param name="SectionId">The section.</param>
/// <param name="SlotId">The question's slot.</param>
/// <param name="Places">Places down, or up if negative.</param>
public sealed record MoveQuestion(int SectionId, int SlotId, int Places) : QuestionEdit(SectionId, SlotId);

/// <summary>Adds a question at a place on the line of fifths, where the sheet asks nothing yet.</summary>
/// <param name="SectionId">The section.</param>
/// <param name="Place">The place, by its major key.</param>
public sealed record AddQuestionAt(int SectionId, Key Place) : SectionEdit(SectionId);
