using System.Buffers.Binary;

namespace Gavvet.Engraving.Fonts;

/// <summary>
/// Gives a font another map from characters to glyphs. A PDF says of each glyph which character it is by the font's own map; the music
/// font's is of private characters, which nobody can search or read aloud.
/// </summary>
internal static class CharacterMap
{
    private const int HeaderLength = 12,
        EntryLength = 16,
        Alignment = 4;

    private static ReadOnlySpan<byte> Tag => "cmap"u8;

    /// <summary>The font with this map in the place of its own (OpenType 1.9.1: Organization of an OpenType Font; cmap, format
    /// 12).</summary>
    /// <param name="font">The font's file.</param>
    /// <param name="glyphs">The glyph of each character, in the order of the characters.</param>
    public static byte[] Of(ReadOnlySpan<byte> font, IReadOnlyList<(int Character, ushort Glyph)> glyphs)
    {
        var map = Table(glyphs);
        var count = BinaryPrimitives.ReadUInt16BigEndian(font[4..]);
        // The new table stands at the end; where the old one stood nothing points any more.
        var start = (font.Length + Alignment - 1) / Alignment * Alignment;
        var made = new byte[start + map.Length];
        font.CopyTo(made);
        map.CopyTo(made.AsSpan(start));
        for (var i = 0; i < count; i++)
        {
            var entry = made.AsSpan(HeaderLength + (i * EntryLength), EntryLength);
            if (!entry[..4].SequenceEqual(Tag))
                continue;
            BinaryPrimitives.WriteUInt32BigEndian(entry[4..], Sum(map));
            BinaryPrimitives.WriteUInt32BigEndian(entry[8..], (uint)start);
            BinaryPrimitives.WriteUInt32BigEndian(entry[12..], (uint)map.Length);
            return made;
        }

        throw new InvalidOperationException("The font has no map of its characters.");
    }

    // One subtable of Unicode's whole range for Windows and one entry that points to it.
    private static byte[] Table(IReadOnlyList<(int Character, ushort Glyph)> glyphs)
    {
        const int head = 12,
            subtable = 16,
            group = 12;
        var table = new byte[head + subtable + (group * glyphs.Count)];
        var at = table.AsSpan();
        BinaryPrimitives.WriteUInt16BigEndian(at[2..], 1);
        BinaryPrimitives.WriteUInt16BigEndian(at[4..], 3);
        BinaryPrimitives.WriteUInt16BigEndian(at[6..], 10);
        BinaryPrimitives.WriteUInt32BigEndian(at[8..], head);
        at = at[head..];
        BinaryPrimitives.WriteUInt16BigEndian(at, 12);
        BinaryPrimitives.WriteUInt32BigEndian(at[4..], (uint)(subtable + (group * glyphs.Count)));
        BinaryPrimitives.WriteUInt32BigEndian(at[12..], (uint)glyphs.Count);
        at = at[subtable..];
        foreach (var (character, glyph) in glyphs)
        {
            BinaryPrimitives.WriteUInt32BigEndian(at, (uint)character);
            BinaryPrimitives.WriteUInt32BigEndian(at[4..], (uint)character);
            BinaryPrimitives.WriteUInt32BigEndian(at[8..], glyph);
            at = at[group..];
        }

        return table;
    }

    private static uint Sum(ReadOnlySpan<byte> table)
    {
        uint sum = 0;
        for (var i = 0; i < table.Length; i += Alignment)
            sum = unchecked(sum + BinaryPrimitives.ReadUInt32BigEndian(table[i..]));
        return sum;
    }
}
