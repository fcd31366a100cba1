using System.Text.Json;
using System.Text.Json.Serialization;
using Gavvet.Exchange;
using Gavvet.Theory;
using Gavvet.Worksheets.Forms;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Cli;

/// <summary>An item as the items file has it, with what was written: a question of any kind, judged.</summary>
/// <param name="Item">The item; only its kind, what it asks and the answers to choose from are read.</param>
/// <param name="Written">What was written, a line each.</param>
/// <param name="Preset">The house style: classical if left out.</param>
internal sealed record WrittenItem(WrittenItem.AskedItem? Item, string? Written, string? Preset)
{
    /// <summary>The judgement.</summary>
    /// <exception cref="FormatException">The item or the answer cannot be read.</exception>
    public (Judgement Judgement, HouseStyle Style, AskedQuestion Asked) Judge()
    {
        if (Item is not { Kind: { } id, Ask: { } ask })
            throw new FormatException("Give the item as items.json has it, with its kind and what it asks.");
        var kind = QuestionCatalogue.Standard.Find(id)
            ?? throw new FormatException(
                $"There is no kind of question called “{id}”. Did you mean {QuestionCatalogue.Standard.Nearest(id).Id}?"
            );
        if (kind.AsksOwn)
            throw new FormatException("A question of the teacher’s own is judged by the teacher.");
        var style = CommandOutput.Style(Preset);
        if (string.IsNullOrWhiteSpace(ask.Type) || string.IsNullOrWhiteSpace(ask.Tonic))
            throw new FormatException(
                "Give in “ask” at least the scale’s type and tonic, such as \"type\": \"harmonic-minor\", \"tonic\": \"D#\"."
            );
        if (ask.Octaves is < 0 or > SheetLimits.Octaves)
            throw new FormatException($"A scale is asked over one to {SheetLimits.Octaves} octaves, not {ask.Octaves}.");
        var setting = new QuestionSetting(
            ScaleTypes.Find(ask.Type)
                ?? throw new FormatException($"“{ask.Type}” is not a scale type. Did you mean {ScaleNames.Nearest(ask.Type).Id}?"),
            NoteText.Parse(ask.Tonic),
            ask.Clef is null ? Clef.Treble : Clef.Find(ask.Clef) ?? throw new FormatException($"“{ask.Clef}” is not a clef."),
            Choice(ask.WriteWith, Notation.Accidentals),
            Choice(ask.Direction, Direction.Ascending),
            Choice(ask.Scaffold, Scaffolding.Blank)
        )
        {
            Style = style,
            Variant = ask.Variant,
            // Left out, it is one.
            Octaves = Math.Max(1, ask.Octaves),
            Option = ask.Option ?? "",
            AnswerAs = Choice(ask.AnswerAs, AnswerForm.Write),
        };
        if (!kind.Options.IsEmpty && setting.Option.Length > 0 && kind.Options.All(way => way.Id != setting.Option))
            throw new FormatException(
                $"“{setting.Option}” is no way of asking “{kind.Name}”. Write {string.Join(", ", kind.Options.Select(way => way.Id))}."
            );
        if (!kind.Takes(setting.Scale))
            throw new FormatException($"“{kind.Name}” does not ask about {setting.Scale.Name}.");
        if (ask.Variant < 0 || ask.Variant >= kind.VariantsLike(setting, setting.Scale))
            throw new FormatException(
                $"“{kind.Name}” asks {kind.VariantsLike(setting, setting.Scale)} questions about this scale; there is no variant {ask.Variant}. They count from 0."
            );
        if (
            !setting.Style.CanSpell(setting.Scale, setting.Tonic)
            || !kind.CanAsk(new Draw(setting.Scale, setting.Tonic, setting.Clef, setting.Variant), setting.Style)
        )
            throw new FormatException($"“{kind.Name}” does not ask about {style.Say(setting.Scale, setting.Tonic)} in this way.");
        var asked = AskedQuestion.Of(kind, setting, Item.Choices is { } list ? [.. list] : []);
        return (WordsJudge.Judge(asked, kind, setting, Written ?? ""), style, asked);
    }

    private static T Choice<T>(string? word, T otherwise)
        where T : struct, Enum =>
        word is null ? otherwise
        : FileWords.TryParse<T>(word, out var choice) ? choice
        : throw new FormatException($"“{word}” is not one of {FileWords.All<T>()}.");

    /// <summary>What is read of an item.</summary>
    /// <param name="Kind">The kind's id.</param>
    /// <param name="Ask">What it asks.</param>
    /// <param name="Choices">The answers to choose from, A first.</param>
    internal sealed record AskedItem(string? Kind, ItemAsk? Ask, string[]? Choices = null)
    {
        /// <summary>What else an item holds, and is not needed to judge it.</summary>
        [JsonExtensionData]
        public Dictionary<string, JsonElement>? Rest { get; init; }
    }
}
