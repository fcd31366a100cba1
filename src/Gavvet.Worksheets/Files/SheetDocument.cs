using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Gavvet.Theory;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Files;

/// <summary>
/// A sheet as its file has it, member by member in the order they are written; docs/sheet.schema.json describes it. A
/// section says how many questions are to be drawn, or which are.
/// </summary>
internal sealed record SheetDocument
{
    public int Gavvet { get; init; }

    public string Title { get; init; } = "";

    public string Instructions { get; init; } = "";

    public Language? Language { get; init; }

    [JsonConverter(typeof(SeedConverter))]
    public ulong Seed { get; init; }

    public PaperDocument? Paper { get; init; }

    public Dictionary<string, string>? HouseStyle { get; init; }

    public int? Versions { get; init; }

    public ImmutableArray<Instrument>? Parts { get; init; }

    public ImmutableArray<SectionDocument>? Sections { get; init; }

    public int? NextId { get; init; }
}

/// <summary>Paper and staff.</summary>
internal sealed record PaperDocument
{
    public Paper Size { get; init; }

    public int? StaffHeight { get; init; }

    public bool LargePrint { get; init; }

    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool HalfSheets { get; init; }

    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public PageStyle Style { get; init; }

    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public int Minutes { get; init; }
}

/// <summary>A section with what its questions are drawn from.</summary>
internal sealed record SectionDocument
{
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public int Id { get; init; }

    public QuestionKind? Kind { get; init; }

    public string? Title { get; init; }

    public string? Instruction { get; init; }

    public int? Count { get; init; }

    public ImmutableArray<ScaleType>? Scales { get; init; }

    public KeysDocument? Keys { get; init; }

    public ImmutableArray<Clef>? Clefs { get; init; }

    public Direction Direction { get; init; }

    public int Octaves { get; init; } = 1;

    public Notation WriteWith { get; init; }

    public Scaffolding Scaffold { get; init; } = Scaffolding.Blank;

    public AnswerForm AnswerAs { get; init; }

    public int Marks { get; init; } = 1;

    public int? Columns { get; init; }

    public string? Ask { get; init; }

    public ImmutableArray<string>? Tuning { get; init; }

    public ImmutableArray<OwnDocument>? Questions { get; init; }

    public ImmutableArray<DrawnDocument>? Drawn { get; init; }

    /// <summary>Why a follow-up asks the first of its questions: said in the file, and not kept; each question has its own in words.</summary>
    public BecauseDocument? Because { get; init; }
}

/// <summary>Why a follow-up asks a question.</summary>
internal sealed record BecauseDocument
{
    public string? Finding { get; init; }

    public string? Skill { get; init; }

    public string? Type { get; init; }

    public string? Tonic { get; init; }

    public string? Date { get; init; }
}

/// <summary>A stretch of the line of fifths, what is left out of it and what is added.</summary>
internal sealed record KeysDocument
{
    public int? Flats { get; init; }

    public int? Sharps { get; init; }

    public ImmutableArray<NoteName>? Add { get; init; }

    public ImmutableArray<NoteName>? Omit { get; init; }

    public ImmutableArray<NoteName>? OmitPlaces { get; init; }
}

/// <summary>A question in the teacher's own words.</summary>
internal sealed record OwnDocument
{
    public string Prompt { get; init; } = "";

    public string Answer { get; init; } = "";

    public Clef? Clef { get; init; }
}

/// <summary>A question that is drawn.</summary>
internal sealed record DrawnDocument
{
    public int Id { get; init; }

    public int Redraws { get; init; }

    public bool Pinned { get; init; }

    public ScaleType? Scale { get; init; }

    public NoteName? Tonic { get; init; }

    public int Variant { get; init; }

    public Clef? Clef { get; init; }

    public string? Prompt { get; init; }

    public string? Because { get; init; }
}
