using System.Collections.Immutable;
using Gavvet.Worksheets.Drawing;
using Gavvet.Worksheets.Editing;

namespace Gavvet.Engraving.Tests;

/// <summary>Sheets the tests share.</summary>
internal static class Sample
{
    /// <summary>A sheet with a section of every kind, in these settings.</summary>
    public static Sheet Every(
        int staffHeight = 8,
        Paper paper = Paper.A4,
        Notation notation = Notation.Accidentals,
        Direction direction = Direction.Ascending,
        Func<QuestionKind, Scaffolding>? scaffolding = null,
        int count = 4
    )
    {
        var sections = QuestionCatalogue
            .Standard.All.Select(
                (kind, index) =>
                    new Section(
                        index + 1,
                        kind.Id,
                        "",
                        [ScaleTypes.All.First(type => kind.Takes(type) && kind.Variants(type) > 0)],
                        Key.Majors,
                        Clef.All,
                        notation,
                        direction,
                        scaffolding?.Invoke(kind) ?? Scaffolding.Blank,
                        [
                            .. Enumerable
                                .Range(0, count)
                                .Select(i => new Slot(
                                    (100 * (index + 1)) + i,
                                    0,
                                    false,
                                    Drawn(kind, Key.Majors[((i * 4) + index) % 15], Clef.All[i % 4])
                                )),
                        ]
                    )
            )
            .ToImmutableList();
        return new Sheet(5, "Every kind of question", "Work in pencil.", new PageSetup(paper, staffHeight), sections, 1000);
    }

    /// <summary>One section of one kind that asks every major key in every clef.</summary>
    public static Sheet AllKeys(string kindId, Notation notation, Direction direction, int staffHeight)
    {
        var kind = QuestionCatalogue.Standard.Get(kindId);
        var type = ScaleTypes.All.First(candidate => kind.Takes(candidate) && kind.Variants(candidate) > 0);
        var draws = Key.Majors.SelectMany(_ => kind.UsesClef ? Clef.All : [Clef.Treble], (key, clef) => Drawn(kind, key, clef));
        var slots = draws.Select((draw, i) => new Slot(i + 10, 0, false, draw)).ToImmutableList();
        var section = new Section(1, kindId, "", [type], Key.Majors, Clef.All, notation, direction, Scaffolding.Blank, slots);
        return new Sheet(5, "All keys", "", new PageSetup(Paper.A4, staffHeight), [section], 1000);
    }

    /// <summary>A sheet of one kind asked in one way, in three keys; null where it cannot be asked so.</summary>
    public static Sheet? OfKind(QuestionKind kind, HouseStyle style, string option, AnswerForm form)
    {
        var types = ScaleTypes.All.Where(candidate => kind.Takes(candidate) && kind.Variants(candidate) > 0).Take(3).ToImmutableArray();
        var section = new Section(
            1,
            kind.Id,
            "",
            types,
            Key.Majors,
            [Clef.Treble],
            Notation.Accidentals,
            Direction.Ascending,
            Scaffolding.Blank,
            []
        )
        {
            Option = option,
            AnswerAs = form,
        };
        var draws = types
            .SelectMany(type =>
                Key.Majors.SelectMany(
                    _ => Enumerable.Range(0, kind.Variants(type)),
                    (key, variant) => new Draw(type, Scope.TonicAt(type, key), Clef.Treble, variant)
                )
            )
            .Where(draw => Scope.CanAsk(section, style, draw))
            .ToArray();
        ImmutableList<Slot> slots =
        [
            .. draws.Where((_, i) => i % Math.Max(1, draws.Length / 4) == 0).Select((draw, i) => new Slot(i + 10, 0, false, draw)),
        ];
        return slots.IsEmpty
            ? null
            : new Sheet(5, "All ways", "", new PageSetup(Paper.A4, 8), [section with { Slots = slots }], 1000) { Style = style };
    }

    private static Draw Drawn(QuestionKind kind, Key place, Clef clef)
    {
        var type = ScaleTypes.All.First(candidate => kind.Takes(candidate) && kind.Variants(candidate) > 0);
        // The place asked for, or the nearest at which the kind has a question.
        return Key
            .Majors.OrderBy(key => Math.Abs(key.Fifths - place.Fifths))
            .SelectMany(
                _ => Enumerable.Range(0, kind.Variants(type)),
                (key, variant) => new Draw(type, Scope.TonicAt(type, key), clef, variant)
            )
            .First(draw => ScaleSpelling.CanSpell(type, draw.Tonic) && kind.CanAsk(draw, HouseStyle.Classical));
    }

    public static ImmutableArray<Page> Pages(this Sheet sheet, PaperKind kind) => SheetLayout.LayOut(Composer.Compose(sheet), kind);

    public static IEnumerable<T> All<T>(this IEnumerable<Page> pages)
        where T : Primitive => pages.SelectMany(page => page.Groups).SelectMany(group => group.Primitives).OfType<T>();

    /// <summary>A change to a fresh sheet.</summary>
    public static Sheet Fresh(params SheetEdit[] edits) =>
        edits.Aggregate(SheetEditor.NewSheet(9), (sheet, edit) => SheetEditor.Apply(sheet, edit).Sheet!);
}
