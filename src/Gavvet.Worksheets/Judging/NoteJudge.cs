using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Judging;

/// <summary>Judges the notes of an answer against a scale on one tonic.</summary>
internal sealed class NoteJudge
{
    private readonly AskedScale _asked;
    private readonly Scale _scale;

    private NoteJudge(AskedScale asked, NoteName tonic)
    {
        _asked = asked;
        _scale = asked.Style.Spell(asked.Type, tonic);
    }

    private bool IsBoth => _asked.Direction == Direction.Both;

    /// <summary>What the notes are, and the mistakes in them.</summary>
    public static (Verdict Verdict, ImmutableArray<Finding> Findings) Judge(AskedScale asked, NoteName tonic, ImmutableArray<ReadNote> written)
    {
        var judge = new NoteJudge(asked, tonic);
        ImmutableArray<NoteName> names = [.. written.Select(note => note.Name)];
        var lines = judge.Split(names);
        if (lines is { } right && right.All(line => line.IsRight(judge)))
            return (judge.IsDefault(lines) ? Verdict.Correct : Verdict.Accepted, judge.Mixed(lines, names));
        var findings = judge.Findings(written, names, lines);
        return (judge.SoundsRight(lines) ? Verdict.Misspelled : Verdict.Wrong, findings);
    }

    /// <summary>Whether the notes are right, by the default or another accepted spelling.</summary>
    private static bool IsRight(AskedScale asked, NoteName tonic, ImmutableArray<NoteName> names)
    {
        if (!asked.Style.CanSpell(asked.Type, tonic))
            return false;
        var judge = new NoteJudge(asked, tonic);
        return judge.Split(names) is { } lines && lines.All(line => line.IsRight(judge));
    }

    private ImmutableArray<Finding> Findings(ImmutableArray<ReadNote> written, ImmutableArray<NoteName> names, ImmutableArray<Line>? lines)
    {
        if (names.Length > 2 && IsRight(_asked, _scale.Tonic, [.. names.Reverse()]))
            return [About(FindingCode.WrongDirection, 1, Thing.None)];
        if (names[0].PitchClass != _scale.Tonic.PitchClass)
            return FromAnotherNote(written, names, lines);
        // The whole scale under the other name of its tonic is one mistake, not one a note.
        if (names[0] != _scale.Tonic && IsRight(_asked, names[0], names))
            return [About(FindingCode.EnharmonicName, 1, new Thing.ScaleOn(_asked.Type, names[0]))];
        return FromTonic(written, names, lines);
    }

    private ImmutableArray<Finding> FromAnotherNote(ImmutableArray<ReadNote> written, ImmutableArray<NoteName> names, ImmutableArray<Line>? lines)
    {
        var expected = _scale.Notes(_asked.Direction);
        if (names.SequenceEqual(expected.Skip(1)))
            return [new Finding(FindingCode.MissingNote, 1, Thing.Of(expected[0]), Thing.None)];
        if (StartsElsewhere(names))
            return [About(FindingCode.StartedElsewhere, 1, Thing.Of(names[0]))];
        var wrongTonic = new Finding(FindingCode.WrongTonic, 1, Thing.Of(_scale.Tonic), Thing.Of(names[0]));
        // Judged from the note it begins on, unless more of the notes are those of the tonic asked: one slip at the
        // start should not condemn the rest.
        return !_asked.Style.CanSpell(_asked.Type, names[0]) || Agreeing(names, _scale) > Agreeing(names, _asked.Style.Spell(_asked.Type, names[0]))
            ? [wrongTonic, .. FromTonic(written, names, lines).Where(finding => finding.Position != 1)]
            : [wrongTonic, .. Judge(_asked, names[0], written).Findings];
    }

    private int Agreeing(ImmutableArray<NoteName> names, Scale scale) =>
        names.Zip(scale.Notes(_asked.Direction)).Count(pair => pair.First == pair.Second);

    private bool StartsElsewhere(ImmutableArray<NoteName> names)
    {
        var core = Core(_scale.Notes(_asked.Direction == Direction.Descending ? Direction.Descending : Direction.Ascending));
        var up = IsBoth ? names[..Math.Min(names.Length, core.Length + 1)] : names;
        if (up.Length < core.Length || !core.Contains(up[0]))
            return false;
        var turn = core.IndexOf(up[0]);
        for (var i = 0; i < up.Length; i++)
        {
            if (up[i] != core[(turn + i) % core.Length])
                return false;
        }

        return true;
    }

    private ImmutableArray<Finding> FromTonic(ImmutableArray<ReadNote> written, ImmutableArray<NoteName> names, ImmutableArray<Line>? lines)
    {
        // A line that only lacks its closing tonic is judged with it in place.
        if (lines is null && names[^1].Letter != _scale.Tonic.Letter && Split([.. names, _scale.Tonic]) is { } closed)
        {
            ReadNote closing = new(_scale.Tonic, false, false);
            return [.. ByLine(closed, [.. written, closing]), new Finding(FindingCode.OctaveMissing, names.Length + 1, Thing.Of(_scale.Tonic), Thing.None)];
        }

        return lines is { } whole ? ByLine(whole, written) : ByCount(written, names);
    }

    /// <summary>The count is right: each direction is judged, then what both say is said once.</summary>
    private ImmutableArray<Finding> ByLine(ImmutableArray<Line> lines, ImmutableArray<ReadNote> written)
    {
        // One fifth off is a cause of its own only when it is so at every occurrence.
        var neighbours = lines.Select(line => line.IsRight(this) ? null : Neighbour(line)).ToArray();
        var everywhere = neighbours.All(key => key is not null && key == neighbours[0]) ? neighbours[0] : null;
        var findings = lines.Where(line => !line.IsRight(this)).SelectMany(line => Explain(line, everywhere, written));
        return [.. findings.DistinctBy(finding => (finding.Code, finding.Expected, finding.Found)).OrderBy(finding => finding.Code).ThenBy(finding => finding.Position)];
    }

    private IEnumerable<Finding> Explain(Line line, Key? neighbour, ImmutableArray<ReadNote> written)
    {
        var core = line.Names[..^1];
        var isClosed = line.Names[^1] == _scale.Tonic;
        if (isClosed && FormConfusions.Find(_scale, line.Descending, core.AsSpan()) is var (code, form))
            return [About(code, line.Offset + 1, new Thing.ScaleOn(form, _scale.Tonic))];
        if (isClosed && neighbour is { } key)
            return [About(FindingCode.NeighbourKey, line.Offset + 1, new Thing.Signature(key.IsTheoretical ? [] : key.Signature.Notes))];
        if (isClosed && FormConfusions.OtherMode(_scale, line.Descending, core.AsSpan()) is { } mode)
            return [About(FindingCode.OtherMode, line.Offset + 1, new Thing.ScaleOn(mode, _scale.Tonic))];
        return NoteByNote(Nearest(line), line.Names, written, line.Offset);
    }

    /// <summary>The count is wrong: a degree kept, a blue note or other note missing, a note too many.</summary>
    private ImmutableArray<Finding> ByCount(ImmutableArray<ReadNote> written, ImmutableArray<NoteName> names)
    {
        var expected = _scale.Notes(_asked.Direction);
        var struck = Struck();
        if (struck.Length > 0 && names.Where(name => !struck.Contains(name)).SequenceEqual(expected))
        {
            ImmutableArray<NoteName> kept = [.. names.Where(struck.Contains).Distinct()];
            return [new Finding(FindingCode.StruckDegreeKept, names.IndexOf(kept[0]) + 1, Thing.None, new Thing.Notes(kept))];
        }

        if (BlueNotes() is { Length: > 0 } blue && expected.Where(name => !blue.Contains(name)).SequenceEqual(names))
            return [new Finding(FindingCode.BlueNoteMissing, expected.IndexOf(blue[0]) + 1, Thing.Of(blue[0]), Thing.None)];
        return
        [
            .. NoteByNote(expected, names, written, 0)
                .DistinctBy(finding => (finding.Code, finding.Expected, finding.Found, finding.Code is FindingCode.MissingNote or FindingCode.ExtraNote ? finding.Position : 0))
                .OrderBy(finding => finding.Code).ThenBy(finding => finding.Position),
        ];
    }

    private static IEnumerable<Finding> NoteByNote(ImmutableArray<NoteName> expected, ImmutableArray<NoteName> names, ImmutableArray<ReadNote> written, int offset)
    {
        var shift = 0;
        foreach (var (e, w) in NoteAlignment.Align(expected.AsSpan(), names.AsSpan()))
        {
            if (w < 0)
            {
                // Where it belongs: after the last written note so far.
                yield return new Finding(FindingCode.MissingNote, offset + Place(expected, names, e), Thing.Of(expected[e]), Thing.None);
                continue;
            }

            var position = offset + w + 1;
            if (e < 0)
            {
                yield return new Finding(FindingCode.ExtraNote, position, Thing.None, Thing.Of(names[w]));
                continue;
            }

            var shifted = expected[e].Letter.LettersUpTo(names[w].Letter);
            var code = Fault(expected[e], names[w], w > 0 ? names[w - 1] : null, written[offset + w].HeldOver);
            // Notes that stay as far off as the one before them are off by the same slip.
            if (code is { } fault && (shifted == 0 || shifted != shift || fault == FindingCode.EnharmonicName))
                yield return new Finding(fault, position, Thing.Of(expected[e]), Thing.Of(names[w]));
            shift = shifted;
        }
    }

    private static int Place(ImmutableArray<NoteName> expected, ImmutableArray<NoteName> names, int missing) =>
        NoteAlignment.Align(expected.AsSpan(), names.AsSpan()).TakeWhile(pair => pair.Expected != missing).Count(pair => pair.Written >= 0) + 1;

    private static FindingCode? Fault(NoteName expected, NoteName written, NoteName? before, bool heldOver)
    {
        if (expected == written)
            return null;
        if (heldOver && expected.Letter == written.Letter)
            return FindingCode.CancellationForgotten;
        if (expected.PitchClass == written.PitchClass)
            return FindingCode.EnharmonicName;
        if (expected.Letter != written.Letter)
            return before?.Letter == written.Letter ? FindingCode.LetterRepeated : FindingCode.LetterSkipped;
        return expected.Accidental == Accidental.Natural ? FindingCode.AccidentalExtra
            : written.Accidental == Accidental.Natural ? FindingCode.AccidentalMissing
            : FindingCode.AccidentalWrong;
    }

    /// <summary>The accepted spelling with the fewest notes other than those written.</summary>
    private ImmutableArray<NoteName> Nearest(Line line) => AcceptedSpellings.Of(_scale, _asked.Style, line.Descending)
        .MinBy(spelling => spelling.Zip(line.Names, (expected, name) => expected == name ? 0 : 1).Sum());

    /// <summary>The key a fifth away that explains every wrong note of a line, or null.</summary>
    private Key? Neighbour(Line line)
    {
        if (_asked.Type.Family != ScaleFamily.MajorAndMinor || line.Names[^1] != _scale.Tonic)
            return null;
        var key = new Key(_scale.Tonic, _asked.Type.HasMinorThird ? KeyMode.Minor : KeyMode.Major).Fifths;
        foreach (var turn in new[] { -1, 1 })
        {
            // Each turn of the circle moves one note, the last sharp or the last flat, by seven fifths.
            var (from, to) = turn > 0 ? (key - 1, key + 6) : (key + 5, key - 2);
            var moved = line.Expected.Select(note => note.Fifths == from ? to : note.Fifths);
            if (!line.Expected.Any(note => note.Fifths == from) || !line.Names.Select(note => note.Fifths).SequenceEqual(moved))
                continue;
            return new Key(NoteName.FromFifths(Math.Clamp(key + turn, -15, 19)));
        }

        return null;
    }

    private ImmutableArray<NoteName> Struck()
    {
        if (_asked.Type.Base is not { } from || !ScaleSpelling.CanSpell(from, _scale.Tonic))
            return [];
        return [.. ScaleWorking.Derive(ScaleSpelling.Spell(from, _scale.Tonic), _scale).Struck.Select(note => note.Note)];
    }

    // Under whichever name the house style spells it going up or down.
    private ImmutableArray<NoteName> BlueNotes()
    {
        if (_asked.Type is not { Family: ScaleFamily.Blues, Characteristic: { } blue })
            return [];
        return [.. _scale.Notes(_asked.Direction).Where(note => (note.Fifths - _scale.Tonic.Fifths - blue.Fifths) % 12 == 0).Distinct()];
    }

    // Two kinds of accidental where the default has one: as good, and worth a remark.
    private ImmutableArray<Finding> Mixed(ImmutableArray<Line>? lines, ImmutableArray<NoteName> names)
    {
        if (lines is not { } whole || whole.All(line => !MixesKinds(line.Names) || MixesKinds(line.Expected)))
            return [];
        var kind = names.First(name => name.Accidental != Accidental.Natural).Accidental;
        var other = names.First(name => (int)name.Accidental * (int)kind < 0);
        return [new Finding(FindingCode.MixedAccidentals, names.IndexOf(other) + 1, Thing.None, Thing.Of(other))];
    }

    private static bool MixesKinds(ImmutableArray<NoteName> names) =>
        names.Any(name => name.Accidental > 0) && names.Any(name => name.Accidental < 0);

    private Finding About(FindingCode code, int position, Thing found) =>
        new(code, position, new Thing.ScaleOn(_asked.Type, _scale.Tonic), found);

    private bool IsDefault(ImmutableArray<Line>? lines) => lines is { } whole && whole.All(line => line.Names.SequenceEqual(line.Expected));

    private bool SoundsRight(ImmutableArray<Line>? lines) => lines is { } whole && whole.All(line =>
        line.Names.Zip(line.Expected).All(pair => pair.First.PitchClass == pair.Second.PitchClass));

    /// <summary>The answer as one line, or as one up and one down that share the top; null when the count is not right.</summary>
    private ImmutableArray<Line>? Split(ImmutableArray<NoteName> names)
    {
        var (up, down) = (_scale.Ascending, _scale.Descending);
        if (!IsBoth)
        {
            var descending = _asked.Direction == Direction.Descending;
            var expected = descending ? down : up;
            return names.Length == expected.Length ? [new Line(descending, 0, names, expected)] : null;
        }

        var top = up.Length - 1;
        // The top may be written once, or at the end of one line and the start of the next.
        var twice = names.Length == up.Length + down.Length && names[top] == names[top + 1] ? 1 : 0;
        return names.Length == up.Length + down.Length - 1 + twice
            ? [new Line(false, 0, names[..up.Length], up), new Line(true, top + twice, names[(top + twice)..], down)]
            : null;
    }

    private static ImmutableArray<NoteName> Core(ImmutableArray<NoteName> line) => line[..^1];

    private sealed record Line(bool Descending, int Offset, ImmutableArray<NoteName> Names, ImmutableArray<NoteName> Expected)
    {
        public bool IsRight(NoteJudge judge) => AcceptedSpellings.Accepts(judge._scale, judge._asked.Style, Descending, Names.AsSpan());
    }
}
