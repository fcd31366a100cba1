using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Questions;

/// <summary>Write the same scale at the same pitch in another clef.</summary>
public sealed class ChangeClef : WriteAgain
{
    private static readonly System.Collections.Concurrent.ConcurrentDictionary<(Clef, Clef), (StaffRange From, StaffRange To)> Rooms = new();

    /// <inheritdoc/>
    public override string Id => "change-clef";

    /// <inheritdoc/>
    public override string Name => "The same notes in another clef";

    /// <inheritdoc/>
    public override bool IsTransposed => false;

    /// <inheritdoc/>
    public override int Variants(ScaleType type) => Clef.All.Length - 1;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type) => true;

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style)
    {
        ArgumentNullException.ThrowIfNull(style);
        return $"Write the same notes at the same pitch in the clef of the lower {style.Words.Staff}.";
    }

    private protected override string Prompt(QuestionSetting setting) => $"{ScaleFacts.Prompt(setting)}, into the {Other(setting).Name.ToLowerInvariant()} clef";

    private protected override QuestionSetting Given(QuestionSetting setting) => setting;

    private protected override QuestionSetting Asked(QuestionSetting setting) => setting with { Clef = Other(setting), Variant = Clef.All.IndexOf(setting.Clef) - (Clef.All.IndexOf(setting.Clef) > Clef.All.IndexOf(Other(setting)) ? 1 : 0) };

    private protected override StaffRange RoomOf(QuestionSetting of) => Rooms.GetOrAdd((of.Clef, Other(of)), static pair =>
    {
        var tonics = ScaleTypes.All.SelectMany(_ => Enum.GetValues<Letter>(), (type, letter) => ScaleSpelling.Spell(type, new NoteName(letter))).Select(scale => Shared(pair.Item1, pair.Item2, scale)).ToArray();
        return (Room(pair.Item1, tonics), Room(pair.Item2, tonics));
    }).From;

    private protected override Pitch LowestTonic(QuestionSetting of, Scale scale) => Shared(of.Clef, Other(of), scale);

    // The octave that needs the fewest ledger lines in both clefs together.
    private static Pitch Shared(Clef first, Clef second, Scale scale) => Enumerable.Range(1, 6)
        .Select(octave => new Pitch(scale.Tonic, octave))
        .MinBy(tonic => first.Ledgers(scale, tonic, 1) + second.Ledgers(scale, tonic, 1));

    private static StaffRange Room(Clef clef, IReadOnlyCollection<Pitch> tonics) =>
        new(Math.Min(0, tonics.Min(clef.Position)), Math.Max(8, tonics.Max(clef.Position) + Letters.Count));

    private static Clef Other(QuestionSetting setting) => Clef.All.Where(clef => clef != setting.Clef).ElementAt(setting.Variant);
}
