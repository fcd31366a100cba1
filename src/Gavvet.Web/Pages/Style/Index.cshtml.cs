using Gavvet.Engraving.Layout;
using Gavvet.Engraving.Output;
using Gavvet.Storage;
using Gavvet.Theory;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Editing;
using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Style;

/// <summary>The house style: every matter teachers differ in, with a page set in it beside.</summary>
public sealed class IndexModel(SheetStore store, DeskSettings settings, QuestionCatalogue catalogue) : PageModel
{
    // Of each matter something that shows it.
    private const string SpecimenRecipe = """
        {"gavvet":1,"seed":22497,"title":"Specimen of the house style","paper":{"staffHeight":7},"sections":[
        {"kind":"write-steps","scales":["harmonic-minor"],"keys":{"flats":0,"sharps":0},"clefs":["treble"],"count":1},
        {"kind":"name-degree","keys":{"flats":0,"sharps":1},"clefs":["treble"],"count":2},
        {"kind":"write-scale","scales":["melodic-minor"],"keys":{"flats":-5,"sharps":5},"clefs":["treble"],"direction":"up-down","count":1},
        {"kind":"write-scale","scales":["minor-blues"],"keys":{"flats":-1,"sharps":1},"clefs":["treble"],"direction":"up-down","count":1},
        {"kind":"write-scale","scales":["chromatic"],"keys":{"flats":-2,"sharps":2},"clefs":["treble"],"direction":"up-down","count":1},
        {"kind":"mode-parent","scales":["dorian"],"keys":{"flats":2,"sharps":-2},"clefs":["treble"],"count":1}]}
        """;

    private static readonly Sheet Specimen = SheetFile.Read(SpecimenRecipe);

    /// <summary>The style being looked at.</summary>
    public HouseStyle Chosen { get; private set; } = HouseStyle.Classical;

    /// <summary>The style new sheets take.</summary>
    public HouseStyle OfNewSheets { get; private set; } = HouseStyle.Classical;

    public IReadOnlyList<KeptStyle> Kept { get; private set; } = [];

    /// <summary>The sheet the style is for, or null when it is for new ones.</summary>
    public StoredSheet? ForSheet { get; private set; }

    public async Task<IActionResult> OnGetAsync(string? sheet, string? preset, long? kept)
    {
        if (!await ShowAsync(sheet))
            return NotFound();
        Chosen = HouseStyle.Presets.FirstOrDefault(known => known.Id == preset)
            ?? Kept.FirstOrDefault(own => own.Id == kept)?.Style
            ?? ForSheet?.Sheet.Style
            ?? OfNewSheets;
        return Page();
    }

    /// <summary>The specimen page in the style chosen, as choices are made.</summary>
    public IActionResult OnPostSpecimen() => Content(Draw(Read(Request.Form)), "text/html");

    /// <summary>Makes it the style of new sheets.</summary>
    public async Task<IActionResult> OnPostUseAsync()
    {
        await settings.ChooseStyleOfNewSheetsAsync(Read(Request.Form));
        return Said(Say("New sheets now begin in this style."), isProblem: false);
    }

    /// <summary>Keeps it under a name.</summary>
    public async Task<IActionResult> OnPostKeepAsync(string? name)
    {
        const int longest = 60;
        var plain = (name ?? "").Trim();
        if (plain.Length is 0 or > longest)
            return Said(Say("Give the style a name of up to {0} characters, such as “Hazelmoor”.", longest), isProblem: true);
        await settings.KeepStyleAsync(plain, Read(Request.Form));
        Response.Headers["HX-Redirect"] =
            $"/style?kept={(await settings.StylesAsync(HttpContext.RequestAborted)).Single(own => own.Name == plain).Id}";
        return StatusCode(StatusCodes.Status204NoContent);
    }

    public async Task<IActionResult> OnPostForgetAsync(long kept)
    {
        await settings.ForgetStyleAsync(kept);
        Response.Headers["HX-Redirect"] = "/style";
        return StatusCode(StatusCodes.Status204NoContent);
    }

    /// <summary>Sets one sheet in it.</summary>
    public async Task<IActionResult> OnPostSetAsync(string sheet)
    {
        if (await store.FindAsync(sheet, HttpContext.RequestAborted) is not { } stored)
            return NotFound();
        var outcome = SheetEditor.Apply(stored.Sheet, new ChangeHouseStyle(Read(Request.Form)));
        if (outcome.Sheet is null)
            return Said(outcome.Words!, isProblem: true);
        if ((await store.SaveAsync(sheet, stored.Head, outcome.Sheet, null)).IsStale)
            return Said(Say("The sheet is being changed in another window. Try once more."), isProblem: true);
        Response.Headers["HX-Redirect"] = $"/sheets/{sheet}";
        return StatusCode(StatusCodes.Status204NoContent);
    }

    /// <summary>The style as a file.</summary>
    public IActionResult OnPostExport() =>
        File(System.Text.Encoding.UTF8.GetBytes(HouseStyleFile.Write(Read(Request.Form))), "application/json", "house-style.json");

    /// <summary>Brings in a style file under the name of the file.</summary>
    public async Task<IActionResult> OnPostImportAsync(IFormFile? file)
    {
        if (file is null || file.Length is 0 or > SheetLimits.FileBytes)
            return Said(Say("Choose a house style file first: one that was exported here."), isProblem: true);
        try
        {
            using var reader = new StreamReader(file.OpenReadStream());
            var style = HouseStyleFile.Read(await reader.ReadToEndAsync());
            var name = Path.GetFileNameWithoutExtension(file.FileName).Trim();
            await settings.KeepStyleAsync(name.Length is > 0 and <= 60 ? name : Say("Brought in"), style);
            Response.Headers["HX-Redirect"] =
                $"/style?kept={(await settings.StylesAsync(HttpContext.RequestAborted)).Last(own => own.Style == style).Id}";
            return StatusCode(StatusCodes.Status204NoContent);
        }
        catch (SheetFileException problem)
        {
            return Said(problem.Message, isProblem: true);
        }
    }

    /// <summary>The specimen page in a style, answered.</summary>
    public string Draw(HouseStyle style)
    {
        var sheet = SheetEditor.Apply(Specimen, new ChangeHouseStyle(style)).Sheet ?? Specimen with { Style = style };
        sheet = sheet with { Title = Say("Specimen of the house style"), Language = Language.Current };
        var composition = Composer.Compose(sheet, catalogue, Edition.Only);
        return SvgWriter.Inline(
            SheetLayout.Key(composition.Worksheet, composition.Key)[0],
            "specimen",
            Say("A page set in this house style, with its answers")
        );
    }

    // A field that is missing or strange stays as the preset has it.
    private static HouseStyle Read(IFormCollection form)
    {
        var style = HouseStyle.Presets.FirstOrDefault(preset => preset.Id == form["preset"]) ?? HouseStyle.Classical;
        foreach (var field in HouseStyleField.All)
        {
            if (field.Choices.Contains(form[field.Name].ToString()))
                style = field.With(style, form[field.Name].ToString());
        }

        return style;
    }

    private async Task<bool> ShowAsync(string? sheet)
    {
        OfNewSheets = await settings.StyleOfNewSheetsAsync();
        Kept = await settings.StylesAsync(HttpContext.RequestAborted);
        ForSheet = sheet is null ? null : await store.FindAsync(sheet, HttpContext.RequestAborted);
        return sheet is null || ForSheet is not null;
    }

    private PartialViewResult Said(string words, bool isProblem)
    {
        Response.StatusCode = isProblem ? StatusCodes.Status422UnprocessableEntity : StatusCodes.Status200OK;
        return Partial("Style/_Said", (words, isProblem));
    }
}
