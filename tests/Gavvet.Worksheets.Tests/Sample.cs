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
        from type in ScaleTypes.All
        where kind.Takes(type)
        from key in Key.Majors
        let tonic = Drawing.QuestionDraw.TonicAt(type, key)
        where HouseStyle.Classical.CanSpell(type, tonic)
        from variant in Enumerable.Range(0, kind.Variants(type))
        where kind.CanAsk(new Draw(type, tonic, Clef.Treble, variant))
        from clef in kind.UsesClef ? [Clef.Treble, Clef.Tenor] : new[] { Clef.Treble }
        from notation in kind.UsesNotation ? Enum.GetValues<Notation>() : [Notation.Accidentals]
        from direction in kind.UsesDirection ? Enum.GetValues<Direction>() : [Direction.Ascending]
        from scaffolding in kind.Scaffoldings
        select new QuestionSetting(type, tonic, clef, notation, direction, scaffolding) { Variant = variant };
}
