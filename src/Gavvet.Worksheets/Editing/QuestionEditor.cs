using Gavvet.Theory;
using Gavvet.Worksheets.Drawing;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Editing;

/// <summary>Carries out the edits of single questions. What a teacher chooses by hand is pinned.</summary>
internal static class QuestionEditor
{
    /// <summary>The sheet after an edit of one question, or why not.</summary>
    public static EditOutcome Apply(Sheet sheet, Section section, Slot slot, QuestionEdit edit) =>
        edit switch
        {
            RedrawQuestion => Redraw(sheet, section, slot),
            PinQuestion pin => Done(sheet, section, slot, slot with { Pinned = pin.Pinned }),
            ChooseTonic choose => OnTonic(sheet, section, slot, choose.Tonic),
            ChooseClef choose => InClef(sheet, section, slot, choose.Clef),
            WeighQuestion weigh => Weigh(sheet, section, slot, weigh.Heavier),
            RewordQuestion { Prompt: var prompt } => Reword(sheet, section, slot, prompt.Trim()),
            RemoveQuestion => Remove(sheet, section, slot),
            MoveQuestion move => Move(sheet, section, slot, move.Places),
            _ => throw new ArgumentException($"No edit {edit.GetType().Name}."),
        };

    /// <summary>Adds a question on the tonic of a place, pinned since the teacher asked for just this.</summary>
    public static EditOutcome Add(Sheet sheet, Section section, Key place)
    {
        if (sheet.QuestionCount >= SheetLimits.Questions)
            return EditOutcome.Refused("question", Texts.Say("refused.one-more", ("most", SheetLimits.Questions)));
        var asked = section.Slots.Select(slot => QuestionIdentity.On(sheet, section, slot.Drawn)).ToHashSet();
        var draws = Scope.Of(section with { Keys = [place], AlsoTonics = [], WithoutTonics = [] }, sheet.Style);
        var seed = SplitMix64.SlotSeed(sheet.Seed, section.Id, sheet.NextId, 0);
        var fresh = draws
            .Where(draw => !asked.Contains(QuestionIdentity.On(sheet, section, draw)))
            .OrderBy(draw => QuestionDraw.Chance(seed, draw))
            .ToArray();
        if (!QuestionCatalogue.Standard.Get(section.KindId).UsesTonic || fresh.Length == 0)
            return EditOutcome.Refused(
                "question",
                Texts.Say("refused.nothing-about", ("kind", QuestionCatalogue.Standard.Get(section.KindId).Name), ("place", place))
            );
        var slot = new Slot(sheet.NextId, 0, true, fresh[0]);
        return EditOutcome.Done(sheet.With(section with { Slots = section.Slots.Add(slot) }) with { NextId = sheet.NextId + 1 });
    }

    private static EditOutcome Redraw(Sheet sheet, Section section, Slot slot)
    {
        if (slot.Pinned)
            return EditOutcome.Refused("question", Texts.Say("refused.pinned"));
        return QuestionDraw.DrawAnother(sheet, section, slot) is { } redrawn
            ? EditOutcome.Done(sheet.With(redrawn))
            : EditOutcome.Refused("question", Texts.Say("refused.all-asked"));
    }

    private static EditOutcome OnTonic(Sheet sheet, Section section, Slot slot, NoteName tonic)
    {
        var kind = QuestionCatalogue.Standard.Get(section.KindId);
        var type = slot.Drawn.Scale;
        if (!kind.UsesTonic)
            return EditOutcome.Refused("question", Texts.Say("refused.tonic-of-none"));
        var draws = Reachable(section, slot, sheet.Style, [tonic], [slot.Drawn.Clef]).Where(draw => draw.Tonic == tonic).ToArray();
        if (draws.Length > 0)
            return Done(
                sheet,
                section,
                slot,
                QuestionDraw.Taking(slot, draws.MinBy(draw => draw.Variant == slot.Drawn.Variant ? -1 : draw.Variant)) with
                {
                    Pinned = true,
                }
            );
        var others = Reachable(section, slot, sheet.Style, NoteName.All, [slot.Drawn.Clef])
            .Select(draw => draw.Tonic)
            .Distinct()
            .OrderBy(other => Math.Abs(other.Fifths - tonic.Fifths))
            .Take(4);
        return EditOutcome.Refused(
            "question",
            Texts.Say(
                "refused.tonic",
                ("tonic", sheet.Style.Say(tonic)),
                ("scale", type.Name),
                ("others", string.Join(", ", others.Select(sheet.Style.Say)))
            )
        );
    }

    private static EditOutcome InClef(Sheet sheet, Section section, Slot slot, Clef clef) =>
        QuestionCatalogue.Standard.Get(section.KindId).UsesClefAs(section.Option)
            ? Done(sheet, section, slot, QuestionDraw.Taking(slot, slot.Drawn with { Clef = clef }) with { Pinned = true })
            : EditOutcome.Refused("question", Texts.Say("refused.clef-of-none"));

    // The nearest load on that side which the sheet does not ask yet.
    private static EditOutcome Weigh(Sheet sheet, Section section, Slot slot, bool heavier)
    {
        var kind = QuestionCatalogue.Standard.Get(section.KindId);
        var now = LoadGroups.LoadOf(sheet, section, kind, slot.Drawn);
        var asked = sheet.Sections.SelectMany(other => other.Slots.Select(any => QuestionIdentity.On(sheet, other, any.Drawn))).ToHashSet();
        var seed = SplitMix64.SlotSeed(sheet.Seed, section.Id, slot.Id, slot.Redraws);
        var nearest = Scope
            .Of(section, sheet.Style)
            .Where(draw => !asked.Contains(QuestionIdentity.On(sheet, section, draw)))
            .Select(draw => (Draw: draw, Load: LoadGroups.LoadOf(sheet, section, kind, draw)))
            .Where(pair => heavier ? pair.Load > now : pair.Load < now)
            .OrderBy(pair => Math.Abs(pair.Load - now))
            .ThenBy(pair => QuestionDraw.Chance(seed, pair.Draw))
            .Select(pair => (Draw?)pair.Draw)
            .FirstOrDefault();
        return nearest is { } draw
            ? Done(sheet, section, slot, QuestionDraw.Taking(slot, draw) with { Pinned = true })
            : EditOutcome.Refused("question", Texts.Say(heavier ? "refused.heavier" : "refused.lighter"));
    }

    private static EditOutcome Reword(Sheet sheet, Section section, Slot slot, string prompt)
    {
        if (prompt.Length > 0 && SheetRules.OwnWords(prompt) is { } problem)
            return EditOutcome.Refused("question", problem);
        return Done(sheet, section, slot, slot with { Prompt = prompt, Pinned = slot.Pinned || prompt.Length > 0 });
    }

    private static EditOutcome Remove(Sheet sheet, Section section, Slot slot)
    {
        if (section.Slots.Count == 1)
            return EditOutcome.Refused("question", Texts.Say("refused.only-question"));
        var shorter = section with { Slots = section.Slots.Remove(slot) };
        // Words of the teacher's own go with the last question that asks them.
        if (AsksOwn(section) && shorter.Slots.All(other => other.Drawn.Variant != slot.Drawn.Variant))
            shorter = shorter with
            {
                Own = section.Own.RemoveAt(slot.Drawn.Variant),
                Slots =
                [
                    .. shorter.Slots.Select(other =>
                        other.Drawn.Variant > slot.Drawn.Variant ? Asking(other, other.Drawn.Variant - 1) : other
                    ),
                ],
            };
        return EditOutcome.Done(sheet.With(InOrder(shorter)));
    }

    private static bool AsksOwn(Section section) => QuestionCatalogue.Standard.Get(section.KindId).AsksOwn;

    private static Slot Asking(Slot slot, int variant) => slot with { Drawn = slot.Drawn with { Variant = variant } };

    // The teacher's own questions stand in the order they are asked in; those not asked come after.
    private static Section InOrder(Section section)
    {
        if (!AsksOwn(section))
            return section;
        int[] order = [.. section.Slots.Select(slot => slot.Drawn.Variant).Union(Enumerable.Range(0, section.Own.Length))];
        return section with
        {
            Own = [.. order.Select(place => section.Own[place])],
            Slots = [.. section.Slots.Select(slot => Asking(slot, Array.IndexOf(order, slot.Drawn.Variant)))],
        };
    }

    private static EditOutcome Move(Sheet sheet, Section section, Slot slot, int places)
    {
        var from = section.Slots.IndexOf(slot);
        var to = Math.Clamp(from + places, 0, section.Slots.Count - 1);
        return EditOutcome.Done(sheet.With(InOrder(section with { Slots = section.Slots.RemoveAt(from).Insert(to, slot) })));
    }

    // What the slot's scale offers beyond the section's own keys and clefs.
    private static IEnumerable<Draw> Reachable(Section section, Slot slot, HouseStyle style, IEnumerable<NoteName> tonics, Clef[] clefs) =>
        Scope.Of(section with { Scales = [slot.Drawn.Scale], AlsoTonics = [.. tonics], WithoutTonics = [], Clefs = [.. clefs] }, style);

    private static EditOutcome Done(Sheet sheet, Section section, Slot slot, Slot changed) =>
        EditOutcome.Done(sheet.With(section with { Slots = section.Slots.Replace(slot, changed) }));
}
