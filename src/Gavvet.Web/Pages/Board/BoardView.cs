using System.Collections.Immutable;
using Gavvet.Engraving.Layout;
using Gavvet.Engraving.Output;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Theory;
using Gavvet.Web.Pages.Check;
using Gavvet.Web.Pages.Shared;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Forms;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Versions;

namespace Gavvet.Web.Pages.Board;

/// <summary>Where the board stands, as its address has it.</summary>
/// <param name="Question">Which question that has an answer, from 1.</param>
/// <param name="Step">How many steps of its working are shown.</param>
/// <param name="Written">What the class says, as it is typed or clicked.</param>
/// <param name="Signature">The key signature the class puts before it, in fifths, or null for none.</param>
/// <param name="Judged">Whether what the class says is judged.</param>
public sealed record BoardPlace(int Question = 1, int Step = 0, string? Written = null, int? Signature = null, bool Judged = false)
{
    /// <summary>The version's letter; null, or one the sheet has not, for version A.</summary>
    public string? Version { get; init; }

    /// <summary>The part it is read in, as files name it; null, or one the sheet has not, for concert pitch.</summary>
    public string? Part { get; init; }
}

/// <summary>A question on the board with the steps shown so far.</summary>
internal sealed class BoardView
{
    private const char First = 'A';

    /// <summary>Sentences about what the class says, at most: more is not read from a wall.</summary>
    public const int MostFindings = 3;

    private const int Room = 196_000,
        Words = 120_000,
        MostWritten = 1_000;

    private readonly WorksheetItem _item;
    private readonly Answer _answer;
    private readonly ImmutableArray<WorkedStage> _stages;
    private readonly AskedQuestion _asked;
    private readonly string _address;
    private readonly int _stagesBefore;
    private readonly ClassAnswers? _answers;

    private BoardView(
        StoredSheet stored,
        QuestionCatalogue catalogue,
        Composition composition,
        (WorksheetSection Section, WorksheetItem Item)[] questions,
        BoardPlace at,
        ClassAnswers? answers
    )
    {
        _answers = answers;
        (Versions, Parts) = (stored.Sheet.Versions, stored.Sheet.Parts);
        (Version, Part) = (composition.Worksheet.Edition.Version ?? First, composition.Worksheet.Edition.Part);
        (Count, Number) = (questions.Length, Math.Clamp(at.Question, 1, questions.Length));
        (Section, _item) = questions[Number - 1];
        _answer = composition.Key.Answers[_item.SlotId];
        _stages = WorkedStages.Of(_item.Question, _answer);
        _stagesBefore = Number > 1 ? composition.Key.Answers[questions[Number - 2].Item.SlotId].Working.Length + 1 : 0;
        _asked = AskedQuestion.Of(catalogue.Get(Section.KindId), _item.Setting!, Section.Bank);
        _address = $"/sheets/{stored.Id}/board";
        Step = Math.Clamp(at.Step, 0, _stages.Length);
        AlsoRight = Step == Steps ? _answer.AlsoRight : [];
        Language = stored.Sheet.Language.Tag;
        Written = at.Written is { Length: <= MostWritten } written ? written.Trim() : "";
        Signature = AsksSignature && at.Signature is >= -KeySignature.Most and <= KeySignature.Most ? at.Signature : null;
        (Judgement, Problem) = at.Judged && Written.Length > 0 ? Judge() : (null, null);
        Pad = HasPad ? Clicked() : null;
        Figures =
        [
            .. _item.Question.Figures.Select(
                (figure, i) => Pad is not null && i == _item.Question.Figures.Length - 1 ? "" : Draw(figure, i)
            ),
        ];
        Heard = Sound();
    }

    /// <summary>The question, or null where the sheet has none with an answer.</summary>
    public static BoardView? Of(StoredSheet stored, QuestionCatalogue catalogue, BoardPlace at, ClassAnswers? answers)
    {
        var sheet = stored.Sheet;
        char? letter = at.Version is [var said] && said > First && said < First + sheet.Versions ? said : null;
        var part = sheet.Parts.FirstOrDefault(part => part.Id == at.Part);
        var composition = Composer.Compose(
            letter is null ? sheet : SheetVersions.Of(sheet).First(version => version.Letter == letter).Sheet,
            catalogue,
            new Edition(letter, part)
        );
        (WorksheetSection, WorksheetItem)[] questions =
        [
            .. composition
                .Worksheet.Sections.SelectMany(section => section.Items, (section, item) => (section, item))
                .Where(one => one.item.Setting is not null && composition.Key.Answers.ContainsKey(one.item.SlotId)),
        ];
        return questions.Length == 0 ? null : new BoardView(stored, catalogue, composition, questions, at, answers);
    }

    /// <summary>How many versions the sheet has, and the parts it is for: any of them can be shown.</summary>
    public int Versions { get; }

    public ImmutableArray<Instrument> Parts { get; }

    /// <summary>The version that is shown.</summary>
    public char Version { get; }

    /// <summary>The part it is shown for, or null at concert pitch.</summary>
    public Instrument? Part { get; }

    /// <summary>The letters of the versions.</summary>
    public IEnumerable<char> Letters => Enumerable.Range(0, Versions).Select(i => (char)(First + i));

    /// <summary>Which question, from 1.</summary>
    public int Number { get; }

    /// <summary>How many questions there are.</summary>
    public int Count { get; }

    /// <summary>The number it has on the page.</summary>
    public int OnPage => _item.Number;

    public WorksheetSection Section { get; }

    public string Prompt => _item.Question.Prompt;

    /// <summary>The language the sheet speaks.</summary>
    public string Language { get; }

    /// <summary>How many steps are shown, and how many there are with the answer.</summary>
    public int Step { get; }

    public int Steps => _stages.Length;

    /// <summary>The sentences said so far, the newest last.</summary>
    public IEnumerable<string> Sentences => _stages.Take(Step).Select(stage => stage.Sentence);

    /// <summary>What else is right, with the whole answer: a class may have said it.</summary>
    public ImmutableArray<string> AlsoRight { get; }

    /// <summary>The drawn figures, with what was found so far; empty in the place of the staff the class writes on.</summary>
    public ImmutableArray<string> Figures { get; }

    /// <summary>The staff the class writes on, or null where the answer is no scale.</summary>
    public MarkedStaff? Pad { get; }

    /// <summary>What the pad's clef begins with, for the script.</summary>
    public int BottomLine => Staff!.Clef.BottomLine.StaffStep;

    /// <summary>The names of the letters, for the script.</summary>
    public ImmutableArray<string> NoteLetters => NoteNaming.Letters(_answer.Style.NoteNames);

    /// <summary>What the class says.</summary>
    public string Written { get; }

    /// <summary>The key signature the class puts before it.</summary>
    public int? Signature { get; }

    /// <summary>Whether the class writes the key signature, also where the right one has no signs: a choice tells nothing.</summary>
    public bool AsksSignature => _asked.Scale is { UnderSignature: true } && Printed is null;

    public Judgement? Judgement { get; }

    /// <summary>What cannot be read, or null.</summary>
    public string? Problem { get; }

    /// <summary>What the judge says of what the class says.</summary>
    public IEnumerable<string> Findings => Judgement?.Findings.Select(finding => _asked.Sentence(_answer.Style, finding)) ?? [];

    public Sound Heard { get; }

    /// <summary>The printing or practice that is gone over, as an address names it; null for none.</summary>
    public (string Name, string Id)? GoneOver => _answers is { } answers ? (answers.Name, answers.Id) : null;

    /// <summary>What was written for the question on it, with the whole answer; null before, and where nothing was.</summary>
    public AnswerCounts? Counts => Step == Steps && _answers?.Of(_item.SlotId, _item.Setting!) is { All: > 0 } counts ? counts : null;

    /// <summary>Forward by a step, to the next question after the last; null at the very end.</summary>
    public string? Next =>
        Step < Steps ? At(new BoardPlace(Number, Step + 1))
        : Number < Count ? At(new BoardPlace(Number + 1))
        : null;

    /// <summary>Back by a step, or to the end of the question before; null at the very beginning.</summary>
    public string? Back =>
        Step > 0 ? At(new BoardPlace(Number, Step - 1))
        : Number > 1 ? At(new BoardPlace(Number - 1, _stagesBefore))
        : null;

    /// <summary>The next question, while a step would not lead there.</summary>
    public string? NextQuestion => Step < Steps && Number < Count ? At(new BoardPlace(Number + 1)) : null;

    public string? QuestionBefore => Number > 1 ? At(new BoardPlace(Number - 1)) : null;

    public string Whole => At(new BoardPlace(Number, Steps));

    /// <summary>The address what the class says is sent to.</summary>
    public string Address => _address;

    // The signature that stands on the staff.
    private KeySignature? Printed => Staff?.Given.OfType<SignatureMark>().FirstOrDefault()?.Signature;

    private StaffFigure? Staff => _item.Question.Figures is [.., StaffFigure staff] ? staff : null;

    // Until the working begins the class may write; a line that is printed in part is said in words.
    private bool HasPad => Step == 0 && _asked.Scale is not null && _asked.Columns.IsEmpty && Staff is { HidesClef: false, Columns: > 0 };

    private string At(BoardPlace place) =>
        $"{_address}?question={place.Question}&step={place.Step}{(Version > First ? $"&version={Version}" : "")}"
        + $"{(Part is { } part ? $"&part={part.Id}" : "")}{(GoneOver is { } over ? $"&{over.Name}={over.Id}" : "")}";

    private string Draw(Figure figure, int i)
    {
        var width =
            figure is StaffFigure staff ? Math.Min(Room, CheckStaff.WidthOf(staff))
            : figure is LetterLineFigure or KeyboardFigure or FretboardFigure ? Room
            : Words;
        return SvgWriter.Inline(FigureDrawing.Draw(figure, Step == 0 ? [] : _stages[Step - 1].Marks[i], width), $"figure-{i}", Prompt);
    }

    // The judge reads a signature before the notes, as it is typed at marking.
    private (Judgement? Judged, string? Problem) Judge()
    {
        try
        {
            var signature = Signature is { } fifths ? $"{Math.Abs(fifths)}{(fifths < 0 ? "b" : "#")}: " : "";
            var judged = WordsJudge.Judge(_asked, _answer.Style, signature + Written);
            return judged.Findings.FirstOrDefault(finding => finding.Code == FindingCode.NotRead) is { } unread
                ? (null, _asked.Sentence(_answer.Style, unread))
                : (judged, null);
        }
        catch (FormatException problem)
        {
            return (null, problem.Message);
        }
    }

    private MarkedStaff Clicked()
    {
        var scale = _asked.Scale!;
        var request = new CheckRequest(
            scale.Type.Id,
            $"{scale.Tonic}",
            FileWords.Of(scale.Direction),
            null,
            null,
            Staff!.Clef.Id,
            (Signature ?? Printed?.Fifths) is { } fifths ? $"{fifths}" : null,
            null,
            Written
        )
        {
            House = _answer.Style,
        };
        ImmutableArray<WrittenNote> notes;
        try
        {
            notes = AnswerText.Notes(Written, _answer.Style.NoteNames);
        }
        catch (FormatException)
        {
            notes = [];
        }

        return CheckStaff.Written(new CheckResult(request, notes, Judgement, null));
    }

    private Sound Sound()
    {
        var setting = _item.Setting!;
        var right = _answer.Written is null
            ? []
            : HeardAnswer.Of(_answer.Style, setting.Scale, setting.Tonic, setting.Direction, setting.Octaves);
        // What is asked at concert pitch sounds as it is written, whoever reads it.
        var part = setting.Sounds is { } sounds && sounds != setting.Tonic ? setting.Part : null;
        return Shared.Sound.Of(right, part) with
        {
            Written =
                right.IsEmpty || Written.Length == 0
                    ? ""
                    : Shared.Sound.Semitones(HeardAnswer.Of(_asked, _answer.Style, Written, right[0]), part),
        };
    }
}
