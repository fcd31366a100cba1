using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;
using Gavvet.Theory;
using Gavvet.Worksheets.Drawing;
using Gavvet.Worksheets.Editing;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Files;

/// <summary>Reads version 1 of the recipe, strictly, and draws its questions. Problems name the path inside the file.</summary>
internal static class RecipeFileReader
{
    public static Sheet Read(JsonElement root, DrawChoices choices)
    {
        var file = new Fields(root, "", asPath: true);
        if (file.Number(RecipeFile.Mark, 0, 0, int.MaxValue) is var version && version != RecipeFile.Version)
            throw file.Wrong(RecipeFile.Mark, $"This program reads recipes of version {RecipeFile.Version}; this one says {version}.");
        var title = file.Ruled("title", SheetRules.Title).Trim();
        var instructions = file.Ruled("instructions", SheetRules.Instructions).Trim();
        var seed = Seed(root, file);
        var setup = file.Inner("paper") is { } paper ? Setup(paper) : PageSetup.Usual;
        var style = file.Inner("houseStyle") is { } house ? HouseStyleFile.Read(house) : HouseStyle.Classical;
        var versions = file.Number("versions", 1, 1, Sheet.MostVersions);
        var parts = SharedFields.Parts(file);
        var sections = file.Items("sections", "section").Select(fields => ReadSection(fields, style)).ToArray();
        if (sections.Length is < 1 or > SheetLimits.Sections)
            throw file.Wrong("sections", $"A sheet has from 1 to {SheetLimits.Sections} sections.");
        file.NothingElse();
        return SheetFileReader.DrawAll(new Sheet(choices.Seed ?? seed, title, instructions, setup, [], 1) { Style = style, Versions = choices.Versions ?? versions, Parts = parts }, sections);
    }

    // A whole number, as large as a seed may be.
    private static ulong Seed(JsonElement root, Fields file)
    {
        if (!file.Has("seed"))
            return 0;
        var value = root.GetProperty("seed");
        file.Skip("seed");
        return value.ValueKind == JsonValueKind.Number && value.TryGetUInt64(out var seed) ? seed
            : value.ValueKind == JsonValueKind.String && ulong.TryParse(value.GetString(), NumberStyles.None, CultureInfo.InvariantCulture, out var written) ? written
            : throw file.Wrong("seed", "A seed is a whole number from 0 on.");
    }

    private static PageSetup Setup(Fields fields)
    {
        var size = fields.Text("size", "A4");
        if (size is not ("A4" or "Letter"))
            throw fields.Wrong("size", $"“{Fields.Short(size)}” is not one of A4, Letter.");
        var large = fields.Flag("largePrint");
        var usual = large ? PageSetup.LargePrintStaff : PageSetup.Usual.StaffHeight;
        var setup = new PageSetup(size == "A4" ? Paper.A4 : Paper.Letter, fields.Number("staffHeight", usual, PageSetup.SmallestStaff, PageSetup.LargestStaff)) { LargeText = large, HalfSheets = fields.Flag("halfSheets") };
        fields.NothingElse();
        // From ten millimeters on text is large anyhow; nothing more is to be remembered.
        return setup.StaffHeight >= PageSetup.LargePrintStaff ? setup with { LargeText = false } : setup;
    }

    private static (Fields, Section, int) ReadSection(Fields fields, HouseStyle style)
    {
        var kindId = fields.Text("kind", "");
        var kind = QuestionCatalogue.Standard.Find(kindId)
            ?? throw fields.Wrong("kind", $"There is no kind of question called “{Fields.Short(kindId)}”. Did you mean {QuestionCatalogue.Standard.Nearest(kindId).Id}?");
        ImmutableArray<ScaleType> scales = fields.Has("scales")
            ? [.. fields.Texts("scales").Select(text => SheetFileReader.ReadScale(fields, text)).Distinct().OrderBy(type => ScaleTypes.All.IndexOf(type))]
            : [ScaleTypes.All.First(type => kind.Takes(type))];
        if (SheetRules.Scales(kind, scales) is { } unasked)
            throw fields.Wrong("scales", unasked);
        ImmutableArray<Clef> clefs = fields.Has("clefs") ? [.. Clef.All.Intersect(fields.Texts("clefs").Select(text => SheetFileReader.ReadClef(fields, text)))] : [Clef.Treble];
        if (clefs.IsEmpty)
            throw fields.Wrong("clefs", "Choose at least one clef.");
        var section = new Section(
            0,
            kind.Id,
            fields.Ruled("instruction", SheetRules.Instructions).Trim(),
            scales,
            Key.Majors,
            clefs,
            fields.Word("writeWith", Notation.Accidentals),
            Choice(fields, "direction", Direction.Ascending, RecipeFile.Word),
            Choice(fields, "scaffold", Scaffolding.Blank, RecipeFile.Word),
            []);
        section = SharedFields.Details(fields, section, kind, "questions");
        if (fields.Inner("keys") is { } keys)
            section = Keys(keys, section);
        if (!kind.Scaffoldings.Contains(section.Scaffolding))
            throw fields.Wrong("scaffold", $"“{kind.Id}” can be {string.Join(", ", kind.Scaffoldings.Select(RecipeFile.Word))}.");
        if (SheetRules.Contradiction(section, style) is { } contradiction)
            throw fields.Wrong(contradiction.Field switch { "scaffolding" => "scaffold", "notation" => "writeWith", var field => field }, contradiction.Words);
        if (QuestionDraw.Available(section, style) == 0)
            throw fields.Wrong("keys", Scope.Advice(section, style));
        var count = fields.Number("count", kind.AsksOwn ? section.Own.Length : 1, 1, SheetLimits.Questions);
        fields.NothingElse();
        return (fields, section, count);
    }

    private static Section Keys(Fields fields, Section section)
    {
        // With one side only given, the other ends at C.
        var (flats, sharps) = (fields.Has("flats"), fields.Has("sharps"));
        var least = fields.Number("flats", sharps ? 0 : KeySignature.Most, -KeySignature.Most, KeySignature.Most);
        var most = fields.Number("sharps", flats ? 0 : KeySignature.Most, -KeySignature.Most, KeySignature.Most);
        if (-least > most)
            throw fields.Wrong("flats", $"From {least} flats to {most} sharps there is no key. Give fewer than none only for the other side.");
        var left = SharedFields.Tonics(fields, "omitPlaces");
        var changed = section with
        {
            Keys = [.. Key.Majors.Where(key => key.Fifths >= -least && key.Fifths <= most && !left.Contains(key.Tonic))],
            AlsoTonics = SharedFields.Tonics(fields, "add"),
            WithoutTonics = SharedFields.Tonics(fields, "omit"),
        };
        fields.NothingElse();
        return SheetRules.Keys(changed.Keys) is { } problem ? throw fields.Wrong("flats", problem) : changed;
    }

    private static T Choice<T>(Fields fields, string name, T absent, Func<T, string> word)
        where T : struct, Enum
    {
        if (!fields.Has(name))
            return absent;
        var text = fields.Text(name, "");
        foreach (var choice in Enum.GetValues<T>())
        {
            if (word(choice) == text)
                return choice;
        }

        throw fields.Wrong(name, $"“{Fields.Short(text)}” is not one of {string.Join(", ", Enum.GetValues<T>().Select(word))}.");
    }
}
