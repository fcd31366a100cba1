using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Globalization;
using Gavvet.Theory;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Drawing;
using Gavvet.Worksheets.Forms;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Teaching.Practice;

/// <summary>A question of a practice, with all that is shown and judged of it.</summary>
/// <param name="Id">What it is called in the practice: its slot, and after a dot which of the questions like it.</param>
/// <param name="Section">The section it stands in.</param>
/// <param name="Posed">The question.</param>
/// <param name="Answer">Its answer.</param>
/// <param name="Item">What is judged.</param>
/// <param name="Style">The house style.</param>
public sealed record PracticeQuestion(string Id, WorksheetSection Section, Question Posed, Answer Answer, SetItem Item, HouseStyle Style)
{
    private readonly Lazy<ImmutableArray<WorkedStage>> _stages = new(() => WorkedStages.Of(Posed, Answer));

    /// <summary>The open strings, where it is about a fretboard.</summary>
    public ImmutableArray<Pitch> Tuning { get; init; } = [];

    /// <summary>The steps of its working, the answer last.</summary>
    public ImmutableArray<WorkedStage> Stages => _stages.Value;

    /// <summary>How many hints there are: the steps of the working, not the answer itself.</summary>
    public int Hints => Stages.Length - 1;

    /// <summary>Where an answer in words is not right, where some of it is.</summary>
    /// <param name="written">What was written.</param>
    /// <returns>The lines, from 1, or the places of the only line; empty where no more can be said than that it is not right.</returns>
    public ImmutableArray<int> WrongPlaces(string written) =>
        Item.Question.Choices.IsEmpty && Item.Question.List.IsEmpty ? WordsJudge.WrongPlaces(Item.Question, Style, written) : [];

    /// <summary>What an answer to it comes to, as a marking of the same answer on paper does.</summary>
    /// <param name="written">What was written.</param>
    /// <exception cref="FormatException">It cannot be read as what is asked.</exception>
    public Marking Judge(string written)
    {
        try
        {
            return Marker.Mark(Item, Style, new Decision.Written(written));
        }
        catch (UnreadAnswerException problem)
        {
            throw new FormatException(problem.Sentence, problem);
        }
    }
}

/// <summary>The questions of a practice as one who practices reads them. The same sheet and reader give the same questions.</summary>
public sealed class PracticePaper
{
    /// <summary>How many more of a kind are drawn at once.</summary>
    public const int More = 3;

    private const char Of = '.';

    private readonly Sheet _sheet;
    private readonly Edition _edition;
    private readonly ConcurrentDictionary<int, ImmutableArray<PracticeQuestion>> _like = new();

    private PracticePaper(Sheet sheet, Edition edition) =>
        (_sheet, _edition, Questions) = (sheet, edition, Compose(sheet, edition, slot => $"{slot}"));

    /// <summary>The questions, in order; those that have no answer to trust are left out.</summary>
    public ImmutableArray<PracticeQuestion> Questions { get; }

    /// <summary>The language the sheet speaks.</summary>
    public Language Language => _sheet.Language;

    /// <summary>The paper of a sheet.</summary>
    /// <param name="sheet">The sheet.</param>
    /// <param name="part">The part it is read in, or null at concert pitch.</param>
    /// <param name="clef">The clef it is read in, or null for the part's or the sheet's.</param>
    /// <param name="chance">Draws all questions anew where it is not 0; the same number gives the same questions.</param>
    public static PracticePaper For(Sheet sheet, Instrument? part = null, Clef? clef = null, ulong chance = 0) =>
        new(chance == 0 ? sheet : Redrawn(sheet, chance), new Edition(null, part) { Clef = clef });

    /// <summary>A question, or null where there is none of that name.</summary>
    /// <param name="id">Its name.</param>
    public PracticeQuestion? Find(string id)
    {
        if (!IsLike(id))
            return Questions.FirstOrDefault(question => question.Id == id);
        var (of, number) = Split(id);
        return number >= 1 ? Like(of).ElementAtOrDefault(number - 1) : null;
    }

    /// <summary>The questions like one, on other tonics; none for a question of the teacher's own.</summary>
    /// <param name="id">The question.</param>
    public ImmutableArray<PracticeQuestion> Like(string id) =>
        Questions.Any(question => question.Id == id) ? _like.GetOrAdd(Slot(id), slot => Drawn(slot)) : [];

    /// <summary>Whether a name is that of a question drawn later, like another.</summary>
    /// <param name="id">The name.</param>
    public static bool IsLike(string id) => id.Contains(Of, StringComparison.Ordinal);

    /// <summary>The question another is like; itself where it is like none.</summary>
    /// <param name="id">The question.</param>
    public static string Origin(string id) => id.Split(Of)[0];

    /// <summary>The name of a question like another.</summary>
    /// <param name="id">The other.</param>
    /// <param name="number">Which, from 1.</param>
    public static string LikeId(string id, int number) => $"{id}{Of}{number}";

    private static (string Of, int Number) Split(string id) =>
        id.Split(Of) is [var of, var number] && int.TryParse(number, NumberStyles.None, CultureInfo.InvariantCulture, out var which)
            ? (of, which)
            : (id, 0);

    private static int Slot(string id) => int.Parse(id, NumberStyles.None, CultureInfo.InvariantCulture);

    // One that comes again, and three more where they are asked for.
    private ImmutableArray<PracticeQuestion> Drawn(int slotId)
    {
        var section = _sheet.Sections.First(section => section.Slots.Any(slot => slot.Id == slotId));
        var slot = section.Slots.First(slot => slot.Id == slotId);
        // A list to match needs its other questions: by itself it is written.
        var alone = section.AnswerAs == AnswerForm.Matching ? section with { AnswerAs = AnswerForm.Write } : section;
        return
        [
            .. LikeQuestions
                .Of(_sheet, section, slot, 1 + More)
                .SelectMany(
                    (draw, i) =>
                        Compose(_sheet with { Sections = [alone with { Slots = [QuestionDraw.Taking(slot, draw)] }] }, _edition, id =>
                            LikeId($"{id}", i + 1)
                        )
                ),
        ];
    }

    private static ImmutableArray<PracticeQuestion> Compose(Sheet sheet, Edition edition, Func<int, string> name)
    {
        using var speaking = sheet.Language.Speak();
        var composition = Composer.Compose(sheet, QuestionCatalogue.Standard, edition);
        var sections = composition
            .Worksheet.Sections.SelectMany(section => section.Items, (section, item) => (section, item.SlotId))
            .ToDictionary(one => one.SlotId, one => one.section);
        return
        [
            .. SetItems
                .Of(composition)
                .Select(one =>
                {
                    var answer = composition.Key.Answers[one.Question.SlotId];
                    return new PracticeQuestion(
                        name(one.Question.SlotId),
                        sections[one.Question.SlotId],
                        one.Question.Question,
                        answer,
                        one.Item,
                        answer.Style
                    )
                    {
                        Tuning = one.Question.Setting!.Tuning,
                    };
                }),
        ];
    }

    // What the teacher pinned or wrote stays; the rest is drawn under another seed.
    private static Sheet Redrawn(Sheet sheet, ulong chance)
    {
        var drawn = sheet with { Seed = SplitMix64.At(sheet.Seed, chance) };
        foreach (var section in sheet.Sections)
        {
            if (!QuestionCatalogue.Standard.Get(section.KindId).AsksOwn)
                drawn = drawn.With(
                    QuestionDraw.Draw(drawn, section, section.Slots.Where(slot => !slot.Pinned).Select(slot => slot.Id).ToHashSet())
                );
        }

        return drawn;
    }
}
