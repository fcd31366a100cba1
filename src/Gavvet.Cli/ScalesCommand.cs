using System.CommandLine;
using System.Text.Encodings.Web;
using System.Text.Json;
using Gavvet.Theory;

namespace Gavvet.Cli;

/// <summary>scales: every scale type on every tonic that can be written.</summary>
internal static class ScalesCommand
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web) { Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    public static Command Create()
    {
        var json = new Option<bool>("--json") { Description = "As a JSON array, one object a scale." };
        var command = new Command("scales", "List every scale type on the 21 tonics with up to one sharp or flat.") { json };
        command.SetAction(parsed => List(parsed.GetValue(json)));
        return command;
    }

    private static int List(bool asJson)
    {
        var tonics = NoteName.All.Where(note => Math.Abs((int)note.Accidental) < 2);
        var records = ScaleTypes.All.SelectMany(_ => tonics, ScaleSpelling.Spell).Select(ScaleRecord.Of);
        if (asJson)
        {
            Console.WriteLine(JsonSerializer.Serialize(records, Json));
            return 0;
        }

        foreach (var record in records)
            Console.WriteLine($"{record.Tonic} {record.Type}: {string.Join(' ', record.Ascending)}");
        return 0;
    }

    /// <summary>A scale as it is written out: plain characters, descending from the top, signature null where there is none.</summary>
    private sealed record ScaleRecord(
        string Type,
        string Tonic,
        IReadOnlyList<string> Ascending,
        IReadOnlyList<string> Descending,
        IReadOnlyList<string> Degrees,
        IReadOnlyList<int> Steps,
        IReadOnlyList<int> StepsDescending,
        int? Signature,
        IReadOnlyList<string> Names)
    {
        public static ScaleRecord Of(Scale scale)
        {
            var key = new Key(scale.Tonic);
            return new ScaleRecord(
                scale.Type.Id,
                NoteText.Ascii(scale.Tonic),
                [.. scale.Ascending.Select(NoteText.Ascii)],
                [.. scale.Notes(Direction.Descending).Select(NoteText.Ascii)],
                [.. scale.Type.Degrees.Select(degree => degree.Alteration.Ascii() + degree.Number)],
                scale.MeasuredSteps(Direction.Ascending),
                scale.MeasuredSteps(Direction.Descending),
                key.IsTheoretical ? null : key.Signature.Fifths,
                scale.Type.Names);
        }
    }
}
