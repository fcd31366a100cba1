using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Drawing;

/// <summary>
/// Decides which scale, tonic and clef each question takes: none twice on a sheet while others remain, spread over the
/// scales first, then their tonics and the clefs, and otherwise by the slot's own seed.
/// </summary>
public static class QuestionDraw
{
    /// <summary>How many different questions a section's scope holds.</summary>
    /// <param name="section">The section.</param>
    /// <param name="style">The house style.</param>
    public static int Available(Section section, HouseStyle style)
    {
        var kind = QuestionCatalogue.Standard.Get(section.KindId);
        return Scope.Of(section, style).Count / (kind.UsesClefAs(section.Option) ? 1 : section.Clefs.Length);
    }

    /// <summary>Draws the chosen slots of a section anew, all of them against what the rest of the sheet already asks.</summary>
    /// <param name="sheet">The sheet the section stands on.</param>
    /// <param name="section">The section as it is to be; its other slots stay.</param>
    /// <param name="slotIds">The slots to draw.</param>
    public static Section Draw(Sheet sheet, Section section, IReadOnlySet<int> slotIds)
    {
        var others = sheet
            .Sections.Where(other => other.Id != section.Id)
            .SelectMany(other => other.Slots.Select(slot => QuestionIdentity.On(sheet, other, slot.Drawn)));
        var tally = new Tally(sheet, section, others, section.Slots.Where(slot => !slotIds.Contains(slot.Id)).Select(slot => slot.Drawn));
        var slots = section.Slots.ToBuilder();
        for (var i = 0; i < slots.Count; i++)
        {
            if (!slotIds.Contains(slots[i].Id))
                continue;
            var seed = SplitMix64.SlotSeed(sheet.Seed, section.Id, slots[i].Id, slots[i].Redraws);
            slots[i] = Taking(slots[i], tally.Choose(seed));
        }

        return section with
        {
            Slots = slots.ToImmutable(),
        };
    }

    /// <summary>Draws one slot anew, to something it is not now.</summary>
    /// <param name="sheet">The sheet.</param>
    /// <param name="section">The section.</param>
    /// <param name="slot">The slot.</param>
    /// <returns>The section with the slot drawn anew, or null when its scope holds nothing that is not on the sheet.</returns>
    public static Section? DrawAnother(Sheet sheet, Section section, Slot slot)
    {
        var asked = sheet.Sections.SelectMany(other => other.Slots.Select(any => QuestionIdentity.On(sheet, other, any.Drawn))).ToHashSet();
        if (Scope.Of(section, sheet.Style).All(draw => asked.Contains(QuestionIdentity.On(sheet, section, draw))))
            return null;
        var redrawn = slot with { Redraws = slot.Redraws + 1 };
        var changed = section with { Slots = section.Slots.Replace(slot, redrawn) };
        // What stands there now counts as asked, so something else is found.
        var tally = new Tally(sheet, section, asked, section.Slots.Where(other => other.Id != slot.Id).Select(other => other.Drawn));
        var seed = SplitMix64.SlotSeed(sheet.Seed, section.Id, slot.Id, redrawn.Redraws);
        return changed with { Slots = changed.Slots.Replace(redrawn, Taking(redrawn, tally.Choose(seed))) };
    }

    /// <summary>The slot with another draw; the teacher's own words, which were about the old one, go.</summary>
    /// <param name="slot">The slot.</param>
    /// <param name="draw">What it is to ask.</param>
    public static Slot Taking(Slot slot, Draw draw)
    {
        return slot.Drawn == draw ? slot : slot with { Drawn = draw, Prompt = "", Because = "" };
    }

    /// <summary>A number that orders draws by chance, the same for the same seed and draw.</summary>
    /// <param name="seed">The seed.</param>
    /// <param name="draw">The draw.</param>
    internal static ulong Chance(ulong seed, Draw draw) => SplitMix64.At(seed, Tally.Rank(draw));

    /// <summary>What a section has asked so far while it is being drawn.</summary>
    private sealed class Tally
    {
        private readonly Sheet _sheet;
        private readonly Section _section;
        private readonly IReadOnlyList<Draw> _candidates;
        private readonly LoadGroups _groups;
        private readonly bool _keepsOrder;
        private readonly Dictionary<QuestionIdentity, int> _asked = [];
        private readonly Dictionary<(ScaleType, NoteName), int> _tonics = [];
        private readonly Dictionary<ScaleType, int> _scales = [];
        private readonly Dictionary<int, int> _variants = [];
        private readonly Dictionary<Clef, int> _clefs = [];

        public Tally(Sheet sheet, Section section, IEnumerable<QuestionIdentity> elsewhere, IEnumerable<Draw> here)
        {
            (_sheet, _section) = (sheet, section);
            _candidates = Scope.Of(section, sheet.Style);
            _keepsOrder = QuestionCatalogue.Standard.Get(section.KindId).AsksOwn;
            _groups = LoadGroups.Of(sheet, section, _candidates);
            foreach (var identity in elsewhere)
                Count(_asked, identity);
            foreach (var draw in here)
                Note(draw);
        }

        public Draw Choose(ulong seed)
        {
            var chosen = _candidates.MinBy(draw =>
                (
                    _asked.GetValueOrDefault(QuestionIdentity.On(_sheet, _section, draw)),
                    _groups.Cost(draw),
                    _scales.GetValueOrDefault(draw.Scale),
                    _tonics.GetValueOrDefault((draw.Scale, draw.Tonic)),
                    _variants.GetValueOrDefault(draw.Variant),
                    _clefs.GetValueOrDefault(draw.Clef),
                    _keepsOrder ? (ulong)draw.Variant : SplitMix64.At(seed, Rank(draw))
                )
            );
            Note(chosen);
            return chosen;
        }

        // A number of its own for every draw there is, so that widening a scope moves no other candidate. The scale
        // counts by its name and the clef by its number, not by their places in lists, which may grow.
        public static ulong Rank(Draw draw) =>
            unchecked(
                ((ulong)StableHash.Of(draw.Scale.Id) << 24)
                + ((ulong)(draw.Tonic.Fifths + 64) << 14)
                + ((ulong)draw.Variant << 4)
                + (ulong)(draw.Clef.Number + 1)
            );

        private void Note(Draw draw)
        {
            Count(_asked, QuestionIdentity.On(_sheet, _section, draw));
            _groups.Take(draw);
            Count(_scales, draw.Scale);
            Count(_tonics, (draw.Scale, draw.Tonic));
            Count(_variants, draw.Variant);
            Count(_clefs, draw.Clef);
        }

        private static void Count<T>(Dictionary<T, int> counts, T what)
            where T : notnull => counts[what] = counts.GetValueOrDefault(what) + 1;
    }
}

/// <summary>What makes two questions the same question, wherever on the sheet they stand.</summary>
/// <param name="KindId">The kind.</param>
/// <param name="Scale">The scale type, by its name in files.</param>
/// <param name="Tonic">The tonic.</param>
/// <param name="Variant">Which question about it.</param>
/// <param name="Clef">The clef, where the kind prints a staff.</param>
/// <param name="Notation">Signature or accidentals, where the kind has the choice.</param>
/// <param name="Direction">The direction, where the kind has one.</param>
/// <param name="Option">The way of asking.</param>
public readonly record struct QuestionIdentity(
    string KindId,
    string Scale,
    NoteName Tonic,
    int Variant,
    Clef? Clef,
    Notation? Notation,
    Direction? Direction,
    string Option
)
{
    /// <summary>The identity of a draw on its sheet: printed in parts every question takes the part's clef, so the clef tells none
    /// apart.</summary>
    /// <param name="sheet">The sheet.</param>
    /// <param name="section">The section.</param>
    /// <param name="draw">The draw.</param>
    public static QuestionIdentity On(Sheet sheet, Section section, Draw draw)
    {
        var identity = Of(section, draw);
        return sheet.Parts.IsEmpty ? identity : identity with { Clef = null };
    }

    /// <summary>The identity of a draw in its section.</summary>
    /// <param name="section">The section.</param>
    /// <param name="draw">The draw.</param>
    public static QuestionIdentity Of(Section section, Draw draw)
    {
        var kind = QuestionCatalogue.Standard.Get(section.KindId);
        return new QuestionIdentity(
            section.KindId,
            draw.Scale.Id,
            kind.UsesTonic ? draw.Tonic : default,
            draw.Variant,
            kind.UsesClefAs(section.Option) ? draw.Clef : null,
            kind.UsesNotation ? section.Notation : null,
            kind.UsesDirection ? section.Direction : null,
            section.Option
        );
    }
}
