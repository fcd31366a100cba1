using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Tests;

/// <summary>Every word the program says about questions and answers, in each school, held to texts that were read.</summary>
public class ApprovedTests
{
    public static TheoryData<string> Presets => [.. HouseStyle.Presets.Select(preset => preset.Id)];

    // Major and minor, a mode, and one scale of each other family, as far as a kind takes them.
    private static readonly ScaleType[] Types =
    [
        .. new[]
        {
            "major",
            "natural-minor",
            "harmonic-minor",
            "melodic-minor",
            "dorian",
            "minor-pentatonic",
            "minor-blues",
            "whole-tone",
            "chromatic",
        }.Select(ScaleTypes.Get),
    ];

    [Theory, MemberData(nameof(Presets))]
    public void Questions_answers_working_and_loads_are_said_as_approved(string preset)
    {
        var style = HouseStyle.Presets.Single(known => known.Id == preset);
        ApprovedText.Same($"kinds-{preset}", QuestionCatalogue.Standard.All.SelectMany(kind => OfKind(kind, style)));
    }

    private static IEnumerable<string> OfKind(QuestionKind kind, HouseStyle style)
    {
        yield return $"# {kind.Id}: {kind.Name}";
        foreach (var option in kind.Options.Select(option => option.Id).DefaultIfEmpty(""))
        {
            var asked = kind.Options.IsEmpty || option == kind.Options[0].Id ? "" : option;
            ScaleType[] types = [.. Types.Where(kind.Takes).DefaultIfEmpty(ScaleTypes.All.First(kind.Takes)).Take(3)];
            var section = SheetEditor.NewSheet(1).Sections[0] with
            {
                KindId = kind.Id,
                Option = asked,
                Scales = [.. types],
                Own = kind.AsksOwn ? [OwnQuestions.Sample] : [],
            };
            yield return $"## {asked} {kind.Instruction(section, style)}";
            foreach (var type in types)
            {
                foreach (var draw in Draws(kind, section with { Scales = [type] }, style))
                {
                    foreach (var line in OfDraw(kind, section, draw, style))
                        yield return line;
                }
            }
        }
    }

    // One place with flats and one with sharps, where the kind asks about both.
    private static IEnumerable<Draw> Draws(QuestionKind kind, Section section, HouseStyle style) =>
        new[] { -3, 4 }
            .Select(fifths =>
                Drawing.Scope.Of(section with { Keys = [Key.Majors.Single(key => key.Fifths == fifths)], Clefs = [Clef.Bass] }, style)
            )
            .Where(draws => draws.Count > 0)
            .Select(draws => draws[draws.Count / 2])
            .Distinct()
            .Take(kind.UsesTonic ? 2 : 1);

    private static IEnumerable<string> OfDraw(QuestionKind kind, Section section, Draw draw, HouseStyle style)
    {
        var setting = QuestionSetting.Of(section, draw, style);
        var answer = kind.Answer(setting);
        yield return $"- {kind.Ask(setting).Prompt} ({QuestionLoad.Of(kind, setting)}) = {answer.Text}";
        foreach (var also in answer.AlsoRight)
            yield return $"  | {also}";
        foreach (var sentence in answer.Working.Select(step => WorkingSentences.Sentence(style, step)))
            yield return $"  > {sentence}";
    }

    // The same seed deals the same questions to the same versions, each heavy one to the version that is lighter so far.
    [Fact]
    public void Versions_are_dealt_as_approved()
    {
        var sheet = SheetFile.Read(
            """
            {"gavvet":1,"title":"Versions","seed":7,"versions":5,"sections":[
            {"kind":"write-scale","scales":["major","harmonic-minor"],"clefs":["treble","bass"],"count":4},
            {"kind":"relative-key","keys":{"flats":5,"sharps":5},"count":3},
            {"kind":"mode-parent","scales":["dorian","lydian"],"keys":{"flats":4,"sharps":4},"count":2}]}
            """
        );
        ApprovedText.Same(
            "versions",
            Versions
                .SheetVersions.Of(sheet)
                .SelectMany(version =>
                    version
                        .Sheet.Sections.SelectMany(section =>
                            section.Slots.Select(slot =>
                                $"  {section.KindId} {slot.Drawn.Tonic} {slot.Drawn.Scale.Id} {slot.Drawn.Clef.Id}"
                            )
                        )
                        .Prepend($"{version.Letter}, load {version.Load}")
                )
        );
    }

    // Mistakes made on purpose, in scales of every kind: what the judge says of them, and what they earn by each scheme.
    // The judge as it is: where it comes to say better, the diff shows what else that changes.
    [Fact]
    public void Verdicts_findings_and_marks_are_said_as_approved() =>
        ApprovedText.Same(
            "findings",
            Asked(HouseStyle.Classical).SelectMany(asked => Mistakes(asked).Select(written => Judged(asked, written)))
        );

    // Two mistakes at once: another scale, a slip, a note left out, a place on the staff, a way, in parts, clefs and schools.
    [Fact]
    public void Two_mistakes_at_once_are_said_as_approved() =>
        ApprovedText.Same(
            "two-mistakes",
            Enumerable.Range(1, 900).Select(number => new Dice((ulong)number)).Select(TwoMistakes).OfType<string>()
        );

    private static readonly HouseStyle[] Schools =
    [
        .. HouseStyle.Presets,
        HouseStyle.Classical with
        {
            Confusions = ConfusionMark.EachNote,
        },
        HouseStyle.Classical with
        {
            WrongName = WrongNameMark.Half,
        },
        HouseStyle.Classical with
        {
            WrongName = WrongNameMark.Full,
        },
    ];

    // By lot, each by its own name: one more in a list is drawn now and then, and all else stays as it was drawn.
    private static T Lot<T>(Dice dice, IEnumerable<T> of, Func<T, string> name)
    {
        var lot = dice.Next(int.MaxValue);
        return of.MinBy(one => StableHash.Of($"{lot} {name(one)}"))!;
    }

    private static ScaleType AnyType(Dice dice) => Lot(dice, ScaleTypes.All, type => type.Id);

    private static string? TwoMistakes(Dice dice)
    {
        var type = dice.Next(3) == 0 ? AnyType(dice) : Types[dice.Next(Types.Length)];
        var (tonic, style) = (NoteName.FromFifths(dice.Next(15) - 7), Schools[dice.Next(Schools.Length)]);
        var part = dice.Next(3) == 0 ? Lot(dice, Instrument.All, one => one.Id) : null;
        try
        {
            var asked = new AskedScale(type, tonic, (Direction)dice.Next(3), style)
            {
                Part = part,
                Clef = part?.Clef ?? Lot(dice, Clef.All, clef => clef.Id),
            };
            var direction = asked.Direction;
            var scale = asked.Expected;
            var notes = scale.Notes(direction);
            // First a mistake of the whole line, or of one way of it.
            var other = dice.Next(2) == 0 ? AnyType(dice) : Types[dice.Next(4)];
            switch (dice.Next(8))
            {
                case 0:
                    notes = [.. notes.Reverse()];
                    break;
                case 1:
                    notes = style.Spell(other, asked.WrittenTonic).Notes(direction);
                    break;
                case 2 when direction == Direction.Both:
                    notes = [.. style.Spell(other, asked.WrittenTonic).Ascending, .. scale.Descending[1..]];
                    break;
                case 3 when direction == Direction.Both:
                    notes = [.. scale.Ascending, .. style.Spell(other, asked.WrittenTonic).Descending[1..]];
                    break;
                case 4:
                    notes = scale.Notes((Direction)dice.Next(3));
                    break;
                case 5:
                    notes = style
                        .Spell(type, NoteName.FromFifths(scale.Tonic.Fifths + new[] { -12, -7, -1, 1, 7, 12 }[dice.Next(6)]))
                        .Notes(direction);
                    break;
                case 6:
                    notes = scale.Notes(direction, 2);
                    break;
                default:
                    break;
            }

            var turn =
                direction == Direction.Descending ? 0
                : direction == Direction.Both ? notes.Length / 2
                : notes.Length;
            var heights = new List<int> { asked.Clef!.BottomLine.StaffStep + 7 };
            for (var i = 1; i < notes.Length; i++)
                heights.Add(
                    heights[^1]
                        + (i <= turn ? notes[i - 1].Letter.LettersUpTo(notes[i].Letter) : -notes[i].Letter.LettersUpTo(notes[i - 1].Letter))
                );
            var onStaff = dice.Next(2) == 0;
            var written = notes
                .Select(
                    (note, i) =>
                        new WrittenNote(note.Letter, note.Accidental, onStaff ? heights[i] - (heights[0] % 7) + (int)notes[0].Letter : null)
                )
                .ToList();
            // Then a slip.
            var place = dice.Next(written.Count);
            switch (dice.Next(6))
            {
                case 0:
                    written.RemoveAt(place);
                    break;
                case 1:
                    written.Insert(place, written[place] with { Sign = (Accidental)(dice.Next(3) - 1) });
                    break;
                case 2:
                    written[place] = written[place] with { Sign = onStaff ? null : (Accidental)(dice.Next(3) - 1) };
                    break;
                case 3 when onStaff:
                    written[place] = written[place] with { StaffStep = written[place].StaffStep + 7 };
                    break;
                case 4:
                    var twin = NoteName.All.First(name => name.PitchClass == notes[place].PitchClass && name != notes[place]);
                    written[place] = new WrittenNote(twin.Letter, twin.Accidental);
                    break;
                default:
                    break;
            }

            var signature =
                dice.Next(4) == 0 && style.SignatureOf(type, scale.Tonic) is { } right
                    ? WrittenSignature.Of(new KeySignature(Math.Clamp(right.Fifths + dice.Next(3) - 1, -7, 7)).Notes)
                    : null;
            var school =
                $"{Array.IndexOf(Schools, style)} {part?.Id} {asked.Clef.Id}{(onStaff ? " " + string.Join(' ', written.Select(note => note.StaffStep)) : "")}";
            return $"{school} {Judged(asked with { TonicGiven = dice.Next(4) == 0 }, new WrittenAnswer([.. written], signature))}";
        }
        catch (UnwritableNoteException)
        {
            return null; // no such scale on this tonic
        }
    }

    private static IEnumerable<AskedScale> Asked(HouseStyle style) =>
        from type in Types.Append(ScaleTypes.Get("diminished-half-whole"))
        from tonic in new[] { "Eb", "F#" }.Select(NoteText.Parse)
        from direction in type.IsTwoWay ? [Direction.Both] : new[] { Direction.Ascending, Direction.Descending }
        where style.CanSpell(type, tonic)
        select new AskedScale(type, tonic, direction, style);

    private static IEnumerable<WrittenAnswer> Mistakes(AskedScale asked)
    {
        var right = asked.Expected.Notes(asked.Direction);
        static WrittenAnswer Notes(IEnumerable<NoteName> notes) =>
            new([.. notes.Select(note => new WrittenNote(note.Letter, note.Accidental))], null);
        static NoteName Altered(NoteName note, int by) => new(note.Letter, (Accidental)Math.Clamp((int)note.Accidental + by, -2, 2));
        yield return Notes(right);
        for (var i = 0; i < right.Length; i += 2)
        {
            yield return Notes(right.RemoveAt(i));
            yield return Notes(right.Insert(i, right[i]));
            yield return Notes(right.SetItem(i, Altered(right[i], 1)));
            yield return Notes(right.SetItem(i, Altered(right[i], -1)));
            yield return Notes(right.SetItem(i, new NoteName(right[i].Letter)));
            yield return Notes(right.SetItem(i, NoteName.All.First(other => other.PitchClass == right[i].PitchClass && other != right[i])));
        }

        yield return Notes(right.Reverse());
        yield return Notes(right.Skip(2).Concat(right.Skip(1).Take(2)));
        yield return Notes(right.Select(note => new NoteName(note.Letter)));
        foreach (var other in new[] { "major", "natural-minor", "harmonic-minor", "lydian" }.Select(ScaleTypes.Get))
            yield return Notes(asked.Style.Spell(other, asked.WrittenTonic).Notes(asked.Direction));
        if (asked.Style.SignatureKey(asked.Type, asked.WrittenTonic) is not { IsTheoretical: false } key)
            yield break;
        // With a signature: right, a sign short, a sign too many, and a wrong one over right notes.
        var bare = right
            .Select(note => new WrittenNote(note.Letter, key.Signature.Notes.Contains(note) ? null : note.Accidental))
            .ToArray();
        foreach (var fifths in new[] { key.Fifths, key.Fifths - 1, key.Fifths + 1, -key.Fifths })
            yield return new WrittenAnswer([.. bare], new WrittenSignature(new KeySignature(Math.Clamp(fifths, -7, 7)).Notes, null, []));
    }

    private static string Judged(AskedScale asked, WrittenAnswer written)
    {
        var marks = Enum.GetValues<MarkScheme>()
            .Select(scheme => ScaleJudge.Judge(asked with { Scheme = scheme, SignatureAsked = written.Signature is not null }, written))
            .ToArray();
        var said = marks[0]
            .Findings.Select(finding =>
                $"{finding.Code} {finding.Position} [{finding.Expected.Ascii} | {finding.Found.Ascii}] {FindingSentences.Sentence(asked.Style, asked, finding)}"
            );
        var notes = string.Join(
            ' ',
            written.Notes.Select(note => $"{note.Letter}{(note.Sign is { } sign ? NoteText.Ascii(new NoteName(Letter.C, sign))[1..] : "")}")
        );
        var signature = written.Signature is { } signs
            ? $" with {signs.Notes.Length} {string.Join(' ', signs.Notes.Select(NoteText.Ascii))}"
            : "";
        return $"{asked.Type.Id} {NoteText.Ascii(asked.Tonic)} {asked.Direction}: {notes}{signature} = {marks[0].Verdict} {string.Join(", ", marks.Select(judged => $"{judged.Marks}/{judged.Of}"))}{string.Concat(said.Select(words => $" // {words}"))}";
    }
}
