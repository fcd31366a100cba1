using System.CommandLine;
using System.Text.Json;
using Gavvet.Theory;

namespace Gavvet.Cli;

/// <summary>scales: scale types on tonics, spelled out with their working.</summary>
internal static class ScalesCommand
{
    public static Command Create()
    {
        var type = new Option<string>("--type")
        {
            Description = "One scale type, by its id or a name; the tonic may stand in it: \"Ab mix\".",
        };
        var tonic = new Option<string>("--tonic")
        {
            Description = "One tonic, such as Eb; all 21 with up to one sharp or flat if left out.",
        };
        var preset = new Option<string>("--preset")
        {
            Description = $"The house style: {string.Join(", ", HouseStyle.Presets.Select(style => style.Id))}.",
            DefaultValueFactory = _ => HouseStyle.Classical.Id,
        };
        var json = new Option<bool>("--json") { Description = "As a JSON array, one object a scale." };
        var command = new Command("scales", "List scales with their notes, steps and working.") { type, tonic, preset, json };
        command.SetAction(parsed =>
            CommandOutput.Run(() => List(parsed.GetValue(type), parsed.GetValue(tonic), parsed.GetValue(preset)!, parsed.GetValue(json)))
        );
        return command;
    }

    private static void List(string? typeName, string? tonicName, string presetName, bool asJson)
    {
        var style = CommandOutput.Style(presetName);
        // A type may be typed as a teacher types it, with the tonic in it.
        var meant = typeName is null ? null : ScaleSearch.Parse(typeName, style);
        var types = meant is null ? ScaleTypes.All : [meant.Type];
        NoteName? tonic = tonicName is null ? meant?.Tonic : NoteText.Parse(tonicName);
        NoteName[] tonics = tonic is { } one ? [one] : [.. NoteName.All.Where(note => Math.Abs((int)note.Accidental) < 2)];
        // A scale asked for by both names that cannot be written is refused in words; of the rest those that can are listed.
        var records = types
            .SelectMany(_ => tonics, (type, tonic) => (type, tonic))
            .Where(pair => (meant is not null && tonic is not null) || style.CanSpell(pair.type, pair.tonic))
            .Select(pair => ScaleRecord.Of(pair.type, pair.tonic, style));
        using var output = Console.OpenStandardOutput();
        if (asJson)
        {
            JsonSerializer.Serialize(output, records.ToArray(), CommandOutput.Json);
            output.WriteByte((byte)'\n');
            return;
        }

        using var lines = new StreamWriter(output);
        foreach (var record in records)
        {
            lines.WriteLine($"{record.Tonic} {record.Type}: {string.Join(' ', record.Ascending)}");
            if (!record.Descending.SequenceEqual(record.Ascending.Reverse()))
                lines.WriteLine($"  down: {string.Join(' ', record.Descending)}");
            if (tonic is not null && meant is not null)
            {
                foreach (var sentence in record.Working)
                    lines.WriteLine($"  {sentence}");
            }
        }
    }
}
