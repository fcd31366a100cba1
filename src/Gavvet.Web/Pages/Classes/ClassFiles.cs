using System.Text;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Layout;
using Gavvet.Engraving.Output;
using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Theory;
using Gavvet.Web.Hosting;
using Gavvet.Web.Pages.Listen;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Web.Pages.Classes;

/// <summary>What a class gives to take away: its roster, all that is kept of one student, follow-ups in a pile, handouts and reports. No
/// name stands in an address or the name of a file.</summary>
internal static class ClassFiles
{
    public static void Map(WebApplication application)
    {
        application.MapGet("/classes/{id}/roster.csv", async (string id, ClassStore classes) =>
            await classes.FindAsync(id) is { } group
                ? Results.File(Encoding.UTF8.GetBytes(RosterText.Write(group.Students)), "text/csv", "roster.csv")
                : Results.NotFound()
        );
        StudentFile.Map(application);
        application.MapGet("/classes/{id}/handout.pdf", HandoutAsync).WithMetadata(HeavyRequest.Mark);
        application.MapGet("/classes/{id}/report.pdf", ReportAsync).WithMetadata(HeavyRequest.Mark);
    }

    // A handout for every part that is read in the class, in one pile: those of concert pitch first.
    private static async Task<IResult> HandoutAsync(
        string id,
        string? what,
        string? tonic,
        string? paper,
        ClassStore classes,
        ClassPlans plans,
        DeskSettings settings,
        HeavyWork heavy,
        ServerOptions options,
        HttpContext context
    )
    {
        if (await classes.FindAsync(id, context.RequestAborted) is not { } group || !NoteText.TryParse(tonic ?? "C", out var note))
            return Results.NotFound();
        var style = await settings.StyleOfNewSheetsAsync();
        var size = FileWords.TryParse<Paper>(paper, out var chosen) ? chosen : Paper.A4;
        var topic = what == "topic" ? (await plans.NextAsync(id))?.Topic : null;
        if (what == "topic" && topic is null)
            return new Refused(StatusCodes.Status409Conflict, Say("There is no lesson to come. Lay a plan over the term first."));
        if (!FileWords.TryParse<LessonHandout>(what, out var handout) && topic is null)
            return Results.NotFound();
        HandoutReader[] readers =
        [
            .. group
                .Students.Select(student => new HandoutReader(student.Part, student.Clef ?? student.Part?.Clef ?? Clef.Treble))
                .DefaultIfEmpty(new HandoutReader(null, Clef.Treble))
                .Distinct()
                .OrderBy(reader => reader.Part is null ? -1 : Instrument.All.IndexOf(reader.Part)),
        ];
        (ScaleType Type, NoteName Tonic)[] scales =
        [
            .. (topic?.OnTonics ?? []).Where(scale => style.CanSpell(scale.Type, scale.Tonic)).Select(scale => (scale.Type, scale.Tonic)),
        ];
        string? HeardBy(HandoutReader reader, IReadOnlyList<(ScaleType Type, NoteName Tonic)> said) =>
            Listening.Address(
                options,
                said.Select(scale => scale.Type).Distinct(),
                said.Select(scale => reader.Written(scale.Type, scale.Tonic)).Distinct(),
                style.Id,
                reader.Clef,
                reader.Part
            );
        try
        {
            return await heavy.RunAsync(
                Lane.Short,
                Person.Of(context),
                _ =>
                {
                    // Signatures are the same for all.
                    Page[] pages =
                    [
                        .. (topic is null && handout == LessonHandout.Signatures ? readers[..1] : readers).SelectMany(reader =>
                            topic is not null
                                ? LessonHandouts.OfTopic(topic.Title, scales, style, reader, size, HeardBy(reader, scales))
                                : LessonHandouts.Of(handout, note, style, reader, size, (types, tonics) =>
                                    Listening.Address(options, types, tonics, style.Id, reader.Clef, reader.Part)
                                )
                        ),
                    ];
                    return Results.File(PdfWriter.Write("Handout", pages), "application/pdf", "handout.pdf");
                },
                context.RequestAborted
            );
        }
        catch (UnwritableNoteException problem)
        {
            return new Refused(StatusCodes.Status422UnprocessableEntity, problem.Message);
        }
    }

    // A page a student, or one of the class as a whole.
    private static async Task<IResult> ReportAsync(
        string id,
        string? student,
        bool? all,
        ClassStore classes,
        ClassPlans plans,
        MarkingStore markings,
        DeskSettings settings,
        HeavyWork heavy,
        HttpContext context
    )
    {
        if (
            await classes.FindAsync(id, context.RequestAborted) is not { } group
            || (student is not null && group.Students.All(one => one.Id != student))
        )
            return Results.NotFound();
        var style = await settings.StyleOfNewSheetsAsync();
        var evidence = (await markings.AnswersAsync(id, context.RequestAborted)).ToLookup(one => one.Student);
        var plan = await plans.LaidAsync(id);
        var day = plans.Today;
        var about = $"{group.Name} · {DateText.Long(day)}";
        Student[] wanted = [.. group.Students.Where(one => student is null ? all == true : one.Id == student)];
        return await heavy.RunAsync(
            Lane.Short,
            Person.Of(context),
            _ =>
            {
                Page[] pages =
                    wanted.Length > 0
                        ? [.. wanted.SelectMany(one => ReportPage.Of(one.Name, about, Report.Of(evidence[one.Name], plan, style, day)))]
                        :
                        [
                            .. ReportPage.Of(
                                group.Name,
                                about,
                                Report.Of(evidence.SelectMany(own => own).OrderBy(one => one.Day), plan, style, day)
                            ),
                        ];
                return Results.File(PdfWriter.Write("Report", pages), "application/pdf", "report.pdf");
            },
            context.RequestAborted
        );
    }
}
