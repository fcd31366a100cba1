using System.Collections.Immutable;
using Gavvet.Theory;

namespace Gavvet.Worksheets.Judging;

/// <summary>
/// Judges a scale over several octaves: octave by octave, neighbors sharing the tonic between them. Where notes are missing
/// or too many the octaves are parted so that least is left to mend.
/// </summary>
internal static class OctavesJudge
{
    // Notes an octave may have too few or too many before it is another line altogether.
    private const int MostStray = 2;

    public static Judgement Judge(AskedScale asked, WrittenAnswer answer)
    {
        var notes = Spelled(answer);
        var octave = asked.Expected.Ascending.Length - 1;
        Direction[] ways =
            asked.Direction == Direction.Both
                ? [.. Enumerable.Repeat(Direction.Ascending, asked.Octaves), .. Enumerable.Repeat(Direction.Descending, asked.Octaves)]
                : [.. Enumerable.Repeat(asked.Direction, asked.Octaves)];
        var of = (ways.Length * octave) + 1;
        // Too short for so many octaves: what is there is judged, and the rest is said in one sentence.
        var there = Math.Min(ways.Length, Math.Max(1, (notes.Length - 1 + MostStray) / octave));
        var parts = Parted(asked, notes, ways[..there], octave);
        var judged = Merged(asked, parts, notes.Length, of, (ways.Length - there) * octave);
        return SignatureJudge.Judge(asked, asked.Expected.Tonic, answer.Signature, answer.Notes) is { } signature
            ? judged with
            {
                Verdict = Verdict.Wrong,
                Findings = [signature, .. judged.Findings],
                Marks = Math.Max(0, judged.Marks - 1),
            }
            : judged;
    }

    // Accidentals that hold are written out, so that each octave can be read by itself.
    private static ImmutableArray<WrittenNote> Spelled(WrittenAnswer answer) =>
        [
            .. AnswerReading
                .Read(answer.Notes, answer.Signature is { } signature ? signature.On : _ => Accidental.Natural)
                .Select(note => new WrittenNote(
                    note.Name.Letter,
                    note.Name.Accidental == Accidental.Natural ? null : note.Name.Accidental,
                    note.StaffStep
                )),
        ];

    // The cheapest way to part the line, from the front: each part begins with the note the one before it ended on.
    private static ImmutableArray<(int Start, Judgement Judged)> Parted(
        AskedScale asked,
        ImmutableArray<WrittenNote> notes,
        Direction[] ways,
        int octave
    )
    {
        var best = new Dictionary<int, (int Lost, ImmutableArray<(int, Judgement)> Parts)> { [0] = (0, []) };
        for (var i = 0; i < ways.Length; i++)
        {
            var next = new Dictionary<int, (int Lost, ImmutableArray<(int, Judgement)> Parts)>();
            foreach (var (start, (lost, parts)) in best)
            {
                foreach (var end in Ends(start, i == ways.Length - 1))
                {
                    if (end < start || end >= notes.Length)
                        continue;
                    var judged = ScaleJudge.Judge(
                        asked with
                        {
                            Octaves = 1,
                            Scheme = MarkScheme.PerNote,
                            Direction = ways[i],
                        },
                        new WrittenAnswer(notes[start..(end + 1)], null)
                    );
                    var cost = lost + judged.Of - judged.Marks;
                    if (!next.TryGetValue(end, out var known) || cost < known.Lost)
                        next[end] = (cost, parts.Add((start, judged)));
                }
            }

            best = next;
        }

        return best[notes.Length - 1].Parts;

        IEnumerable<int> Ends(int start, bool isLast) =>
            isLast
                ? [notes.Length - 1]
                : Enumerable.Range(start + octave - MostStray, (2 * MostStray) + 1).OrderBy(end => Math.Abs(end - start - octave));
    }

    private static Judgement Merged(AskedScale asked, ImmutableArray<(int Start, Judgement Judged)> parts, int written, int of, int absent)
    {
        var findings = ImmutableArray.CreateBuilder<Finding>();
        var lost = absent;
        foreach (var (start, judged) in parts)
        {
            lost += judged.Of - judged.Marks;
            foreach (var finding in judged.Findings)
            {
                var moved = finding with { Position = finding.Position == 0 ? 0 : finding.Position + start };
                // A confusion of the whole line is one, and the tonic two octaves share is one note.
                if (
                    findings.Any(other =>
                        other.Code == moved.Code && (other.Expected is FindingSubject.ScaleOn || other.Position == moved.Position)
                    )
                )
                    lost -= MarkCount.Halves(asked.Style, finding.Code) / Explanation.Mark;
                else
                    findings.Add(moved);
            }
        }

        if (absent > 0)
            findings.Add(
                new Finding(
                    FindingCode.MissingNote,
                    written + 1,
                    new FindingSubject.Words(Wording.Texts.Say("finding.octaves", ("count", asked.Octaves))),
                    FindingSubject.None
                )
            );
        var verdict = absent > 0 ? Verdict.Wrong : parts.Max(part => part.Judged.Verdict);
        return new Judgement(verdict, findings.ToImmutable(), Math.Clamp(of - Math.Max(lost, verdict == Verdict.Wrong ? 1 : 0), 0, of), of);
    }
}
