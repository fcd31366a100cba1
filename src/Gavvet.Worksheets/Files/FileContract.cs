using System.Globalization;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Serialization;
using Gavvet.Theory;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Files;

/// <summary>
/// How files are read and written: one set of rules for all of them. Unknown and repeated members are refused, every
/// choice has the word of <see cref="FileWords"/>, and a refusal names its path and what would be right.
/// </summary>
public static class FileContract
{
    /// <summary>The rules, as the serializer takes them.</summary>
    internal static JsonSerializerOptions Options { get; } =
        new()
        {
            PropertyNamingPolicy = JsonNamingPolicy.CamelCase,
            DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
            UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
            AllowDuplicateProperties = false,
            RespectNullableAnnotations = true,
            RespectRequiredConstructorParameters = true,
            WriteIndented = true,
            NewLine = "\n",
            Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
            Converters =
            {
                new TextConverter(),
                new WholeNumberConverter(),
                new FlagConverter(),
                new WordConverters(),
                new NamedConverter<NoteName>(NoteText.Ascii, text =>
                    NoteText.TryParse(text, out var note) ? note : throw new FormatException(NoteText.Problem(text))
                ),
                new NamedConverter<Clef>(
                    clef => clef.Id,
                    text =>
                        Clef.Find(text)
                        ?? throw new FormatException(
                            Texts.Say("file.no-clef", ("id", Short(text)), ("clefs", string.Join(", ", Clef.All.Select(clef => clef.Id))))
                        )
                ),
                new NamedConverter<ScaleType>(
                    type => type.Id,
                    text =>
                        ScaleTypes.Find(text)
                        ?? throw new FormatException(
                            Texts.Say("file.no-scale", ("id", Short(text)), ("nearest", ScaleNames.Nearest(Short(text)).Id))
                        )
                ),
                new NamedConverter<QuestionKind>(
                    kind => kind.Id,
                    text =>
                        QuestionCatalogue.Standard.Find(text)
                        ?? throw new FormatException(
                            Texts.Say("file.no-kind", ("id", Short(text)), ("nearest", QuestionCatalogue.Standard.Nearest(Short(text)).Id))
                        )
                ),
                new NamedConverter<DateOnly>(
                    day => day.ToString(Iso, CultureInfo.InvariantCulture),
                    text =>
                        DateOnly.TryParseExact(text, Iso, CultureInfo.InvariantCulture, DateTimeStyles.None, out var day)
                            ? day
                            : throw new FormatException(Texts.Say("file.date", ("date", Short(text))))
                ),
                new NamedConverter<Language>(
                    language => language.Tag,
                    text =>
                        Language.Find(text)
                        ?? throw new FormatException(Texts.Say("file.language", ("text", text), ("all", string.Join(", ", Language.All))))
                ),
                new NamedConverter<Instrument>(part => part.Id, Instrument.Parse),
            },
        };

    private const string Iso = "yyyy-MM-dd";

    /// <summary>What is said of an escape that stands for half a character: it is JSON, and no text.</summary>
    internal static string HalfCharacter => Texts.Say("file.half-character");

    internal static string Short(string text) => text.Length > 40 ? text[..40] + "…" : text;

    /// <summary>Reads a document that is known to be JSON.</summary>
    /// <typeparam name="T">What the document is.</typeparam>
    /// <param name="text">Its text.</param>
    /// <exception cref="SheetFileException">A member is unknown, repeated or of the wrong kind.</exception>
    public static T Read<T>(string text)
    {
        try
        {
            return JsonSerializer.Deserialize<T>(text, Options) ?? throw new SheetFileException("", Texts.Say("file.object"));
        }
        catch (JsonException problem)
        {
            throw Refusal(problem);
        }
    }

    /// <summary>A document as text, a final line break after it.</summary>
    /// <typeparam name="T">What the document is.</typeparam>
    /// <param name="document">The document.</param>
    public static string Write<T>(T document) => JsonSerializer.Serialize(document, Options) + "\n";

    // The framework's own sentences are for programmers; ours come from the converters below.
    private static SheetFileException Refusal(JsonException problem)
    {
        var path = (problem.Path ?? "$").TrimStart('$').TrimStart('.');
        return problem switch
        {
            FieldException field => new SheetFileException(path, field.Message, problem),
            { InnerException: InvalidOperationException } => new SheetFileException(path, HalfCharacter, problem),
            _ when problem.Message.Contains("could not be mapped", StringComparison.Ordinal) => new SheetFileException(
                path,
                Texts.Say("file.unknown"),
                problem
            ),
            _ when problem.Message.Contains("missing required", StringComparison.Ordinal) => new SheetFileException(
                path,
                Texts.Say("file.missing"),
                problem
            ),
            _ when problem.Message.Contains("Duplicate", StringComparison.Ordinal) => new SheetFileException(
                path,
                Texts.Say("file.twice"),
                problem
            ),
            _ when problem.Message.Contains("ImmutableArray", StringComparison.Ordinal) => new SheetFileException(
                path,
                Texts.Say("file.list"),
                problem
            ),
            _ => new SheetFileException(path, Texts.Say("file.object"), problem),
        };
    }
}

/// <summary>A member that is of the wrong kind, with what would be right; the serializer adds its path.</summary>
internal sealed class FieldException : JsonException
{
    public FieldException() { }

    public FieldException(string message)
        : base(message) { }

    public FieldException(string message, Exception innerException)
        : base(message, innerException) { }
}

/// <summary>Text in quotes.</summary>
internal sealed class TextConverter : JsonConverter<string>
{
    public override bool HandleNull => true;

    public override string Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) => Text(ref reader);

    public override void Write(Utf8JsonWriter writer, string value, JsonSerializerOptions options) => writer.WriteStringValue(value);

    public override string ReadAsPropertyName(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        reader.GetString()!;

    public override void WriteAsPropertyName(Utf8JsonWriter writer, string value, JsonSerializerOptions options) =>
        writer.WritePropertyName(value);

    internal static string Text(ref Utf8JsonReader reader)
    {
        if (reader.TokenType != JsonTokenType.String)
            throw new FieldException(Texts.Say("file.text"));
        try
        {
            return reader.GetString()!;
        }
        catch (InvalidOperationException broken)
        {
            throw new FieldException(FileContract.HalfCharacter, broken);
        }
    }
}

/// <summary>A whole number.</summary>
internal sealed class WholeNumberConverter : JsonConverter<int>
{
    public override int Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        reader.TokenType == JsonTokenType.Number && reader.TryGetInt32(out var number)
            ? number
            : throw new FieldException(Texts.Say("file.whole-number"));

    public override void Write(Utf8JsonWriter writer, int value, JsonSerializerOptions options) => writer.WriteNumberValue(value);
}

/// <summary>True or false.</summary>
internal sealed class FlagConverter : JsonConverter<bool>
{
    public override bool Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        reader.TokenType is JsonTokenType.True or JsonTokenType.False
            ? reader.GetBoolean()
            : throw new FieldException(Texts.Say("file.true-or-false"));

    public override void Write(Utf8JsonWriter writer, bool value, JsonSerializerOptions options) => writer.WriteBooleanValue(value);
}

/// <summary>A seed: a number, or its digits in quotes, since many programs keep no number so large.</summary>
internal sealed class SeedConverter : JsonConverter<ulong>
{
    public override ulong Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        reader.TokenType == JsonTokenType.Number && reader.TryGetUInt64(out var seed) ? seed
        : reader.TokenType == JsonTokenType.String
        && ulong.TryParse(reader.GetString(), NumberStyles.None, CultureInfo.InvariantCulture, out var written)
            ? written
        : throw new FieldException(Texts.Say("file.seed-number"));

    public override void Write(Utf8JsonWriter writer, ulong value, JsonSerializerOptions options) => writer.WriteNumberValue(value);
}

/// <summary>What is written by its name.</summary>
internal sealed class NamedConverter<T>(Func<T, string> name, Func<string, T> parse) : JsonConverter<T>
{
    public override T Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
    {
        try
        {
            return parse(TextConverter.Text(ref reader));
        }
        catch (FormatException problem)
        {
            throw new FieldException(problem.Message, problem);
        }
    }

    public override void Write(Utf8JsonWriter writer, T value, JsonSerializerOptions options) => writer.WriteStringValue(name(value));
}

/// <summary>Choices by their words.</summary>
internal sealed class WordConverters : JsonConverterFactory
{
    public override bool CanConvert(Type typeToConvert) => typeToConvert.IsEnum;

    public override JsonConverter CreateConverter(Type typeToConvert, JsonSerializerOptions options) =>
        (JsonConverter)Activator.CreateInstance(typeof(WordConverter<>).MakeGenericType(typeToConvert))!;

    private sealed class WordConverter<T> : JsonConverter<T>
        where T : struct, Enum
    {
        public override T Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
        {
            var word = TextConverter.Text(ref reader);
            return FileWords.TryParse<T>(word, out var choice)
                ? choice
                : throw new FieldException(
                    Texts.Say("file.not-one-of", ("word", FileContract.Short(word)), ("choices", FileWords.All<T>()))
                );
        }

        public override void Write(Utf8JsonWriter writer, T value, JsonSerializerOptions options) =>
            writer.WriteStringValue(FileWords.Of(value));
    }
}
