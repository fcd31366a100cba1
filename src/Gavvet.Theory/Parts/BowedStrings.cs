using System.Collections.Immutable;

namespace Gavvet.Theory;

/// <summary>
/// A bowed string instrument in first position: which string and which finger each note of a scale takes (common
/// practice, from memory). Violin and viola give each letter its own finger; cello and double bass set the hand to
/// semitones, so on each string the notes asked must fit one setting of the hand.
/// </summary>
public sealed class BowedStrings
{
    private readonly string _name;
    private readonly ImmutableArray<HandSetting> _settings;

    private BowedStrings(string id, string name, Clef clef, string strings, params ImmutableArray<HandSetting> settings) =>
        (Id, _name, Clef, Strings, _settings) = (id, name, clef, Tunings.Parse(strings), settings);

    // Offsets in semitones above the open string, each with its finger; "x" marks a finger that is stretched out, "½" one
    // of half position.
    private static readonly HandSetting Cello = new("0:0 2:1 3:2 4:3 5:4"),
        CelloBack = new("0:0 1:x1 3:2 4:3 5:4"),
        CelloForward = new("0:0 2:1 4:x2 5:3 6:x4");
    private static readonly HandSetting Bass = new("0:0 2:1 3:2 4:4"),
        BassHalf = new("0:0 1:½1 2:½2 3:½4");

    /// <summary>The violin.</summary>
    public static BowedStrings Violin { get; } = new("violin", "Violin", Clef.Treble, "G3 D4 A4 E5");

    /// <summary>The viola.</summary>
    public static BowedStrings Viola { get; } = new("viola", "Viola", Clef.Alto, "C3 G3 D4 A4");

    /// <summary>The cello.</summary>
    public static BowedStrings Violoncello { get; } = new("cello", "Cello", Clef.Bass, "C2 G2 D3 A3", Cello, CelloBack, CelloForward);

    /// <summary>The double bass as it is written, an octave above its sound.</summary>
    public static BowedStrings DoubleBass { get; } = new("double-bass", "Double bass", Clef.Bass, "E2 A2 D3 G3", Bass, BassHalf);

    /// <summary>All four, from the highest.</summary>
    public static ImmutableArray<BowedStrings> All { get; } = [Violin, Viola, Violoncello, DoubleBass];

    /// <summary>The name in addresses.</summary>
    public string Id { get; }

    /// <summary>The name on screen and paper.</summary>
    public string Name => TheoryTexts.Term("part", _name);

    /// <summary>The clef it reads.</summary>
    public Clef Clef { get; }

    /// <summary>The open strings as written, from the lowest.</summary>
    public ImmutableArray<Pitch> Strings { get; }

    /// <summary>The string and finger of each note, or null where the line does not lie in first position.</summary>
    /// <param name="line">The pitches as written.</param>
    public ImmutableArray<StoppedNote>? Finger(ImmutableArray<Pitch> line)
    {
        if (!_settings.IsEmpty)
            return Whole(BySettings(line));
        // A flat key lies under the fingers as its sharp twin does: of the two the one that bends fewer fingers, and the sharp one on a
        // tie.
        return new[] { 0, -1, 1 }
            .Select(turn => Renamed(line, turn))
            .OfType<ImmutableArray<Pitch>>()
            .Select(twin => (twin[0].Name.Fifths, Notes: Whole([.. twin.Select(ByLetter)])))
            .Where(twin => twin.Notes is not null)
            .OrderBy(twin => twin.Notes!.Value.Count(note => note.Finger.Length > 1))
            .ThenByDescending(twin => twin.Fifths)
            .FirstOrDefault()
            .Notes;
    }

    private static ImmutableArray<StoppedNote>? Whole(StoppedNote?[] notes) =>
        notes.Any(note => note is null) ? null : [.. notes.OfType<StoppedNote>()];

    // The same line on the next letter up or down, or null where that needs more than double accidentals.
    private static ImmutableArray<Pitch>? Renamed(ImmutableArray<Pitch> line, int turn)
    {
        if (line.Any(pitch => !NoteName.HasFifths(pitch.Name.Fifths - (12 * turn))))
            return null;
        return
        [
            .. line.Select(pitch =>
                turn == 0 ? pitch : Pitch.At(NoteName.FromFifths(pitch.Name.Fifths - (12 * turn)), pitch.StaffStep + turn)
            ),
        ];
    }

    // The finger is the letter counted from the open string, a semitone low or high where the accidental says so. A note
    // with the letter of an open string that is not that string itself is the fourth finger of the string below.
    private StoppedNote? ByLetter(Pitch pitch)
    {
        ImmutableArray<int> frame = [0, 2, 4, 5, 7];
        for (var s = Strings.Length - 1; s >= 0; s--)
        {
            var letters = pitch.StaffStep - Strings[s].StaffStep;
            var altered = letters == 0 && pitch != Strings[s];
            if (letters is < 0 or > 4 || (altered && s > 0))
                continue;
            // On the lowest string there is no string below: its sharp is a low first finger.
            var finger = altered ? 1 : letters;
            var bent = pitch.Semitones - Strings[s].Semitones - frame[finger];
            return bent is < -1 or > 1 || (finger == 0 && bent != 0)
                ? null
                : new StoppedNote(
                    s,
                    (
                        bent < 0 ? "L"
                        : bent > 0 ? "H"
                        : ""
                    ) + finger
                );
        }

        return null;
    }

    private StoppedNote?[] BySettings(ImmutableArray<Pitch> line)
    {
        // Each note on the highest string that is not above it.
        (int String, int Offset)[] places =
        [
            .. line.Select(pitch =>
            {
                var s = Enumerable.Range(0, Strings.Length).LastOrDefault(other => Strings[other].Semitones <= pitch.Semitones, -1);
                return (s, s < 0 ? 0 : pitch.Semitones - Strings[s].Semitones);
            }),
        ];
        var settings = places
            .GroupBy(place => place.String)
            .ToDictionary(
                group => group.Key,
                group =>
                    group.Key < 0
                        ? null
                        : _settings.FirstOrDefault(setting => group.All(place => setting.Fingers.ContainsKey(place.Offset)))
            );
        return
        [
            .. places.Select(place =>
                settings[place.String] is { } setting ? new StoppedNote(place.String, setting.Fingers[place.Offset]) : null
            ),
        ];
    }

    /// <summary>One way to set the hand on a string.</summary>
    private sealed class HandSetting(string fingers)
    {
        public ImmutableDictionary<int, string> Fingers { get; } =
            fingers
                .Split(' ')
                .Select(pair => pair.Split(':'))
                .ToImmutableDictionary(pair => int.Parse(pair[0], System.Globalization.CultureInfo.InvariantCulture), pair => pair[1]);
    }
}

/// <summary>A note stopped on a string.</summary>
/// <param name="String">Which string, the lowest 0.</param>
/// <param name="Finger">The finger, 0 for the open string; "L" or "H" before it for low or high, "x" stretched, "½" in half
/// position.</param>
public sealed record StoppedNote(int String, string Finger);
