using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Drawing;
using Gavvet.Worksheets.Editing;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Files;

/// <summary>Makes a sheet of a document: every rule of sheets is held to, and what is only counted is drawn.</summary>
internal static class SheetReading
{
    private const int HighestId = 1_000_000;
    private const int HighestVariant = 1_000;

    public static Sheet Read(SheetDocument document, DrawChoices choices)
    {
        var style = HouseStyleFile.Style(document.HouseStyle, "houseStyle.");
        var sections = document.Sections ?? [];
        Number("sections", sections.Length, 1, SheetLimits.Sections, Texts.Say("file.sections", ("most", SheetLimits.Sections)));
        if (choices.Seed is not null && sections.Any(section => section.Drawn is not null))
            throw new SheetFileException("", Texts.Say("file.seed"));
        var sheet = new Sheet(
            choices.Seed ?? document.Seed,
            Ruled("title", document.Title, SheetRules.Title),
            Ruled("instructions", document.Instructions, SheetRules.Instructions),
            Setup(document.Paper ?? new PaperDocument()),
            [],
            Number("nextId", document.NextId ?? 1, 1, HighestId)
        )
        {
            Style = style,
            Language = document.Language ?? Language.English,
            Versions = choices.Versions ?? Number("versions", document.Versions ?? 1, 1, Sheet.MostVersions),
            Parts = [.. (document.Parts ?? []).Distinct()],
        };
        return Assemble(sheet, [.. sections.Select((section, i) => Read(section, $"sections[{i}]", style))]);
    }

    private sealed record Raw(string Path, Section Section, int? Count);

    private static PageSetup Setup(PaperDocument paper)
    {
        var height = Number(
            "paper.staffHeight",
            paper.StaffHeight ?? (paper.LargePrint ? PageSetup.LargePrintStaff : PageSetup.Usual.StaffHeight),
            PageSetup.SmallestStaff,
            PageSetup.LargestStaff
        );
        // From ten millimeters on text is large anyhow; nothing more is to be remembered.
        return new PageSetup(paper.Size, height)
        {
            LargeText = paper.LargePrint && height < PageSetup.LargePrintStaff,
            HalfSheets = paper.HalfSheets,
            Style = paper.Style,
            Minutes = Number("paper.minutes", paper.Minutes, 0, PageSetup.MostMinutes),
        };
    }

    private static Raw Read(SectionDocument document, string path, HouseStyle style)
    {
        var kind = document.Kind
            ?? throw new SheetFileException($"{path}.kind", Texts.Say("file.kind", ("example", QuestionCatalogue.Standard.All[0].Id)));
        ImmutableArray<ScaleType> scales = document.Scales is { } listed
            ? [.. listed.Distinct().OrderBy(type => ScaleTypes.All.IndexOf(type))]
            : [ScaleTypes.All.First(type => kind.Takes(type))];
        Refuse($"{path}.scales", SheetRules.Scales(kind, scales));
        ImmutableArray<Clef> clefs = document.Clefs is { } chosen ? [.. Clef.All.Intersect(chosen)] : [Clef.Treble];
        Refuse($"{path}.clefs", clefs.IsEmpty ? Texts.Say("refused.no-clef") : null);
        var section = new Section(
            Number($"{path}.id", document.Id, 0, HighestId),
            kind.Id,
            Ruled($"{path}.instruction", document.Instruction ?? "", SheetRules.Instructions),
            scales,
            Key.Majors,
            clefs,
            document.WriteWith,
            document.Direction,
            document.Scaffold,
            []
        )
        {
            Title = document.Title is { } title ? Ruled($"{path}.title", title, SheetRules.Title) : "",
            Octaves = Number($"{path}.octaves", document.Octaves, 1, SheetLimits.Octaves),
            Marks = Number($"{path}.marks", document.Marks, 1, SheetLimits.Marks),
            Columns = Number($"{path}.columns", document.Columns ?? 0, 0, kind.MostColumnsAs(document.Ask ?? "")),
            AnswerAs = document.AnswerAs,
            Option = Option(kind, document.Ask ?? "", $"{path}.ask"),
            Tuning = Tuning(document.Tuning, $"{path}.tuning"),
            Own = [.. (document.Questions ?? []).Select((own, i) => Own(own, $"{path}.questions[{i}]"))],
        };
        section = Keys(document.Keys ?? new KeysDocument(), section, $"{path}.keys");
        if (!kind.Scaffoldings.Contains(section.Scaffolding))
            throw new SheetFileException(
                $"{path}.scaffold",
                Texts.Say("file.help", ("kind", kind.Id), ("choices", string.Join(", ", kind.Scaffoldings.Select(FileWords.Of))))
            );
        if (SheetRules.Contradiction(section, style) is { } contradiction)
            throw new SheetFileException($"{path}.{contradiction.Field}", contradiction.Words);
        if (document.Drawn is { } drawn)
        {
            Refuse($"{path}.count", document.Count is null ? null : Texts.Say("file.count-or-drawn"));
            return new Raw(
                path,
                section with
                {
                    Slots = [.. drawn.Select((slot, i) => Read(slot, $"{path}.drawn[{i}]", section, kind, style))],
                },
                null
            );
        }

        Refuse($"{path}.keys", QuestionDraw.Available(section, style) == 0 ? Scope.Advice(section, style) : null);
        return new Raw(
            path,
            section,
            Number($"{path}.count", document.Count ?? (kind.AsksOwn ? section.Own.Length : 1), 1, SheetLimits.Questions)
        );
    }

    private static Section Keys(KeysDocument keys, Section section, string path)
    {
        // With one side only given, the other ends at C.
        var least = Number(
            $"{path}.flats",
            keys.Flats ?? (keys.Sharps is null ? KeySignature.Most : 0),
            -KeySignature.Most,
            KeySignature.Most
        );
        var most = Number(
            $"{path}.sharps",
            keys.Sharps ?? (keys.Flats is null ? KeySignature.Most : 0),
            -KeySignature.Most,
            KeySignature.Most
        );
        Refuse($"{path}.flats", -least > most ? Texts.Say("file.signatures", ("flats", least), ("sharps", most)) : null);
        var left = keys.OmitPlaces ?? [];
        var changed = section with
        {
            Keys = [.. Key.Majors.Where(key => key.Fifths >= -least && key.Fifths <= most && !left.Contains(key.Tonic))],
            AlsoTonics = [.. (keys.Add ?? []).Distinct()],
            WithoutTonics = [.. (keys.Omit ?? []).Distinct()],
        };
        Refuse($"{path}.flats", SheetRules.Keys(changed.Keys));
        return changed;
    }

    private static string Option(QuestionKind kind, string option, string path)
    {
        if (option.Length > 0 && kind.Options.All(known => known.Id != option))
        {
            throw new SheetFileException(
                path,
                kind.Options.IsEmpty
                    ? Texts.Say("file.one-option", ("kind", kind.Id))
                    : Texts.Say(
                        "file.not-one-of",
                        ("word", FileContract.Short(option)),
                        ("choices", string.Join(", ", kind.Options.Select(known => known.Id)))
                    )
            );
        }

        return option == (kind.Options.IsEmpty ? "" : kind.Options[0].Id) ? "" : option;
    }

    private static ImmutableArray<Pitch> Tuning(ImmutableArray<string>? strings, string path)
    {
        try
        {
            return strings is { } open ? Tunings.Parse(string.Join(' ', open.AsEnumerable())) : Tunings.Guitar;
        }
        catch (FormatException problem)
        {
            throw new SheetFileException(path, problem.Message, problem);
        }
    }

    private static OwnQuestion Own(OwnDocument own, string path) =>
        new(Ruled($"{path}.prompt", own.Prompt, SheetRules.OwnWords), Ruled($"{path}.answer", own.Answer, SheetRules.OwnWords), own.Clef);

    private static Slot Read(DrawnDocument document, string path, Section section, QuestionKind kind, HouseStyle style)
    {
        var type = document.Scale ?? ScaleTypes.Major;
        Refuse($"{path}.scale", SheetRules.Scales(kind, [type]));
        if (document.Tonic is not { } tonic)
            throw new SheetFileException($"{path}.tonic", Texts.Say("file.tonic"));
        var clef = document.Clef
            ?? throw new SheetFileException(
                $"{path}.clef",
                Texts.Say("file.clef", ("clefs", string.Join(", ", Clef.All.Select(known => known.Id))))
            );
        var draw = new Draw(type, tonic, clef, Number($"{path}.variant", document.Variant, 0, HighestVariant));
        Refuse(
            $"{path}.tonic",
            Scope.CanAsk(section, style, draw)
                ? null
                : Texts.Say("file.question", ("kind", kind.Name), ("tonic", tonic), ("scale", type.Name))
        );
        return new Slot(
            Number($"{path}.id", document.Id, 0, HighestId),
            Number($"{path}.redraws", document.Redraws, 0, HighestId),
            document.Pinned,
            draw
        )
        {
            Prompt = document.Prompt is { } words ? Ruled($"{path}.prompt", words, SheetRules.OwnWords) : "",
            Because = document.Because is { } reason ? Ruled($"{path}.because", reason, SheetRules.OwnWords) : "",
        };
    }

    // Ids are what seeds hang on: those of the file are kept, missing ones are given, twice the same is refused.
    private static Sheet Assemble(Sheet sheet, Raw[] raws)
    {
        var used = new HashSet<int>();
        foreach (var raw in raws)
        {
            foreach (var id in raw.Section.Slots.Select(slot => slot.Id).Append(raw.Section.Id).Where(id => id != 0))
                Refuse($"{raw.Path}.id", used.Add(id) ? null : Texts.Say("file.id-twice", ("id", id)));
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
                sheet = Drawn(sheet, section, count, $"{raw.Path}.count");
            else
                Refuse($"{raw.Path}.drawn", section.Slots.IsEmpty ? Texts.Say("refused.no-questions") : null);
            next = sheet.NextId;
        }

        return sheet.QuestionCount > SheetLimits.Questions
            ? throw new SheetFileException("", Texts.Say("file.questions", ("most", SheetLimits.Questions), ("count", sheet.QuestionCount)))
            : sheet;
    }

    private static Sheet Drawn(Sheet sheet, Section section, int count, string path)
    {
        var outcome = SheetEditor.Apply(sheet, new ChangeCount(section.Id, count));
        return outcome.Sheet ?? throw new SheetFileException(path, outcome.Words!);
    }

    private static void Refuse(string path, string? problem)
    {
        if (problem is not null)
            throw new SheetFileException(path, problem);
    }

    private static int Number(string path, int number, int least, int most, string? problem = null) =>
        number >= least && number <= most
            ? number
            : throw new SheetFileException(path, problem ?? Texts.Say("file.number-between", ("least", least), ("most", most)));

    private static string Ruled(string path, string text, Func<string, string?> rule)
    {
        Refuse(path, rule(text));
        return text.Trim();
    }
}
