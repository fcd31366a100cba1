using System.Text.Json;
using System.Text.Json.Serialization;
using Gavvet.Engraving.Drawing;

namespace Gavvet.Engraving.Output;

/// <summary>A box as files have it: left, top, width and height in micrometers.</summary>
public sealed class BoxConverter : JsonConverter<Box>
{
    public override Box Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        JsonSerializer.Deserialize<int[]>(ref reader) is [var left, var top, var width, var height]
            ? new Box(left, top, left + width, top + height)
            : throw new JsonException("A box is four numbers.");

    public override void Write(Utf8JsonWriter writer, Box value, JsonSerializerOptions options) =>
        JsonSerializer.Serialize(writer, new[] { value.Left, value.Top, value.Width, value.Height });
}

/// <summary>The place of a mark as files have it: middle, baseline and size in micrometers.</summary>
public sealed class MarkAnchorConverter : JsonConverter<MarkAnchor>
{
    public override MarkAnchor Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        JsonSerializer.Deserialize<int[]>(ref reader) is [var x, var y, var size]
            ? new MarkAnchor(x, y, size)
            : throw new JsonException("The place of a mark is three numbers.");

    public override void Write(Utf8JsonWriter writer, MarkAnchor value, JsonSerializerOptions options) =>
        JsonSerializer.Serialize(writer, new[] { value.X, value.Y, value.Size });
}
