using System.CommandLine;
using System.Text.Json;
using Gavvet.Theory;

namespace Gavvet.Cli;

/// <summary>key: a key's signature, relations and degrees.</summary>
internal static class KeyCommand
{
    public static Command Create()
    {
        var name = new Argument<string[]>("key") { Description = "Such as D#m or \"E flat major\".", Arity = ArgumentArity.OneOrMore };
        var preset = new Option<string>("--preset")
        {
            Description = "The house style, which names the degrees.",
            DefaultValueFactory = _ => HouseStyle.Classical.Id,
        };
        var json = new Option<bool>("--json") { Description = "As a JSON object." };
        var command = new Command("key", "Tell a key's signature, relations and degrees.") { name, preset, json };
        command.SetAction(parsed =>
            CommandOutput.Run(() => Tell(string.Join(' ', parsed.GetRequiredValue(name)), parsed.GetValue(preset)!, parsed.GetValue(json)))
        );
        return command;
    }

    private static void Tell(string name, string presetName, bool asJson)
    {
        var style = CommandOutput.Style(presetName);
        var record = KeyRecord.Of(ScaleSearch.ParseKey(name, style), style);
        if (asJson)
        {
            Console.WriteLine(JsonSerializer.Serialize(record, CommandOutput.Json));
            return;
        }

        Console.WriteLine(record.Key);
        Console.WriteLine(
            record.Theoretical
                ? $"  theoretical; in practice {record.PracticalTwin}"
                : $"  signature: {record.SignatureWords}{(record.SignatureNotes.Count > 0 ? $", {string.Join(' ', record.SignatureNotes)}" : "")}"
        );
        Console.WriteLine($"  relative: {record.Relative}");
        Console.WriteLine($"  parallel: {record.Parallel}");
        Console.WriteLine($"  same letter: {(record.SameLetterTwins.Count > 0 ? string.Join(", ", record.SameLetterTwins) : "none")}");
        Console.WriteLine($"  enharmonic: {record.EnharmonicTwin ?? "none"}");
        Console.WriteLine($"  on the circle of fifths: {record.CirclePosition} o'clock");
        foreach (var degree in record.Degrees)
            Console.WriteLine($"  {degree.Degree} {degree.Note} {degree.Name}");
    }

    private sealed record KeyRecord(
        string Key,
        bool Theoretical,
        string? PracticalTwin,
        int? Signature,
        string SignatureWords,
        IReadOnlyList<string> SignatureNotes,
        string Relative,
        string Parallel,
        IReadOnlyList<string> SameLetterTwins,
        string? EnharmonicTwin,
        int CirclePosition,
        IReadOnlyList<DegreeRecord> Degrees
    )
    {
        public static KeyRecord Of(Key key, HouseStyle style)
        {
            var scale = style.Spell(key.ScaleType, key.Tonic);
            KeySignature? signature = key.IsTheoretical ? null : key.Signature;
            return new KeyRecord(
                KeyText.Ascii(key),
                key.IsTheoretical,
                key.IsTheoretical ? KeyText.Ascii(key.PracticalTwin) : null,
                signature?.Fifths,
                $"{signature}",
                [.. signature?.Notes.Select(NoteText.Ascii) ?? []],
                KeyText.Ascii(key.Relative),
                KeyText.Ascii(key.Parallel),
                [.. key.SameLetterTwins.Select(KeyText.Ascii)],
                key.EnharmonicTwin is { } twin ? KeyText.Ascii(twin)
                    : key.IsTheoretical ? KeyText.Ascii(key.PracticalTwin)
                    : null,
                key.CirclePosition,
                [
                    .. scale.Type.Degrees.Zip(scale.Ascending, (degree, note) =>
                        new DegreeRecord(degree.Ascii, NoteText.Ascii(note), PlainText.Of(style.Name(scale.Type, degree)))
                    ),
                ]
            );
        }
    }

    private sealed record DegreeRecord(string Degree, string Note, string Name);
}
