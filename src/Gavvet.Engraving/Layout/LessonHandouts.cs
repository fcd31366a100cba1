using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Reference;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Engraving.Layout;

/// <summary>What can be handed out with a lesson.</summary>
public enum LessonHandout
{
    /// <summary>A key and all that lives in it: its scale, its modes, pentatonics, blues and chords.</summary>
    Key,

    /// <summary>Two keys on one letter, the easy one and the hard one, and what changes.</summary>
    Twins,

    /// <summary>The minor forms on one tonic.</summary>
    Minors,

    /// <summary>Every key signature in every clef.</summary>
    Signatures,
}

/// <summary>Whom a handout is for: a part with its clef, or concert pitch.</summary>
/// <param name="Part">The part, or null at concert pitch.</param>
/// <param name="Clef">The clef that is read.</param>
public sealed record HandoutReader(Instrument? Part, Clef Clef)
{
    /// <summary>The tonic that is read for one at concert pitch.</summary>
    /// <param name="type">The scale type.</param>
    /// <param name="concert">The tonic at concert pitch.</param>
    public NoteName Written(ScaleType type, NoteName concert) => Part?.WrittenTonic(type, concert) ?? concert;
}

/// <summary>Handouts of a lesson, each for one part.</summary>
public static class LessonHandouts
{
    private const int StaffHeight = 6,
        LargeStaff = 8;

    private static readonly ImmutableArray<ScaleType> Modes =
    [
        .. new[] { "dorian", "phrygian", "lydian", "mixolydian", "aeolian", "locrian" }.Select(name => ScaleNames.Parse(name)),
    ];

    private static readonly ImmutableArray<ScaleType> MinorForms =
    [
        .. new[] { "natural-minor", "harmonic-minor", "melodic-minor" }.Select(ScaleTypes.Get),
    ];

    /// <summary>A topic's page: its scales in its keys, each with its degrees and its staff.</summary>
    /// <param name="title">The topic.</param>
    /// <param name="scales">The scales with their tonics at concert pitch.</param>
    /// <param name="style">The house style.</param>
    /// <param name="reader">Whom it is for.</param>
    /// <param name="paper">The paper.</param>
    /// <param name="heardAt">The address where its scales are heard, printed as a QR code, or null for none.</param>
    public static ImmutableArray<Page> OfTopic(
        string title,
        IEnumerable<(ScaleType Type, NoteName Tonic)> scales,
        HouseStyle style,
        HandoutReader reader,
        Paper paper,
        string? heardAt = null
    )
    {
        var metrics = new PageMetrics(new PageSetup(paper, StaffHeight));
        return Filled(
            title,
            reader,
            scales.SelectMany(scale => Scale(scale.Type, reader.Written(scale.Type, scale.Tonic), style, reader, metrics)),
            metrics,
            heardAt
        );
    }

    /// <summary>A handout.</summary>
    /// <param name="what">Which.</param>
    /// <param name="tonic">The tonic it is about, at concert pitch; signatures are about all.</param>
    /// <param name="style">The house style.</param>
    /// <param name="reader">Whom it is for.</param>
    /// <param name="paper">The paper.</param>
    /// <param name="heardAt">Gives the address where scales on some tonics are heard, as they are read; null for no QR code.</param>
    /// <exception cref="UnwritableNoteException">The key cannot be written.</exception>
    public static ImmutableArray<Page> Of(
        LessonHandout what,
        NoteName tonic,
        HouseStyle style,
        HandoutReader reader,
        Paper paper,
        Func<IReadOnlyList<ScaleType>, IReadOnlyList<NoteName>, string?>? heardAt = null
    )
    {
        var metrics = new PageMetrics(
            new PageSetup(
                paper,
                what switch
                {
                    LessonHandout.Twins => LargeStaff,
                    _ => StaffHeight,
                }
            )
        );
        var written = reader.Written(what == LessonHandout.Minors ? ScaleTypes.NaturalMinor : ScaleTypes.Major, tonic);
        return what switch
        {
            LessonHandout.Key => Filled(
                Texts.Say("handout.key", ("key", style.Say(new Key(written)))),
                reader,
                KeyBlocks(written, style, reader, metrics),
                metrics,
                heardAt?.Invoke([ScaleTypes.Major], [written])
            ),
            LessonHandout.Twins => Filled(
                Texts.Say("handout.twins", ("letter", style.Say(new NoteName(written.Letter)))),
                reader,
                TwinBlocks(new Key(written), style, reader, metrics),
                metrics,
                heardAt?.Invoke([ScaleTypes.Major], [written, .. new Key(written).SameLetterTwins.Select(twin => twin.Tonic)])
            ),
            LessonHandout.Minors => Filled(
                Texts.Say("handout.minors", ("tonic", style.Say(written))),
                reader,
                MinorBlocks(written, style, reader, metrics),
                metrics,
                heardAt?.Invoke(MinorForms, [written])
            ),
            _ => Filled(
                Texts.Say("handout.signatures"),
                null,
                Key.Majors.OrderBy(key => Math.Abs(key.Fifths)).ThenBy(key => -key.Fifths).Select(key => Signature(key, style, metrics)),
                metrics
            ),
        };
    }

    private static ImmutableArray<Page> Filled(
        string title,
        HandoutReader? reader,
        IEnumerable<Block> blocks,
        PageMetrics metrics,
        string? heardAt = null
    ) =>
        Pagination.Fill(
            [.. blocks],
            metrics,
            HandoutLayout.Furniture(
                title,
                metrics,
                reader?.Part is { } part ? Texts.Say("handout.for-part", ("part", part.InSentence)) : "",
                heardAt
            )
        );

    // The scale with its fingers, what begins on its other notes, what is struck out of it, the blues on it and on its relative, its
    // chords.
    private static IEnumerable<Block> KeyBlocks(NoteName tonic, HouseStyle style, HandoutReader reader, PageMetrics metrics)
    {
        var major = new AtlasEntry(ScaleTypes.Major, tonic, style, reader.Clef);
        foreach (var block in Scale(ScaleTypes.Major, tonic, style, reader, metrics))
            yield return block;
        if (reader.Part is { } part && Fingering.Find(part.Id) is { } fingering)
        {
            foreach (var block in HandoutLayout.Fingers(major, fingering, metrics))
                yield return block;
        }

        yield return HandoutLayout.Heading(Texts.Say("handout.key.chords"), metrics);
        yield return HandoutLayout.Table(Chords(major), metrics, metrics.ContentWidth, hasHead: true);
        yield return HandoutLayout.Heading(Texts.Say("handout.key.modes"), metrics);
        foreach (var (mode, i) in Modes.Select((mode, i) => (mode, i)))
        {
            foreach (var block in Scale(mode, major.Scale.Ascending[i + 1], style, reader, metrics))
                yield return block;
        }

        var relative = new Key(tonic).Relative.Tonic;
        yield return HandoutLayout.Heading(Texts.Say("handout.key.others"), metrics);
        foreach (
            var (type, on) in new[]
            {
                ("major-pentatonic", tonic),
                ("minor-pentatonic", relative),
                ("minor-blues", relative),
                ("minor-blues", tonic),
            }
        )
        {
            foreach (var block in Scale(ScaleTypes.Get(type), on, style, reader, metrics))
                yield return block;
        }
    }

    private static IEnumerable<string[]> Chords(AtlasEntry entry)
    {
        var chords = entry.ChordLines[0].Chords;
        yield return [Texts.Say("line.degree"), .. chords.Select(chord => DegreeNaming.Numeral(chord.Degree))];
        yield return [Texts.Say("handout.triad"), .. chords.Select(chord => entry.Symbol(chord.Triad))];
        yield return [Texts.Say("handout.seventh"), .. chords.Select(chord => entry.Symbol(chord.Seventh))];
    }

    private static IEnumerable<Block> TwinBlocks(Key key, HouseStyle style, HandoutReader reader, PageMetrics metrics)
    {
        foreach (var twin in key.SameLetterTwins)
        {
            var (easy, hard) = Math.Abs(key.Fifths) <= Math.Abs(twin.Fifths) ? (key, twin) : (twin, key);
            foreach (var each in new[] { easy, hard })
            {
                foreach (var block in Scale(each.ScaleType, each.Tonic, style, reader, metrics))
                    yield return block;
            }

            var changes = style
                .Spell(easy.ScaleType, easy.Tonic)
                .Ascending.Zip(style.Spell(hard.ScaleType, hard.Tonic).Ascending)
                .Distinct()
                .Select(pair => Texts.Say("handout.twins.change", ("from", style.Say(pair.First)), ("to", style.Say(pair.Second))));
            yield return HandoutLayout.Sentence(
                Texts.Say(
                    "handout.twins.changes",
                    ("easy", style.Say(easy)),
                    ("hard", style.Say(hard)),
                    ("changes", string.Join(", ", changes))
                ),
                metrics
            );
            yield return HandoutLayout.Sentence(Texts.Say(hard.Fifths > easy.Fifths ? "handout.twins.up" : "handout.twins.down"), metrics);
        }
    }

    private static IEnumerable<Block> MinorBlocks(NoteName tonic, HouseStyle style, HandoutReader reader, PageMetrics metrics)
    {
        foreach (var type in MinorForms.Where(type => style.CanSpell(type, tonic)))
        {
            foreach (var block in Scale(type, tonic, style, reader, metrics))
                yield return block;
            foreach (var sentence in new AtlasEntry(type, tonic, style, reader.Clef).Working)
                yield return HandoutLayout.Sentence(sentence, metrics);
        }
    }

    private static IEnumerable<Block> Scale(ScaleType type, NoteName tonic, HouseStyle style, HandoutReader reader, PageMetrics metrics) =>
        style.CanSpell(type, tonic) ? HandoutLayout.Scale(new AtlasEntry(type, tonic, style, reader.Clef), metrics) : [];

    // A signature in words, and on a short staff in each clef beside them.
    private static Block Signature(Key key, HouseStyle style, PageMetrics metrics)
    {
        Clef[] clefs = [.. Clef.All.Where(clef => clef.Octaves == 0)];
        string[] words =
        [
            $"{key.Signature}",
            Texts.Say("handout.signature", ("major", style.Say(key)), ("minor", style.Say(key.Relative))),
        ];
        var left = metrics.ContentWidth / 4;
        var width = (metrics.ContentWidth - left) / clefs.Length;
        var primitives = ImmutableArray.CreateBuilder<Primitive>();
        var height = 0;
        foreach (var (clef, i) in clefs.Select((clef, i) => (clef, i)))
        {
            ImmutableArray<Mark> given = key.Signature.Count > 0 ? [new SignatureMark(key.Signature)] : [];
            var set = FigureSetter.Set(
                new StaffFigure(clef, 0, true, StaffRows.None, new StaffRange(0, 8), given),
                [],
                Ink.Given,
                metrics,
                width - metrics.Small
            );
            primitives.AddRange(set.Primitives.Select(primitive => primitive.Moved(left + (i * width), 0)));
            height = Math.Max(height, set.Height);
        }

        primitives.AddRange(
            TextSetter.Line(CountText.Capitalized(words[0]), TextStyle.Bold, metrics.Small, 0, (height / 2) - (metrics.Small / 4))
        );
        foreach (
            var (line, i) in TextSetter
                .Wrap(words[1], TextStyle.Regular, metrics.Small, left - metrics.Small)
                .Select((line, i) => (line, i))
        )
            primitives.AddRange(
                TextSetter.Line(line, TextStyle.Regular, metrics.Small, 0, (height / 2) + metrics.Small + (i * metrics.Small * 6 / 5))
            );
        return HandoutLayout.Block(height, primitives.ToImmutable(), string.Join(": ", words), metrics);
    }
}
