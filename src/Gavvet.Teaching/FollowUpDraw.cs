using System.Collections.Concurrent;
using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Drawing;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Teaching;

/// <summary>Draws follow-ups: a pure function from evidence to a sheet.</summary>
public sealed class FollowUpDraw
{
    private const int LongestTitle = 100;

    /// <summary>Questions of a follow-up at most.</summary>
    public const int Most = 12;

    // A follow-up is at most a tenth heavier than what was missed.
    private const int HeavierPercent = 110;

    private readonly ImmutableArray<Evidence> _evidence;
    private readonly IReadOnlyDictionary<(string Student, DateOnly Day), int> _loads;
    private readonly HouseStyle _style;
    private readonly DateOnly _day;

    // What a class missed is much alike, so a question drawn for one student serves for others.
    private readonly ConcurrentDictionary<Wish, (Section Section, int Load)?> _drawn = [];

    /// <summary>How many days back what was asked is not asked again as it was, and what was missed is followed up unless a teacher says
    /// otherwise: four weeks.</summary>
    public const int DaysBack = 28;

    /// <summary>Draws from evidence.</summary>
    /// <param name="evidence">The evidence, in the order of its days. Where what was asked is not known, it cannot be asked again.</param>
    /// <param name="style">The house style it was set in.</param>
    /// <param name="day">The day of the follow-up; what is later does not count.</param>
    public FollowUpDraw(IEnumerable<Evidence> evidence, HouseStyle style, DateOnly day)
    {
        (_evidence, _style, _day) = ([.. evidence.Where(one => one.What is not null && one.Day <= day)], style, day);
        _loads = _evidence.GroupBy(one => (one.Student, one.Day)).ToDictionary(paper => paper.Key, paper => paper.Sum(one => one.Load));
    }

    private FollowUpDraw(FollowUpDraw other)
    {
        (_evidence, _loads, _style, _day, _drawn) = (other._evidence, other._loads, other._style, other._day, other._drawn);
        (Wanted, MostQuestions, MostLoad) = (other.Wanted, other.MostQuestions, other.MostLoad);
    }

    /// <summary>The same with a load at most.</summary>
    /// <param name="load">The load, or null for a tenth more than what was missed weighed.</param>
    public FollowUpDraw WithLoad(int? load) => new(this) { MostLoad = load };

    /// <summary>The same with fewer questions at most.</summary>
    /// <param name="most">Questions at most, from 1 to <see cref="Most"/>.</param>
    public FollowUpDraw WithQuestions(int most) => new(this) { MostQuestions = most };

    /// <summary>Whether something asked on a day is too fresh to be asked again as it was.</summary>
    /// <param name="asked">When it was asked.</param>
    /// <param name="today">The day of the follow-up.</param>
    public static bool IsFresh(DateOnly asked, DateOnly today) => asked > today.AddDays(-DaysBack);

    /// <summary>Which misses are followed up: all of them, or those of a span of days or of one skill and key.</summary>
    public Func<Evidence, bool> Wanted { get; init; } = _ => true;

    /// <summary>Questions at most, from 1 to <see cref="Most"/>.</summary>
    public int MostQuestions { get; init; } = Most;

    /// <summary>The load at most that the teacher sets, or null: then a tenth more than what was missed weighed.</summary>
    public int? MostLoad { get; init; }

    /// <summary>Everyone there is evidence of.</summary>
    public ImmutableArray<string> Students => [.. _evidence.Select(one => one.Student).Distinct().Order(StringComparer.Ordinal)];

    /// <summary>Those who missed something that is wanted.</summary>
    public ImmutableArray<string> Missing =>
        [.. Students.Where(student => Missed([.. _evidence.Where(one => one.Student == student)]).Length > 0)];

    /// <summary>The title of the follow-ups of a printing.</summary>
    /// <param name="printing">The title of what was printed.</param>
    public static string TitleOf(string printing) => Texts.Say("follow-up.title", ("title", printing));

    /// <summary>The follow-ups of those who missed something: one for all together, or one for each group of like misses,
    /// numbered.</summary>
    /// <param name="title">The title.</param>
    /// <param name="groups">How many groups at most; null for all together.</param>
    public ImmutableArray<FollowUp> All(string title, int? groups = null) =>
        groups is { } most
            ?
            [
                .. Groups(most)
                    .Select((students, i) => For(students, Texts.Say("follow-up.numbered", ("title", title), ("number", i + 1))))
                    .OfType<FollowUp>(),
            ]
        : For(Missing, title) is { } together ? [together]
        : [];

    /// <summary>A follow-up for some students together; null where none of them missed anything, or nothing can be asked of it.</summary>
    /// <param name="students">The students.</param>
    /// <param name="title">The sheet's title.</param>
    public FollowUp? For(ImmutableArray<string> students, string title)
    {
        title = title.Length > LongestTitle ? title[..LongestTitle].TrimEnd() + "…" : title;
        var own = _evidence.Where(one => students.Contains(one.Student)).ToArray();
        var missed = Missed(own);
        if (missed.Length == 0)
            return null;
        var readers = new FollowUpReaders(own);
        var limit = MostLoad ?? (students.Select(Load).DefaultIfEmpty(0).Max() * HeavierPercent / 100);
        var recent = own.Where(one => IsFresh(one.Day, _day)).Select(Identity).ToHashSet();
        var taken = new List<FollowUpSection>();
        var load = 0;
        // Every miss in turn gives its next question, so that none takes all the room.
        var waiting = missed.Select(miss => (Miss: miss, Wishes: new Queue<Wish>(Wishes(own, miss, readers)))).ToList();
        while (waiting.Exists(one => one.Wishes.Count > 0) && taken.Count < MostQuestions)
        {
            foreach (var (miss, wishes) in waiting)
            {
                while (wishes.Count > 0 && taken.Count < MostQuestions)
                {
                    if (Drawn(wishes.Dequeue(), recent, taken) is not { } drawn || (load + drawn.Load > limit && taken.Count > 0))
                        continue;
                    taken.Add(new FollowUpSection(drawn.Section, readers.Reason(miss)));
                    load += drawn.Load;
                    break;
                }
            }
        }

        // What stands together is looked at together, as each part reads it: a question without a key to trust falls away.
        while (taken.Count > 0)
        {
            var drawn = Headed(students, title, taken, readers, out var ordered);
            var withheld = readers
                .Parts.Select(part => (Instrument?)part)
                .DefaultIfEmpty(null)
                .SelectMany(part => Composer.Compose(drawn.Sheet, QuestionCatalogue.Standard, new Edition(null, part)).Key.Withheld)
                .Select(question => ordered[question.Number - 1])
                .ToHashSet(ReferenceEqualityComparer.Instance);
            if (withheld.Count == 0)
                return drawn;
            taken.RemoveAll(withheld.Contains);
        }

        return null;
    }

    // Like questions stand under one heading, where the first of them stood.
    private FollowUp Headed(
        ImmutableArray<string> students,
        string title,
        List<FollowUpSection> taken,
        FollowUpReaders readers,
        out FollowUpSection[] ordered
    )
    {
        var headed = taken.GroupBy(one => SectionDraw.Heading(one.Section)).ToArray();
        ordered = [.. headed.SelectMany(like => like)];
        var sheet = SectionDraw.Whole(
            title,
            _style,
            StableHash.Of(title),
            headed.Select(like => SectionDraw.Joined([.. like.Select(Explained)]))
        );
        return new FollowUp(students, sheet with { Parts = readers.Parts }, [.. ordered.Select(one => one.Because)]);
    }

    // Each question says why it is there, on the keys too.
    private Section Explained(FollowUpSection one) =>
        one.Section with
        {
            Slots = [.. one.Section.Slots.Select(slot => slot with { Because = one.Because.Said(_style) })],
        };

    /// <summary>Students parted into groups of like misses, at most so many; who missed nothing is in none.</summary>
    /// <param name="most">How many groups at most, 1 or more.</param>
    public ImmutableArray<ImmutableArray<string>> Groups(int most)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(most, 1);
        var groups = Students
            .Select(student =>
                (
                    Names: new List<string> { student },
                    Misses: Missed([.. _evidence.Where(one => one.Student == student)]).Select(Likeness).ToHashSet()
                )
            )
            .Where(group => group.Misses.Count > 0)
            .ToList();
        while (groups.Count > most)
        {
            // The two most alike become one; on a tie the earlier.
            var (best, first, second) = (-1.0, 0, 1);
            for (var i = 0; i < groups.Count; i++)
            {
                for (var j = i + 1; j < groups.Count; j++)
                {
                    var alike =
                        (double)groups[i].Misses.Intersect(groups[j].Misses).Count() / groups[i].Misses.Union(groups[j].Misses).Count();
                    if (alike > best)
                        (best, first, second) = (alike, i, j);
                }
            }

            groups[first].Names.AddRange(groups[second].Names);
            groups[first].Misses.UnionWith(groups[second].Misses);
            groups.RemoveAt(second);
        }

        return [.. groups.Select(group => group.Names.Order(StringComparer.Ordinal).ToImmutableArray())];
    }

    private static (QuestionGroup, ScaleType, FindingCode?) Likeness(Evidence miss) => (miss.Skill.Group, miss.Skill.Type, First(miss));

    private static FindingCode? First(Evidence miss) => miss.Findings.IsEmpty ? null : miss.Findings[0];

    // The sheet that was missed last, by what it weighed for this student.
    private int Load(string student) =>
        _loads
            .Where(paper => paper.Key.Student == student)
            .OrderByDescending(paper => paper.Key.Day)
            .Select(paper => paper.Value)
            .FirstOrDefault();

    // What was wrong and has not been right since; most often missed first, then what earned least.
    private ImmutableArray<Evidence> Missed(Evidence[] own) =>
        [
            .. own.GroupBy(one => (one.Student, one.Skill))
                .Where(skill => !skill.Last().IsRight && Wanted(skill.Last()))
                .Select(skill => skill.Last())
                .GroupBy(miss => (miss.What!.Kind, miss.Skill.Type, miss.Sounding.Tonic, First(miss)))
                .OrderByDescending(like => like.Count())
                .ThenBy(like => like.Average(miss => (double)miss.Marks / Math.Max(1, miss.Of)))
                .ThenBy(like => like.Key.Type.Id, StringComparer.Ordinal)
                .ThenBy(like => NoteText.Ascii(like.Key.Tonic), StringComparer.Ordinal)
                .Select(like => like.First()),
        ];

    /// <summary>A question wished for.</summary>
    private sealed record Wish(
        string Kind,
        ScaleType Type,
        NoteName Tonic,
        Clef Clef,
        Direction Direction,
        Notation Notation,
        Scaffolding Scaffolding,
        string Option
    )
    {
        /// <summary>The scale its question must speak of too, or null.</summary>
        public ScaleType? Beside { get; init; }
    }

    // A part has one clef, whatever the sheet says.
    private static Identified Identity(Evidence answer) =>
        answer is { Part: null, What: { } asked }
            ? new(asked.Kind, asked.Type, asked.Tonic, asked.Clef, asked.Direction, asked.WriteWith)
            : new(answer.What!.Kind, answer.Skill.Type, answer.Sounding.Tonic, null, answer.What.Direction, answer.What.WriteWith);

    private static Identified Identity(QuestionKind kind, Section section, Draw drawn) =>
        new(
            kind.Id,
            drawn.Scale,
            drawn.Tonic,
            kind.UsesClefAs(section.Option) ? drawn.Clef : null,
            kind.UsesDirection ? section.Direction : null,
            kind.UsesNotation ? section.Notation : null
        );

    /// <summary>What makes a question one that was asked before.</summary>
    private readonly record struct Identified(
        string Kind,
        ScaleType Type,
        NoteName Tonic,
        Clef? Clef,
        Direction? Direction,
        Notation? Notation
    );

    // The confusion told apart, the same from another side, the same in a neighbor key.
    private static IEnumerable<Wish> Wishes(Evidence[] own, Evidence miss, FollowUpReaders readers) =>
        Wishes(own, miss, readers.ClefFor(miss), readers.OtherClef(miss)).Where(readers.CanRead);

    private static IEnumerable<Wish> Wishes(Evidence[] own, Evidence miss, Clef clef, Clef? otherClef)
    {
        var what = miss.What!;
        if (QuestionCatalogue.Standard.Find(what.Kind) is not { AsksOwn: false } kind)
            yield break;
        var (type, tonic) = (what.Type, what.Sounding.Tonic);
        var direction = what.Direction ?? Direction.Ascending;
        var notation = what.WriteWith ?? Notation.Accidentals;
        var help = what.Scaffold ?? Scaffolding.Blank;
        // One more degree of help where less than half was earned.
        if (2 * miss.Marks < miss.Of && kind.Scaffoldings.Contains(Scaffolding.Tonic) && help == Scaffolding.Blank)
            help = Scaffolding.Tonic;
        if (Confusion(own, miss) is { } other)
        {
            if (QuestionCatalogue.Standard.Get("convert-form").Takes(type))
                yield return new Wish("convert-form", type, tonic, clef, Direction.Ascending, Notation.Accidentals, Scaffolding.Blank, "")
                {
                    Beside = other,
                };
            foreach (var each in new[] { other, type })
                yield return new Wish("write-scale", each, tonic, clef, Direction.Ascending, Notation.Accidentals, Scaffolding.Blank, "");
            if (QuestionCatalogue.Standard.Get("correct-scale").Takes(type))
                yield return new Wish("correct-scale", type, tonic, clef, Direction.Ascending, Notation.Accidentals, Scaffolding.Blank, "")
                {
                    Beside = other,
                };
        }

        var turned = new Wish(
            kind.Id,
            type,
            tonic,
            otherClef ?? clef,
            direction == Direction.Descending ? Direction.Ascending : Direction.Descending,
            notation == Notation.Signature ? Notation.Accidentals : Notation.Signature,
            help,
            what.Option ?? ""
        );
        if (otherClef is not null)
            yield return turned with
            {
                Direction = direction,
                Notation = notation,
            };
        yield return turned with
        {
            Clef = clef,
            Notation = notation,
        };
        yield return turned with
        {
            Clef = clef,
            Direction = direction,
        };
        foreach (
            var step in new[] { -Math.Sign(tonic.Fifths), Math.Sign(tonic.Fifths), 1, -1 }
                .Where(step => step != 0 && NoteName.HasFifths(tonic.Fifths + step))
                .Distinct()
        )
            yield return turned with
            {
                Tonic = NoteName.FromFifths(tonic.Fifths + step),
                Clef = clef,
                Direction = direction,
                Notation = notation,
            };
    }

    // A form or scale that is really taken for another: twice at least, or half of the times it could be.
    private static ScaleType? Confusion(Evidence[] own, Evidence miss)
    {
        var student = own.Where(one =>
                one.Student == miss.Student && one.Skill.Type == miss.Skill.Type && one.Skill.Group == miss.Skill.Group
            )
            .ToArray();
        foreach (var code in miss.Findings)
        {
            var made = student.Count(one => one.Findings.Contains(code));
            if (
                Confusions.TakenFor(miss.Skill.Type, code) is { } other
                && other != miss.Skill.Type
                && (made >= 2 || 2 * made >= student.Length)
            )
                return other;
        }

        return null;
    }

    // Drawn on its own, so that a wish nothing can be asked of falls away, as does one that was asked within four weeks.
    private (Section Section, int Load)? Drawn(Wish wish, HashSet<Identified> recent, List<FollowUpSection> taken)
    {
        var kind = QuestionCatalogue.Standard.Get(wish.Kind);
        var place = Scope.PlaceOf(wish.Type, wish.Tonic);
        if (!kind.Takes(wish.Type) || Math.Abs(place) > KeySignature.Most)
            return null;
        if (_drawn.GetOrAdd(wish, _ => Draw(wish, kind, place)) is not var (section, load))
            return null;
        var isKnown =
            section.Slots.All(slot =>
                Identity(kind, section, slot.Drawn) is var question
                && (recent.Contains(question) || recent.Contains(question with { Clef = null }))
            )
            || taken.Exists(other =>
                other.Section.KindId == section.KindId
                && other.Section.Slots.Select(slot => slot.Drawn).SequenceEqual(section.Slots.Select(slot => slot.Drawn))
                && other.Section.Direction == section.Direction
                && other.Section.Notation == section.Notation
            );
        return isKnown ? null : (section, load);
    }

    private (Section Section, int Load)? Draw(Wish wish, QuestionKind kind, int place)
    {
        var wished = new SectionWish(kind, [wish.Type], [place], 1)
        {
            Clefs = [wish.Clef],
            Direction = wish.Direction,
            Notation = wish.Notation,
            Scaffolding = wish.Scaffolding,
            Option = wish.Option,
            Against = wish.Beside,
        };
        return
            SectionDraw.Of(wished, _style, StableHash.Of($"{wish.Kind} {wish.Tonic} {_day.DayNumber}"), out var section) is { } composed
            && section is not null
            ? (section, composed.Worksheet.Load)
            : null;
    }

    /// <summary>What those a follow-up is for can read.</summary>
    private sealed class FollowUpReaders
    {
        private readonly ImmutableArray<Instrument?> _parts;
        private readonly ImmutableArray<Clef> _clefs;

        public FollowUpReaders(Evidence[] own)
        {
            var students = own.GroupBy(one => one.Student).ToArray();
            // Who changed parts reads the one of the last paper.
            _parts = [.. students.Select(student => student.Last().Part).Distinct()];
            var atConcertPitch = students.Where(student => student.Last().Part is null).Select(ClefsOf).ToArray();
            _clefs =
                atConcertPitch.Length == 0
                    ? []
                    : [.. atConcertPitch.Aggregate((all, one) => all.Intersect(one)).OrderBy(clef => clef.Number)];
            Parts = _parts is [null]
                ? []
                :
                [
                    .. _parts
                        .SelectMany(part => part is null ? atConcertPitch.Select(Concert).Distinct() : [part])
                        .OrderBy(part => Instrument.All.IndexOf(part)),
                ];
        }

        /// <summary>The parts the sheet is printed for; empty where nobody reads another than concert pitch.</summary>
        public ImmutableArray<Instrument> Parts { get; }

        /// <summary>The clef a miss is asked in again: its own, or one that all can read.</summary>
        public Clef ClefFor(Evidence miss) =>
            miss is { Part: null, What.Clef: { } own } && (_clefs.IsEmpty || _clefs.Contains(own)) ? own
            : _clefs.IsEmpty ? Clef.Treble
            : _clefs[0];

        /// <summary>Another clef that all can read, or null: a part is read in its own, and who met one clef alone reads that.</summary>
        public Clef? OtherClef(Evidence miss) =>
            _parts is [null] && miss.What?.Clef is not null ? _clefs.FirstOrDefault(clef => clef != ClefFor(miss)) : null;

        /// <summary>Whether a wish can be written for every part.</summary>
        public bool CanRead(Wish wish)
        {
            try
            {
                foreach (var part in Parts)
                    _ = part.WrittenTonic(wish.Type, wish.Tonic);
                return true;
            }
            catch (UnwritableNoteException)
            {
                return false;
            }
        }

        /// <summary>Why a question is there: in the key all of them read, or as it sounds.</summary>
        public FollowUpReason Reason(Evidence miss) => FollowUpReason.Of(_parts.Length == 1 ? miss : miss with { Skill = miss.Sounding });

        private static IEnumerable<Clef> ClefsOf(IEnumerable<Evidence> own)
        {
            Clef[] met = [.. own.Select(one => one.What?.Clef).OfType<Clef>().Distinct()];
            return met.Length == 0 ? [Clef.Treble] : met;
        }

        private static Instrument Concert(IEnumerable<Clef> clefs) =>
            Instrument.Find($"concert-{clefs.First().Id}") ?? Instrument.Parse("concert-treble");
    }
}
