using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Forms;

/// <summary>A scale a question asks to be written.</summary>
/// <param name="Type">The scale type.</param>
/// <param name="Tonic">The tonic as it is written.</param>
/// <param name="Direction">Up, down or both.</param>
/// <param name="Octaves">Over how many octaves.</param>
public sealed record AskedLine(ScaleType Type, NoteName Tonic, Direction Direction, int Octaves = 1)
{
    /// <summary>Whether it stands under its key signature, so that a bare letter takes the sign of it.</summary>
    public bool UnderSignature { get; init; }

    /// <summary>Whether the signature itself is written by the student, before the notes, and is a place of its own.</summary>
    public bool AsksSignature { get; init; }

    /// <summary>Whether the note it begins on is itself to be found: a faultless line on another earns half at most.</summary>
    public bool AsksTonic { get; init; }

    /// <summary>What of it the student fills in; marks are shared out over that alone.</summary>
    public LineFill Fill { get; init; }

    /// <summary>The places that are filled in, from 0; empty where all that are not printed are.</summary>
    public ImmutableArray<int> Places { get; init; } = [];

    /// <summary>The line that is printed, where a change of it is asked; empty otherwise.</summary>
    public ImmutableArray<NoteName> From { get; init; } = [];

    /// <summary>The other scales its section asks, for which it may be taken.</summary>
    public ImmutableArray<ScaleType> Beside { get; init; } = [];

    /// <summary>Other tonics the scale is as right on, such as the literal transposition beside the practical one.</summary>
    public ImmutableArray<NoteName> OtherTonics { get; init; } = [];
}

/// <summary>
/// All that judging an answer needs of a question, complete in itself: with it an answer can be judged years after the
/// question was drawn, and nothing is drawn again.
/// </summary>
public sealed record AskedQuestion
{
    private const int MostMistakes = 24,
        MostLikely = 6;

    /// <summary>The answer line by line, with all that is right on each.</summary>
    public required ImmutableArray<AnsweredLine> Lines { get; init; }

    /// <summary>The answer in one line, as the key has it.</summary>
    public required string Text { get; init; }

    /// <summary>The lines to write on, with the words printed around them.</summary>
    public ImmutableArray<AnswerLine> Printed { get; init; } = [];

    /// <summary>The scale to be written, or null where something else is asked.</summary>
    public AskedLine? Scale { get; init; }

    /// <summary>The columns of a staff on which a scale is completed: each note that is printed, null where one is to be written; empty
    /// where nothing of it is printed.</summary>
    public ImmutableArray<NoteName?> Columns { get; init; } = [];

    /// <summary>Rows of notes that stand on the page: handed back as they are they earn nothing, unless they are right.</summary>
    public ImmutableArray<ImmutableArray<NoteName>> Given { get; init; } = [];

    /// <summary>The answers beside the question to choose from, A first; empty where it is written.</summary>
    public ImmutableArray<string> Choices { get; init; } = [];

    /// <summary>Which of the choices are right, from 0.</summary>
    public ImmutableArray<int> RightChoices { get; init; } = [];

    /// <summary>The section's list of answers to match, A first.</summary>
    public ImmutableArray<string> List { get; init; } = [];

    /// <summary>Wrong answers that have the name of a mistake, the likeliest first.</summary>
    public ImmutableArray<WrongAnswer> Mistakes { get; init; } = [];

    /// <summary>What is judged of a question, without the mistakes it invites.</summary>
    /// <param name="kind">The kind.</param>
    /// <param name="setting">What it is about.</param>
    /// <param name="list">The section's list of answers to match, or none.</param>
    /// <exception cref="RoutesDisagreeException">There is no answer to hold it against.</exception>
    /// <exception cref="UnwritableNoteException">The question cannot be written.</exception>
    public static AskedQuestion Of(QuestionKind kind, QuestionSetting setting, ImmutableArray<string> list)
    {
        var (question, answer) = AnswerForms.Ask(kind, setting);
        var chosen = setting.AnswerAs != AnswerForm.Write ? question.Figures.OfType<ChoicesFigure>().FirstOrDefault() : null;
        var scale = setting.AnswerAs == AnswerForm.Write && answer.Written is { } written ? LineOf(kind, setting, answer, written) : null;
        return Of(question, answer) with
        {
            Scale = scale,
            Given = [.. GivenRows(question, setting.Style)],
            Columns = scale is null ? [] : PrintedColumns(question, answer),
            Choices = chosen?.Options ?? [],
            List = setting.AnswerAs == AnswerForm.Matching ? list : [],
            RightChoices = chosen is null
                ? []
                : [.. answer.Marks.SelectMany(marks => marks.OfType<TickMark>()).Select(mark => mark.Option).Order()],
        };
    }

    /// <summary>What is judged of a question as a printing records it: with the mistakes it invites.</summary>
    /// <param name="kind">The kind.</param>
    /// <param name="setting">What it is about.</param>
    /// <param name="list">The section's list of answers to match, or none.</param>
    /// <exception cref="RoutesDisagreeException">There is no answer to hold it against.</exception>
    /// <exception cref="UnwritableNoteException">The question cannot be written.</exception>
    public static AskedQuestion Recorded(QuestionKind kind, QuestionSetting setting, ImmutableArray<string> list)
    {
        var asked = Of(kind, setting, list);
        return asked with
        {
            Mistakes = asked.AskedScale(setting.Style) is { } scale
                ? LikelyMistakes.Of(scale, (line, signature) => ScaleAnswer.OfScale(asked, setting.Style, line, signature), MostLikely)
                : MistakesOf(kind, setting),
        };
    }

    internal static AskedQuestion Of(Question question, Answer answer) =>
        new()
        {
            Lines = answer.Lines,
            Text = answer.Text,
            Printed = [.. question.Figures.OfType<AnswerLinesFigure>().SelectMany(figure => figure.Lines)],
        };

    /// <summary>The mistakes a question in words invites: what it answers in the key, form or mode taken for the one asked.</summary>
    internal static ImmutableArray<WrongAnswer> MistakesOf(QuestionKind kind, QuestionSetting setting) =>
        kind.AnswersInWords && setting.AnswerAs == AnswerForm.Write ? WrongAnswers.Of(kind, setting, MostMistakes) : [];

    /// <summary>What the judge of scales is asked, or null where no scale is written.</summary>
    /// <param name="style">The house style.</param>
    public AskedScale? AskedScale(HouseStyle style) =>
        Scale is not { } scale
            ? null
            : new AskedScale(scale.Type, scale.Tonic, scale.Direction, style)
            {
                Octaves = scale.Octaves,
                SignatureAsked = scale.AsksSignature,
                TonicAsked = scale.AsksTonic,
                // Printed at the head of a line that is to be written, as help.
                TonicGiven = scale.Fill == LineFill.Notes && Columns is [not null, ..],
                Beside = scale.Beside,
            };

    /// <summary>Whether what was written is only what stands on the page.</summary>
    /// <param name="style">The house style.</param>
    /// <param name="written">What was written.</param>
    internal bool IsHandedBack(HouseStyle style, string written) =>
        !Given.IsEmpty && NoteReading.Notes(style, written) is { } read && Given.Any(row => row.SequenceEqual(read));

    /// <summary>The ways a typed scale may be read: by the names of its notes, then under its signature; on the tonic asked, then on the
    /// others.</summary>
    internal IEnumerable<(AskedScale Scale, KeySignature? Signature)> Readings(HouseStyle style)
    {
        foreach (var tonic in Scale!.OtherTonics.Prepend(Scale.Tonic))
        {
            var scale = AskedScale(style)! with { Tonic = tonic };
            yield return (scale, null);
            if (Scale is { UnderSignature: true, AsksSignature: false } && style.SignatureOf(scale.Type, tonic) is { } signature)
                yield return (scale, signature);
        }
    }

    /// <summary>A finding as the sentence for the margin.</summary>
    /// <param name="style">The house style.</param>
    /// <param name="finding">The finding.</param>
    public string Sentence(HouseStyle style, Finding finding) =>
        AskedScale(style) is { } scale && finding is not { Code: FindingCode.NotTheAnswer } and not { Found: FindingSubject.Words }
            ? FindingSentences.Sentence(style, scale, finding)
            : FindingSentences.Sentence(style, finding);

    // Over the octaves of the setting where the answer is so long; some kinds write one whatever the section says.
    private static AskedLine LineOf(QuestionKind kind, QuestionSetting setting, Answer answer, WrittenScale written)
    {
        var direction = kind.UsesDirection ? setting.Direction : Direction.Ascending;
        var isLong =
            setting.Octaves > 1
            && answer.Lines is [{ Right: NotesPart line }]
            && line.Notes.Length == written.Scale.Notes(direction, setting.Octaves).Length;
        return new AskedLine(written.Type, written.Scale.Tonic, direction, isLong ? setting.Octaves : 1)
        {
            UnderSignature = kind.UsesNotation && setting.Notation == Notation.Signature,
            // Where there is none to write, there is nothing to ask.
            AsksSignature = answer.Marks.Any(marks => marks.OfType<SignatureMark>().Any(mark => mark.Signature.Count > 0)),
            AsksTonic = written.AsksTonic,
            Fill = written.Fill,
            Places = [.. PlacesOf(answer, written)],
            From = written.From,
            Beside = [.. setting.Beside.Where(type => type != written.Type)],
            OtherTonics =
            [
                .. answer
                    .Lines.SelectMany(line => line.Others)
                    .OfType<NotesPart>()
                    .Where(part => part.Notes.Length >= written.Scale.Ascending.Length && part.Notes[0] != written.Scale.Tonic)
                    .Select(part => part.Notes[0])
                    .Distinct(),
            ],
        };
    }

    // A sign is asked where one is written; a note of a gap where it is.
    private static IEnumerable<int> PlacesOf(Answer answer, WrittenScale written) =>
        written.Fill switch
        {
            LineFill.Notes => [],
            LineFill.Gaps => answer.Marks[^1].OfType<NoteMark>().Select(note => note.Column).Order(),
            _ => answer
                .Marks[^1]
                .Select(mark =>
                    mark switch
                    {
                        SignMark sign => sign.Column,
                        AddedSignMark { Note: var note } => note.Column,
                        _ => -1,
                    }
                )
                .Where(column => column >= 0)
                .Order(),
        };

    // Notes on staves, signs of a signature, letters in a row, and what the words beside the number name.
    private static IEnumerable<ImmutableArray<NoteName>> GivenRows(Question question, HouseStyle style)
    {
        if (!question.Shown.IsEmpty)
            yield return question.Shown;
        foreach (var figure in question.Figures)
        {
            if (figure.Given.OfType<NoteMark>().Select(note => note.Pitch.Name).ToImmutableArray() is { IsEmpty: false } notes)
                yield return notes;
            foreach (var signature in figure.Given.OfType<SignatureMark>().Where(mark => mark.Signature.Count > 0))
                yield return signature.Signature.Notes;
            if (figure is StaffFigure staff && figure.Given.OfType<SignRowMark>().FirstOrDefault() is { } row)
                yield return
                [
                    .. row.Positions.Select(position => new NoteName(
                        Letter.C.Up(staff.Clef.BottomLine.StaffStep + position),
                        row.Accidental
                    )),
                ];
            ImmutableArray<NoteName> letters =
            [
                .. figure
                    .Given.OfType<LabelMark>()
                    .Select(label => NoteNaming.TryParse(style.NoteNames, label.Text, out var note) ? note : (NoteName?)null)
                    .OfType<NoteName>(),
            ];
            if (!letters.IsEmpty)
                yield return letters;
        }
    }

    // The notes that stand on the last staff already, where some do and some are to be written.
    private static ImmutableArray<NoteName?> PrintedColumns(Question question, Answer answer)
    {
        var at = question.Figures.Length - 1;
        if (question.Figures[at] is not StaffFigure staff || !staff.Given.OfType<NoteMark>().Any())
            return [];
        var missing = answer.Marks[at].OfType<NoteMark>().Select(note => note.Column).ToHashSet();
        var given = staff
            .Given.OfType<NoteMark>()
            .GroupBy(note => note.Column)
            .ToDictionary(notes => notes.Key, notes => notes.First().Pitch.Name);
        return
        [
            .. Enumerable
                .Range(0, staff.Columns)
                .Select(column => missing.Contains(column) || !given.TryGetValue(column, out var note) ? (NoteName?)null : note),
        ];
    }
}
