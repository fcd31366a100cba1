using System.Collections.Immutable;
using System.Globalization;
using System.IO.Compression;
using System.Text;
using System.Xml;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;

namespace Gavvet.Exchange;

/// <summary>One part of a score: a version, a clef or an instrument.</summary>
/// <param name="Name">The name printed before it.</param>
/// <param name="Instrument">The transposing instrument, or null at concert pitch.</param>
/// <param name="Staves">Its bars, one a staff of the worksheet.</param>
public sealed record ScorePart(string Name, Instrument? Instrument, ImmutableArray<NotatedStaff> Staves);

/// <summary>Writes MusicXML 4.0 (W3C Music Notation Community Group), plain or in its compressed container. The same score gives the same
/// bytes.</summary>
public static class MusicXmlWriter
{
    private const int WholeNote = 4;

    private static readonly XmlWriterSettings Settings = new()
    {
        Indent = true,
        NewLineChars = "\n",
        Encoding = new UTF8Encoding(false),
    };

    /// <summary>A score as MusicXML.</summary>
    public static byte[] Write(string title, IReadOnlyList<ScorePart> parts)
    {
        using var buffer = new MemoryStream();
        using (var xml = XmlWriter.Create(buffer, Settings))
        {
            xml.WriteStartDocument();
            xml.WriteDocType(
                "score-partwise",
                "-//Recordare//DTD MusicXML 4.0 Partwise//EN",
                "http://www.musicxml.org/dtds/partwise.dtd",
                null
            );
            xml.WriteStartElement("score-partwise");
            xml.WriteAttributeString("version", "4.0");
            xml.WriteStartElement("work");
            xml.WriteElementString("work-title", Clean(title));
            xml.WriteEndElement();
            xml.WriteStartElement("part-list");
            for (var i = 0; i < parts.Count; i++)
            {
                xml.WriteStartElement("score-part");
                xml.WriteAttributeString("id", $"P{i + 1}");
                xml.WriteElementString("part-name", Clean(parts[i].Name));
                xml.WriteEndElement();
            }

            xml.WriteEndElement();
            // Every part of a score has as many bars.
            var bars = parts.Max(part => part.Staves.Length);
            for (var i = 0; i < parts.Count; i++)
                WritePart(xml, parts[i], $"P{i + 1}", bars);
            xml.WriteEndElement();
        }

        return buffer.ToArray();
    }

    /// <summary>A score in the compressed container, .mxl.</summary>
    public static byte[] WriteCompressed(string title, IReadOnlyList<ScorePart> parts)
    {
        using var buffer = new MemoryStream();
        using (var archive = new ZipArchive(buffer, ZipArchiveMode.Create, leaveOpen: true))
        {
            Add(
                archive,
                "META-INF/container.xml",
                Encoding.UTF8.GetBytes(
                    """<?xml version="1.0" encoding="UTF-8"?><container><rootfiles><rootfile full-path="score.musicxml" media-type="application/vnd.recordare.musicxml+xml"/></rootfiles></container>"""
                )
            );
            Add(archive, "score.musicxml", Write(title, parts));
        }

        return buffer.ToArray();
    }

    private static void Add(ZipArchive archive, string name, byte[] content)
    {
        var entry = archive.CreateEntry(name, CompressionLevel.Optimal);
        // The earliest time the format knows, so that the same score gives the same bytes.
        entry.LastWriteTime = new DateTimeOffset(1980, 1, 1, 0, 0, 0, TimeSpan.Zero);
        using var stream = entry.Open();
        stream.Write(content);
    }

    private static void WritePart(XmlWriter xml, ScorePart part, string id, int bars)
    {
        xml.WriteStartElement("part");
        xml.WriteAttributeString("id", id);
        for (var bar = 0; bar < bars; bar++)
        {
            xml.WriteStartElement("measure");
            xml.WriteAttributeString("number", Number(bar + 1));
            if (bar < part.Staves.Length)
                WriteStaff(xml, part, part.Staves[bar], bar == 0);
            else
                WriteRest(xml, visible: false);
            xml.WriteEndElement();
        }

        xml.WriteEndElement();
    }

    private static void WriteStaff(XmlWriter xml, ScorePart part, NotatedStaff staff, bool first)
    {
        // A question begins a line, as on the paper.
        if (!first)
        {
            xml.WriteStartElement("print");
            xml.WriteAttributeString("new-system", "yes");
            xml.WriteEndElement();
        }

        xml.WriteStartElement("attributes");
        xml.WriteElementString("divisions", "1");
        xml.WriteStartElement("key");
        xml.WriteElementString("fifths", Number(staff.Signature?.Fifths ?? 0));
        xml.WriteEndElement();
        xml.WriteStartElement("time");
        xml.WriteAttributeString("print-object", "no");
        // As long as the staff has places for its notes.
        xml.WriteElementString("beats", Number(staff.Columns == 0 ? WholeNote : staff.Values.Sum(value => value.Quarters())));
        xml.WriteElementString("beat-type", "4");
        xml.WriteEndElement();
        WriteClef(xml, staff.Clef);
        if (first && part.Instrument is { } instrument)
            WriteTranspose(xml, instrument);
        xml.WriteEndElement();
        xml.WriteStartElement("direction");
        xml.WriteAttributeString("placement", "above");
        xml.WriteStartElement("direction-type");
        xml.WriteElementString("words", Clean(staff.Words));
        xml.WriteEndElement();
        xml.WriteEndElement();
        if (staff.Columns == 0)
            WriteRest(xml, visible: false);
        var notes = staff.Notes.ToLookup(note => note.Column);
        for (var column = 0; column < staff.Columns; column++)
        {
            if (!notes.Contains(column))
                WriteRest(xml, visible: false, staff.Values[column]);
            // Those at one place sound together.
            foreach (var (note, i) in notes[column].Select((note, i) => (note, i)))
                WriteNote(xml, note, isWithTheLast: i > 0, staff.Values[column]);
        }

        xml.WriteStartElement("barline");
        xml.WriteAttributeString("location", "right");
        xml.WriteElementString("bar-style", "light-heavy");
        xml.WriteEndElement();
    }

    private static void WriteClef(XmlWriter xml, Clef clef)
    {
        xml.WriteStartElement("clef");
        xml.WriteElementString("sign", $"{clef.Sign}");
        xml.WriteElementString("line", Number(clef.Line));
        if (clef.Octaves != 0)
            xml.WriteElementString("clef-octave-change", Number(clef.Octaves));
        xml.WriteEndElement();
    }

    // From the written pitch to the one that sounds.
    private static void WriteTranspose(XmlWriter xml, Instrument instrument)
    {
        var sign = instrument.IsWrittenAbove ? -1 : 1;
        var octaves = instrument.WrittenInterval.LetterSteps / Letters.Count;
        if (instrument.WrittenInterval.Semitones == 0)
            return;
        xml.WriteStartElement("transpose");
        xml.WriteElementString("diatonic", Number(sign * (instrument.WrittenInterval.LetterSteps - (octaves * Letters.Count))));
        xml.WriteElementString("chromatic", Number(sign * (instrument.WrittenInterval.Semitones - (octaves * 12))));
        if (octaves > 0)
            xml.WriteElementString("octave-change", Number(sign * octaves));
        xml.WriteEndElement();
    }

    private static void WriteNote(XmlWriter xml, NoteMark note, bool isWithTheLast, NoteValue value)
    {
        xml.WriteStartElement("note");
        if (isWithTheLast)
            xml.WriteElementString("chord", null);
        xml.WriteStartElement("pitch");
        xml.WriteElementString("step", $"{note.Pitch.Name.Letter}");
        if (note.Pitch.Name.Accidental != Accidental.Natural)
            xml.WriteElementString("alter", Number((int)note.Pitch.Name.Accidental));
        xml.WriteElementString("octave", Number(note.Pitch.Octave));
        xml.WriteEndElement();
        WriteValue(xml, value);
        if (note.Sign is { } sign)
            xml.WriteElementString("accidental", SignWord(sign, note.NaturalFirst));
        xml.WriteEndElement();
    }

    private static void WriteRest(XmlWriter xml, bool visible, NoteValue value = NoteValue.Whole)
    {
        xml.WriteStartElement("note");
        if (!visible)
            xml.WriteAttributeString("print-object", "no");
        xml.WriteElementString("rest", null);
        WriteValue(xml, value);
        xml.WriteEndElement();
    }

    // In quarter notes, which are the divisions of a score.
    private static void WriteValue(XmlWriter xml, NoteValue value)
    {
        xml.WriteElementString("duration", Number(value.Quarters()));
        xml.WriteElementString("voice", "1");
        xml.WriteElementString(
            "type",
            value switch
            {
                NoteValue.Whole => "whole",
                NoteValue.Quarter => "quarter",
                _ => "half",
            }
        );
        if (value == NoteValue.DottedHalf)
            xml.WriteElementString("dot", null);
    }

    private static string SignWord(Accidental sign, bool naturalFirst) =>
        (sign, naturalFirst) switch
        {
            (Accidental.DoubleFlat, _) => "flat-flat",
            (Accidental.Flat, true) => "natural-flat",
            (Accidental.Flat, _) => "flat",
            (Accidental.Sharp, true) => "natural-sharp",
            (Accidental.Sharp, _) => "sharp",
            (Accidental.DoubleSharp, _) => "double-sharp",
            _ => "natural",
        };

    private static string Number(int number) => number.ToString(CultureInfo.InvariantCulture);

    // Characters XML cannot hold are left out.
    private static string Clean(string text) =>
        string.Concat(
            text.EnumerateRunes().Where(rune => rune.Value >= 0x20 && rune.Value is not (0xFFFE or 0xFFFF)).Select(rune => rune.ToString())
        );
}
