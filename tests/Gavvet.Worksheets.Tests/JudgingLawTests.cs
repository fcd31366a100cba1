using System.Collections.Immutable;
using CsCheck;
using Gavvet.Worksheets.Judging;

namespace Gavvet.Worksheets.Tests;

/// <summary>The five laws of judging, over types, tonics, directions, parts and presets.</summary>
public class JudgingLawTests
{
    private static readonly NoteName[] Tonics = [.. NoteName.All.Where(note => Math.Abs((int)note.Accidental) < 2)];
    private static readonly NoteName[] Names = [.. NoteName.All];

    private static readonly Gen<AskedScale> Questions = Gen.Select(
            Gen.OneOfConst([.. ScaleTypes.All]),
            Gen.OneOfConst(Tonics),
            Gen.Enum<Direction>(),
            Gen.OneOfConst([.. HouseStyle.Presets]),
            Gen.OneOfConst<Instrument?>([null, null, Instrument.Parse("alto-sax"), Instrument.Parse("flute"), Instrument.Parse("trumpet")])
        )
        .Where((type, tonic, _, style, part) => CanAsk(type, tonic, style, part))
        .Select((type, tonic, direction, style, part) => new AskedScale(type, tonic, direction, style) { Part = part });

    [Fact]
    public void A_line_is_accepted_just_where_it_is_among_the_spellings()
    {
        foreach (var style in HouseStyle.Presets)
        {
            foreach (
                var (type, tonic) in ScaleTypes
                    .All.SelectMany(_ => new[] { "C", "F#", "Ab" }.Select(NoteText.Parse), (type, tonic) => (type, tonic))
                    .Where(pair => style.CanSpell(pair.type, pair.tonic))
            )
            {
                var scale = style.Spell(type, tonic);
                foreach (var descending in new[] { false, true })
                {
                    var spellings = AcceptedSpellings.Of(scale, style, descending).ToArray();
                    Assert.Equal(spellings.Length, spellings.Select(line => string.Join(' ', line)).Distinct().Count());
                    Assert.All(spellings, line =>
                        Assert.True(
                            AcceptedSpellings.Accepts(scale, style, descending, line.AsSpan()),
                            $"{scale.Tonic} {type.Id}: {string.Join(' ', line)}"
                        )
                    );
                    // One note under its other name, and it is accepted only if that is a spelling too.
                    foreach (var place in Enumerable.Range(0, spellings[0].Length))
                    {
                        foreach (
                            var other in NoteName.All.Where(name =>
                                name.PitchClass == spellings[0][place].PitchClass && name != spellings[0][place]
                            )
                        )
                        {
                            var line = spellings[0].SetItem(place, other);
                            Assert.Equal(
                                spellings.Any(known => known.SequenceEqual(line)),
                                AcceptedSpellings.Accepts(scale, style, descending, line.AsSpan())
                            );
                        }
                    }
                }
            }
        }
    }

    [Fact]
    public void A_slip_costs_at_most_one_mark() =>
        Gen.Select(Questions, Gen.Int[0, 100], Gen.OneOfConst(Names), Gen.Int[0, 100], Gen.OneOfConst(Names))
            .Sample(
                (asked, i, first, j, second) =>
                {
                    var line = Line(asked);
                    var once = line.SetItem(i % line.Length, first);
                    Assert.InRange(Lost(asked, once), 0, 1);
                    Assert.InRange(Lost(asked, once.SetItem(j % line.Length, second)), 0, 2);
                    Assert.InRange(Lost(asked, line.RemoveAt(i % line.Length)), 1, 1);
                    Assert.InRange(Lost(asked, line.Insert(i % line.Length, line[i % line.Length])), 0, 1);
                },
                iter: 1_500
            );

    [Fact]
    public void Mending_a_note_never_lowers_the_marks() =>
        Gen.Select(Questions, Gen.OneOfConst(Tonics), Gen.OneOfConst([.. ScaleTypes.All]), Gen.Int[0, 100], Gen.OneOfConst(Names))
            .Sample(
                (asked, otherTonic, otherType, i, slip) =>
                {
                    var line = Line(asked);
                    // A part may be written in another key, and some scales in several ways; an answer is mended towards the one it
                    // follows.
                    if (asked.Part is { WrittenFifths: not 0 } || AcceptedSpellings.Of(asked.Expected, asked.Style, false).Skip(1).Any())
                        return;
                    // Answers that mean something else, and two slips in the line asked.
                    foreach (var meant in Meant(asked, otherTonic, otherType).Where(meant => meant.Length == line.Length))
                    {
                        foreach (
                            var answer in new[]
                            {
                                meant,
                                line.SetItem(i % meant.Length, slip).SetItem((i + 3) % meant.Length, meant[(i + 3) % meant.Length]),
                            }
                        )
                        {
                            var earned = Marks(asked, answer);
                            for (var place = 0; place < answer.Length; place++)
                            {
                                if (answer[place] != line[place] && !IsAccepted(asked, answer))
                                    Assert.True(
                                        Marks(asked, answer.SetItem(place, line[place])) >= earned,
                                        $"{asked.Type.Id} {asked.WrittenTonic} {asked.Direction} {asked.Style.Id} {asked.Part?.Id}: {string.Join(' ', answer)} earns {earned}, mended at {place + 1} less"
                                    );
                            }
                        }
                    }
                },
                iter: 300
            );

    [Fact]
    public void The_same_mistake_in_another_key_is_judged_alike() =>
        Gen.Select(
                Gen.OneOfConst([.. ScaleTypes.All]),
                Gen.OneOfConst(Tonics),
                Gen.OneOfConst(Tonics),
                Gen.Enum<Direction>(),
                Gen.Int[0, 100],
                Gen.Int[-12, 12]
            )
            .Sample(
                (type, from, to, direction, i, fifths) =>
                {
                    if (
                        !HouseStyle.Classical.CanSpell(type, from)
                        || !HouseStyle.Classical.CanSpell(type, to)
                        || HouseStyle.Classical.LineOf(type, from) != HouseStyle.Classical.LineOf(type, to)
                    )
                        return;
                    var (here, there) = (
                        new AskedScale(type, from, direction, HouseStyle.Classical),
                        new AskedScale(type, to, direction, HouseStyle.Classical)
                    );
                    var line = Line(here);
                    var place = i % line.Length;
                    var (slipped, moved) = (line[place].Fifths + fifths, Line(there)[place].Fifths + fifths);
                    if (!NoteName.HasFifths(slipped) || !NoteName.HasFifths(moved))
                        return;
                    var (one, other) = (
                        Judge(here, line.SetItem(place, NoteName.FromFifths(slipped))),
                        Judge(there, Line(there).SetItem(place, NoteName.FromFifths(moved)))
                    );
                    Assert.Equal((one.Verdict, one.Marks), (other.Verdict, other.Marks));
                    Assert.Equal(Named(one), Named(other));
                },
                iter: 2_000
            );

    [Fact]
    public void The_right_signature_changes_nothing() =>
        Gen.Select(Questions, Gen.Int[0, 100], Gen.OneOfConst(Names))
            .Sample(
                (asked, i, slip) =>
                {
                    if (asked.Style.SignatureOf(asked.Type, asked.WrittenTonic) is not { } signature)
                        return;
                    var line = Line(asked);
                    var answer = line.SetItem(i % line.Length, slip);
                    var without = Judge(asked, answer);
                    var with = ScaleJudge.Judge(
                        asked,
                        new WrittenAnswer(
                            [
                                .. answer.Select(note => new WrittenNote(
                                    note.Letter,
                                    note.Accidental == signature.On(note.Letter) ? null : note.Accidental
                                )),
                            ],
                            WrittenSignature.Of(signature.Notes)
                        )
                    );
                    Assert.Equal((without.Verdict, without.Of - without.Marks), (with.Verdict, with.Of - with.Marks));
                },
                iter: 2_000
            );

    [Fact]
    public void Only_what_is_right_earns_the_total() =>
        Gen.Select(Questions, Gen.OneOfConst(Tonics), Gen.OneOfConst([.. ScaleTypes.All]), Gen.Int[0, 100], Gen.OneOfConst(Names))
            .Sample(
                (asked, otherTonic, otherType, i, slip) =>
                {
                    foreach (
                        var meant in Meant(asked, otherTonic, otherType)
                            .SelectMany(meant => new[] { meant, meant.SetItem(i % meant.Length, slip) })
                    )
                    {
                        foreach (var school in Enum.GetValues<WrongNameMark>())
                        {
                            var judged = Judge(asked with { Style = asked.Style with { WrongName = school } }, meant);
                            Assert.InRange(judged.Marks, 0, judged.Of);
                            var isRight =
                                judged.Verdict is Verdict.Correct or Verdict.Accepted
                                || (judged.Verdict == Verdict.Misspelled && school == WrongNameMark.Full);
                            Assert.True(
                                isRight == (judged.Marks == judged.Of),
                                $"{asked.Type.Id} {asked.WrittenTonic} {asked.Direction} {school}: {string.Join(' ', meant)} is {judged.Verdict} and earns {judged.Marks} of {judged.Of}: {Named(judged)}"
                            );
                            Assert.Equal(
                                judged.Verdict is Verdict.Correct or Verdict.Accepted,
                                judged.Findings.All(finding => finding.Code is FindingCode.MixedAccidentals or FindingCode.SignatureDoubled)
                            );
                        }
                    }
                },
                iter: 300
            );

    [Fact]
    public void Octaves_count_where_they_are_given() =>
        Gen.Select(Questions, Gen.Int[1, 6], Gen.Int[0, 100], Gen.OneOfConst(-1, 1))
            .Sample(
                (asked, octave, i, by) =>
                {
                    if (!NoteName.HasFifths(asked.WrittenTonic.Fifths))
                        return;
                    var pitches = asked.Expected.Pitches(asked.Direction, new Pitch(asked.WrittenTonic, octave));
                    WrittenAnswer Answer(IEnumerable<Pitch> notes) =>
                        new([.. notes.Select(pitch => new WrittenNote(pitch.Name.Letter, pitch.Name.Accidental, pitch.StaffStep))], null);
                    Assert.Equal(Verdict.Correct, ScaleJudge.Judge(asked, Answer(pitches)).Verdict);
                    var place = i % pitches.Length;
                    var displaced = ScaleJudge.Judge(
                        asked,
                        Answer(pitches.SetItem(place, pitches[place] with { Octave = pitches[place].Octave + by }))
                    );
                    Assert.Equal((Verdict.Wrong, 1), (displaced.Verdict, displaced.Of - displaced.Marks));
                    Assert.Equal(
                        (FindingCode.OctaveDisplaced, place + 1),
                        (Assert.Single(displaced.Findings).Code, displaced.Findings[0].Position)
                    );
                },
                iter: 1_500
            );

    private static bool CanAsk(ScaleType type, NoteName tonic, HouseStyle style, Instrument? part)
    {
        try
        {
            return style.CanSpell(type, part?.WrittenTonic(type, tonic) ?? tonic);
        }
        catch (UnwritableNoteException)
        {
            return false;
        }
    }

    // The line asked, its reverse, the scale begun elsewhere, on another tonic, and another scale on the tonic.
    private static IEnumerable<ImmutableArray<NoteName>> Meant(AskedScale asked, NoteName otherTonic, ScaleType otherType)
    {
        var line = Line(asked);
        yield return line;
        yield return [.. line.Reverse()];
        if (asked.Direction != Direction.Both)
            yield return [.. line[2..], line[1], line[2]];
        foreach (
            var tonic in new[]
            {
                otherTonic,
                asked.Tonic,
                new NoteName(asked.WrittenTonic.Letter, Accidental.Sharp),
                new NoteName(asked.WrittenTonic.Letter),
            }
        )
        {
            if (asked.Style.CanSpell(asked.Type, tonic))
                yield return asked.Style.Spell(asked.Type, tonic).Notes(asked.Direction);
        }

        if (asked.Style.CanSpell(otherType, asked.WrittenTonic))
            yield return asked.Style.Spell(otherType, asked.WrittenTonic).Notes(asked.Direction);
    }

    private static bool IsAccepted(AskedScale asked, ImmutableArray<NoteName> notes) =>
        Judge(asked, notes).Verdict is Verdict.Correct or Verdict.Accepted;

    private static ImmutableArray<NoteName> Line(AskedScale asked) => asked.Expected.Notes(asked.Direction);

    private static Judgement Judge(AskedScale asked, ImmutableArray<NoteName> notes) =>
        ScaleJudge.Judge(
            asked,
            new WrittenAnswer(
                [.. notes.Select(note => new WrittenNote(note.Letter, note.Accidental == Accidental.Natural ? null : note.Accidental))],
                null
            )
        );

    private static int Marks(AskedScale asked, ImmutableArray<NoteName> notes) => Judge(asked, notes).Marks;

    private static int Lost(AskedScale asked, ImmutableArray<NoteName> notes) =>
        Judge(asked, notes) is var judged ? judged.Of - judged.Marks : 0;

    private static string Named(Judgement judged) =>
        string.Join(
            ", ",
            judged
                .Findings.Where(finding => finding.Code < FindingCode.MixedAccidentals)
                .Select(finding => $"{Sign(finding.Code)} {finding.Position}")
        );

    // Whether the right note has a sign depends on the key.
    private static string Sign(FindingCode code) =>
        code is FindingCode.AccidentalExtra or FindingCode.AccidentalMissing or FindingCode.AccidentalWrong
            ? "accidental"
            : FileWords.Of(code);
}
