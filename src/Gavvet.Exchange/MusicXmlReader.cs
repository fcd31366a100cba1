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
/// <param name="Notes">The notes as they are written, each with its octave; notes that sound together from the lowest up.</param>
/// <param name="Signature">The key signature they stand under.</param>
public sealed record ReadStaff(int? Number, ImmutableArray<Pitch> Notes, KeySignature Signature)
{
    /// <summary>The notes as an answer is typed in English.</summary>
    public string Text => TextIn(NameSystem.English);

    /// <summary>The notes as an answer is typed: a natural against the signature has its sign.</summary>
    /// <param name="names">The names of notes it is typed by: B in English is H in German.</param>
    public string TextIn(NameSystem names) =>
        string.Join(
            ' ',
            Notes.Select(note =>
                $"{NoteNaming.Clicked(names, note.Name)}{(note.Name.Accidental == Accidental.Natural && Signature.Notes.Any(sign => sign.Letter == note.Name.Letter) ? "n" : "")}{note.Octave}"
            )
        );

    /// <summary>Its signature as it is typed in any language: "2#".</summary>
    public string SignatureText => $"{Signature.Count}{(Signature.Kind == Accidental.Sharp ? '#' : 'b')}";

    /// <summary>The same after its signature, as where that is asked too: "2#: D4 E4 F4".</summary>
    /// <param name="names">The names of notes it is typed by.</param>
    public string TextAfterSignature(NameSystem names) =>
        $"{SignatureText}: "
        + string.Join(
            ' ',
            Notes.Select(note =>
            {
                var letter = NoteNaming.Clicked(names, new NoteName(note.Name.Letter));
                var name =
                    note.Name.Accidental == Signature.On(note.Name.Letter) ? letter
                    : note.Name.Accidental == Accidental.Natural ? $"{letter}n"
                    : NoteNaming.Clicked(names, note.Name);
                return $"{name}{note.Octave}";
            })
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
        try
        {
            var xml = file is [(byte)'P', (byte)'K', ..] ? Unpacked(file) : file;
            using var bytes = new StreamReader(new MemoryStream(xml), Encoding.UTF8, detectEncodingFromByteOrderMarks: true);
            var text = bytes.ReadToEnd();
            XmlTags.SeeThatTheyAreShort(text);
            SeeThatItIsBounded(text, cancellation);
            using var reader = Reader(text);
            var root = XDocument.Load(reader).Root!;
            cancellation.ThrowIfCancellationRequested();
            if (root.Name.LocalName is not ("score-partwise" or "score-timewise"))
                throw new FormatException(Texts.Say("score.no-parts"));
            var names = root.Descendants("score-part")
                .GroupBy(part => (string?)part.Attribute("id") ?? "")
                .ToDictionary(parts => parts.Key, parts => ((string?)parts.First().Element("part-name") ?? "").Trim());
            return [.. PartsOf(root).Select(part => new ReadPart(names.GetValueOrDefault(part.Key, ""), Staves(part, cancellation)))];
        }
        catch (XmlException problem)
        {
            throw new FormatException(Texts.Say("score.no-xml"), problem);
        }
    }

    // Part by part with its bars; a timewise score has bar by bar with its parts.
    private static IEnumerable<IGrouping<string, XElement>> PartsOf(XElement root)
    {
        static string Id(XElement part) => (string?)part.Attribute("id") ?? "";
        return root.Name.LocalName == "score-timewise"
            ? root.Elements("measure").SelectMany(measure => measure.Elements("part")).GroupBy(Id)
            : root.Elements("part")
                .SelectMany(part => part.Elements("measure"), (part, measure) => (Id(part), measure))
                .GroupBy(bar => bar.Item1, bar => bar.measure);
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
            var score = RootOf(archive)
                ?? archive.Entries.FirstOrDefault(IsScore)
                ?? throw new FormatException(Texts.Say("score.container-none"));
            using var stream = score.Open();
            return Bounded(stream, MostBytes);
        }
        catch (InvalidDataException problem)
        {
            throw new FormatException(Texts.Say("score.container"), problem);
        }
    }

    private static bool IsScore(ZipArchiveEntry entry) =>
        !entry.FullName.StartsWith("META-INF/", StringComparison.Ordinal)
        && (
            entry.FullName.EndsWith(".xml", StringComparison.OrdinalIgnoreCase)
            || entry.FullName.EndsWith(".musicxml", StringComparison.OrdinalIgnoreCase)
        );

    // What the container says is its score; null where it says nothing that is there.
    private static ZipArchiveEntry? RootOf(ZipArchive archive)
    {
        const int mostBytes = 64 * 1024;
        if (archive.GetEntry("META-INF/container.xml") is not { } container)
            return null;
        using var stream = container.Open();
        var text = Encoding.UTF8.GetString(Bounded(stream, mostBytes));
        XmlTags.SeeThatTheyAreShort(text);
        SeeThatItIsBounded(text, CancellationToken.None);
        using var reader = Reader(text);
        var path = XDocument
            .Load(reader)
            .Descendants()
            .Where(element => element.Name.LocalName == "rootfile")
            .Select(root => (string?)root.Attribute("full-path"))
            .FirstOrDefault();
        return string.IsNullOrEmpty(path) ? null : archive.GetEntry(path);
    }

    private static byte[] Bounded(Stream stream, int most)
    {
        using var unpacked = new MemoryStream();
        var buffer = new byte[1 << 16];
        for (var read = stream.Read(buffer); read > 0; read = stream.Read(buffer))
        {
            unpacked.Write(buffer, 0, read);
            if (unpacked.Length > most)
                throw new FormatException(Texts.Say("score.large"));
        }

        return unpacked.ToArray();
    }

    // A question begins where words with its number stand; bars without any go on with it.
    private static ImmutableArray<ReadStaff> Staves(IEnumerable<XElement> measures, CancellationToken cancellation)
    {
        var staves = new List<(int? Number, List<Pitch> Notes, KeySignature Signature)>();
        var signature = new KeySignature(0);
        foreach (var measure in measures)
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
            var number = NumberOf(measure);
            if (number is not null || staves.Count == 0)
                staves.Add((number, [], signature));
            staves[^1].Notes.AddRange(NotesOf(measure));
        }

        return [.. staves.Select(staff => new ReadStaff(staff.Number, [.. staff.Notes], staff.Signature))];
    }

    // Its words may have been taken apart, or its number made a rehearsal mark.
    private static int? NumberOf(XElement measure)
    {
        var said = measure
            .Elements("direction")
            .Select(direction => string.Concat(direction.Descendants("words").Select(words => (string)words)))
            .ToArray();
        var match = said.Append(string.Concat(said)).Select(words => Numbered().Match(words)).FirstOrDefault(match => match.Success)
            ?? measure.Descendants("rehearsal").Select(mark => Rehearsed().Match((string)mark)).FirstOrDefault(match => match.Success);
        return match is null ? null : int.Parse(match.Groups[1].Value, CultureInfo.InvariantCulture);
    }

    // In the order they sound, whatever voice they are of: a voice goes back to where another began. What is tied to a note before it is
    // that note; grace notes and cues are nobody's answer.
    private static IEnumerable<Pitch> NotesOf(XElement measure)
    {
        var sounding = new List<(long At, Pitch Pitch)>();
        var (at, last) = (0L, 0L);
        foreach (var element in measure.Elements())
        {
            var duration = long.TryParse((string?)element.Element("duration"), CultureInfo.InvariantCulture, out var length)
                ? Math.Clamp(length, 0, MostBytes)
                : 0;
            if (element.Name.LocalName == "backup")
                at -= duration;
            if (element.Name.LocalName == "forward")
                at += duration;
            if (element.Name.LocalName != "note" || element.Element("grace") is not null)
                continue;
            var begins = element.Element("chord") is null ? at : last;
            var isTied = element.Elements("tie").Any(tie => (string?)tie.Attribute("type") == "stop");
            if (element.Element("cue") is null && !isTied && element.Element("pitch") is { } pitch)
                sounding.Add((begins, PitchOf(pitch)));
            last = begins;
            at = begins + duration;
        }

        return sounding.OrderBy(note => note.At).ThenBy(note => note.Pitch.StaffStep).Select(note => note.Pitch);
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

    [GeneratedRegex(@"^\s*(\d{1,3})\.?\s*$")]
    private static partial Regex Rehearsed();
}
