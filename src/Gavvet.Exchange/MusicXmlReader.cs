using System.Collections.Immutable;
using System.Globalization;
using System.IO.Compression;
using System.Text;
using System.Text.RegularExpressions;
using System.Xml;
using System.Xml.Linq;
using Gavvet.Theory;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Exchange;

/// <summary>A staff of a score that was read: what stands before it, and the notes on it.</summary>
/// <param name="Number">The question's number, from the words before it; null where there is none.</param>
/// <param name="Notes">The notes as they are written, each with its octave; notes that sound together in the order they stand.</param>
/// <param name="Signature">The key signature they stand under.</param>
public sealed record ReadStaff(int? Number, ImmutableArray<Pitch> Notes, KeySignature Signature)
{
    /// <summary>The notes as an answer is typed: a natural against the signature has its sign.</summary>
    public string Text =>
        string.Join(
            ' ',
            Notes.Select(note =>
                $"{NoteText.Ascii(note.Name)}{(note.Name.Accidental == Accidental.Natural && Signature.Notes.Any(sign => sign.Letter == note.Name.Letter) ? "n" : "")}{note.Octave}"
            )
        );

    /// <summary>The same after its signature, as where that is asked too: "2#: D4 E4 F4".</summary>
    public string TextAfterSignature =>
        $"{Signature.Count}{(Signature.Kind == Accidental.Sharp ? '#' : 'b')}: "
        + string.Join(
            ' ',
            Notes.Select(note =>
                $"{(note.Name.Accidental == Signature.On(note.Name.Letter) ? $"{note.Name.Letter}" : note.Name.Accidental == Accidental.Natural ? $"{note.Name.Letter}n" : NoteText.Ascii(note.Name))}{note.Octave}"
            )
        );
}

/// <summary>A part of a score that was read.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Staves">Its staves, one for each question.</param>
public sealed record ReadPart(string Name, ImmutableArray<ReadStaff> Staves);

/// <summary>
/// Reads what a student wrote in a notation program into the score that was handed out: MusicXML, plain or in its compressed
/// container. A definition of types is passed over unread, entities and anything too large are refused.
/// </summary>
public static partial class MusicXmlReader
{
    /// <summary>Bytes of a score at most, unpacked.</summary>
    public const int MostBytes = 16 * 1024 * 1024;

    private const int MostEntries = 200;

    // A score is a dozen elements deep, and a hundred thousand notes have not so many; what has more is meant to be a burden.
    private const int Deepest = 32;
    private const int MostNodes = 1_000_000;

    // Elements looked at between two looks whether anyone still waits.
    private const int LookEvery = 4_096;

    /// <summary>The parts of a score.</summary>
    /// <param name="file">The file, .musicxml or .mxl.</param>
    /// <param name="cancellation">Ends the reading, as when the sender has left.</param>
    /// <exception cref="FormatException">It is no MusicXML, or holds what is refused.</exception>
    public static ImmutableArray<ReadPart> Read(byte[] file, CancellationToken cancellation = default)
    {
        if (file.Length > MostBytes)
            throw new FormatException(Texts.Say("score.large"));
        var xml = file is [(byte)'P', (byte)'K', ..] ? Unpacked(file) : file;
        try
        {
            using var bytes = new StreamReader(new MemoryStream(xml), Encoding.UTF8, detectEncodingFromByteOrderMarks: true);
            var text = bytes.ReadToEnd();
            XmlTags.SeeThatTheyAreShort(text);
            SeeThatItIsBounded(text, cancellation);
            using var reader = Reader(text);
            var root = XDocument.Load(reader).Root!;
            cancellation.ThrowIfCancellationRequested();
            if (root.Name.LocalName != "score-partwise")
                throw new FormatException(Texts.Say("score.no-parts"));
            var names = root.Descendants("score-part")
                .GroupBy(part => (string?)part.Attribute("id") ?? "")
                .ToDictionary(parts => parts.Key, parts => ((string?)parts.First().Element("part-name") ?? "").Trim());
            return
            [
                .. root.Elements("part")
                    .Select(part => new ReadPart(
                        names.GetValueOrDefault((string?)part.Attribute("id") ?? "", ""),
                        Staves(part, cancellation)
                    )),
            ];
        }
        catch (XmlException problem)
        {
            throw new FormatException(Texts.Say("score.no-xml"), problem);
        }
    }

    private static XmlReader Reader(string text) =>
        XmlReader.Create(
            new StringReader(text),
            new XmlReaderSettings
            {
                DtdProcessing = DtdProcessing.Ignore,
                XmlResolver = null,
                MaxCharactersInDocument = MostBytes,
            }
        );

    // Elements within elements cost their depth each time one of them is asked for its words.
    private static void SeeThatItIsBounded(string text, CancellationToken cancellation)
    {
        using var reader = Reader(text);
        for (var i = 0; reader.Read(); i++)
        {
            if (i > MostNodes)
                throw new FormatException(Texts.Say("score.large"));
            if (reader.Depth > Deepest)
                throw new FormatException(Texts.Say("score.deep"));
            if (i % LookEvery == 0)
                cancellation.ThrowIfCancellationRequested();
        }
    }

    private static byte[] Unpacked(byte[] file)
    {
        try
        {
            using var archive = new ZipArchive(new MemoryStream(file), ZipArchiveMode.Read);
            if (archive.Entries.Count > MostEntries)
                throw new FormatException(Texts.Say("score.container-more"));
            var score = archive.Entries.FirstOrDefault(entry =>
                !entry.FullName.StartsWith("META-INF/", StringComparison.Ordinal)
                && (
                    entry.FullName.EndsWith(".xml", StringComparison.OrdinalIgnoreCase)
                    || entry.FullName.EndsWith(".musicxml", StringComparison.OrdinalIgnoreCase)
                )
            ) ?? throw new FormatException(Texts.Say("score.container-none"));
            using var stream = score.Open();
            using var unpacked = new MemoryStream();
            var buffer = new byte[1 << 16];
            for (var read = stream.Read(buffer); read > 0; read = stream.Read(buffer))
            {
                unpacked.Write(buffer, 0, read);
                if (unpacked.Length > MostBytes)
                    throw new FormatException(Texts.Say("score.large"));
            }

            return unpacked.ToArray();
        }
        catch (InvalidDataException problem)
        {
            throw new FormatException(Texts.Say("score.container"), problem);
        }
    }

    // A question begins where words with its number stand; bars without any go on with it.
    private static ImmutableArray<ReadStaff> Staves(XElement part, CancellationToken cancellation)
    {
        var staves = new List<(int? Number, List<Pitch> Notes, KeySignature Signature)>();
        var signature = new KeySignature(0);
        foreach (var measure in part.Elements("measure"))
        {
            cancellation.ThrowIfCancellationRequested();
            // A signature holds until the next one.
            if (
                int.TryParse(
                    (string?)measure.Elements("attributes").Elements("key").Elements("fifths").LastOrDefault(),
                    CultureInfo.InvariantCulture,
                    out var fifths
                ) && fifths is >= -KeySignature.Most and <= KeySignature.Most
            )
                signature = new KeySignature(fifths);
            var words = measure
                .Elements("direction")
                .Descendants("words")
                .Select(said => ((string)said).Trim())
                .FirstOrDefault(said => Numbered().IsMatch(said));
            if (words is not null || staves.Count == 0)
                staves.Add(
                    (words is null ? null : int.Parse(Numbered().Match(words).Groups[1].Value, CultureInfo.InvariantCulture), [], signature)
                );
            staves[^1]
                .Notes.AddRange(
                    measure
                        .Elements("note")
                        .Where(note => note.Element("grace") is null)
                        .Select(note => note.Element("pitch"))
                        .OfType<XElement>()
                        .Select(PitchOf)
                );
        }

        return [.. staves.Select(staff => new ReadStaff(staff.Number, [.. staff.Notes], staff.Signature))];
    }

    private static Pitch PitchOf(XElement pitch)
    {
        var alter = (string?)pitch.Element("alter") is { } text
            ? double.TryParse(text, CultureInfo.InvariantCulture, out var number)
                ? number
                : double.NaN
            : 0;
        if (
            (string?)pitch.Element("step") is not { } step
            || !NoteText.TryParse(step.Trim(), out var letter)
            || !int.TryParse((string?)pitch.Element("octave"), CultureInfo.InvariantCulture, out var octave)
            || octave is < 0 or > 9
        )
            throw new FormatException(Texts.Say("score.no-pitch"));
        return alter is -2 or -1 or 0 or 1 or 2
            ? new Pitch(new NoteName(letter.Letter, (Accidental)(int)alter), octave)
            : throw new FormatException(Texts.Say("score.altered"));
    }

    [GeneratedRegex(@"^\s*(\d{1,3})\.")]
    private static partial Regex Numbered();
}
