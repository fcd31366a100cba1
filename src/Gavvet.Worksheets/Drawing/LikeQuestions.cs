using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Drawing;

/// <summary>Questions like one of a sheet, on other tonics: what is asked again of who missed it.</summary>
public static class LikeQuestions
{
    /// <summary>
    /// Draws on other tonics: first those the section draws from, then the neighbouring keys, which lie nearest on the line of
    /// fifths. The same scale where there is one, and nothing the sheet asks already.
    /// </summary>
    /// <param name="sheet">The sheet.</param>
    /// <param name="section">The section.</param>
    /// <param name="slot">The question.</param>
    /// <param name="count">How many at most.</param>
    /// <returns>As many as there are; none for a question of the teacher's own.</returns>
    public static ImmutableArray<Draw> Of(Sheet sheet, Section section, Slot slot, int count)
    {
        var kind = QuestionCatalogue.Standard.Get(section.KindId);
        if (kind.AsksOwn || !kind.UsesTonic)
            return [];
        var asked = sheet.Sections.SelectMany(other => other.Slots.Select(any => QuestionIdentity.On(sheet, other, any.Drawn))).ToHashSet();
        var seed = SplitMix64.SlotSeed(sheet.Seed, section.Id, slot.Id, slot.Redraws + 1);
        var drawn = slot.Drawn;
        var wider = section with { Scales = [drawn.Scale], Keys = Around(drawn), AlsoTonics = [], WithoutTonics = [] };
        return
        [
            .. Scope
                .Of(section, sheet.Style)
                .Where(draw => draw.Scale == drawn.Scale)
                .OrderBy(draw => draw.Clef == drawn.Clef ? 0 : 1)
                .ThenBy(draw => draw.Variant == drawn.Variant ? 0 : 1)
                .ThenBy(draw => QuestionDraw.Chance(seed, draw))
                .Concat(
                    Scope
                        .Of(wider, sheet.Style)
                        .Where(draw => draw.Clef == drawn.Clef && draw.Variant == drawn.Variant)
                        .OrderBy(draw => Math.Abs(draw.Tonic.Fifths - drawn.Tonic.Fifths))
                        .ThenBy(draw => QuestionDraw.Chance(seed, draw))
                )
                .Where(draw => draw.Tonic != drawn.Tonic && !asked.Contains(QuestionIdentity.On(sheet, section, draw)))
                .DistinctBy(draw => draw.Tonic)
                .Take(count),
        ];
    }

    // Three keys to either side.
    private static ImmutableArray<Key> Around(Draw drawn)
    {
        const int near = 3;
        var place = Scope.PlaceOf(drawn.Scale, drawn.Tonic);
        return [.. Key.Majors.Where(key => Math.Abs(key.Fifths - place) <= near)];
    }
}
