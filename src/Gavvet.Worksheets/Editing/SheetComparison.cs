using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Editing;

/// <summary>What changed from one state of a sheet to another, in a teacher's words.</summary>
public static class SheetComparison
{
    /// <summary>The changes, those of the whole sheet first; empty when nothing changed.</summary>
    /// <param name="before">The earlier state.</param>
    /// <param name="after">The later state.</param>
    public static ImmutableArray<string> Between(Sheet before, Sheet after)
    {
        string[] words = [.. OfSheet(before, after), .. OfSections(before, after)];
        // Something a sheet file holds that has no sentence of its own must not pass for no change.
        return words.Length == 0 && before != after ? [Texts.Say("change.settings")] : [.. words];
    }

    private static IEnumerable<string> OfSheet(Sheet before, Sheet after)
    {
        if (before.Title != after.Title)
            yield return Texts.Say("change.title", ("before", before.Title), ("after", after.Title));
        if (before.Instructions != after.Instructions)
            yield return Texts.Say("change.instructions");
        if (before.Setup != after.Setup)
            yield return Texts.Say("change.paper");
        if (before.Style != after.Style)
            yield return before.Style.Id == after.Style.Id
                ? Texts.Say("change.house-style")
                : Texts.Say("change.preset", ("before", before.Style.Id), ("after", after.Style.Id));
        if (before.Language != after.Language)
            yield return Texts.Say("change.language", ("before", before.Language.Name), ("after", after.Language.Name));
        if (before.Versions != after.Versions)
            yield return Texts.Say("change.versions", ("before", before.Versions), ("after", after.Versions));
        if (!before.Parts.SequenceEqual(after.Parts))
            yield return Texts.Say(
                "change.parts",
                ("parts", after.Parts.IsEmpty ? Texts.Say("change.concert") : string.Join(", ", after.Parts.Select(part => part.Name)))
            );
    }

    private static IEnumerable<string> OfSections(Sheet before, Sheet after)
    {
        foreach (var gone in before.Sections.Where(section => after.Find(section.Id) is null))
            yield return Texts.Say("change.section-gone", ("section", Name(gone)));
        foreach (var come in after.Sections.Where(section => before.Find(section.Id) is null))
            yield return Texts.Say("change.section-new", ("section", Name(come)), ("questions", Questions(come.Slots.Count)));
        int[] kept = [.. before.Sections.Select(section => section.Id).Where(id => after.Find(id) is not null)];
        if (!kept.SequenceEqual(after.Sections.Select(section => section.Id).Where(kept.Contains)))
            yield return Texts.Say("change.section-order");
        foreach (var section in after.Sections)
        {
            if (before.Find(section.Id) is not { } old)
                continue;
            foreach (var words in Settings(old, section).Concat(Slots(old, section)))
                yield return Texts.Say("change.section", ("section", Name(section)), ("words", words));
        }
    }

    private static IEnumerable<string> Settings(Section old, Section now)
    {
        if (old.KindId != now.KindId)
            yield return Texts.Say("change.kind", ("kind", QuestionCatalogue.Standard.Get(old.KindId).Name));
        if (Name(old) != Name(now) && old.KindId == now.KindId)
            yield return Texts.Say("change.heading", ("heading", Name(old)));
        string[] changed = [.. Changed(old, now)];
        if (changed.Length > 0)
            yield return Texts.Say("change.other", ("changed", string.Join(", ", changed)));
    }

    private static IEnumerable<string> Changed(Section old, Section now)
    {
        if (old.Instruction != now.Instruction)
            yield return Texts.Say("change.instruction");
        if (!old.Scales.SequenceEqual(now.Scales))
            yield return Texts.Say("change.scales");
        if (
            !old.Keys.SequenceEqual(now.Keys)
            || !old.AlsoTonics.SequenceEqual(now.AlsoTonics)
            || !old.WithoutTonics.SequenceEqual(now.WithoutTonics)
        )
            yield return Texts.Say("change.keys");
        if (!old.Clefs.SequenceEqual(now.Clefs))
            yield return Texts.Say("change.clefs");
        if (old.Scaffolding != now.Scaffolding)
            yield return Texts.Say("change.help");
        if (old.Marks != now.Marks)
            yield return Texts.Say("change.marks");
        if (
            (old.Notation, old.Direction, old.Octaves, old.AnswerAs, old.Option, old.Columns)
            != (now.Notation, now.Direction, now.Octaves, now.AnswerAs, now.Option, now.Columns)
        )
            yield return Texts.Say("change.option");
        if (!old.Own.SequenceEqual(now.Own))
            yield return Texts.Say("change.own");
    }

    private static IEnumerable<string> Slots(Section old, Section now)
    {
        if (old.Slots.Count != now.Slots.Count)
            yield return Texts.Say("change.count", ("before", Questions(old.Slots.Count)), ("now", Questions(now.Slots.Count)));
        string[] drawn =
        [
            .. now
                .Slots.Where(slot => old.Find(slot.Id) is { } was && was.Drawn != slot.Drawn)
                .Select(slot => Texts.Say("change.drawn", ("before", Said(old.Find(slot.Id)!.Drawn)), ("after", Said(slot.Drawn)))),
        ];
        if (drawn.Length > 0)
            yield return $"{string.Join("; ", drawn)}.";
        if (now.Slots.Any(slot => old.Find(slot.Id) is { } was && was.Prompt != slot.Prompt && was.Drawn == slot.Drawn))
            yield return Texts.Say("change.words");
        int[] kept = [.. old.Slots.Select(slot => slot.Id).Where(id => now.Find(id) is not null)];
        if (!kept.SequenceEqual(now.Slots.Select(slot => slot.Id).Where(kept.Contains)))
            yield return Texts.Say("change.question-order");
    }

    private static string Said(Draw draw) => $"{draw.Tonic} {draw.Scale.Name}, {draw.Clef.InSentence}";

    private static string Name(Section section) => QuestionCatalogue.Standard.HeadingOf(section, HouseStyle.Classical);

    private static string Questions(int count) => Texts.Say("change.questions", ("count", count));
}
