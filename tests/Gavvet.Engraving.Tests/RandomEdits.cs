using System.Collections.Immutable;
using Gavvet.Worksheets.Editing;

namespace Gavvet.Engraving.Tests;

/// <summary>Edits a teacher might make one after another, good and bad, drawn over every edit there is.</summary>
internal sealed class RandomEdits(int seed)
{
    private static readonly string[] Texts = ["", "Week 3", "B♭ and E♭", "a\tb", "Scales for Größe & Zoë", "\uFFFE", new('x', 400)];

    // Drawn from a fixed seed, so that a failure can be looked at again.
#pragma warning disable CA5394
    private readonly Random _random = new(seed);

    /// <summary>How often each edit was tried, so that none is forgotten.</summary>
    public Dictionary<Type, int> Tried { get; } = [];

    /// <summary>Every edit there is.</summary>
    public static IReadOnlyList<Type> All { get; } =
    [.. typeof(SheetEdit).Assembly.GetTypes().Where(type => !type.IsAbstract && type.IsSubclassOf(typeof(SheetEdit)))];

    /// <summary>The sheet after some edits; those that are refused change nothing.</summary>
    public Sheet After(Sheet sheet, int edits, Action<SheetEdit, Sheet>? done = null)
    {
        for (var i = 0; i < edits; i++)
        {
            var edit = Next(sheet);
            Tried[edit.GetType()] = Tried.GetValueOrDefault(edit.GetType()) + 1;
            if (SheetEditor.Apply(sheet, edit).Sheet is not { } edited)
                continue;
            sheet = edited;
            done?.Invoke(edit, sheet);
        }

        return sheet;
    }

    private SheetEdit Next(Sheet sheet)
    {
        var section = sheet.Sections[Below(sheet.Sections.Count)];
        var id = Rarely() ? 999 : section.Id;
        var slot = section.Slots.IsEmpty || Rarely() ? 999 : section.Slots[Below(section.Slots.Count)].Id;
        return Below(36) switch
        {
            0 => new Retitle(One(Texts)),
            1 => new Reinstruct(One(Texts)),
            2 => new ChangeSetup(One(Enum.GetValues<Paper>()), Below(20)) { LargeText = Coin(), HalfSheets = Coin() },
            3 or 4 => new AddSection(AnyKind().Id),
            5 => new RemoveSection(id),
            6 => new MoveSection(id, Below(7) - 3),
            7 => new RewordInstruction(id, One(Texts)),
            8 or 9 or 10 or 11 => new ChangeKind(id, AnyKind().Id),
            12 => new ChangeKeys(id, Some(Key.Majors))
            {
                Also = Coin() ? Some([.. NoteName.All]) : default,
                Without = Coin() ? Some([.. NoteName.All]) : default,
            },
            13 => Coin() ? new AddKeptSection(One(ShippedSections.All).Section) : new BeginWith(Rarely() ? [] : [section]),
            14 or 15 => new ChangeScales(id, Scales(section)),
            16 => new ChangeClefs(id, Some(Clef.All)),
            17 => new ChangeCount(id, Below(9)),
            18 => new ChangeScaffolding(id, One(Enum.GetValues<Scaffolding>())),
            19 => new ChangeNotation(id, One(Enum.GetValues<Notation>())),
            20 => new ChangeDirection(id, One(Enum.GetValues<Direction>())),
            21 => new ChangeHeading(id, One(Texts)),
            22 => new ChangeOctaves(id, Below(5)),
            23 => Coin() ? new ChangeMarks(id, Below(25)) : new ChangeColumns(id, Below(4)),
            24 => new ChangeAnswerForm(id, One(Enum.GetValues<AnswerForm>())),
            25 => new ChangeOption(id, Options(section)),
            26 => new ChangeTuning(id, One<string>(["E2 A2 D3 G3 B3 E4", "G3 D4 A4 E5", "", "X9"])),
            27 => new ChangeOwnQuestions(
                id,
                [.. Enumerable.Range(0, Below(4)).Select(i => new OwnQuestion($"Question {i}", One(Texts), Coin() ? One(Clef.All) : null))]
            )
            {
                Reshapes = Coin(),
            },
            28 => Coin() ? new ChangeVersions(Below(5)) : new RedrawAll(),
            29 => new ChangeParts(Coin() ? [] : Some(Instrument.All)),
            30 => Coin()
                ? new ChangeHouseStyle(One(HouseStyle.Presets))
                : new ChangeLanguage(One<Language>([Language.English, Language.Pseudo])),
            31 => new AddQuestionAt(id, One(Key.Majors)),
            32 or 33 => Coin() ? new ChooseTonic(id, slot, One<NoteName>([.. NoteName.All])) : new ChooseClef(id, slot, One(Clef.All)),
            34 => Coin() ? new PinQuestion(id, slot, Coin()) : new WeighQuestion(id, slot, Coin()),
            _ => Below(4) switch
            {
                0 => new RedrawQuestion(id, slot),
                1 => new RewordQuestion(id, slot, One(Texts)),
                2 => new RemoveQuestion(id, slot),
                _ => new MoveQuestion(id, slot, Below(7) - 3),
            },
        };
    }

    private QuestionKind AnyKind() => One(QuestionCatalogue.Standard.All);

    // Mostly scales the kind can ask about, so that the edit is carried out.
    private ImmutableArray<ScaleType> Scales(Section section)
    {
        var kind = QuestionCatalogue.Standard.Get(section.KindId);
        return Some([.. ScaleTypes.All.Where(type => Rarely() || kind.Takes(type))]);
    }

    private string Options(Section section) =>
        One<string>([.. QuestionCatalogue.Standard.Get(section.KindId).Options.Select(option => option.Id), "no-such-way"]);

    private int Below(int limit) => _random.Next(limit);

    private bool Coin() => Below(2) == 0;

    private bool Rarely() => Below(30) == 0;

    private T One<T>(IReadOnlyList<T> choices) => choices[Below(choices.Count)];

    private ImmutableArray<T> Some<T>(IReadOnlyList<T> choices) =>
        choices.Count == 0 ? [] : [.. Enumerable.Range(0, 1 + Below(4)).Select(_ => One(choices)).Distinct()];
#pragma warning restore CA5394
}
