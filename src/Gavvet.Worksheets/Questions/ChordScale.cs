using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Name a scale that fits a chord.</summary>
public sealed class ChordScale : WordsKind
{
    // Which scales fit which chord on their tonic: our house table, common practice, no source.
    private static readonly ImmutableArray<(string Suffix, string Intervals, ImmutableArray<string> Scales)> Table = Rows(
        ("maj7", "M3 P5 M7", "major lydian"),
        ("m7", "m3 P5 m7", "dorian natural-minor phrygian"),
        ("7", "M3 P5 m7", "mixolydian lydian-flat-7 mixolydian-flat-6 phrygian-dominant mixolydian-flat-2 diminished-half-whole bebop-dominant"),
        ("m7(♭5)", "m3 d5 m7", "locrian locrian-natural-2 locrian-natural-6"),
        ("dim7", "m3 d5 d7", "diminished-whole-half ultralocrian"),
        ("m(maj7)", "m3 P5 M7", "melodic-minor-one-way harmonic-minor"),
        ("maj7(♯5)", "M3 A5 M7", "lydian-sharp-5 ionian-sharp-5"),
        ("7(♯5)", "M3 A5 m7", "whole-tone altered"));

    /// <inheritdoc/>
    public override string Id => "chord-scale";

    /// <inheritdoc/>
    public override string Name => "A scale for a chord";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Chords;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type)
    {
        ArgumentNullException.ThrowIfNull(type);
        return Table.Any(row => row.Scales.Contains(type.Id));
    }

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "Name a scale on the root of the chord that holds all its notes.";

    private protected override string Prompt(QuestionSetting setting) => $"{setting.Style.Say(setting.Tonic)}{RowOf(setting.Scale).Suffix}";

    private protected override ImmutableArray<AnswerLine> Lines(QuestionSetting setting) => Names();

    private protected override WordsAnswer Find(QuestionSetting setting)
    {
        var row = RowOf(setting.Scale);
        var chord = row.Intervals.Split(' ').Select(interval => Interval.Parse(interval).Semitones).ToArray();
        // The table names them; each must hold the sound of every note of the chord.
        ImmutableArray<string> holding = [.. row.Scales.Where(id => chord.All(sound => ScaleTypes.Get(id).Degrees.Any(degree => (degree.Semitones + 12) % 12 == sound)))];
        var scales = TwoRoutes.Agree($"the scales for {setting.Tonic}{row.Suffix}", row.Scales, holding);
        // Those of the table first, then every other scale of the catalogue that holds the chord: it is right as well.
        var holders = ScaleTypes.All.Where(type => chord.All(sound => type.Degrees.Any(degree => (degree.Semitones + 12) % 12 == sound)));
        var others = scales.Select(ScaleTypes.Get).Union(holders).Where(type => type != setting.Scale && setting.Style.CanSpell(type, setting.Tonic));
        return WordsAnswer.Of(setting.Style.Say(setting.Scale, setting.Tonic), [.. ScaleWorking.Of(setting.Scale, setting.Tonic, setting.Style)])
            .OrElse(others.SelectMany(type => new[] { setting.Style.Say(type, setting.Tonic) }).Concat(ScaleFacts.OtherNames(setting)));
    }

    private static (string Suffix, string Intervals, ImmutableArray<string> Scales) RowOf(ScaleType type) => Table.First(row => row.Scales.Contains(type.Id));

    private static ImmutableArray<(string, string, ImmutableArray<string>)> Rows(params (string Suffix, string Intervals, string Scales)[] rows) =>
        [.. rows.Select(row => (row.Suffix, row.Intervals, row.Scales.Split(' ').ToImmutableArray()))];
}
