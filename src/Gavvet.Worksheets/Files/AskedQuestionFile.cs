using System.Text.Json;
using Gavvet.Theory;
using Gavvet.Worksheets.Forms;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Files;

/// <summary>What judging needs of a question, as a printing's record keeps it.</summary>
public static class AskedQuestionFile
{
    private static readonly JsonSerializerOptions Options = new(FileContract.Options)
    {
        WriteIndented = false,
        // Records of earlier programs know less of a question.
        RespectRequiredConstructorParameters = false,
        // Pairs are kept by their places.
        IncludeFields = true,
        Converters =
        {
            new NamedConverter<Key>(KeyText.Ascii, text => KeyText.Parse(text)),
            new NamedConverter<KeySignature>(
                signature => $"{signature.Fifths}",
                text => new KeySignature(int.Parse(text, System.Globalization.CultureInfo.InvariantCulture))
            ),
            new NamedConverter<Degree>(degree => degree.Ascii, Degree.Parse),
            new NamedConverter<Interval>(interval => $"{interval}", Interval.Parse),
        },
    };

    /// <summary>The question as data.</summary>
    /// <param name="asked">The question.</param>
    public static JsonElement Write(AskedQuestion asked) => JsonSerializer.SerializeToElement(asked, Options);

    /// <summary>Reads it back.</summary>
    /// <param name="written">What <see cref="Write"/> made.</param>
    /// <exception cref="FormatException">It was changed by hand, or is of a later program.</exception>
    public static AskedQuestion Read(JsonElement written)
    {
        try
        {
            return written.Deserialize<AskedQuestion>(Options) ?? throw new FormatException(Texts.Say("record.empty"));
        }
        catch (Exception problem) when (problem is JsonException or NotSupportedException or ArgumentException or InvalidOperationException)
        {
            throw new FormatException(Texts.Say("record.unreadable"), problem);
        }
    }
}
