using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Drawing;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Teaching;

/// <summary>The sheet of a lesson: a warm-up of what is due, the topic, and a stretch one key further.</summary>
public static class LessonSheet
{
    private const int OfEach = 4;

    // Numbers of a day's questions stay below the highest a sheet can have, and come again after twenty-four years.
    private const int DaysApart = 9_000,
        NumbersADay = 100;

    /// <summary>The sheet; null where the topic sets nothing and nothing is due.</summary>
    /// <param name="topic">What is taught.</param>
    /// <param name="due">What is due, the longest first; what the class has not met is never in it.</param>
    /// <param name="warmUps">How many questions of a warm-up.</param>
    /// <param name="style">The house style.</param>
    /// <param name="seed">What the questions are drawn from.</param>
    /// <param name="title">The sheet's title.</param>
    public static Sheet? Of(Topic topic, IEnumerable<Standing> due, int warmUps, HouseStyle style, ulong seed, string title)
    {
        Section[] lesson = [.. New(topic, style, seed), .. Stretch(topic, style, seed)];
        var warmUp = WarmUp(due, warmUps, style, seed);
        // A warm-up is no heavier than the lesson it leads to.
        var most = lesson.Length == 0 ? int.MaxValue : Load(lesson, style);
        while (warmUp.Length > 1 && Load(warmUp, style) > most)
            warmUp = warmUp.RemoveAt(warmUp.Length - 1);
        Section[] sections = [.. warmUp, .. lesson];
        return sections.Length == 0 ? null : SectionDraw.Whole(title, style, seed, sections);
    }

    private static int Load(IEnumerable<Section> sections, HouseStyle style) =>
        Composer.Compose(SectionDraw.Whole("Load", style, 0, sections)).Worksheet.Load;

    /// <summary>A warm-up: a question for each skill that is due, each skill and key once.</summary>
    /// <param name="due">What is due, the longest first.</param>
    /// <param name="count">How many questions at most.</param>
    /// <param name="style">The house style.</param>
    /// <param name="seed">What they are drawn from.</param>
    public static ImmutableArray<Section> WarmUp(IEnumerable<Standing> due, int count, HouseStyle style, ulong seed)
    {
        var sections = ImmutableArray.CreateBuilder<Section>();
        foreach (var skill in due.Select(one => one.Skill).Distinct())
        {
            if (sections.Count == count)
                break;
            if (KindOf(skill) is not { } kind)
                continue;
            var wish = new SectionWish(kind, [skill.Type], [skill.Place], 1)
            {
                Title = sections.Count == 0 ? Texts.Say("lesson.warm-up") : "",
            };
            SectionDraw.Of(wish, style, seed + (ulong)sections.Count, out var section);
            if (section is not null)
                sections.Add(section);
        }

        return sections.ToImmutable();
    }

    /// <summary>What one student has again on a day: a question for each skill that is due. Each day's questions have numbers of their
    /// own, so that an answer that comes late is never taken for one of another day.</summary>
    /// <param name="due">What is due for the student, the longest first.</param>
    /// <param name="count">How many questions at most.</param>
    /// <param name="style">The house style.</param>
    /// <param name="day">The day; the same day and student give the same questions.</param>
    /// <param name="student">What tells the student from others, as their id.</param>
    /// <param name="title">The sheet's title.</param>
    /// <returns>The sheet, or null where nothing is due.</returns>
    public static Sheet? Due(IEnumerable<Standing> due, int count, HouseStyle style, DateOnly day, string student, string title)
    {
        var seed = StableHash.Of($"{student} {day.DayNumber}");
        var sections = WarmUp(due, count, style, seed);
        return sections.IsEmpty
            ? null
            : SectionDraw.Whole(
                title,
                style,
                seed,
                sections.Select(section => section with { Title = "" }),
                1 + (day.DayNumber % DaysApart * NumbersADay)
            );
    }

    // The topic's sections in its own scales and keys.
    private static IEnumerable<Section> New(Topic topic, HouseStyle style, ulong seed)
    {
        foreach (var (id, i) in topic.Sections.Select((id, i) => (id, i)))
        {
            var shipped = ShippedSections.Find(id)!.Section;
            var wish = Wish(topic, QuestionCatalogue.Standard.Get(shipped.KindId), OfEach) with
            {
                Clefs = shipped.Clefs,
                Direction = shipped.Direction,
                Notation = shipped.Notation,
                Scaffolding = shipped.Scaffolding,
                Option = shipped.Option,
            };
            // One key has one question of a kind; it is asked from other sides until there are enough.
            var count = 0;
            foreach (var side in Sides(wish))
            {
                if (count >= OfEach)
                    break;
                SectionDraw.Of(side with { Count = OfEach - count }, style, seed + 100 + (ulong)(10 * i) + (ulong)count, out var section);
                if (section is null)
                    continue;
                count += section.Slots.Count;
                yield return section;
            }
        }
    }

    // The wish as it is, then its scale the other way, then with the signature for accidentals or the other way round, then both.
    private static IEnumerable<SectionWish> Sides(SectionWish wish)
    {
        yield return wish;
        var turned = wish with { Direction = wish.Direction == Direction.Descending ? Direction.Ascending : Direction.Descending };
        var other = wish.Notation == Notation.Signature ? Notation.Accidentals : Notation.Signature;
        if (wish.Kind.UsesDirection)
            yield return turned;
        if (wish.Kind.UsesNotation)
            yield return wish with
            {
                Notation = other,
            };
        if (wish.Kind.UsesDirection && wish.Kind.UsesNotation)
            yield return turned with
            {
                Notation = other,
            };
    }

    // The nearest key the topic leaves out, the one farther from C where two are as near.
    private static IEnumerable<Section> Stretch(Topic topic, HouseStyle style, ulong seed)
    {
        var kind = QuestionCatalogue.Standard.Get("write-scale");
        var wish = Wish(topic, kind, 1);
        if (wish.Places.IsEmpty)
            yield break;
        var further = Enumerable
            .Range(-KeySignature.Most, (2 * KeySignature.Most) + 1)
            .Except(wish.Places)
            .OrderBy(place => wish.Places.Min(own => Math.Abs(own - place)))
            .ThenByDescending(Math.Abs);
        foreach (var place in further)
        {
            SectionDraw.Of(wish with { Places = [place], Title = Texts.Say("lesson.stretch") }, style, seed + 200, out var section);
            if (section is null)
                continue;
            yield return section;
            yield break;
        }
    }

    private static SectionWish Wish(Topic topic, QuestionKind kind, int count)
    {
        return new SectionWish(
            kind,
            topic.Scales,
            [.. topic.OnTonics.Select(scale => Scope.PlaceOf(scale.Type, scale.Tonic)).Distinct()],
            count
        );
    }

    // The plainest kind of each group that takes the scale.
    private static QuestionKind? KindOf(Skill skill)
    {
        string[] kinds = skill.Group switch
        {
            QuestionGroup.Steps => ["write-steps", "add-accidentals"],
            QuestionGroup.Signatures => ["write-signature", "name-key", "relative-key"],
            QuestionGroup.Degrees => ["name-degree", "label-degrees"],
            QuestionGroup.Modes => ["mode-parent", "write-scale"],
            QuestionGroup.Enharmonic => ["enharmonic-key", "enharmonic-scale"],
            QuestionGroup.Chords => ["tonic-arpeggio", "scale-intervals"],
            _ => ["write-scale"],
        };
        return kinds.Select(QuestionCatalogue.Standard.Get).FirstOrDefault(kind => kind.Takes(skill.Type));
    }
}
