using System.Collections.Immutable;
using System.Text.Json;
using Gavvet.Theory;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Files;

/// <summary>
/// A sheet as a JSON text; docs/sheet.schema.json describes it. With its questions drawn it is the sheet itself, with
/// counts instead it is a recipe, from which such a sheet is drawn. The same sheet gives the same text.
/// </summary>
public static class SheetFile
{
    /// <summary>The field that marks a sheet file, with its version.</summary>
    public const string Mark = "gavvet";

    /// <summary>The version written.</summary>
    public const int Version = 1;

    /// <summary>The sheet as text, its questions drawn.</summary>
    /// <param name="sheet">The sheet.</param>
    public static string Write(Sheet sheet) => FileContract.Write(Document(sheet, recipe: false));

    /// <summary>The recipe of a sheet: what to draw, not what was drawn.</summary>
    /// <param name="sheet">The sheet.</param>
    public static string WriteRecipe(Sheet sheet) => FileContract.Write(Document(sheet, recipe: true));

    /// <summary>Reads a sheet; what a recipe asks for is drawn.</summary>
    /// <param name="text">The text.</param>
    /// <exception cref="SheetFileException">It is no sheet of this version; the message says where and what would be right.</exception>
    public static Sheet Read(string text) => Read(text, DrawChoices.None);

    /// <summary>Reads a sheet, and where it is none says every fault at once, a line each.</summary>
    /// <param name="text">The text.</param>
    /// <param name="choices">What goes before the file's own seed and number of versions.</param>
    /// <exception cref="SheetFileException">It is no sheet of this version.</exception>
    public static Sheet ReadWhole(string text, DrawChoices choices)
    {
        try
        {
            return Read(text, choices);
        }
        catch (SheetFileException first)
        {
            throw new SheetFileException(string.Join('\n', SheetFaults.From(first, text, choices)), first);
        }
    }

    /// <summary>Reads a sheet, drawn otherwise than the file says.</summary>
    /// <param name="text">The text.</param>
    /// <param name="choices">What goes before the file's own seed and number of versions.</param>
    /// <exception cref="SheetFileException">It is no sheet of this version, or its questions are drawn already and a seed is wished
    /// for.</exception>
    public static Sheet Read(string text, DrawChoices choices)
    {
        if (text.Length > SheetLimits.FileBytes)
            throw new SheetFileException("", Texts.Say("file.large", ("most", SheetLimits.FileBytes / 1024)));
        return SheetReading.Read(FileContract.Read<SheetDocument>(Current(text)), choices);
    }

    // The text as this version has it.
    private static string Current(string text)
    {
        try
        {
            using var document = JsonDocument.Parse(text);
            var root = document.RootElement;
            if (root.ValueKind != JsonValueKind.Object)
                throw new SheetFileException("", Texts.Say("file.object"));
            if (root.TryGetProperty(Mark, out var version))
            {
                return version.ValueKind == JsonValueKind.Number && version.TryGetInt32(out var number) && number == Version
                    ? text
                    : throw new SheetFileException(
                        Mark,
                        Texts.Say("file.version", ("known", Version), ("version", FileContract.Short(version.GetRawText())))
                    );
            }

            return SheetUpgrade.IsOld(root)
                ? SheetUpgrade.Of(root)
                : throw new SheetFileException("", Texts.Say("file.mark", ("mark", Mark), ("version", Version)));
        }
        catch (JsonException broken)
        {
            throw new SheetFileException("", Texts.Say("file.not-json", ("line", (broken.LineNumber ?? 0) + 1)), broken);
        }
        catch (InvalidOperationException broken)
        {
            throw new SheetFileException("", FileContract.HalfCharacter, broken);
        }
    }

    private static SheetDocument Document(Sheet sheet, bool recipe)
    {
        return new SheetDocument
        {
            Gavvet = Version,
            Title = sheet.Title,
            Instructions = sheet.Instructions,
            Language = sheet.Language == Language.English ? null : sheet.Language,
            Seed = sheet.Seed,
            Paper = new PaperDocument
            {
                Size = sheet.Setup.Paper,
                StaffHeight = sheet.Setup.StaffHeight,
                LargePrint = sheet.Setup.IsLargePrint,
                HalfSheets = sheet.Setup.HalfSheets,
                Style = sheet.Setup.Style,
                Minutes = sheet.Setup.Minutes,
            },
            HouseStyle = HouseStyleFile.Words(sheet.Style),
            Versions = sheet.Versions,
            Parts = sheet.Parts,
            Sections = [.. sheet.Sections.Select(section => Document(section, recipe))],
            NextId = recipe ? null : sheet.NextId,
        };
    }

    private static SectionDocument Document(Section section, bool recipe) =>
        new()
        {
            Id = recipe ? 0 : section.Id,
            Kind = Questions.QuestionCatalogue.Standard.Get(section.KindId),
            Title = section.Title.Length > 0 ? section.Title : null,
            Instruction = section.Instruction.Length > 0 ? section.Instruction : null,
            Count = recipe ? section.Slots.Count : null,
            Scales = section.Scales,
            Keys = Keys(section),
            Clefs = section.Clefs,
            Direction = section.Direction,
            Octaves = section.Octaves,
            WriteWith = section.Notation,
            Scaffold = section.Scaffolding,
            AnswerAs = section.AnswerAs,
            Marks = section.Marks,
            Columns = section.Columns > 0 ? section.Columns : null,
            Ask = section.Option.Length > 0 ? section.Option : null,
            Tuning = section.Tuning.SequenceEqual(Tunings.Guitar)
                ? null
                : [.. section.Tuning.Select(pitch => $"{NoteText.Ascii(pitch.Name)}{pitch.Octave}")],
            Questions = section.Own.IsEmpty
                ? null
                :
                [
                    .. section.Own.Select(own => new OwnDocument
                    {
                        Prompt = own.Prompt,
                        Answer = own.Answer,
                        Clef = own.Clef,
                    }),
                ],
            Drawn = recipe ? null : [.. section.Slots.Select(Document)],
        };

    private static DrawnDocument Document(Slot slot) =>
        new()
        {
            Id = slot.Id,
            Redraws = slot.Redraws,
            Pinned = slot.Pinned,
            Scale = slot.Drawn.Scale,
            Tonic = slot.Drawn.Tonic,
            Variant = slot.Drawn.Variant,
            Clef = slot.Drawn.Clef,
            Prompt = slot.Prompt.Length > 0 ? slot.Prompt : null,
            Because = slot.Because.Length > 0 ? slot.Because : null,
        };

    // The stretch that holds every place, and what is left out of it or added.
    private static KeysDocument Keys(Section section)
    {
        var (least, most) = (section.Keys.Min(key => key.Fifths), section.Keys.Max(key => key.Fifths));
        ImmutableArray<NoteName> gaps =
        [
            .. Enumerable.Range(least, most - least + 1).Except(section.Keys.Select(key => key.Fifths)).Select(NoteName.FromFifths),
        ];
        return new KeysDocument
        {
            Flats = -least,
            Sharps = most,
            Add = section.AlsoTonics.IsEmpty ? null : section.AlsoTonics,
            Omit = section.WithoutTonics.IsEmpty ? null : section.WithoutTonics,
            OmitPlaces = gaps.IsEmpty ? null : gaps,
        };
    }
}

/// <summary>How the questions of a file are to be drawn, where not as it says itself.</summary>
/// <param name="Seed">Another seed, or null.</param>
/// <param name="Versions">Another number of versions, or null.</param>
public sealed record DrawChoices(ulong? Seed, int? Versions)
{
    /// <summary>As the file says.</summary>
    public static DrawChoices None { get; } = new(null, null);
}

/// <summary>A file that is no sheet: where it goes wrong and what would be right.</summary>
public sealed class SheetFileException : FormatException
{
    /// <summary>A refusal without words of its own.</summary>
    public SheetFileException() { }

    /// <summary>A refusal in words.</summary>
    /// <param name="message">The sentence a teacher reads.</param>
    public SheetFileException(string message)
        : base(message) { }

    /// <summary>A refusal with its cause.</summary>
    /// <param name="message">The sentence a teacher reads.</param>
    /// <param name="innerException">What was met first.</param>
    public SheetFileException(string message, Exception innerException)
        : base(message, innerException) { }

    /// <summary>A refusal at a place in the file.</summary>
    /// <param name="place">The place, such as "sections[1].keys"; empty for the whole file.</param>
    /// <param name="problem">The sentence a teacher reads.</param>
    /// <param name="cause">What was met first, or null.</param>
    public SheetFileException(string place, string problem, Exception? cause = null)
        : base(place.Length == 0 ? problem : $"In {place}: {problem}", cause) => Place = place;

    /// <summary>The place in the file, such as "sections[1].keys"; empty for the whole file.</summary>
    public string Place { get; } = "";
}
