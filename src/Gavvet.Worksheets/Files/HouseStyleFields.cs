using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Files;

/// <summary>One matter of house style, as files and forms have it: its name, its choices, and how it is read and changed.</summary>
public sealed record HouseStyleField
{
    private readonly Func<HouseStyle, string> _read;
    private readonly Func<HouseStyle, string, HouseStyle> _change;

    private HouseStyleField(
        string name,
        ImmutableArray<string> choices,
        Func<HouseStyle, string> read,
        Func<HouseStyle, string, HouseStyle> change
    ) => (Name, Choices, _read, _change) = (name, choices, read, change);

    /// <summary>The name in files.</summary>
    public string Name { get; }

    /// <summary>The words of its choices, in the order they are offered.</summary>
    public ImmutableArray<string> Choices { get; }

    /// <summary>Every matter there is.</summary>
    public static ImmutableArray<HouseStyleField> All { get; } =
    [
        Of("steps", style => style.Steps, (style, choice) => style with { Steps = choice }),
        Of("wideSteps", style => style.WideSteps, (style, choice) => style with { WideSteps = choice }),
        Of("degrees", style => style.Degrees, (style, choice) => style with { Degrees = choice }),
        Of("seventh", style => style.Seventh, (style, choice) => style with { Seventh = choice }),
        Of("syllables", style => style.Syllables, (style, choice) => style with { Syllables = choice }),
        Of("noteNames", style => style.NoteNames, (style, choice) => style with { NoteNames = choice }),
        Of("melodicMinor", style => style.MelodicMinor, (style, choice) => style with { MelodicMinor = choice }),
        Of("findingMinors", style => style.FindingMinors, (style, choice) => style with { FindingMinors = choice }),
        Of("findingModes", style => style.FindingModes, (style, choice) => style with { FindingModes = choice }),
        Of("writingMinors", style => style.WritingMinors, (style, choice) => style with { WritingMinors = choice }),
        Of("writingModes", style => style.WritingModes, (style, choice) => style with { WritingModes = choice }),
        Of("blueNote", style => style.BlueNote, (style, choice) => style with { BlueNote = choice }),
        Of("blueNotes", style => style.BlueNotes, (style, choice) => style with { BlueNotes = choice }),
        Of("chromatic", style => style.Chromatic, (style, choice) => style with { Chromatic = choice }),
        Of("cancelDouble", style => style.CancelDouble, (style, choice) => style with { CancelDouble = choice }),
        Of("vocabulary", style => style.Vocabulary, (style, choice) => style with { Vocabulary = choice }),
        Of("wrongName", style => style.WrongName, (style, choice) => style with { WrongName = choice }),
        Of("confusions", style => style.Confusions, (style, choice) => style with { Confusions = choice }),
        YesNo("alteredAsDominant", style => style.AlteredAsDominant, (style, choice) => style with { AlteredAsDominant = choice }),
        YesNo("printedReminders", style => style.PrintedReminders, (style, choice) => style with { PrintedReminders = choice }),
        YesNo("datedNames", style => style.DatedNames, (style, choice) => style with { DatedNames = choice }),
    ];

    /// <summary>What a style chooses.</summary>
    /// <param name="style">The style.</param>
    public string Of(HouseStyle style) => _read(style);

    /// <summary>The style with another choice.</summary>
    /// <param name="style">The style.</param>
    /// <param name="choice">One of <see cref="Choices"/>.</param>
    /// <exception cref="ArgumentException">It is none of them.</exception>
    public HouseStyle With(HouseStyle style, string choice) =>
        Choices.Contains(choice)
            ? _change(style, choice)
            : throw new ArgumentException($"“{choice}” is not one of {string.Join(", ", Choices)}.");

    private static HouseStyleField Of<T>(string name, Func<HouseStyle, T> read, Func<HouseStyle, T, HouseStyle> change)
        where T : struct, Enum =>
        new(
            name,
            [.. Enum.GetValues<T>().Select(FileWords.Of)],
            style => FileWords.Of(read(style)),
            (style, word) => FileWords.TryParse<T>(word, out var choice) ? change(style, choice) : style
        );

    private static HouseStyleField YesNo(string name, Func<HouseStyle, bool> read, Func<HouseStyle, bool, HouseStyle> change) =>
        new(name, ["no", "yes"], style => read(style) ? "yes" : "no", (style, word) => change(style, word == "yes"));
}
