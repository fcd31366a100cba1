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
        return words.Length == 0 && before != after ? ["The sheet’s settings changed."] : [.. words];
    }

    private static IEnumerable<string> OfSheet(Sheet before, Sheet after)
    {
        if (before.Title != after.Title)
            yield return $"The title was “{before.Title}” and is “{after.Title}”.";
        if (before.Instructions != after.Instructions)
            yield return "The instructions changed.";
        if (before.Setup != after.Setup)
            yield return "Paper or staff size changed.";
        if (before.Style != after.Style)
            yield return before.Style.Id == after.Style.Id ? "The house style changed." : $"The house style was {before.Style.Id} and is {after.Style.Id}.";
        if (before.Versions != after.Versions)
            yield return $"There were {before.Versions} and are {after.Versions} versions.";
        if (!before.Parts.SequenceEqual(after.Parts))
            yield return $"It is for {(after.Parts.IsEmpty ? "concert pitch" : string.Join(", ", after.Parts.Select(part => part.Name)))}.";
    }

    private static IEnumerable<string> OfSections(Sheet before, Sheet after)
    {
        foreach (var gone in before.Sections.Where(section => after.Find(section.Id) is null))
            yield return $"Section “{Name(gone)}” is gone.";
        foreach (var come in after.Sections.Where(section => before.Find(section.Id) is null))
            yield return $"Section “{Name(come)}” is new, with {Questions(come.Slots.Count)}.";
        int[] kept = [.. before.Sections.Select(section => section.Id).Where(id => after.Find(id) is not null)];
        if (!kept.SequenceEqual(after.Sections.Select(section => section.Id).Where(kept.Contains)))
            yield return "The sections stand in another order.";
        foreach (var section in after.Sections)
        {
            if (before.Find(section.Id) is not { } old)
                continue;
            foreach (var words in Settings(old, section).Concat(Slots(old, section)))
                yield return $"“{Name(section)}”: {words}";
        }
    }

    private static IEnumerable<string> Settings(Section old, Section now)
    {
        if (old.KindId != now.KindId)
            yield return $"the questions were “{QuestionCatalogue.Standard.Get(old.KindId).Name}”.";
        if (Name(old) != Name(now) && old.KindId == now.KindId)
            yield return $"the heading was “{Name(old)}”.";
        string[] changed = [.. Changed(old, now)];
        if (changed.Length > 0)
            yield return $"other {string.Join(", ", changed)}.";
    }

    private static IEnumerable<string> Changed(Section old, Section now)
    {
        if (old.Instruction != now.Instruction)
            yield return "instruction";
        if (!old.Scales.SequenceEqual(now.Scales))
            yield return "scales";
        if (!old.Keys.SequenceEqual(now.Keys) || !old.AlsoTonics.SequenceEqual(now.AlsoTonics) || !old.WithoutTonics.SequenceEqual(now.WithoutTonics))
            yield return "keys";
        if (!old.Clefs.SequenceEqual(now.Clefs))
            yield return "clefs";
        if (old.Scaffolding != now.Scaffolding)
            yield return "help given";
        if (old.Marks != now.Marks)
            yield return "marks";
        if ((old.Notation, old.Direction, old.Octaves, old.AnswerAs, old.Option, old.Columns) != (now.Notation, now.Direction, now.Octaves, now.AnswerAs, now.Option, now.Columns))
            yield return "ways of asking";
        if (!old.Own.SequenceEqual(now.Own))
            yield return "questions of your own";
    }

    private static IEnumerable<string> Slots(Section old, Section now)
    {
        if (old.Slots.Count != now.Slots.Count)
            yield return $"{Questions(old.Slots.Count)} before, {Questions(now.Slots.Count)} now.";
        string[] drawn = [.. now.Slots.Where(slot => old.Find(slot.Id) is { } was && was.Drawn != slot.Drawn).Select(slot => $"{Said(old.Find(slot.Id)!.Drawn)} became {Said(slot.Drawn)}")];
        if (drawn.Length > 0)
            yield return $"{string.Join("; ", drawn)}.";
        if (now.Slots.Any(slot => old.Find(slot.Id) is { } was && was.Prompt != slot.Prompt && was.Drawn == slot.Drawn))
            yield return "a question has other words.";
        int[] kept = [.. old.Slots.Select(slot => slot.Id).Where(id => now.Find(id) is not null)];
        if (!kept.SequenceEqual(now.Slots.Select(slot => slot.Id).Where(kept.Contains)))
            yield return "the questions stand in another order.";
    }

    private static string Said(Draw draw) => $"{draw.Tonic} {draw.Scale.Name}, {draw.Clef.Name.ToLowerInvariant()}";

    private static string Name(Section section) => QuestionCatalogue.Standard.HeadingOf(section, HouseStyle.Classical);

    private static string Questions(int count) => Texts.Say("change.questions", ("count", count));
}
