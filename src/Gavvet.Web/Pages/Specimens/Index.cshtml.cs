using System.Collections.Immutable;
using Gavvet.Engraving.Layout;
using Gavvet.Engraving.Output;
using Gavvet.Storage;
using Gavvet.Theory;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Editing;
using Gavvet.Worksheets.Questions;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Specimens;

/// <summary>The specimen book: one of every kind of question, answered, to leaf through and choose from.</summary>
public sealed class IndexModel(SheetStore store, DeskSettings settings) : PageModel
{
    private const int FigureWidth = 115_000;

    // Made once: the program's own examples do not change while it runs.
    private static readonly Lazy<ImmutableArray<Specimen>> Book = new(() =>
        [.. QuestionCatalogue.Standard.All.OrderBy(kind => kind.Group).Select(kind => Specimen.Of(kind, HouseStyle.Classical))]);

    public ImmutableArray<Specimen> Specimens => Book.Value;

    /// <summary>A new sheet that begins with this kind of question.</summary>
    public async Task<IActionResult> OnPostSetAsync(string kind)
    {
        var sheet = SheetEditor.NewSheet(PageCode.FreshSeed()) with { Style = await settings.StyleOfNewSheetsAsync() };
        var outcome = SheetEditor.Apply(sheet, new ChangeKind(sheet.Sections[0].Id, kind));
        if (outcome.Sheet is not { } begun)
            return NotFound();
        var found = QuestionCatalogue.Standard.Get(kind);
        var stored = await store.CreateAsync(begun with { Title = found.Name });
        Response.Headers["HX-Redirect"] = $"/sheets/{stored.Id}";
        return StatusCode(StatusCodes.Status204NoContent);
    }

    /// <summary>A figure with the key's marks in it.</summary>
    public static string Draw(Specimen specimen, int figure)
    {
        ArgumentNullException.ThrowIfNull(specimen);
        return SvgWriter.Inline(FigureDrawing.Draw(specimen.Question.Figures[figure], specimen.Answer.Marks[figure], FigureWidth), $"{specimen.Kind.Id}-{figure}", specimen.Kind.Name);
    }
}
