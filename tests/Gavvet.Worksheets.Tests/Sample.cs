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
        Scaffolding scaffolding = Scaffolding.Blank
    ) => new(MajorKey(tonic), Clef.Treble, notation, direction, scaffolding);

    /// <summary>Every setting of a kind there is, or where there are very many, every so many of them.</summary>
    public static IEnumerable<QuestionSetting> AllSettings(QuestionKind kind)
    {
        const int enough = 4_000;
        var all = Every(kind).ToArray();
        // An odd stride, so that no scaffolding, clef or direction is passed over.
        var stride = (all.Length / enough) | 1;
        return all.Where((_, i) => i % stride == 0);
    }

    private static IEnumerable<QuestionSetting> Every(QuestionKind kind) =>
        from type in ScaleTypes.All
        where kind.Takes(type)
        from key in Key.Majors
        let tonic = Drawing.Scope.TonicAt(type, key)
        where HouseStyle.Classical.CanSpell(type, tonic)
        from variant in Enumerable.Range(0, kind.Variants(type))
        where kind.CanAsk(new Draw(type, tonic, Clef.Treble, variant), HouseStyle.Classical)
        from clef in kind.UsesClef ? Clef.All : [Clef.Treble]
        from notation in kind.UsesNotation ? Enum.GetValues<Notation>() : [Notation.Accidentals]
        from direction in kind.UsesDirection ? Enum.GetValues<Direction>() : [Direction.Ascending]
        from scaffolding in kind.Scaffoldings
        select new QuestionSetting(type, tonic, clef, notation, direction, scaffolding) { Variant = variant };
}
