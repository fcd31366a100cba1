using System.Text.Json;
using Gavvet.Theory;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Files;

/// <summary>A house style in files: its preset, and every matter that differs from it. In a sheet file, or in one of its own.</summary>
public static class HouseStyleFile
{
    /// <summary>What a file of its own calls itself.</summary>
    public const string Format = "gavvet-house-style";

    /// <summary>The version written.</summary>
    public const int Version = 1;

    private const string Preset = "preset";

    /// <summary>A style as a file of its own.</summary>
    /// <param name="style">The style.</param>
    public static string Write(HouseStyle style)
    {
        var members = new Dictionary<string, object> { ["format"] = Format, ["version"] = Version };
        foreach (var (name, word) in Words(style))
            members.Add(name, word);
        return FileContract.Write(members);
    }

    /// <summary>Reads a file of its own.</summary>
    /// <param name="text">The text.</param>
    /// <exception cref="SheetFileException">It is no house style of this version; the message says where and what would be
    /// right.</exception>
    public static HouseStyle Read(string text)
    {
        if (text.Length > SheetLimits.FileBytes)
            throw new SheetFileException("", Texts.Say("style-file.large"));
        try
        {
            using var document = JsonDocument.Parse(text, new JsonDocumentOptions { MaxDepth = 8 });
            if (
                document.RootElement.ValueKind != JsonValueKind.Object
                || !document.RootElement.TryGetProperty("format", out var format)
                || !format.ValueEquals(Format)
            )
                throw new SheetFileException("", Texts.Say("style-file.mark", ("format", Format)));
        }
        catch (Exception broken) when (broken is JsonException or InvalidOperationException)
        {
            throw new SheetFileException("", Texts.Say("style-file.not-json"), broken);
        }

        var members = FileContract.Read<Dictionary<string, JsonElement>>(text);
        if (
            !members.TryGetValue("version", out var version)
            || version.ValueKind != JsonValueKind.Number
            || !version.TryGetInt32(out var number)
            || number != Version
        )
            throw new SheetFileException("version", Texts.Say("file.whole-number-only", ("number", Version)));
        return Style(
            members
                .Where(member => member.Key is not ("format" or "version"))
                .ToDictionary(member => member.Key, member => Word(member.Key, member.Value)),
            ""
        );
    }

    private static string Word(string name, JsonElement value)
    {
        try
        {
            return value.ValueKind == JsonValueKind.String
                ? value.GetString()!
                : throw new SheetFileException(name, Texts.Say("file.text"));
        }
        catch (InvalidOperationException broken)
        {
            throw new SheetFileException(name, FileContract.HalfCharacter, broken);
        }
    }

    /// <summary>A style as words: its preset, and what differs from it.</summary>
    /// <param name="style">The style.</param>
    public static Dictionary<string, string> Words(HouseStyle style)
    {
        var preset = HouseStyle.Presets.FirstOrDefault(preset => preset.Id == style.Id) ?? HouseStyle.Classical;
        var words = new Dictionary<string, string> { [Preset] = preset.Id };
        foreach (var field in HouseStyleField.All.Where(field => field.Of(style) != field.Of(preset)))
            words.Add(field.Name, field.Of(style));
        return words;
    }

    /// <summary>The style of such words; without any the classical one.</summary>
    /// <exception cref="SheetFileException">A word is unknown.</exception>
    internal static HouseStyle Style(IReadOnlyDictionary<string, string>? words, string path)
    {
        if (words is null)
            return HouseStyle.Classical;
        HouseStyle style;
        try
        {
            style = HouseStyle.Parse(words.GetValueOrDefault(Preset, HouseStyle.Classical.Id));
        }
        catch (FormatException problem)
        {
            throw new SheetFileException(path + Preset, problem.Message, problem);
        }

        foreach (var (name, word) in words.Where(word => word.Key != Preset))
        {
            var field = HouseStyleField.All.FirstOrDefault(field => field.Name == name)
                ?? throw new SheetFileException(path + FileContract.Short(name), Texts.Say("file.unknown"));
            if (!field.Choices.Contains(word))
                throw new SheetFileException(
                    path + name,
                    Texts.Say("file.not-one-of", ("word", FileContract.Short(word)), ("choices", string.Join(", ", field.Choices)))
                );
            style = field.With(style, word);
        }

        return style;
    }
}
