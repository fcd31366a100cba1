using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Judging;

namespace Gavvet.Worksheets.Verifying;

/// <summary>
/// A second reader of what the judge says: it knows only the question and the answer, and holds each finding's notes, places
/// and scales against them. Nothing of how the judge came to it is used.
/// </summary>
public static class SecondReader
{
    /// <summary>What of the findings is not so.</summary>
    /// <param name="asked">What was asked.</param>
    /// <param name="answer">What was written.</param>
    /// <param name="judged">What the judge says.</param>
    /// <returns>Each finding that is not so; none where all are.</returns>
    public static ImmutableArray<Finding> Untrue(AskedScale asked, WrittenAnswer answer, Judgement judged)
    {
        // A bare letter takes the signature that is written; under a wrong one it may have been meant as the right one has it.
        var asWritten = Untrue(
            new Page(asked, answer, judged, answer.Signature is { } written ? written.On : _ => Accidental.Natural),
            judged
        );
        if (asWritten.IsEmpty || asked.Style.SignatureOf(asked.Type, asked.WrittenTonic) is not { } signature)
            return asWritten;
        var asMeant = Untrue(new Page(asked, answer, judged, signature.On), judged);
        return asMeant.Length < asWritten.Length ? asMeant : asWritten;
    }

    private static ImmutableArray<Finding> Untrue(Page page, Judgement judged) =>
        [.. judged.Findings.Where(finding => !IsTrue(page, finding))];

    private static bool IsTrue(Page page, Finding finding)
    {
        var here = finding.Position >= 1 && finding.Position <= page.Names.Length ? page.Names[finding.Position - 1] : (NoteName?)null;
        var (expected, found) = (Note(finding.Expected), Note(finding.Found));
        // What should stand there is a note of the scale asked, or of the one it is said to be judged in.
        var belongs = expected is not { } note || page.Holds(note, finding.In);
        var stands = found is null || found == here;
        return finding.Code switch
        {
            FindingCode.WrongTonic => expected is { } tonic
                && page.Tonics().Contains(tonic)
                && found == page.Names[0]
                && found?.Letter != expected?.Letter,
            FindingCode.StartedElsewhere => found == page.Names[0] && found != page.Tonic && (finding.Nearly || page.HasSameNotes()),
            FindingCode.ConcertForWritten or FindingCode.TransposedWrongWay or FindingCode.TonicMisread => finding.Found
                is FindingSubject.ScaleOn other
                && other.Tonic != page.Tonic
                && (finding.Nearly || page.Is(other, finding.On)),
            FindingCode.WrongDirection => finding.Nearly || page.IsReversed(),
            FindingCode.DirectionMissing => page.Names.Length < page.Line.Length,
            FindingCode.DirectionExtra or FindingCode.OctaveExtra => page.Names.Length > page.Line.Length,
            FindingCode.SignsForgotten => page.Signs == 0 && (finding.Position > 0 || page.Answer.Signature is null),
            FindingCode.ClefMisread => true,
            FindingCode.ParallelForRelative or FindingCode.ModeSignatureOfTonicMajor when finding.Position == 0 => finding.Found
                is FindingSubject.ScaleOn major
                && page.Answer.Signature?.Is(new Key(major.Tonic).Fifths) == true,
            FindingCode.SignatureWrong => page.Signature is { } right
                && finding.Expected is FindingSubject.Signature { Signs: var signs }
                && signs.SequenceEqual(right.Notes)
                && (page.Answer.Signature is not { } written || !written.Is(right.Fifths) || finding.Detail is not null),
            FindingCode.NaturalForHarmonic
            or FindingCode.HarmonicForNatural
            or FindingCode.HarmonicForMelodic
            or FindingCode.NaturalForMelodic
            or FindingCode.MelodicForNatural
            or FindingCode.MinorForMajor
            or FindingCode.MajorForMinor
            or FindingCode.OtherMode
            or FindingCode.OtherScale
            or FindingCode.ParallelForRelative
            or FindingCode.ModeSignatureOfTonicMajor => finding.Found is FindingSubject.ScaleOn form
                && form.Tonic == page.Tonic
                && (finding.Nearly || page.Is(form, finding.On)),
            FindingCode.SixthRaisedInHarmonic => page.Has(page.Tonic.Up(Interval.Parse("M6"))),
            FindingCode.NotRestoredDescending => Notes(finding.Found).All(page.Has),
            FindingCode.NeighbourKey => belongs && stands && expected != found,
            FindingCode.StruckDegreeKept => Notes(finding.Found).All(kept => page.Has(kept) && !page.Holds(kept, null)),
            FindingCode.OctaveMissing => belongs && page.Names[^1] != expected,
            FindingCode.BlueNoteMissing or FindingCode.MissingNote => finding.Expected is FindingSubject.Words
                || (
                    belongs
                    && (
                        finding.Detail is not null
                            ? finding.Position < 2
                                || page.Names[finding.Position - 2] != expected
                                || page.Judged.Findings.Any(other =>
                                    other != finding
                                    && (
                                        (other.Code == finding.Code && other.Position == finding.Position)
                                        || other.Position == finding.Position - 1
                                    )
                                )
                            : page.IsShortOf(expected!.Value, finding.In)
                    )
                ),
            FindingCode.ExtraNote => stands,
            FindingCode.OctaveDisplaced => stands && belongs,
            FindingCode.EnharmonicName => finding.Found is FindingSubject.ScaleOn twin
                ? twin.Tonic != page.Tonic && twin.Tonic.PitchClass == page.Tonic.PitchClass
                : stands && belongs && found != expected && found?.PitchClass == expected?.PitchClass,
            FindingCode.LetterRepeated => finding.Expected is FindingSubject.Notes { Names.Length: 1 }
                && stands
                && belongs
                && page.RepeatsLetter(finding.Position),
            FindingCode.LetterSkipped => stands
                && belongs
                && expected != found
                && (finding.Detail is not null || page.SkipsLetter(finding.Position)),
            FindingCode.LettersTurnBack => stands && belongs && expected != found,
            FindingCode.CancellationForgotten => stands
                && belongs
                && page.Answer.Notes[finding.Position - 1].Sign is null or Accidental.Natural,
            FindingCode.AccidentalWrong => stands && belongs && expected != found && expected?.Letter == found?.Letter,
            FindingCode.AccidentalMissing => stands
                && belongs
                && expected != found
                && expected?.Letter == found?.Letter
                && page.Answer.Notes[finding.Position - 1].Sign is null or Accidental.Natural,
            FindingCode.AccidentalExtra => stands
                && belongs
                && expected != found
                && expected?.Letter == found?.Letter
                && page.Answer.Notes[finding.Position - 1].Sign is not null,
            FindingCode.MixedAccidentals => page.Names.Any(name => name.Accidental > 0) && page.Names.Any(name => name.Accidental < 0),
            FindingCode.SignatureDoubled => stands
                && page.Answer.Signature is { } doubled
                && found is { } twice
                && doubled.On(twice.Letter) == twice.Accidental,
            _ => true,
        };
    }

    private static NoteName? Note(FindingSubject thing) => thing is FindingSubject.Notes { Names: [var note] } ? note : null;

    private static ImmutableArray<NoteName> Notes(FindingSubject thing) => thing is FindingSubject.Notes notes ? notes.Names : [];

    /// <summary>The question and the answer, as they stand on the page.</summary>
    private sealed class Page
    {
        public Page(AskedScale asked, WrittenAnswer answer, Judgement judged, Func<Letter, Accidental> signature)
        {
            (Asked, Answer, Judged) = (asked, answer, judged);
            Names = [.. AnswerReading.Read(answer.Notes, signature).Select(note => note.Name)];
            Tonic = asked.WrittenTonic;
            Line = asked.Expected.Notes(asked.Direction, asked.Octaves);
            Signature = asked.Style.SignatureOf(asked.Type, Tonic);
            Signs = answer.Notes.Count(note => note.Sign is not (null or Accidental.Natural));
        }

        public AskedScale Asked { get; }

        public WrittenAnswer Answer { get; }

        public Judgement Judged { get; }

        public ImmutableArray<NoteName> Names { get; }

        public NoteName Tonic { get; }

        public ImmutableArray<NoteName> Line { get; }

        public KeySignature? Signature { get; }

        public int Signs { get; }

        public bool Has(NoteName note) => Names.Contains(note);

        /// <summary>Whether a note stands in a spelling of the scale asked that is accepted, or in the one named.</summary>
        public bool Holds(NoteName note, FindingSubject? named) =>
            named is FindingSubject.ScaleOn scale
                ? Lines(scale.Type, scale.Tonic).Any(line => line.Contains(note))
                : Tonics().Any(tonic => Lines(Asked.Type, tonic).Any(line => line.Contains(note)));

        /// <summary>Whether it is not written as often as the scale has it.</summary>
        public bool IsShortOf(NoteName note, FindingSubject? named)
        {
            var wanted = named is FindingSubject.ScaleOn scale
                ? Lines(scale.Type, scale.Tonic)
                : Tonics().SelectMany(tonic => Lines(Asked.Type, tonic));
            // A line begun on another note comes to that one once more.
            var more = Judged.Findings.Any(finding => finding.Code == FindingCode.StartedElsewhere) ? 1 : 0;
            return wanted.Any(line => line.Count(other => other == note) + more > Folded().Count(other => other == note));
        }

        public bool HasSameNotes() => Lines(Asked.Type, Tonic).Any(line => line.ToHashSet().SetEquals(Names));

        public bool IsReversed() => Lines(Asked.Type, Tonic).Any(line => line.Reverse().SequenceEqual(Names)) || Turned();

        /// <summary>Whether what is written is a scale, in the direction asked or the way that is meant.</summary>
        public bool Is(FindingSubject.ScaleOn other, Way way)
        {
            var names = Folded();
            return way switch
            {
                Way.Up => Ways(other, false).Any(line => names.Length >= line.Length && names[..line.Length].SequenceEqual(line)),
                Way.Down => Ways(other, true).Any(line => names.Length >= line.Length && names[^line.Length..].SequenceEqual(line)),
                _ => Asked.Direction switch
                {
                    Direction.Ascending => Ways(other, false).Any(line => line.SequenceEqual(names)),
                    Direction.Descending => Ways(other, true).Any(line => line.SequenceEqual(names)),
                    _ => Ways(other, false).Any(line => names.Length >= line.Length && names[..line.Length].SequenceEqual(line))
                        && Ways(other, true).Any(line => names.Length >= line.Length && names[^line.Length..].SequenceEqual(line)),
                },
            };
        }

        public bool RepeatsLetter(int position) => position > 1 && Names[position - 2].Letter == Names[position - 1].Letter;

        public bool SkipsLetter(int position)
        {
            if (position < 2)
                return true;
            var climbed = Names[position - 2].Letter.LettersUpTo(Names[position - 1].Letter);
            return climbed is not (0 or 1 or 6);
        }

        // The top written at the end of one line and the start of the next.
        private ImmutableArray<NoteName> Folded()
        {
            for (var i = 1; Asked.Direction == Direction.Both && i < Names.Length; i++)
            {
                if (Names[i] == Names[i - 1] && Names[i].Letter == Tonic.Letter)
                    return Names.RemoveAt(i);
            }

            return Names;
        }

        // Of a two-way scale its other line is as much the reverse; up and down is reversed as down and up.
        private bool Turned()
        {
            var scale = Asked.Expected;
            var (up, down) = (scale.Ascending, scale.Descending);
            return Names.SequenceEqual(up) || Names.SequenceEqual(down) || Names.SequenceEqual([.. down, .. up[1..]]);
        }

        // A part that transposes may read either of two enharmonic keys.
        public IEnumerable<NoteName> Tonics() =>
            Asked.Part is { WrittenFifths: not 0 }
                ? new[] { Tonic.Fifths, Tonic.Fifths - 12, Tonic.Fifths + 12 }
                    .Where(NoteName.HasFifths)
                    .Select(NoteName.FromFifths)
                    .Where(tonic => Asked.Style.CanSpell(Asked.Type, tonic))
                : [Tonic];

        private IEnumerable<ImmutableArray<NoteName>> Ways(FindingSubject.ScaleOn scale, bool descending) =>
            Spelled(scale.Type, scale.Tonic, descending);

        private IEnumerable<ImmutableArray<NoteName>> Spelled(ScaleType type, NoteName tonic, bool descending) =>
            !Asked.Style.CanSpell(type, tonic) ? [] : AcceptedSpellings.Of(Asked.Style.Spell(type, tonic), Asked.Style, descending);

        private IEnumerable<ImmutableArray<NoteName>> Lines(ScaleType type, NoteName tonic) =>
            Asked.Direction switch
            {
                Direction.Ascending => Spelled(type, tonic, false),
                Direction.Descending => Spelled(type, tonic, true),
                _ => from up in Spelled(type, tonic, false)
                from down in Spelled(type, tonic, true)
                select (ImmutableArray<NoteName>)[.. up, .. down[1..]],
            };
    }
}
