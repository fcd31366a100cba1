using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Drawing;
using Gavvet.Worksheets.Editing;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Teaching;

/// <summary>Questions wished for: a kind about scale types on a stretch of the line of fifths.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="Types">The scale types; those the kind does not take fall away.</param>
/// <param name="Places">The places on the line of fifths, a minor's with its relative major.</param>
/// <param name="Count">How many questions, as far as there are so many.</param>
internal sealed record SectionWish(QuestionKind Kind, ImmutableArray<ScaleType> Types, ImmutableArray<int> Places, int Count)
{
    public ImmutableArray<Clef> Clefs { get; init; } = [Clef.Treble];

    public Direction Direction { get; init; }

    public Notation Notation { get; init; } = Notation.Accidentals;

    public Scaffolding Scaffolding { get; init; } = Scaffolding.Blank;

    public string Option { get; init; } = "";

    public string Title { get; init; } = "";

    public int Marks { get; init; } = 1;

    /// <summary>The scale the question must set its own against, or null.</summary>
    public ScaleType? Against { get; init; }
}

/// <summary>Draws the sections of follow-ups, warm-ups and lessons, each on a sheet of its own, so that every rule of sheets
/// holds.</summary>
internal static class SectionDraw
{
    private const string NoTitle = "Drawn";

    /// <summary>A sheet of the one section; null where nothing can be asked of the wish.</summary>
    /// <param name="wish">What is wished for.</param>
    /// <param name="style">The house style.</param>
    /// <param name="seed">What the questions are drawn from.</param>
    /// <param name="section">The section, or null.</param>
    public static Composition? Of(SectionWish wish, HouseStyle style, ulong seed, out Section? section)
    {
        section = null;
        if (Wished(wish) is not { } wished || SheetRules.Contradiction(wished, style) is not null)
            return null;
        // With fewer keys there are fewer questions than were wished for.
        var count = Math.Min(wish.Count, QuestionDraw.Available(wished, style));
        var empty = new Sheet(seed, NoTitle, "", PageSetup.Usual, [wished], wished.Id + 1) { Style = style, Language = Language.Current };
        if (count < 1 || SheetEditor.Apply(empty, new ChangeCount(wished.Id, count)).Sheet is not { } sheet)
            return null;
        if (wish.Against is { } other)
        {
            if (SetAgainst(sheet, wish.Kind, other, style) is not { } chosen)
                return null;
            sheet = chosen;
        }

        var composed = Composer.Compose(sheet);
        if (composed.Key.Withheld.Length > 0)
            return null;
        section = sheet.Sections[0];
        return composed;
    }

    // Of the kind's questions about what was drawn the first that sets it against the other scale; null where none does.
    private static Sheet? SetAgainst(Sheet sheet, QuestionKind kind, ScaleType other, HouseStyle style)
    {
        var section = sheet.Sections[0];
        var slot = section.Slots[0];
        var draws = Enumerable
            .Range(0, kind.VariantsIn(section, slot.Drawn.Scale))
            .Select(variant => slot.Drawn with { Variant = variant })
            .Where(draw => kind.CanAsk(draw, style) && kind.SetsAgainst(draw, other, style))
            .ToArray();
        return draws.Length == 0 ? null : sheet with { Sections = [section with { Slots = [slot with { Drawn = draws[0] }] }] };
    }

    /// <summary>What sections must have in common to stand under one heading.</summary>
    /// <param name="section">The section.</param>
    public static object Heading(Section section) =>
        (
            section.KindId,
            section.Title,
            section.Notation,
            section.Direction,
            section.Scaffolding,
            section.Option,
            section.Octaves,
            section.Marks
        );

    /// <summary>Sections of one heading as one, with the questions of all of them.</summary>
    /// <param name="sections">The sections.</param>
    public static Section Joined(IReadOnlyList<Section> sections) =>
        sections[0] with
        {
            Scales = [.. sections.SelectMany(section => section.Scales).Distinct().OrderBy(type => ScaleTypes.All.IndexOf(type))],
            Keys = [.. sections.SelectMany(section => section.Keys).Distinct().OrderBy(key => key.Fifths)],
            Clefs = [.. Clef.All.Intersect(sections.SelectMany(section => section.Clefs))],
            Slots = [.. sections.SelectMany(section => section.Slots)],
        };

    /// <summary>A sheet of drawn sections, their ids given anew so that none comes twice.</summary>
    /// <param name="title">Its title.</param>
    /// <param name="style">The house style.</param>
    /// <param name="seed">What further questions are drawn from.</param>
    /// <param name="sections">The sections.</param>
    /// <param name="first">The first id.</param>
    public static Sheet Whole(string title, HouseStyle style, ulong seed, IEnumerable<Section> sections, int first = 1)
    {
        var next = first;
        Section[] renumbered =
        [
            .. sections.Select(section =>
                section with
                {
                    Id = next++,
                    Slots = [.. section.Slots.Select(slot => slot with { Id = next++ })],
                }
            ),
        ];
        return new Sheet(seed, title, "", PageSetup.Usual, [.. renumbered], next) { Style = style, Language = Language.Current };
    }

    // What the kind cannot do falls away; null where nothing is left to draw from.
    private static Section? Wished(SectionWish wish)
    {
        var kind = wish.Kind;
        ImmutableArray<ScaleType> types = [.. wish.Types.Distinct().Where(kind.Takes).OrderBy(type => ScaleTypes.All.IndexOf(type))];
        ImmutableArray<Key> keys = [.. Key.Majors.Where(key => wish.Places.Contains(key.Fifths))];
        if (types.IsEmpty || keys.IsEmpty)
            return null;
        return new Section(
            1,
            kind.Id,
            "",
            types,
            keys,
            [.. Clef.All.Intersect(wish.Clefs)],
            kind.UsesNotation ? wish.Notation : Notation.Accidentals,
            kind.UsesDirection ? wish.Direction : Direction.Ascending,
            kind.Scaffoldings.Contains(wish.Scaffolding) ? wish.Scaffolding : Scaffolding.Blank,
            []
        )
        {
            Title = wish.Title,
            Marks = wish.Marks,
            Option = kind.Options.Any(option => option.Id == wish.Option) && wish.Option != kind.Options[0].Id ? wish.Option : "",
        };
    }
}
