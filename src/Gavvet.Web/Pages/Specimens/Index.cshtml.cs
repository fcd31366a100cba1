using System.Collections.Concurrent;
using System.Collections.Immutable;
using Gavvet.Engraving.Layout;
using Gavvet.Engraving.Output;
using Gavvet.Theory;
using Gavvet.Web.Pages.Shared;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Questions;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Specimens;

/// <summary>The specimen book: one of every kind of question, answered, to leaf through and choose from.</summary>
public sealed class IndexModel(NewSheets begin) : PageModel
{
    private const int FigureWidth = 115_000;

    // Made once in a language: the program's own examples do not change while it runs.
    private static readonly ConcurrentDictionary<Language, ImmutableArray<Specimen>> Books = new();

    private static ImmutableArray<Specimen> Book =>
        Books.GetOrAdd(Language.Current, _ =>
            [.. QuestionCatalogue.Standard.All.OrderBy(kind => kind.Group).Select(kind => Specimen.Of(kind, HouseStyle.Classical))]
        );

    public ImmutableArray<Specimen> Specimens => Book;

    /// <summary>A new sheet that begins with this kind of question.</summary>
    public async Task<IActionResult> OnPostSetAsync(string kind)
    {
        if (QuestionCatalogue.Standard.Find(kind) is not { } found || await begin.WithKindAsync(kind, found.Name) is not ({ } stored, _))
            return NotFound();
        Response.Headers["HX-Redirect"] = $"/sheets/{stored.Id}";
        return StatusCode(StatusCodes.Status204NoContent);
    }

    /// <summary>A figure with the key's marks in it.</summary>
    public static string Draw(Specimen specimen, int figure)
    {
        return SvgWriter.Inline(
            FigureDrawing.Draw(specimen.Question.Figures[figure], specimen.Answer.Marks[figure], FigureWidth),
            $"{specimen.Kind.Id}-{figure}",
            specimen.Kind.Name
        );
    }
}
