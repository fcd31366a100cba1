using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;
using Gavvet.Theory;
using Gavvet.Worksheets.Drawing;
using Gavvet.Worksheets.Editing;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Files;

/// <summary>Reads version 1 of the sheet file, strictly: nothing unknown, nothing out of range.</summary>
internal static class SheetFileReader
{
    private const int HighestId = 1_000_000;
    private const int HighestVariant = 1_000;

    public static Sheet Read(JsonElement root)
    {
        var file = new Fields(root, "");
        if (file.Text("format", "") != SheetFile.Format)
            throw new SheetFileException("", $"This is not a sheet file: its “format” should be “{SheetFile.Format}”.");
        var version = file.Number("version", 0, 0, int.MaxValue);
        if (version > SheetFile.Version)
            throw new SheetFileException("", $"This file is of version {version}, made by a later program. This program reads version {SheetFile.Version}.");
        if (version < SheetFile.Version)
            throw new SheetFileException("", $"The file’s “version” should be {SheetFile.Version}.");
        var seed = file.Text("seed", "0000000000000000");
        if (seed.Length != 16 || !ulong.TryParse(seed, NumberStyles.AllowHexSpecifier, CultureInfo.InvariantCulture, out var seedValue))
            throw file.Wrong("seed", "A seed is 16 hexadecimal digits.");
        var title = file.Ruled("title", SheetRules.Title).Trim();
        var instructions = file.Ruled("instructions", SheetRules.Instructions).Trim();
        var paper = file.Word("paper", Paper.A4);
        var staff = file.Number("staffHeight", PageSetup.Usual.StaffHeight, PageSetup.SmallestStaff, PageSetup.LargestStaff);
        var setup = new PageSetup(paper, staff) { LargeText = file.Flag("largeText"), HalfSheets = file.Flag("halfSheets") };
        var style = file.Inner("houseStyle") is { } chosen ? HouseStyleFile.Read(chosen) : HouseStyle.Classical;
        var versions = file.Number("versions", 1, 1, Sheet.MostVersions);
        var parts = SharedFields.Parts(file);
        var sections = file.Items("sections", "section").Select(fields => ReadSection(fields, style)).ToArray();
        if (sections.Length is < 1 or > SheetLimits.Sections)
            throw file.Wrong("sections", $"A sheet has from 1 to {SheetLimits.Sections} sections.");
        var nextId = file.Number("nextId", 1, 1, HighestId);
        file.NothingElse();
        return Assemble(new Sheet(seedValue, title, instructions, setup, [], nextId) { Style = style, Versions = versions, Parts = parts }, sections);
    }

    private sealed record RawSection(Fields Place, Section Section, int? Count);

    private static RawSection ReadSection(Fields fields, HouseStyle style)
    {
        var kindId = fields.Text("kind", "");
        var kind = QuestionCatalogue.Standard.Find(kindId)
            ?? throw fields.Wrong("kind", $"There is no kind of question called “{kindId}”. There are {string.Join(", ", QuestionCatalogue.Standard.All.Select(known => known.Id))}.");
        ImmutableArray<Key> keys = [.. fields.Texts("keys").Select((text, i) => ReadKey(fields, $"key {i + 1}", text)).Distinct().OrderBy(key => key.Fifths)];
        if (SheetRules.Keys(keys) is { } problem)
            throw fields.Wrong("keys", problem);
        ImmutableArray<Clef> clefs = [.. fields.Texts("clefs").Select(text => ReadClef(fields, text)).Distinct().OrderBy(clef => Clef.All.IndexOf(clef))];
        if (clefs.IsEmpty)
            throw fields.Wrong("clefs", "Choose at least one clef.");
        ImmutableArray<ScaleType> scales = fields.Has("scales") ? [.. fields.Texts("scales").Select(text => ReadScale(fields, text)).Distinct().OrderBy(type => ScaleTypes.All.IndexOf(type))] : [ScaleTypes.Major];
        if (SheetRules.Scales(kind, scales) is { } unasked)
            throw fields.Wrong("scales", unasked);
        var scaffolding = fields.Word("scaffolding", Scaffolding.Blank);
        if (!kind.Scaffoldings.Contains(scaffolding))
            throw fields.Wrong("scaffolding", $"“{kind.Id}” can be {string.Join(", ", kind.Scaffoldings.Select(FileWords.Of))}.");
        var section = new Section(
            fields.Number("id", 0, 0, HighestId),
            kind.Id,
            fields.Ruled("instruction", SheetRules.Instructions).Trim(),
            scales,
            keys,
            clefs,
            fields.Word("notation", Notation.Accidentals),
            fields.Word("direction", Direction.Ascending),
            scaffolding,
            [])
        {
            AlsoTonics = SharedFields.Tonics(fields, "alsoTonics"),
            WithoutTonics = SharedFields.Tonics(fields, "withoutTonics"),
        };
        section = SharedFields.Details(fields, section, kind, "own");
        if (SheetRules.Contradiction(section, style) is { } contradiction)
            throw fields.Wrong(contradiction.Field, contradiction.Words);
        var hasCount = fields.Has("count");
        if (hasCount == fields.Has("questions"))
            throw fields.Wrong("questions", "A section has either its “questions” or, to have them drawn, a “count”.");
        var count = hasCount ? fields.Number("count", 1, 1, SheetLimits.Questions) : (int?)null;
        if (!hasCount)
            section = section with { Slots = [.. fields.Items("questions", "question").Select(question => ReadSlot(question, section, kind, style))] };
        fields.NothingElse();
        return new RawSection(fields, section, count);
    }

    private static Slot ReadSlot(Fields fields, Section section, QuestionKind kind, HouseStyle style)
    {
        var type = fields.Has("scale") ? ReadScale(fields, fields.Text("scale", "")) : ScaleTypes.Major;
        var draw = new Draw(type, ReadTonic(fields, fields.Text("key", "")), ReadClef(fields, fields.Text("clef", "")), fields.Number("variant", 0, 0, HighestVariant));
        if (!kind.Takes(type))
            throw fields.Wrong("scale", SheetRules.Scales(kind, [type])!);
        if (!Scope.CanAsk(section, style, draw))
            throw fields.Wrong("key", $"“{kind.Name}” cannot be asked of {draw.Tonic} {type.Name}. Choose another key.");
        var slot = new Slot(
            fields.Number("id", 0, 0, HighestId),
            fields.Number("redraws", 0, 0, HighestId),
            fields.Flag("pinned"),
            draw)
        {
            Prompt = fields.Has("prompt") ? fields.Ruled("prompt", SheetRules.OwnWords).Trim() : "",
        };
        fields.NothingElse();
        return slot;
    }

    /// <summary>Draws the sections of a recipe, in their order.</summary>
    public static Sheet DrawAll(Sheet sheet, IEnumerable<(Fields Place, Section Section, int Count)> sections) =>
        Assemble(sheet, [.. sections.Select(section => new RawSection(section.Place, section.Section, section.Count))]);

    // Ids are what seeds hang on: those of the file are kept, missing ones are given, twice the same is refused.
    private static Sheet Assemble(Sheet sheet, RawSection[] raws)
    {
        var used = new HashSet<int>();
        foreach (var raw in raws)
        {
            foreach (var id in raw.Section.Slots.Select(slot => slot.Id).Append(raw.Section.Id).Where(id => id != 0))
            {
                if (!used.Add(id))
                    throw raw.Place.Wrong("id", $"The id {id} is used twice.");
            }
        }

        var next = Math.Max(sheet.NextId, used.Count == 0 ? 1 : used.Max() + 1);
        int Given(int id) => id == 0 ? next++ : id;
        foreach (var raw in raws)
        {
            var section = raw.Section with
            {
                Id = Given(raw.Section.Id),
                Slots = [.. raw.Section.Slots.Select(slot => slot with { Id = Given(slot.Id) })],
            };
            sheet = sheet with { Sections = sheet.Sections.Add(section), NextId = next };
            if (raw.Count is { } count)
                sheet = DrawRecipe(sheet, section, count, raw.Place);
            else if (section.Slots.IsEmpty)
                throw raw.Place.Wrong("questions", "Ask for at least one question.");
            next = sheet.NextId;
        }

        return sheet.QuestionCount > SheetLimits.Questions
            ? throw new SheetFileException("", $"A sheet holds up to {SheetLimits.Questions} questions; this file has {sheet.QuestionCount}.")
            : sheet;
    }

    private static Sheet DrawRecipe(Sheet sheet, Section section, int count, Fields place)
    {
        var outcome = SheetEditor.Apply(sheet, new ChangeCount(section.Id, count));
        return outcome.Sheet ?? throw place.Wrong("count", outcome.Words!);
    }

    private static Key ReadKey(Fields fields, string name, string text)
    {
        if (!NoteText.TryParse(text, out var tonic))
            throw fields.Wrong(name, NoteText.Problem(text));
        var key = new Key(tonic);
        return SheetRules.Keys([key]) is { } problem ? throw fields.Wrong(name, problem) : key;
    }

    private static NoteName ReadTonic(Fields fields, string text) => NoteText.TryParse(text, out var tonic) ? tonic : throw fields.Wrong("key", NoteText.Problem(text));

    internal static ScaleType ReadScale(Fields fields, string id) => ScaleTypes.Find(id)
        ?? throw fields.Wrong("scales", $"There is no scale called “{Fields.Short(id)}”. Did you mean {ScaleNames.Nearest(Fields.Short(id)).Id}?");

    internal static Clef ReadClef(Fields fields, string text) => Clef.Find(text)
        ?? throw fields.Wrong("clef", $"There is no clef called “{Fields.Short(text)}”. There are {string.Join(", ", Clef.All.Select(clef => clef.Id))}.");
}
