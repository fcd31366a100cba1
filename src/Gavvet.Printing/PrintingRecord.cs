using System.Collections.Immutable;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Serialization;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Layout;
using Gavvet.Engraving.Output;
using Gavvet.Exchange;
using Gavvet.Teaching;
using Gavvet.Theory;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Forms;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;
using Gavvet.Worksheets.Working;

namespace Gavvet.Printing;

/// <summary>A printing as marking needs it for years, complete in itself: no question is ever drawn again to read it.</summary>
/// <param name="GavvetPrinting">The version of the record.</param>
/// <param name="Title">The sheet's title.</param>
/// <param name="HouseStyle">The house style it was set and answered in, as a house style file.</param>
/// <param name="Editions">Every version and part, as it was printed.</param>
public sealed record PrintingRecord(int GavvetPrinting, string Title, JsonElement HouseStyle, ImmutableArray<RecordedEdition> Editions)
{
    /// <summary>The version written. The first knew no papers of students, the second no anchors.</summary>
    public const int Version = 3;

    internal static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
        Converters = { new BoxConverter(), new MarkAnchorConverter() },
    };

    /// <summary>Whether the keys for all papers name no student; records of earlier programs do not say.</summary>
    public bool? KeysNameNobody { get; init; }

    /// <summary>The class it was printed for, or null.</summary>
    public string? Class { get; init; }

    /// <summary>The language its papers speak, or null for English.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public string? Language { get; init; }

    /// <summary>The language its papers speak; English where it is not here any more.</summary>
    [JsonIgnore]
    public Language Speaks => Theory.Language.Find(Language) ?? Theory.Language.English;

    /// <summary>The papers, each with whose it is and the codes of its pages.</summary>
    public ImmutableArray<RecordedCopy> Copies { get; init; } = [];

    /// <summary>Whether it says where things stand on its pages; records of earlier programs do once their pages were read.</summary>
    [JsonIgnore]
    public bool HasAnchors => Editions.Any(edition => edition.Items.Any(item => item.Anchors is not null));

    /// <summary>The record of a run.</summary>
    internal static PrintingRecord Of(PrintPlan plan, ImmutableArray<RecordedEdition> editions, ImmutableArray<RecordedCopy> copies)
    {
        using var style = JsonDocument.Parse(HouseStyleFile.Write(plan.Sheet.Style));
        return new PrintingRecord(Version, plan.Sheet.Title, style.RootElement.Clone(), editions)
        {
            KeysNameNobody = true,
            Class = plan.Choices.Class,
            Copies = copies,
            Language = plan.Sheet.Language == Theory.Language.English ? null : plan.Sheet.Language.Tag,
        };
    }

    /// <summary>The record as text.</summary>
    public string Write() => JsonSerializer.Serialize(this, Json);

    /// <summary>Reads a record of this version or an earlier one.</summary>
    /// <exception cref="FormatException">It is none, was changed, or is of a later program.</exception>
    public static PrintingRecord Read(string text)
    {
        try
        {
            var record = JsonSerializer.Deserialize<PrintingRecord>(text, Json);
            return record switch
            {
                { GavvetPrinting: Version } => record.Checked(),
                { GavvetPrinting: 2 } => (record with { GavvetPrinting = Version }).Checked().Anchored(OwnPages),
                { GavvetPrinting: 1 } => RecordOfVersion1.Upgraded(record, text).Checked().Anchored(OwnPages),
                { GavvetPrinting: > Version } => throw new FormatException(Texts.Say("record.later", ("version", Version))),
                _ => throw new FormatException(Texts.Say("record.none")),
            };
        }
        catch (JsonException problem)
        {
            throw new FormatException(Texts.Say("record.none"), problem);
        }
    }

    /// <summary>The house style the questions were set in.</summary>
    /// <exception cref="FormatException">It was changed by hand.</exception>
    public HouseStyle Style() => HouseStyleFile.Read(HouseStyle.GetRawText());

    /// <summary>The items of a paper, as marking needs them.</summary>
    /// <param name="copy">The paper.</param>
    /// <exception cref="FormatException">The record was changed by hand.</exception>
    public ImmutableArray<SetItem> ItemsOf(RecordedCopy copy) => Editions[copy.Edition].ToMark();

    // What points from one part of a record to another has to be there, and marks have to be counts.
    /// <summary>The record of an earlier program with the anchors its pages show; itself where it has them, or where no page is at
    /// hand.</summary>
    /// <param name="pagesOf">The pages of a paper with their keys, or null where they are not at hand.</param>
    /// <exception cref="FormatException">A page cannot be read.</exception>
    public PrintingRecord Anchored(Func<RecordedCopy, ImmutableArray<PageSidesRead>?> pagesOf)
    {
        if (HasAnchors)
            return this;
        return this with
        {
            Editions =
            [
                .. Editions.Select(
                    (edition, i) =>
                        Copies.FirstOrDefault(copy => copy.Edition == i) is { } copy && pagesOf(copy) is { } pages
                            ? edition.Anchored(pages)
                            : edition
                ),
            ],
        };
    }

    private static ImmutableArray<PageSidesRead>? OwnPages(RecordedCopy copy) =>
        copy.Sides.IsEmpty ? null : [.. copy.Sides.Select(PageSidesRead.Unpack)];

    private PrintingRecord Checked()
    {
        var isSound =
            Title is not null
            && !Editions.IsDefault
            && !Copies.IsDefault
            && Editions.All(edition =>
                edition is { Version: not null, Items.IsDefault: false }
                && edition.Items.All(item =>
                    item is { Item: { Ask: not null, Marks: >= 0 }, Box.Length: 4 }
                    && (item.Further ?? []).All(further => further is { Page: >= 1, Box.Length: 4 })
                )
            )
            && Copies.All(copy => copy is { Codes.IsDefault: false } && copy.Edition >= 0 && copy.Edition < Editions.Length);
        return isSound ? this : throw new FormatException(Texts.Say("record.changed"));
    }
}

/// <summary>One edition of a printing: a version for a part, or one of its papers in large print.</summary>
/// <param name="Version">A to Z.</param>
/// <param name="Part">The part's name in files, or null at concert pitch.</param>
/// <param name="Items">The questions.</param>
public sealed record RecordedEdition(string Version, string? Part, ImmutableArray<RecordedItem> Items)
{
    /// <summary>The clef its reader asked for, or null.</summary>
    public string? Clef { get; init; }

    /// <summary>Whether it is in large print.</summary>
    public bool IsLarge { get; init; }

    /// <summary>How many pages it has.</summary>
    public int Pages { get; init; }

    /// <summary>Where the marks of the whole paper are written on its first page; records of earlier programs do not say.</summary>
    public MarkAnchor? Total { get; init; }

    /// <summary>The headings of its sections, in order.</summary>
    public ImmutableArray<string> Sections { get; init; } = [];

    internal static RecordedEdition Of(PrintedEdition edition)
    {
        var worksheet = edition.Composition.Worksheet;
        var items = EditionItems.Of(edition.Composition, edition.PageOf, edition.Student.Length);
        var (questions, keyed) = (Questions(edition.Student), Questions(edition.Key));
        var (further, furtherKeyed) = (Further(edition.Student), Further(edition.Key));
        var settings = worksheet
            .Sections.SelectMany(section =>
                section
                    .Items.Where(item => item.Setting is not null)
                    .Select(item => (item.Number, Section: section, Setting: item.Setting!))
            )
            .ToDictionary(item => item.Number);
        return new RecordedEdition(
            items.Version,
            items.Part,
            [
                .. items
                    .Items.Select(item =>
                        (Item: item, Place: questions[item.Number], settings[item.Number].Section, settings[item.Number].Setting)
                    )
                    .Select(one =>
                        RecordedItem.Of(
                            one.Item,
                            one.Place.SlotId,
                            edition.Composition.Key.Answers[one.Place.SlotId],
                            one.Place.Group.Box,
                            one.Section,
                            one.Setting
                        ) with
                        {
                            Anchors = Anchored(one.Place.Group.Anchors, keyed[one.Item.Number].Group.Anchors),
                            Further = further.Contains(one.Item.Number)
                                ?
                                [
                                    .. further[one.Item.Number]
                                        .Zip(furtherKeyed[one.Item.Number], (own, answered) =>
                                            new FurtherPlace(
                                                own.Page,
                                                RecordedItem.Written(own.Group.Box),
                                                Anchored(own.Group.Anchors, answered.Group.Anchors)
                                            )
                                        ),
                                ]
                                : null,
                        }
                    ),
            ]
        )
        {
            Clef = edition.Edition.Clef?.Id,
            IsLarge = edition.Edition.IsLarge,
            Pages = edition.Student.Length,
            Total = edition.Student[0].Total,
            Sections = [.. worksheet.Sections.Select(section => section.Heading)],
        };
    }

    // What a program before anchors drew is read from its pages.
    internal RecordedEdition Anchored(ImmutableArray<PageSidesRead> pages) =>
        this with
        {
            Items =
            [
                .. Items.Select(item =>
                    item with
                    {
                        Anchors = AnchorsOfOldRecords.Of(pages[item.Item.Page - 1], item.Place, item.Item.Marks),
                    }
                ),
            ],
            Total = AnchorsOfOldRecords.TotalOf(pages[0].Student, Items.Sum(item => item.Item.Marks)),
        };

    // Half sheets have each question twice; the first counts.
    private static Dictionary<int, (int SlotId, PageGroup Group)> Questions(ImmutableArray<Page> pages) =>
        pages
            .SelectMany(page => page.Groups)
            .Where(group => group.Kind is GroupKind.Question { GoesOn: false })
            .GroupBy(group => ((GroupKind.Question)group.Kind).Number)
            .ToDictionary(groups => groups.Key, groups => (((GroupKind.Question)groups.First().Kind).SlotId, groups.First()));

    // What goes on on another page than it began on, page by page.
    private static ILookup<int, (int Page, PageGroup Group)> Further(ImmutableArray<Page> pages) =>
        pages
            .SelectMany((page, i) => page.Groups.Select(group => (Page: i + 1, Group: group)))
            .Where(one => one.Group.Kind is GroupKind.Question { GoesOn: true })
            .ToLookup(one => ((GroupKind.Question)one.Group.Kind).Number);

    // The places as the student has them, the heads as the key has them.
    private static ItemAnchors? Anchored(ItemAnchors? student, ItemAnchors? key) =>
        student is null || key is null
            ? student
            : student with
            {
                Figures = [.. student.Figures.Zip(key.Figures, (own, answered) => own with { Heads = answered.Heads })],
            };

    internal ImmutableArray<SetItem> ToMark() => [.. Items.Select(item => item.ToMark(this))];
}

/// <summary>One paper of a printing.</summary>
/// <param name="Number">Which, from 1, in the order they were printed.</param>
/// <param name="Student">What its student is named by, or null for a paper of no one's own.</param>
/// <param name="Edition">Which edition it is of, from 0.</param>
/// <param name="Codes">The codes of its pages, in order.</param>
public sealed record RecordedCopy(int Number, string? Student, int Edition, ImmutableArray<string> Codes)
{
    /// <summary>Where the name goes on each page; empty where it was printed with the page.</summary>
    public ImmutableArray<NamePlace> Names { get; init; } = [];

    /// <summary>Its pages with their keys, packed, where the record is kept without the printing; otherwise empty.</summary>
    public ImmutableArray<byte[]> Sides { get; init; } = [];
}

/// <summary>Where a question goes on.</summary>
/// <param name="Page">The page, from 1.</param>
/// <param name="Box">Left, top, width and height on it in micrometers.</param>
/// <param name="Anchors">Where its parts stand there; what stands on another page has an empty box.</param>
public sealed record FurtherPlace(int Page, ImmutableArray<int> Box, ItemAnchors? Anchors);

/// <summary>A question of a printing with where it stands.</summary>
/// <param name="Slot">The slot's lasting id.</param>
/// <param name="AnswerText">The answer in one line, as the key has it.</param>
/// <param name="AlsoRight">What else earns full marks, as sentences of the key.</param>
/// <param name="Box">Left, top, width and height on its page in micrometers.</param>
/// <param name="Item">The question with its answers.</param>
public sealed record RecordedItem(int Slot, string AnswerText, ImmutableArray<string> AlsoRight, ImmutableArray<int> Box, Item Item)
{
    /// <summary>The group of kinds the question is of.</summary>
    public string? Group { get; init; }

    /// <summary>How the answer is found, as sentences with their signs; records of earlier programs have none.</summary>
    public ImmutableArray<string>? Working { get; init; }

    /// <summary>What the judge needs of it.</summary>
    public JsonElement? Asked { get; init; }

    /// <summary>Where its parts stand on its page; null in a record of an earlier program whose pages are not at hand.</summary>
    public ItemAnchors? Anchors { get; init; }

    /// <summary>Where it goes on where its figures did not fit its page; null where it stands on one.</summary>
    public ImmutableArray<FurtherPlace>? Further { get; init; }

    /// <summary>Where it stands on its page.</summary>
    [JsonIgnore]
    public Box Place => Read(Box);

    /// <summary>What stands of it on each of its pages, in their order.</summary>
    /// <exception cref="FormatException">The record is of an earlier program and was opened without its pages.</exception>
    [JsonIgnore]
    public ImmutableArray<ItemPiece> Pieces =>
        [
            new(Item.Page - 1, Place, Known(Anchors)),
            .. (Further ?? []).Select(further => new ItemPiece(further.Page - 1, Read(further.Box), Known(further.Anchors))),
        ];

    private static Box Read(ImmutableArray<int> box) => new(box[0], box[1], box[0] + box[2], box[1] + box[3]);

    private static ItemAnchors Known(ItemAnchors? anchors) => anchors ?? throw new FormatException(Texts.Say("record.page"));

    internal static ImmutableArray<int> Written(Box box) => [box.Left, box.Top, box.Width, box.Height];

    internal static RecordedItem Of(Item item, int slot, Answer answer, Box box, WorksheetSection section, QuestionSetting setting)
    {
        var kind = QuestionCatalogue.Standard.Get(section.KindId);
        return new RecordedItem(slot, answer.Text, answer.AlsoRight, Written(box), item)
        {
            Group = FileWords.Of(kind.Group),
            Working = [.. answer.Working.Select(step => WorkingSentences.Sentence(setting.Style, step))],
            Asked = AskedQuestionFile.Write(AskedQuestion.Recorded(kind, setting, section.Bank)),
        };
    }

    internal SetItem ToMark(RecordedEdition edition) =>
        new(
            Item.Number,
            Item.Section,
            edition.Sections.ElementAtOrDefault(Item.Section - 1) ?? Texts.Say("paper.section", ("number", Item.Section)),
            edition.Version,
            edition.Part,
            Item.Prompt,
            AnswerText,
            AlsoRight,
            Working ?? Item.Working,
            Item.Marks,
            Item.Load,
            What().Heard(Instrument.Find(edition.Part)),
            AskedQuestionFile.Read(Asked ?? throw new FormatException(Texts.Say("record.question", ("number", Item.Number))))
        );

    // A kind this program does not know any more is of the group the record says; the oldest records do not say.
    private Asked What() =>
        new(
            Item.Kind,
            Word<QuestionGroup>(Group) ?? QuestionCatalogue.Standard.Find(Item.Kind)?.Group ?? QuestionGroup.Scales,
            ScaleTypes.Find(Item.Ask.Type) ?? throw new FormatException(Texts.Say("record.question", ("number", Item.Number))),
            NoteText.Parse(Item.Ask.Tonic)
        )
        {
            Sounds = NoteText.TryParse(Item.Ask.Sounds, out var sounds) ? sounds : null,
            Clef = Clef.Find(Item.Ask.Clef),
            Direction = Word<Direction>(Item.Ask.Direction),
            WriteWith = Word<Notation>(Item.Ask.WriteWith),
            AnswerAs = Word<AnswerForm>(Item.Ask.AnswerAs),
            Option = Item.Ask.Option,
            Scaffold = Word<Scaffolding>(Item.Ask.Scaffold),
            Octaves = Item.Ask.Octaves,
            Variant = Item.Ask.Variant,
        };

    private static T? Word<T>(string? word)
        where T : struct, Enum => FileWords.TryParse<T>(word, out var choice) ? choice : null;
}
