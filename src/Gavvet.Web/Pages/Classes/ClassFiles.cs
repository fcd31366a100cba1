using System.Text;
using System.Text.Encodings.Web;
using System.Text.Json;
using Gavvet.Storage;
using Gavvet.Teaching;

namespace Gavvet.Web.Pages.Classes;

/// <summary>A class's roster, and all that is kept of one student, to take away. No name stands in an address or the name of a file.</summary>
internal static class ClassFiles
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web) { WriteIndented = true, Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    public static void Map(WebApplication application)
    {
        application.MapGet("/classes/{id}/roster.csv", async (string id, ClassStore classes) =>
            await classes.FindAsync(id) is { } group ? Results.File(Encoding.UTF8.GetBytes(RosterText.Write(group.Students)), "text/csv", "roster.csv") : Results.NotFound());
        application.MapGet("/classes/{id}/students/{student}.json", StudentAsync);
    }

    private static async Task<IResult> StudentAsync(string id, string student, ClassStore classes, MarkingStore markings)
    {
        if (await classes.FindAsync(id) is not { } group || group.Students.FirstOrDefault(other => other.Id == student) is not { } known)
            return Results.NotFound();
        var kept = new
        {
            known.Name,
            Class = group.Name,
            Part = known.Part?.Id,
            Clef = known.Clef?.Id,
            LargePrint = known.IsLarge,
            Row = known.Seat?.Row,
            Seat = known.Seat?.Number,
            Away = known.IsAway,
            Markings = (await markings.OfStudentAsync(student)).Select(own => new { own.Printing, own.Title, own.Kept.Copy, own.Kept.Item, Made = own.Kept.Day, own.Kept.Marking.As, own.Kept.Marking.Marks, own.Kept.Marking.Of, own.Kept.Marking.Written, own.Kept.Marking.Remark, own.Kept.Marking.IsByHand, own.Kept.Marking.Findings }),
        };
        return Results.File(JsonSerializer.SerializeToUtf8Bytes(kept, Json), "application/json", "student.json");
    }
}
