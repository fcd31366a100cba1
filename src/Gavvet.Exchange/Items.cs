using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Gavvet.Theory;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Exchange;

/// <summary>Everything on a sheet as data: its versions and parts, each with its questions and their answers.</summary>
/// <param name="Sheet">The sheet's code.</param>
/// <param name="Seed">The seed it was drawn from.</param>
/// <param name="Versions">Its printings.</param>
public sealed record SheetItems(string Sheet, ulong Seed, ImmutableArray<EditionItems> Versions);

/// <summary>One printing.</summary>
/// <param name="Version">A to Z.</param>
/// <param name="Part">The part's name in files, or null at concert pitch.</param>
/// <param name="Pages">How many pages the student's paper has.</param>
/// <param name="Load">The load of all questions together.</param>
/// <param name="Items">The questions, in order.</param>
public sealed record EditionItems(string Version, string? Part, int Pages, int Load, ImmutableArray<Item> Items)
{
    /// <summary>The items of a composition.</summary>
    /// <param name="composition">The composition.</param>
    /// <param name="pageOf">On which page each slot's question stands, from 1.</param>
    /// <param name="pages">How many pages there are.</param>
    public static EditionItems Of(Composition composition, IReadOnlyDictionary<int, int> pageOf, int pages)
    {
        var sheet = composition.Worksheet;
        var items = sheet.Sections.SelectMany(
            (section, index) =>
                section
                    .Items.Where(item => item.Setting is not null)
                    .Select(item =>
                        Item.Of(section, index + 1, item, composition.Key.Answers[item.SlotId], pageOf.GetValueOrDefault(item.SlotId))
                    )
        );
        return new EditionItems($"{sheet.Edition.Version ?? 'A'}", sheet.Edition.Part?.Id, pages, sheet.Load, [.. items]);
    }
}

/// <summary>One question with its answer.</summary>
/// <param name="Number">Its number on the page.</param>
/// <param name="Section">The section, from 1.</param>
/// <param name="Kind">The kind's name in files.</param>
/// <param name="Prompt">The words beside the number.</param>
/// <param name="Ask">What it is about.</param>
/// <param name="Answer">The answer.</param>
/// <param name="Accepted">Every other answer that is right, in the same form.</param>
/// <param name="Remarks">What else earns full marks, as sentences.</param>
/// <param name="Working">How the answer is found, as sentences.</param>
/// <param name="Marks">What it can earn.</param>
/// <param name="Load">Its load.</param>
/// <param name="Page">The page it stands on, from 1.</param>
/// <param name="Choices">The answers the student chooses from, A first; null where the answer is written.</param>
public sealed record Item(
    int Number,
    int Section,
    string Kind,
    string Prompt,
    ItemAsk Ask,
    ItemAnswer Answer,
    ImmutableArray<ItemAnswer> Accepted,
    ImmutableArray<string> Remarks,
    ImmutableArray<string> Working,
    int Marks,
    int Load,
    int Page,
    ImmutableArray<string>? Choices = null
)
{
    // Chromatic and diminished scales have many spellings; beyond these the remarks say the rule.
    private const int MostSpellings = 200;

    internal static Item Of(WorksheetSection section, int sectionNumber, WorksheetItem item, Answer answer, int page)
    {
        var setting = item.Setting!;
        var kind = QuestionCatalogue.Standard.Get(section.KindId);
        var style = setting.Style;
        return new Item(
            item.Number,
            sectionNumber,
            section.KindId,
            PlainText.Of(item.Question.Prompt),
            ItemAsk.Of(kind, setting),
            answer.Written is { } written
                ? ItemAnswer.Of(kind, setting, written.Scale.Ascending, written.Scale.Descending)
                : ItemAnswer.OfLines(answer),
            answer.Written is { } spelled
                ? [.. Spellings(kind, setting, spelled, answer), .. OtherTonics(kind, setting, spelled, answer)]
                : [.. answer.Accepted.Select(text => new ItemAnswer { Text = [PlainText.Of(text)] })],
            [.. answer.Remarks.Select(PlainText.Of)],
            [.. answer.Working.Select(step => PlainText.Of(WorkingSentences.Sentence(style, step)))],
            section.Marks,
            item.Load,
            page,
            Chosen(section, item.Question)
        );
    }

    // The scale on another tonic, where that is as right: a transposition has two names.
    private static IEnumerable<ItemAnswer> OtherTonics(QuestionKind kind, QuestionSetting setting, WrittenScale written, Answer answer) =>
        answer
            .Lines.SelectMany(line => line.Others)
            .OfType<NotesPart>()
            .Where(part => part.Notes.Length >= written.Scale.Ascending.Length && part.Notes[0] != written.Scale.Tonic)
            .Select(part => setting.Style.Spell(written.Type, part.Notes[0]))
            .Select(scale => ItemAnswer.Of(kind, setting, scale.Ascending, scale.Descending));

    // From the boxes beside the question, or from the section's list.
    private static ImmutableArray<string>? Chosen(WorksheetSection section, Question question)
    {
        var choices = question.Figures.OfType<ChoicesFigure>().FirstOrDefault()?.Options ?? section.Bank;
        return choices.IsEmpty ? null : [.. choices.Select(PlainText.Of)];
    }

    // Signs are put to the letters that are printed, and notes into the gaps between those that are.
    private static IEnumerable<ItemAnswer> Spellings(QuestionKind kind, QuestionSetting setting, WrittenScale written, Answer answer)
    {
        if (written.Fill == LineFill.Signs)
            return [];
        var scale = written.Scale;
        if (written.Fill == LineFill.Gaps)
        {
            var gaps = answer.Marks[^1].OfType<NoteMark>().Select(note => note.Column).ToHashSet();
            return AcceptedSpellings
                .Of(scale, setting.Style, false)
                .Skip(1)
                .Where(line =>
                    line.Length == scale.Ascending.Length
                    && Enumerable.Range(0, line.Length).All(i => gaps.Contains(i) || line[i] == scale.Ascending[i])
                )
                .Take(MostSpellings)
                .Select(line => new ItemAnswer { Ascending = Plain.Notes(line) });
        }

        var direction = kind.UsesDirection ? setting.Direction : Direction.Ascending;
        var up = AcceptedSpellings
            .Of(scale, setting.Style, false)
            .Skip(1)
            .Take(MostSpellings)
            .Select(line => new ItemAnswer { Ascending = Plain.Notes(line) });
        var down = AcceptedSpellings
            .Of(scale, setting.Style, true)
            .Skip(1)
            .Take(MostSpellings)
            .Select(line => new ItemAnswer { Descending = Plain.Notes(line) });
        return direction switch
        {
            Direction.Ascending => up,
            Direction.Descending => down,
            _ => up.Concat(down),
        };
    }
}

/// <summary>What a question is about.</summary>
/// <param name="Type">The scale type.</param>
/// <param name="Tonic">The tonic as it is written for the part.</param>
/// <param name="Clef">The clef, where a staff is printed.</param>
/// <param name="Direction">up, down or up-down, where the kind has one.</param>
/// <param name="WriteWith">signature or accidentals, where the kind has the choice.</param>
/// <param name="Octaves">Over how many octaves.</param>
/// <param name="Scaffold">How much is given.</param>
/// <param name="AnswerAs">How it is answered.</param>
/// <param name="Option">The way of asking, or null.</param>
/// <param name="Variant">Which of the kind's questions about the scale.</param>
public sealed record ItemAsk(
    string Type,
    string Tonic,
    string? Clef,
    string? Direction,
    string? WriteWith,
    int Octaves,
    string Scaffold,
    string AnswerAs,
    string? Option,
    int Variant
)
{
    /// <summary>The tonic at concert pitch, where a part that transposes is asked in its own written key; otherwise null.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public string? Sounds { get; init; }

    internal static ItemAsk Of(QuestionKind kind, QuestionSetting setting) =>
        new(
            setting.Scale.Id,
            NoteText.Ascii(setting.Tonic),
            kind.UsesClefAs(setting.Option) ? setting.Clef.Id : null,
            kind.UsesDirection ? FileWords.Of(setting.Direction) : null,
            kind.UsesNotation ? FileWords.Of(setting.Notation) : null,
            setting.Octaves,
            FileWords.Of(setting.Scaffolding),
            FileWords.Of(setting.AnswerAs),
            setting.Option.Length > 0 ? setting.Option : null,
            setting.Variant
        )
        {
            Sounds = setting.Part is { WrittenFifths: not 0 } && setting.Sounds is { } sounds ? NoteText.Ascii(sounds) : null,
        };
}

/// <summary>An answer: a scale, the way asked, or text a line.</summary>
public sealed record ItemAnswer
{
    /// <summary>The notes going up, tonic to tonic.</summary>
    public ImmutableArray<string>? Ascending { get; init; }

    /// <summary>The notes coming down.</summary>
    public ImmutableArray<string>? Descending { get; init; }

    /// <summary>What is written, a line each.</summary>
    public ImmutableArray<string>? Text { get; init; }

    internal static ItemAnswer Of(QuestionKind kind, QuestionSetting setting, ImmutableArray<NoteName> up, ImmutableArray<NoteName> down)
    {
        var direction = kind.UsesDirection ? setting.Direction : Direction.Ascending;
        return new ItemAnswer
        {
            Ascending = direction == Direction.Descending ? null : Plain.Notes(up),
            Descending = direction == Direction.Ascending ? null : Plain.Notes(down),
        };
    }

    internal static ItemAnswer OfLines(Answer answer)
    {
        string[] lines =
        [
            .. answer.Marks.SelectMany(marks => marks.OfType<LineMark>()).OrderBy(mark => mark.Line).Select(mark => mark.Text),
        ];
        return new ItemAnswer { Text = [.. (lines.Length > 0 ? lines : [answer.Text]).Select(PlainText.Of)] };
    }
}

/// <summary>Notes in plain characters, as files have them.</summary>
internal static class Plain
{
    public static ImmutableArray<string> Notes(IEnumerable<NoteName> notes) => [.. notes.Select(NoteText.Ascii)];
}
