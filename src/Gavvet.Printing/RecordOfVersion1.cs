using System.Text.Json;
using Gavvet.Exchange;
using Gavvet.Theory;
using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Forms;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Printing;

/// <summary>
/// Records of version 1: a paper was an edition with codes of its own, and an answer stood as the key has it, in words. What
/// judging needs is read back from those words, and from nothing else.
/// </summary>
internal static class RecordOfVersion1
{
    /// <summary>The record as this version has it.</summary>
    /// <param name="record">What could be read of it.</param>
    /// <param name="text">Its text.</param>
    public static PrintingRecord Upgraded(PrintingRecord record, string text)
    {
        if (record.Editions.IsDefault)
            throw new FormatException(Texts.Say("record.no-papers"));
        using var document = JsonDocument.Parse(text);
        var style = record.Style();
        var editions = document.RootElement.GetProperty("editions").EnumerateArray().ToArray();
        return record with
        {
            GavvetPrinting = PrintingRecord.Version,
            Copies =
            [
                .. editions.Select(
                    (edition, i) =>
                        new RecordedCopy(
                            i + 1,
                            edition.TryGetProperty("seat", out var seat) ? seat.GetString() : null,
                            i,
                            edition.TryGetProperty("codes", out var codes)
                                ? [.. codes.EnumerateArray().Select(code => code.GetString() ?? "")]
                                : []
                        )
                ),
            ],
            Editions =
            [
                .. record.Editions.Select(
                    (edition, i) =>
                        edition with
                        {
                            IsLarge = editions[i].TryGetProperty("seat", out _),
                            Items = [.. edition.Items.Select(item => item with { Asked = AskedQuestionFile.Write(AskedOf(style, item)) })],
                        }
                ),
            ],
        };
    }

    private static AskedQuestion AskedOf(HouseStyle style, RecordedItem item)
    {
        var (answer, accepted) = (item.Item.Answer, item.Item.Accepted);
        if (ScaleOf(style, item.Item) is { } scale)
            return new AskedQuestion
            {
                Lines = [new AnsweredLine(new WordsPart(item.AnswerText))],
                Text = item.AnswerText,
                Scale = scale,
            };
        string[] lines = [.. answer.Text ?? [item.AnswerText]];
        // Which line another answer belongs to was not kept: it is taken on any of them.
        AnswerPart[] others = [.. accepted.SelectMany(other => other.Text ?? []).SelectMany(other => PartReading.PartsOf(style, other))];
        var choices = item.Item.Choices ?? [];
        var isChosen = item.Item.Ask.AnswerAs is "choice" or "true-false";
        return new AskedQuestion
        {
            Lines = [.. lines.Select(line => LineOf(style, line, others))],
            Text = item.AnswerText,
            Choices = isChosen ? choices : [],
            RightChoices = isChosen
                ?
                [
                    .. Enumerable
                        .Range(0, choices.Length)
                        .Where(i => lines.Append(item.AnswerText).Any(line => PartReading.Plain(line) == PartReading.Plain(choices[i]))),
                ]
                : [],
        };
    }

    private static AnsweredLine LineOf(HouseStyle style, string line, AnswerPart[] others)
    {
        AnswerPart[] parts = [.. PartReading.PartsOf(style, line)];
        return new AnsweredLine(parts[0], [.. parts.Skip(1), .. others]);
    }

    // The scale is the type asked where it is spelled so, and otherwise any that is: a question may ask for another form.
    private static AskedLine? ScaleOf(HouseStyle style, Item item)
    {
        if ((item.Answer.Ascending ?? item.Answer.Descending) is not { Length: > 0 } line || !NoteText.TryParse(line[0], out var tonic))
            return null;
        var direction =
            item.Answer.Descending is null ? Direction.Ascending
            : item.Answer.Ascending is null ? Direction.Descending
            : Direction.Both;
        return ScaleTypes
            .All.OrderBy(type => type.Id != item.Ask.Type)
            .Where(type => style.CanSpell(type, tonic) && IsSpelled(style.Spell(type, tonic), item.Answer))
            .Select(type => new AskedLine(type, tonic, direction)
            {
                UnderSignature = item.Ask.WriteWith == FileWords.Of(Notation.Signature),
                OtherTonics =
                [
                    .. item
                        .Accepted.Select(other => (other.Ascending ?? other.Descending)?[0])
                        .OfType<string>()
                        .Select(NoteText.Parse)
                        .Where(other => other != tonic)
                        .Distinct(),
                ],
            })
            .FirstOrDefault()
            ?? throw new FormatException(Texts.Say("record.no-scale", ("number", item.Number)));
    }

    private static bool IsSpelled(Scale scale, ItemAnswer answer) =>
        (answer.Ascending is not { } up || up.SequenceEqual(scale.Ascending.Select(NoteText.Ascii)))
        && (answer.Descending is not { } down || down.SequenceEqual(scale.Descending.Select(NoteText.Ascii)));
}
