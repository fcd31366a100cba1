using System.IO.Compression;
using System.Text.Encodings.Web;
using System.Text.Json;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Output;
using Gavvet.Storage;
using Gavvet.Web.Hosting;
using Gavvet.Web.Pages.Printings;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Web.Pages.Classes;

/// <summary>
/// Everything that is kept of one student: as data, and in an archive with the papers, slips and marked pages as PDF. Nothing is
/// in it of anyone else but what is said of the student there.
/// </summary>
internal static class StudentFile
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        WriteIndented = true,
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    public static void Map(WebApplication application)
    {
        application.MapGet(
            "/classes/{id}/students/{student}.json",
            async (
                string id,
                string student,
                ClassStore classes,
                MarkingStore markings,
                PracticeStore practices,
                OpenPrintings open,
                Erasure erasure,
                HttpContext context
            ) =>
                await DataAsync(id, student, classes, markings, practices, open, erasure, context.RequestAborted) is { } data
                    ? Results.File(data, "application/json", "student.json")
                    : Results.NotFound()
        );
        application.MapGet("/classes/{id}/students/{student}.zip", ArchiveAsync).WithMetadata(HeavyRequest.Mark);
    }

    private static async Task<byte[]?> DataAsync(
        string id,
        string student,
        ClassStore classes,
        MarkingStore markings,
        PracticeStore practices,
        OpenPrintings open,
        Erasure erasure,
        CancellationToken cancellation
    )
    {
        if (
            await classes.FindAsync(id, cancellation) is not { } group
            || group.Students.FirstOrDefault(other => other.Id == student) is not { } known
        )
            return null;
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
            Markings = (await markings.OfStudentAsync(student, cancellation)).Select(own => new
            {
                own.Printing,
                own.Title,
                own.Kept.Copy,
                own.Kept.Item,
                Made = own.Kept.MarkedAt,
                own.Kept.Marking.As,
                own.Kept.Marking.Marks,
                own.Kept.Marking.Of,
                own.Kept.Marking.Written,
                own.Kept.Marking.Remark,
                own.Kept.Marking.IsByHand,
                own.Kept.Marking.Findings,
            }),
            Practiced = (await practices.OfStudentAsync(student, cancellation)).Select(own => new
            {
                own.Practice,
                own.Title,
                own.Done.Question,
                Doing = FileWords.Of(own.Done.Doing),
                Made = own.Done.At,
                As = own.Done.Marking?.As,
                Marks = own.Done.Marking?.Marks,
                Of = own.Done.Marking?.Of,
                Written = own.Done.Marking?.Written,
                Findings = own.Done.Marking?.Findings,
            }),
            Papers = await PapersAsync(student, markings, open),
            Elsewhere = (await erasure.ElsewhereAsync(student, cancellation)).Select(said => new
            {
                Place = FileWords.Of(said.Place),
                said.Words,
            }),
        };
        return JsonSerializer.SerializeToUtf8Bytes(kept, Json);
    }

    // What each paper asked; a printing of a program that recorded otherwise is named alone.
    private static async Task<List<object>> PapersAsync(string student, MarkingStore markings, OpenPrintings open)
    {
        var papers = new List<object>();
        foreach (var (printing, title, made, number) in await markings.PapersOfAsync(student))
        {
            var found = await FoundAsync(open, printing);
            var copy = found?.Record.Copies.FirstOrDefault(copy => copy.Number == number);
            papers.Add(
                new
                {
                    Printing = printing,
                    Title = title,
                    Made = made,
                    Paper = number,
                    Codes = copy?.Codes,
                    Items = copy is null
                        ? null
                        : found!
                            .Papers.ItemsOf(copy)
                            .Select(item => new
                            {
                                item.Number,
                                item.SectionTitle,
                                item.Prompt,
                                item.Answer,
                                item.Marks,
                            }),
                }
            );
        }

        return papers;
    }

    private static async Task<IResult> ArchiveAsync(
        string id,
        string student,
        ClassStore classes,
        MarkingStore markings,
        PracticeStore practices,
        PrintingStore printings,
        OpenPrintings open,
        Erasure erasure,
        ScanStore scans,
        HeavyWork heavy,
        HttpContext context
    )
    {
        if (await DataAsync(id, student, classes, markings, practices, open, erasure, context.RequestAborted) is not { } data)
            return Results.NotFound();
        var files = new List<(string Name, string Title, Page[] Pages)>();
        var pictures = new List<(string Name, byte[] Picture)>();
        var papers = await markings.PapersOfAsync(student);
        for (var i = 0; i < papers.Count; i++)
        {
            if (await FoundAsync(open, papers[i].Printing) is not { } found)
                continue;
            var owners = (await markings.OwnersAsync(papers[i].Printing)).ToDictionary(owner => owner.Number);
            files.Add(($"{i + 1}-paper.pdf", papers[i].Title, await ClassPapers.PagesAsync(found, owners, papers[i].Number, printings)));
            foreach (
                var (scan, n) in (await scans.ListAsync(papers[i].Printing))
                    .Where(scan => scan.Copy == papers[i].Number)
                    .Select((scan, n) => (scan, n + 1))
            )
            {
                if (await scans.PictureAsync(papers[i].Printing, scan.Id) is { } picture)
                    pictures.Add(($"{i + 1}-scan-{n}.jpg", picture));
            }

            foreach (var kind in new[] { "slip", "marked" })
                files.Add(
                    (
                        $"{i + 1}-{kind}.pdf",
                        papers[i].Title,
                        await ClassPapers.ReturnedAsync(papers[i].Printing, kind, papers[i].Number, owners, markings)
                    )
                );
        }

        return await heavy.RunAsync(
            Lane.Long,
            Person.Of(context),
            ended =>
            {
                using var archive = new MemoryStream();
                using (var zip = new ZipArchive(archive, ZipArchiveMode.Create, leaveOpen: true))
                {
                    Write(zip, "student.json", data);
                    foreach (var (name, title, pages) in files.Where(file => file.Pages.Length > 0))
                    {
                        ended.ThrowIfCancellationRequested();
                        Write(zip, name, PdfWriter.Write(title, pages));
                    }

                    foreach (var (name, picture) in pictures)
                        Write(zip, name, picture);
                }

                return Results.File(archive.ToArray(), "application/zip", "student.zip");
            },
            context.RequestAborted
        );
    }

    private static void Write(ZipArchive zip, string name, byte[] bytes)
    {
        using var entry = zip.CreateEntry(name).Open();
        entry.Write(bytes);
    }

    private static async Task<OpenPrinting?> FoundAsync(OpenPrintings open, string printing)
    {
        try
        {
            return await open.FindAsync(printing);
        }
        catch (FormatException)
        {
            return null;
        }
    }
}
