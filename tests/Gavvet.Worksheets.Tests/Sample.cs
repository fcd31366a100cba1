using System.Collections.Immutable;

namespace Gavvet.Worksheets.Tests;

/// <summary>Sheets and settings the tests share.</summary>
internal static class Sample
{
    public static Key MajorKey(string tonic) => new(NoteText.Parse(tonic));

    public static ImmutableArray<Key> Keys(string tonics) => [.. tonics.Split(' ').Select(MajorKey)];

    public static Sheet Sheet(ulong seed = 7) => SheetEditor.NewSheet(seed);

    public static Sheet After(this Sheet sheet, SheetEdit edit)
    {
        var outcome = SheetEditor.Apply(sheet, edit);
        return outcome.Sheet ?? throw new InvalidOperationException(outcome.Words);
    }

    public static QuestionSetting Setting(
        string tonic,
        Notation notation = Notation.Accidentals,
        Direction direction = Direction.Ascending,
        Scaffolding scaffolding = Scaffolding.Blank) => new(MajorKey(tonic), Clef.Treble, notation, direction, scaffolding);

    /// <summary>Every setting of a kind there is.</summary>
    public static IEnumerable<QuestionSetting> AllSettings(QuestionKind kind) =>
        from key in Key.Majors
        from clef in Clef.All
        from notation in Enum.GetValues<Notation>()
        from direction in Enum.GetValues<Direction>()
        from scaffolding in kind.Scaffoldings
        select new QuestionSetting(key, clef, notation, direction, scaffolding);
}
