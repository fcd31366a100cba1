using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Serialization;
using Gavvet.Theory;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Files;
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
}

/// <summary>Draws the sections of follow-ups, warm-ups and lessons: each as a recipe of its own, so that every rule of sheets holds.</summary>
internal static class SectionDraw
{
    private static readonly JsonSerializerOptions WithoutNulls = new() { DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull };

    /// <summary>The place of a scale on the line of fifths: major at its tonic, a minor with its relative, every other at its own tonic.</summary>
    public static int PlaceOf(ScaleType type, NoteName tonic) => tonic.Fifths - (type is { Family: ScaleFamily.MajorAndMinor, HasMinorThird: true } ? 3 : 0);

    /// <summary>A sheet of the one section; null where nothing can be asked of the wish.</summary>
    /// <param name="wish">What is wished for.</param>
    /// <param name="style">The house style.</param>
    /// <param name="seed">What the questions are drawn from.</param>
    /// <param name="section">The section, or null.</param>
    public static Composition? Of(SectionWish wish, HouseStyle style, ulong seed, out Section? section)
    {
        section = null;
        ScaleType[] types = [.. wish.Types.Where(wish.Kind.Takes)];
        int[] places = [.. wish.Places.Where(place => Math.Abs(place) <= KeySignature.Most).Distinct().Order()];
        if (types.Length == 0 || places.Length == 0)
            return null;
        // With fewer keys there are fewer questions than were wished for.
        for (var count = wish.Count; count > 0; count--)
        {
            try
            {
                var sheet = SheetFile.Read(Recipe(wish, style, seed, types, places, count));
                var composed = Composer.Compose(sheet);
                if (composed.Key.Withheld.Length > 0)
                    return null;
                section = sheet.Sections[0];
                return composed;
            }
            catch (SheetFileException)
            {
                // Fewer, then; at last none.
            }
        }

        return null;
    }

    /// <summary>A sheet of drawn sections, their ids given anew so that none comes twice.</summary>
    /// <param name="title">Its title.</param>
    /// <param name="style">The house style.</param>
    /// <param name="seed">What further questions are drawn from.</param>
    /// <param name="sections">The sections.</param>
    public static Sheet Whole(string title, HouseStyle style, ulong seed, IEnumerable<Section> sections)
    {
        var next = 1;
        Section[] renumbered = [.. sections.Select(section => section with { Id = next++, Slots = [.. section.Slots.Select(slot => slot with { Id = next++ })] })];
        return new Sheet(seed, title, "", PageSetup.Usual, [.. renumbered], next) { Style = style };
    }

    private static string Recipe(SectionWish wish, HouseStyle style, ulong seed, ScaleType[] types, int[] places, int count) => JsonSerializer.Serialize(
        new
        {
            gavvet = 1,
            seed,
            title = "Drawn",
            houseStyle = HouseStyleFile.Words(style),
            sections = new[]
            {
                new
                {
                    kind = wish.Kind.Id,
                    title = wish.Title.Length > 0 ? wish.Title : null,
                    scales = types.Select(type => type.Id),
                    keys = new { flats = -places[0], sharps = places[^1], omitPlaces = Enumerable.Range(places[0], places[^1] - places[0] + 1).Except(places).Select(place => NoteText.Ascii(NoteName.FromFifths(place))) },
                    clefs = wish.Clefs.Select(clef => clef.Id),
                    direction = FileWords.Of(wish.Kind.UsesDirection ? wish.Direction : Direction.Ascending),
                    writeWith = FileWords.Of(wish.Kind.UsesNotation ? wish.Notation : Notation.Accidentals),
                    scaffold = FileWords.Of(wish.Kind.Scaffoldings.Contains(wish.Scaffolding) ? wish.Scaffolding : Scaffolding.Blank),
                    count,
                    marks = wish.Marks,
                    ask = wish.Option.Length > 0 ? wish.Option : null,
                },
            },
        },
        WithoutNulls);
}
