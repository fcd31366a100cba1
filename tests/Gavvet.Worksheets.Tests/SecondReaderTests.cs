using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Verifying;

namespace Gavvet.Worksheets.Tests;

/// <summary>What the judge says is so: a second reader that knows only question and answer finds each finding's notes, places and scales
/// there.</summary>
public class SecondReaderTests
{
    private static readonly NoteName[] Tonics = [.. NoteName.All.Where(note => Math.Abs((int)note.Accidental) < 2)];
    private static readonly NoteName[] Names = [.. NoteName.All];

    [Fact]
    public void Every_sentence_is_true_of_its_answer()
    {
        var dice = new Dice(21);
        var (judged, untrue) = (0, new List<string>());
        while (judged < 12_000)
        {
            if (Question(dice) is not { } asked)
                continue;
            var answer = Answer(asked, dice);
            var judgement = ScaleJudge.Judge(asked, answer);
            judged++;
            foreach (var finding in SecondReader.Untrue(asked, answer, judgement))
                untrue.Add(
                    $"{asked.Type.Id} {asked.WrittenTonic} {asked.Direction} {asked.Style.Id} {asked.Part?.Id}: {(answer.Signature is { } signature ? $"[{string.Join(' ', signature.Notes)}] " : "")}{string.Join(' ', answer.Notes.Select(note => $"{note.Letter}{note.Sign?.Sign() ?? ""}{(note.Sign == Accidental.Natural ? "n" : "")}"))} — {FileWords.Of(finding.Code)} {finding.Position} [{finding.Expected.Ascii} | {finding.Found.Ascii}] {FindingSentences.Sentence(asked.Style, asked, finding)} // {string.Join(", ", judgement.Findings.Select(one => $"{FileWords.Of(one.Code)} {one.Position} [{one.Expected.Ascii} | {one.Found.Ascii}]{(one.In is { } key ? $" in {key.Ascii}" : "")}"))}"
                );
        }

        Assert.True(untrue.Count == 0, $"{untrue.Count} of {judged}:\n{string.Join('\n', untrue.Take(40))}");
    }

    [Fact]
    public void The_second_reader_sees_what_is_not_so()
    {
        var asked = new AskedScale(ScaleTypes.Major, NoteText.Parse("D"), Direction.Ascending, HouseStyle.Classical);
        var answer = new WrittenAnswer(AnswerText.Notes("D E F G A B C# D"), null);
        var judged = ScaleJudge.Judge(asked, answer);
        Assert.Empty(SecondReader.Untrue(asked, answer, judged));
        var finding = Assert.Single(judged.Findings);
        foreach (
            var spoiled in new[]
            {
                finding with
                {
                    Position = 4,
                },
                finding with
                {
                    Expected = FindingSubject.Of(NoteText.Parse("Fb")),
                },
                finding with
                {
                    Found = FindingSubject.Of(NoteText.Parse("E")),
                },
                finding with
                {
                    Code = FindingCode.AccidentalExtra,
                },
                finding with
                {
                    Code = FindingCode.ExtraNote,
                    Position = 2,
                },
                finding with
                {
                    Code = FindingCode.NaturalForHarmonic,
                    Found = new FindingSubject.ScaleOn(ScaleTypes.NaturalMinor, asked.Tonic),
                },
            }
        )
            Assert.Single(SecondReader.Untrue(asked, answer, judged with { Findings = [spoiled] }));
    }

    private static AskedScale? Question(Dice dice)
    {
        var type = ScaleTypes.All[dice.Next(ScaleTypes.All.Length)];
        var style = HouseStyle.Presets[dice.Next(HouseStyle.Presets.Count)];
        var part = dice.Next(4) == 0 ? Instrument.All[dice.Next(Instrument.All.Length)] : null;
        var asked = new AskedScale(type, Tonics[dice.Next(Tonics.Length)], (Direction)dice.Next(3), style)
        {
            Part = part,
            SignatureAsked = dice.Next(4) == 0,
            TonicAsked = dice.Next(5) == 0,
            Beside =
                dice.Next(3) == 0
                    ? [ScaleTypes.All[dice.Next(ScaleTypes.All.Length)], ScaleTypes.All[dice.Next(ScaleTypes.All.Length)]]
                    : [],
        };
        try
        {
            return style.CanSpell(type, asked.WrittenTonic) ? asked : null;
        }
        catch (UnwritableNoteException)
        {
            return null;
        }
    }

    // The line asked, another form, tonic or direction, a start elsewhere; then slips, and perhaps a signature.
    private static WrittenAnswer Answer(AskedScale asked, Dice dice)
    {
        var style = asked.Style;
        var notes = asked.Expected.Notes(asked.Direction).ToList();
        switch (dice.Next(7))
        {
            case 0 when ScaleTypes.All[dice.Next(ScaleTypes.All.Length)] is var other && style.CanSpell(other, asked.WrittenTonic):
                notes = [.. style.Spell(other, asked.WrittenTonic).Notes(asked.Direction)];
                break;
            case 1 when Tonics[dice.Next(Tonics.Length)] is var tonic && style.CanSpell(asked.Type, tonic):
                notes = [.. style.Spell(asked.Type, tonic).Notes(asked.Direction)];
                break;
            case 2:
                notes.Reverse();
                break;
            case 3 when dice.Next(notes.Count - 1) is var turn:
                notes = [.. notes[turn..^1], .. notes[..turn], notes[turn]];
                break;
            case 4:
                notes = [.. notes.Select(note => new NoteName(note.Letter))];
                break;
            default:
                break;
        }

        for (var slips = dice.Next(4); slips > 0; slips--)
        {
            var place = dice.Next(notes.Count);
            switch (dice.Next(4))
            {
                case 0 when notes.Count > 3:
                    notes.RemoveAt(place);
                    break;
                case 1:
                    notes.Insert(place, Names[dice.Next(Names.Length)]);
                    break;
                case 2:
                    notes[place] = new NoteName(notes[place].Letter, (Accidental)(dice.Next(3) - 1));
                    break;
                default:
                    notes[place] = Names[dice.Next(Names.Length)];
                    break;
            }
        }

        var signature = dice.Next(4) == 0 ? WrittenSignature.Of(new KeySignature(dice.Next(15) - 7).Notes) : null;
        return new WrittenAnswer(
            [
                .. notes.Select(note => new WrittenNote(
                    note.Letter,
                    note.Accidental == (signature?.On(note.Letter) ?? Accidental.Natural) ? null : note.Accidental
                )),
            ],
            signature
        );
    }
}
