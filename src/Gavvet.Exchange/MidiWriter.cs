using System.Text;
using Gavvet.Theory;

namespace Gavvet.Exchange;

/// <summary>A line of notes to hear, with a name.</summary>
/// <param name="Name">The name, as a marker.</param>
/// <param name="Pitches">The pitches as they sound.</param>
public sealed record HeardLine(string Name, IReadOnlyList<Pitch> Pitches);

/// <summary>Writes a Standard MIDI File (MIDI Manufacturers Association, RP-001), format 0: each line in quarter notes, a pause after
/// it.</summary>
public static class MidiWriter
{
    private const int TicksPerQuarter = 480,
        MicrosecondsPerQuarter = 600_000,
        LowestKey = 12;
    private const byte Velocity = 80;

    /// <summary>The file.</summary>
    /// <exception cref="ArgumentException">A pitch lies beyond the 128 keys of MIDI.</exception>
    public static byte[] Write(IEnumerable<HeardLine> lines)
    {
        var track = new List<byte>();
        Event(
            track,
            0,
            [0xFF, 0x51, 0x03, MicrosecondsPerQuarter >> 16, (MicrosecondsPerQuarter >> 8) & 0xFF, MicrosecondsPerQuarter & 0xFF]
        );
        var wait = 0;
        foreach (var line in lines)
        {
            var name = Encoding.UTF8.GetBytes(line.Name);
            Event(track, wait, [0xFF, 0x06, .. Length(name.Length), .. name]);
            wait = 0;
            foreach (var pitch in line.Pitches)
            {
                var key = Key(pitch);
                Event(track, wait, [0x90, key, Velocity]);
                Event(track, TicksPerQuarter, [0x80, key, 0]);
                wait = 0;
            }

            wait = 2 * TicksPerQuarter;
        }

        Event(track, wait, [0xFF, 0x2F, 0x00]);
        return
        [
            .. "MThd"u8,
            0,
            0,
            0,
            6,
            0,
            0,
            0,
            1,
            TicksPerQuarter >> 8,
            TicksPerQuarter & 0xFF,
            .. "MTrk"u8,
            .. BigEndian(track.Count),
            .. track,
        ];
    }

    // Middle C, C4, is key 60.
    private static byte Key(Pitch pitch) =>
        pitch.Semitones + LowestKey is >= 0 and <= 127 and var key
            ? (byte)key
            : throw new ArgumentException($"{pitch} lies beyond the keys of MIDI.");

    private static void Event(List<byte> track, int wait, ReadOnlySpan<byte> bytes)
    {
        track.AddRange(Length(wait));
        track.AddRange(bytes);
    }

    // Seven bits a byte, the highest first, all but the last marked.
    private static byte[] Length(int value)
    {
        var bytes = new Stack<byte>();
        bytes.Push((byte)(value & 0x7F));
        for (value >>= 7; value > 0; value >>= 7)
            bytes.Push((byte)((value & 0x7F) | 0x80));
        return [.. bytes];
    }

    private static byte[] BigEndian(int value) => [(byte)(value >> 24), (byte)(value >> 16), (byte)(value >> 8), (byte)value];
}
