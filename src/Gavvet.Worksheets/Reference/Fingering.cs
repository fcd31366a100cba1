using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Reference;

/// <summary>A scale with the fingers that play it: lines for a keyboard's hands, or one for a bowed instrument.</summary>
/// <param name="Id">The name in addresses.</param>
/// <param name="Bowed">The bowed instrument, or null for a keyboard.</param>
public sealed record Fingering(string Id, BowedStrings? Bowed)
{
    private static readonly Fingering OneOctave = new("keyboard", null),
        TwoOctaves = new("keyboard-2", null);

    /// <summary>The name on screen and paper.</summary>
    public string Name =>
        Bowed is null
            ? Texts.Say(this == OneOctave ? "fingering.keyboard" : "fingering.keyboard-2")
            : Texts.Say("fingering.bowed", ("instrument", Bowed.Name));

    /// <summary>Every fingering that can be asked for.</summary>
    public static ImmutableArray<Fingering> All { get; } =
    [OneOctave, TwoOctaves, .. BowedStrings.All.Select(bowed => new Fingering(bowed.Id, bowed))];

    /// <summary>The fingering of this name in addresses, or null.</summary>
    /// <param name="id">Such as "keyboard-2".</param>
    public static Fingering? Find(string? id) => All.FirstOrDefault(fingering => fingering.Id == id);

    /// <summary>The lines with their fingers; none where the scale has no usual ones.</summary>
    /// <param name="entry">The scale.</param>
    public ImmutableArray<FingeredLine> Of(AtlasEntry entry)
    {
        return Bowed is not null ? OnStrings(entry, Bowed) : OnKeys(entry, this == TwoOctaves ? 2 : 1);
    }

    /// <summary>What is to be said under the lines.</summary>
    /// <param name="entry">The scale.</param>
    public string Remark(AtlasEntry entry)
    {
        var lines = Of(entry);
        if (lines.IsEmpty)
            return this == OneOctave || this == TwoOctaves ? Texts.Say("fingers.no-keys") : Texts.Say("fingers.no-strings");
        var marks = lines.SelectMany(line => line.Staff.Given.OfType<LabelMark>()).Select(mark => mark.Text).ToArray();
        string[] parts =
        [
            marks.Any(mark => mark[0] is 'L' or 'H') ? Texts.Say("fingers.low-high") : "",
            marks.Any(mark => mark[0] == 'x') ? Texts.Say("fingers.stretched") : "",
            marks.Any(mark => mark[0] == '½') ? Texts.Say("fingers.half") : "",
        ];
        return string.Join(' ', parts.Append(Texts.Say("fingers.source")).Where(part => part.Length > 0));
    }

    private static ImmutableArray<FingeredLine> OnKeys(AtlasEntry entry, int octaves)
    {
        if (KeyboardFingering.Of(entry.Scale.Type, entry.Tonic, Hand.Right, octaves) is null)
            return [];
        // The melodic minor comes down with the notes, and so with the fingers, of the natural minor.
        var down = entry.Scale.Type is { IsTwoWay: true, IsChromatic: false } ? ScaleTypes.NaturalMinor : null;
        return
        [
            .. from hand in Enum.GetValues<Hand>()
            let clef = hand == Hand.Right ? Clef.Treble : Clef.Bass
            let lowest = clef.LowestTonic(entry.Scale, octaves)
            from way in down is null ? new[] { Direction.Ascending } : [Direction.Ascending, Direction.Descending]
            let form = way == Direction.Descending ? down! : entry.Scale.Type
            let fingers = KeyboardFingering.Of(form, entry.Tonic, hand, octaves)
            where fingers is not null
            let inOrder = way == Direction.Descending ? fingers.Value.Reverse() : fingers.Value
            select Line(
                Texts.Say($"fingering.{FileWords.Of(hand)}{(down is null ? "" : way == Direction.Descending ? ".down" : ".up")}"),
                entry,
                clef,
                entry.Scale.Pitches(way, lowest, octaves),
                [.. inOrder.Select(finger => $"{finger}")]
            ),
        ];
    }

    private static ImmutableArray<FingeredLine> OnStrings(AtlasEntry entry, BowedStrings bowed)
    {
        var ways = entry.Scale.Type.IsTwoWay ? new[] { Direction.Ascending, Direction.Descending } : [Direction.Ascending];
        // As many octaves as lie in the hand, from the lowest tonic that has any.
        var found =
            from octaves in Enumerable.Range(1, 2).Reverse()
            from octave in Enumerable.Range(bowed.Strings[0].Octave - 1, 4)
            let lines = ways.Select(way => entry.Scale.Pitches(way, new Pitch(entry.Tonic, octave), octaves)).ToArray()
            let fingered = lines.Select(bowed.Finger).ToArray()
            where fingered.All(line => line is not null)
            select lines.Zip(fingered, (pitches, notes) => (pitches, notes: notes!.Value)).ToArray();
        if (found.FirstOrDefault() is not { } chosen)
            return [];
        return
        [
            .. chosen.Select(
                (line, i) =>
                    Line(
                        ways.Length == 1 ? "" : Texts.Say(i == 0 ? "fingering.going-up" : "fingering.coming-down"),
                        entry,
                        bowed.Clef,
                        line.pitches,
                        [.. line.notes.Select(note => note.Finger)],
                        Strings(bowed, line.notes, entry.Style)
                    )
            ),
        ];
    }

    // "G string 4 notes, D string 4 notes": where each string begins, in the order they are played.
    private static string Strings(BowedStrings bowed, ImmutableArray<StoppedNote> notes, HouseStyle style)
    {
        var runs = new List<(int String, int Count)>();
        foreach (var note in notes)
        {
            if (runs.Count > 0 && runs[^1].String == note.String)
                runs[^1] = (note.String, runs[^1].Count + 1);
            else
                runs.Add((note.String, 1));
        }

        return string.Join(
            ", ",
            runs.Select(run => Texts.Say("fingering.string", ("string", style.Say(bowed.Strings[run.String].Name)), ("count", run.Count)))
        );
    }

    private static FingeredLine Line(
        string words,
        AtlasEntry entry,
        Clef clef,
        ImmutableArray<Pitch> pitches,
        ImmutableArray<string> fingers,
        string strings = ""
    )
    {
        var notes = StaffNotes.InOneBar(pitches, entry.Signature ?? default, entry.Style);
        int[] places = [.. pitches.Select(clef.Position)];
        ImmutableArray<Mark> given =
        [
            .. entry.Signature is { } signature ? new Mark[] { new SignatureMark(signature) } : [],
            .. notes,
            .. fingers.Select((finger, column) => new LabelMark(column, finger)),
        ];
        return new FingeredLine(
            words,
            strings,
            new StaffFigure(
                clef,
                notes.Length,
                entry.Signature is { Count: > 0 },
                StaffRows.Labels,
                new StaffRange(Math.Min(0, places.Min()), Math.Max(8, places.Max())),
                given
            )
        );
    }
}

/// <summary>A line of a scale with its fingers.</summary>
/// <param name="Words">Which line: the hand, or the way it goes; empty where there is only one.</param>
/// <param name="Strings">How many notes lie on each string, in order; empty on a keyboard.</param>
/// <param name="Staff">The staff with the fingers under the notes.</param>
public sealed record FingeredLine(string Words, string Strings, StaffFigure Staff)
{
    /// <summary>What stands over the line, or empty.</summary>
    public string Caption => string.Join(": ", new[] { Words, Strings }.Where(part => part.Length > 0));
}
