using System.Collections.Immutable;
using CsCheck;
using Gavvet.Worksheets.Judging;

namespace Gavvet.Worksheets.Tests;

/// <summary>What holds of every judgement.</summary>
public class JudgingPropertyTests
{
    private static readonly NoteName[] Tonics = [.. NoteName.All.Where(note => Math.Abs((int)note.Accidental) < 2)];

    public static TheoryData<string> Ids => [.. ScaleTypes.All.Select(type => type.Id)];

    [Theory, MemberData(nameof(Ids))]
    public void The_default_is_correct_and_every_other_accepted_spelling_is_accepted_in_every_system_of_names(string id)
    {
        foreach (var asked in Asked(id))
        {
            var descending = asked.Direction == Direction.Descending;
            foreach (
                var (spelling, place) in AcceptedSpellings
                    .Of(asked.Expected, asked.Style, descending)
                    .Take(60)
                    .Select((spelling, place) => (spelling, place))
            )
            {
                foreach (var system in Enum.GetValues<NameSystem>())
                {
                    var text = string.Join(", ", spelling.Select(note => NoteNaming.Name(system, note)));
                    var judged = ScaleJudge.Judge(asked, new WrittenAnswer(AnswerText.Notes(text, system), null));
                    Assert.Equal(place == 0 ? Verdict.Correct : Verdict.Accepted, judged.Verdict);
                    Assert.Equal(judged.Of, judged.Marks);
                }
            }
        }
    }

    [Theory, MemberData(nameof(Ids))]
    public void A_single_changed_note_is_never_right_unless_it_makes_an_accepted_spelling(string id)
    {
        foreach (var asked in Asked(id).Where(asked => asked.Tonic.Fifths is -4 or 0 or 6))
        {
            var line = asked.Expected.Notes(asked.Direction);
            var accepted = AcceptedSpellings
                .Of(asked.Expected, asked.Style, asked.Direction == Direction.Descending)
                .Select(spelling => string.Join(' ', spelling))
                .ToHashSet();
            for (var i = 0; i < line.Length; i++)
            {
                foreach (var other in NoteName.All.Where(note => note != line[i]))
                {
                    var changed = line.SetItem(i, other);
                    var judged = ScaleJudge.Judge(asked, Answer(changed));
                    Assert.Equal(accepted.Contains(string.Join(' ', changed)), judged.Verdict is Verdict.Correct or Verdict.Accepted);
                    Assert.True(judged.Marks <= judged.Of);
                    if (judged.Verdict is not (Verdict.Correct or Verdict.Accepted))
                        Assert.NotEmpty(judged.Findings);
                }
            }
        }
    }

    [Fact]
    public void Any_answer_at_all_is_judged_and_earns_from_nothing_to_everything() =>
        Gen.Select(
                Gen.OneOfConst([.. ScaleTypes.All]),
                Gen.OneOfConst(Tonics),
                Gen.Enum<Direction>(),
                Gen.OneOfConst([.. NoteName.All]).Array[1, 20],
                Gen.OneOfConst([.. HouseStyle.Presets])
            )
            .Where((type, tonic, _, _, style) => style.CanSpell(type, tonic))
            .Sample(
                (type, tonic, direction, notes, style) =>
                {
                    var asked = new AskedScale(type, tonic, direction, style);
                    foreach (var scheme in Enum.GetValues<MarkScheme>())
                    {
                        var judged = ScaleJudge.Judge(asked with { Scheme = scheme }, Answer([.. notes]));
                        Assert.InRange(judged.Marks, 0, judged.Of);
                        Assert.True(judged.Verdict is Verdict.Correct or Verdict.Accepted || judged.Findings.Length > 0);
                        Assert.All(judged.Findings, finding =>
                            Assert.InRange(finding.Position, 1, Math.Max(notes.Length, asked.Expected.Notes(direction).Length) + 1)
                        );
                        Assert.Equal(judged.Findings.Length, judged.Findings.Distinct().Count());
                    }
                },
                iter: 2_000
            );

    [Fact]
    public void One_cause_costs_one_mark_in_both_directions()
    {
        foreach (var key in Key.Majors)
        {
            var asked = new AskedScale(ScaleTypes.Major, key.Tonic, Direction.Both, HouseStyle.Classical);
            var line = asked.Expected.Notes(Direction.Both);
            // The third written a semitone low, going up and coming down.
            var third = NoteName.FromFifths(line[2].Fifths - 7);
            var judged = ScaleJudge.Judge(asked, Answer(line.SetItem(2, third).SetItem(12, third)));
            Assert.Equal(judged.Of - 1, judged.Marks);
        }
    }

    private static IEnumerable<AskedScale> Asked(string id) =>
        from tonic in Tonics
        where HouseStyle.Classical.CanSpell(ScaleTypes.Get(id), tonic)
        from direction in new[] { Direction.Ascending, Direction.Descending }
        select new AskedScale(ScaleTypes.Get(id), tonic, direction, HouseStyle.Classical);

    private static WrittenAnswer Answer(ImmutableArray<NoteName> notes) =>
        new([.. notes.Select(note => new WrittenNote(note.Letter, note.Accidental))], null);
}
