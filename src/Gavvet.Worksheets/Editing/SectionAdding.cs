using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Drawing;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Editing;

/// <summary>Sections that come to a sheet, or why they cannot.</summary>
internal static class SectionAdding
{
    /// <summary>A section of a kind at the end, with questions drawn.</summary>
    public static EditOutcome Add(Sheet sheet, string kindId)
    {
        if (QuestionCatalogue.Standard.Find(kindId) is not { } kind)
            return EditOutcome.Refused("kind", Texts.Say("refused.no-kind", ("id", kindId)));
        if (sheet.Sections.Count >= SheetLimits.Sections)
            return EditOutcome.Refused("addSection", Texts.Say("refused.sections", ("most", SheetLimits.Sections)));
        // A new section goes on with the keys and clefs of the one before it; the first has the easy middle of the line.
        var before = sheet.Sections.Count > 0 ? sheet.Sections[^1] : null;
        var section = new Section(
            sheet.NextId,
            kind.Id,
            "",
            before?.Scales ?? [ScaleTypes.Major],
            before?.Keys ?? [.. Key.Majors.Where(key => Math.Abs(key.Fifths) <= 2)],
            before?.Clefs ?? [Clef.Treble],
            before?.Notation ?? Notation.Accidentals,
            before?.Direction ?? Direction.Ascending,
            Scaffolding.Blank,
            []
        );
        section = SectionFitting.ForKind(section, kind, sheet.Style);
        var added = sheet with { Sections = sheet.Sections.Add(section), NextId = sheet.NextId + 1 };
        const int usualCount = 4;
        var count = Math.Min(
            Math.Min(usualCount, QuestionDraw.Available(section, sheet.Style)),
            SheetLimits.Questions - sheet.QuestionCount
        );
        return count < 1
            ? EditOutcome.Refused("addSection", Texts.Say("refused.second-sheet", ("most", SheetLimits.Questions)))
            : EditOutcome.Done(SheetEditor.Resize(added, section, count));
    }

    /// <summary>A section kept in the library, at the end, with questions drawn anew.</summary>
    public static EditOutcome AddKept(Sheet sheet, Section kept)
    {
        if (sheet.Sections.Count >= SheetLimits.Sections)
            return EditOutcome.Refused("addSection", Texts.Say("refused.sections", ("most", SheetLimits.Sections)));
        var section = SectionFitting.Settled(kept with { Id = sheet.NextId, Slots = [] }, sheet.Style);
        var available = QuestionDraw.Available(section, sheet.Style);
        var count = Math.Min(Math.Min(kept.Slots.Count, available), SheetLimits.Questions - sheet.QuestionCount);
        if (available == 0)
            return EditOutcome.Refused("addSection", Scope.Advice(section, sheet.Style));
        if (count < 1)
            return EditOutcome.Refused("addSection", Texts.Say("refused.second-sheet", ("most", SheetLimits.Questions)));
        return EditOutcome.Done(
            SheetEditor.Resize(sheet with { Sections = sheet.Sections.Add(section), NextId = sheet.NextId + 1 }, section, count)
        );
    }

    /// <summary>Sections before the first, with the questions they have: a warm-up.</summary>
    public static EditOutcome BeginWith(Sheet sheet, ImmutableArray<Section> first)
    {
        if (first.IsDefaultOrEmpty)
            return EditOutcome.Refused("warm-up", Texts.Say("refused.nothing-due"));
        if (sheet.Sections.Count + first.Length > SheetLimits.Sections)
            return EditOutcome.Refused("warm-up", Texts.Say("refused.sections", ("most", SheetLimits.Sections)));
        if (sheet.QuestionCount + first.Sum(section => section.Slots.Count) > SheetLimits.Questions)
            return EditOutcome.Refused("warm-up", Texts.Say("refused.second-sheet", ("most", SheetLimits.Questions)));
        // Drawn under another house style it may ask what this one does not write.
        if (first.FirstOrDefault(section => section.Slots.Any(slot => !Scope.CanAsk(section, sheet.Style, slot.Drawn))) is { } beyond)
            return EditOutcome.Refused("warm-up", Scope.Advice(beyond, sheet.Style));
        var next = sheet.NextId;
        Section[] numbered =
        [
            .. first.Select(section => section with { Id = next++, Slots = [.. section.Slots.Select(slot => slot with { Id = next++ })] }),
        ];
        return EditOutcome.Done(sheet with { Sections = sheet.Sections.InsertRange(0, numbered), NextId = next });
    }
}
