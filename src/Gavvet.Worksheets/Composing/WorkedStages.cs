using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Wording;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Composing;

/// <summary>A moment of working a question out before a class: what is said, and what stands in its figures by then.</summary>
/// <param name="Sentence">What is said.</param>
/// <param name="Marks">For each figure of the question, what is written into it so far.</param>
public sealed record WorkedStage(string Sentence, ImmutableArray<ImmutableArray<Mark>> Marks);

/// <summary>
/// Works a question out step by step: letters first stand as bare heads, a sign appears with the sentence that finds it, and
/// what no sentence finds stands at the end with the answer.
/// </summary>
public static class WorkedStages
{
    /// <summary>The stages of a question, the whole answer last.</summary>
    /// <param name="question">The question.</param>
    /// <param name="answer">Its answer.</param>
    public static ImmutableArray<WorkedStage> Of(Question question, Answer answer)
    {
        var found = new Found();
        var stages = ImmutableArray.CreateBuilder<WorkedStage>();
        foreach (var step in answer.Working)
        {
            found.Take(step);
            stages.Add(
                new WorkedStage(
                    WorkingSentences.Sentence(answer.Style, step),
                    [.. answer.Marks.Select((marks, i) => found.Of(question.Figures[i], marks))]
                )
            );
        }

        stages.Add(new WorkedStage(Texts.Say("worked.answer", ("answer", answer.Text)), answer.Marks));
        return stages.ToImmutable();
    }

    // What the sentences said so far have found.
    private sealed class Found
    {
        private readonly HashSet<NoteName> _notes = [];

        // Those a step came to, rather than took over: a natural before one takes a sign back.
        private readonly HashSet<NoteName> _reached = [];
        private bool _hasLetters,
            _hasSteps,
            _hasHalfSteps;
        private KeySignature? _signature;

        public void Take(WorkingStep step)
        {
            switch (step)
            {
                case LettersWritten:
                    _hasLetters = true;
                    break;
                case StepsWalked walk:
                    _hasSteps = true;
                    Reach(walk.Notes);
                    break;
                case SignatureUsed used:
                    _signature = used.Signature;
                    _notes.UnionWith(Signed(used.Signature));
                    break;
                case RelativeFound relative:
                    _notes.UnionWith(Signed(relative.Relative.Signature));
                    break;
                case RotationFound rotation:
                    _notes.UnionWith(rotation.Parent.Ascending);
                    break;
                case DerivedFrom derived:
                    _notes.UnionWith(
                        derived
                            .Base.Ascending.Except(derived.Altered.Select(change => change.Before.Note))
                            .Except(derived.Struck.Select(note => note.Note))
                    );
                    Reach(derived.Altered.Select(change => change.After.Note));
                    Reach(derived.Added.Select(note => note.Note));
                    break;
                case ChangedDescending descent:
                    Reach(descent.Changes.Select(change => change.After.Note));
                    break;
                case BlueNotesNamed blue:
                    Reach(blue.Notes.Select(note => note.Note));
                    break;
                case HalfStepsFound:
                    _hasHalfSteps = true;
                    break;
                case Explained { About: var about }:
                    _notes.UnionWith(about.Select(one => one.What).OfType<NoteName>());
                    break;
            }
        }

        public ImmutableArray<Mark> Of(Figure figure, ImmutableArray<Mark> marks)
        {
            // A letter, printed or written, and the sign after it are one note.
            var signs = marks.OfType<SignMark>().ToLookup(sign => sign.Column, sign => sign.Accidental);
            var spelled =
                figure is LetterLineFigure
                    ? figure
                        .Given.Concat(marks)
                        .OfType<LabelMark>()
                        .ToLookup(label => label.Column, label => (label.Text, Sign: signs[label.Column].FirstOrDefault()))
                    : Array.Empty<LabelMark>().ToLookup(label => label.Column, label => (label.Text, Sign: Accidental.Natural));
            bool IsFound(int column) =>
                spelled[column]
                    .Any(one => Enum.TryParse<Letter>(one.Text, out var letter) && _notes.Contains(new NoteName(letter, one.Sign)));
            return
            [
                .. marks
                    .Select<Mark, Mark?>(mark =>
                        mark switch
                        {
                            NoteMark note when HasSign(note) => note,
                            NoteMark note when _hasLetters => note with { Sign = null, NaturalFirst = false },
                            LabelMark label when figure is LetterLineFigure => _hasLetters || IsFound(label.Column) ? label : null,
                            AddedSignMark added => HasSign(added.Note) ? added : null,
                            SignMark sign => IsFound(sign.Column) ? sign : null,
                            KeyMark key => NoteText.TryParse(key.Name, out var name) && _notes.Contains(name) ? key : null,
                            SignatureMark written => written.Signature == _signature ? written : null,
                            GapMark gap => _hasSteps ? gap : null,
                            SlurMark or BracketMark => _hasHalfSteps ? mark : null,
                            _ => null,
                        }
                    )
                    .OfType<Mark>(),
            ];
        }

        // A natural takes a sign back, and waits for the sentence that does.
        private bool HasSign(NoteMark note) => (note.Sign == Accidental.Natural ? _reached : _notes).Contains(note.Pitch.Name);

        private void Reach(IEnumerable<NoteName> notes)
        {
            foreach (var note in notes)
            {
                _notes.Add(note);
                _reached.Add(note);
            }
        }

        private static IEnumerable<NoteName> Signed(KeySignature signature)
        {
            var altered = signature.Notes.ToDictionary(note => note.Letter);
            return Enum.GetValues<Letter>().Select(letter => altered.GetValueOrDefault(letter, new NoteName(letter)));
        }
    }
}
