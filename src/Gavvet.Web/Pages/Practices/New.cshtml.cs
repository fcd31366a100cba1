using System.Globalization;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Teaching.Practice;
using Gavvet.Worksheets.Sheets;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Practices;

/// <summary>What the form of a new practice says.</summary>
public sealed record PracticeForm
{
    public string? Group { get; init; }

    public string? Who { get; init; }

    public string? From { get; init; }

    public string? Until { get; init; }

    public string? Tries { get; init; }

    public bool Hints { get; init; }

    public string? Shown { get; init; }

    public bool Fresh { get; init; }

    public string? Minutes { get; init; }

    public string[] Students { get; init; } = [];
}

/// <summary>Opens a sheet for practice.</summary>
internal sealed class NewModel(SheetStore sheets, ClassStore classes, PracticeStore practices, TimeProvider clock) : PageModel
{
    private const int LongestDays = 400;

    // What a time of this kind of field looks like.
    private const string Field = "yyyy-MM-dd'T'HH:mm";

    public StoredSheet Sheet { get; private set; } = null!;

    public IReadOnlyList<ClassInList> Classes { get; private set; } = [];

    /// <summary>The class it is to be for, or null for whoever has the code.</summary>
    public SchoolClass? Class { get; private set; }

    public PracticeForm Form { get; private set; } = new();

    public (string Field, string Words)? Problem { get; private set; }

    public string? At(string field) => Problem is { } problem && problem.Field == field ? problem.Words : null;

    public async Task<IActionResult> OnGetAsync(string? sheet, string? group, string? only)
    {
        if (!await LoadAsync(sheet, group))
            return NotFound();
        var now = clock.Local(clock.GetUtcNow());
        string[] chosen = only?.Split(',') ?? [];
        Form = new PracticeForm
        {
            Group = Class?.Id,
            Who = FileWords.Of(Class is null ? Entrance.Anyone : Entrance.ByName),
            From = now.ToString(Field, CultureInfo.InvariantCulture),
            Until = now.AddDays(7).ToString(Field, CultureInfo.InvariantCulture),
            Tries = "2",
            Hints = true,
            Shown = FileWords.Of(Teaching.Practice.Shown.AtOnce),
            Minutes = "",
            Students = chosen.Length > 0 ? chosen : [.. Class?.Current.Select(student => student.Id) ?? []],
        };
        return Page();
    }

    public async Task<IActionResult> OnPostAsync(string? sheet, PracticeForm form)
    {
        if (!await LoadAsync(sheet, form.Group))
            return NotFound();
        Form = form;
        if (Read(form) is not { } practice)
            return Page();
        return Redirect($"/practices/{await practices.OpenAsync(practice)}");
    }

    private NewPractice? Read(PracticeForm form)
    {
        if (TimeOf(form.From) is not { } from)
            return Refused("from", Say("Say from when, such as {0}.", Example));
        if (TimeOf(form.Until) is not { } until)
            return Refused("until", Say("Say until when, such as {0}.", Example));
        if (until <= from)
            return Refused("until", Say("It must close after it opens."));
        if (until > from.AddDays(LongestDays))
            return Refused("until", Say("A practice is open for {0} days at most.", LongestDays));
        if (
            !int.TryParse(form.Tries, NumberStyles.None, CultureInfo.InvariantCulture, out var tries)
            || tries is < 1 or > PracticeRules.MostTries
        )
            return Refused("tries", Say("From 1 to {0} tries.", PracticeRules.MostTries));
        var minutes = 0;
        if (
            !string.IsNullOrWhiteSpace(form.Minutes)
            && (
                !int.TryParse(form.Minutes, NumberStyles.None, CultureInfo.InvariantCulture, out minutes)
                || minutes > PracticeRules.MostMinutes
            )
        )
            return Refused("minutes", Say("From 1 to {0} minutes, or nothing for no clock.", PracticeRules.MostMinutes));
        var entrance = FileWords.TryParse<Entrance>(form.Who, out var said) && Class is not null ? said : Entrance.Anyone;
        string[] students =
            Class is null || entrance == Entrance.Anyone
                ? []
                : [.. Class.Current.Select(student => student.Id).Where(form.Students.Contains)];
        if (entrance != Entrance.Anyone && students.Length == 0)
            return Refused("students", Say("Choose at least one student."));
        return new NewPractice(
            Sheet.Sheet,
            Sheet.Id,
            new PracticeRules
            {
                Tries = tries,
                HasHints = form.Hints,
                Shown = FileWords.TryParse<Shown>(form.Shown, out var shown) ? shown : Teaching.Practice.Shown.AtOnce,
                IsFresh = form.Fresh,
                Minutes = minutes,
                Entrance = entrance,
            },
            from,
            until
        )
        {
            ClassId = Class?.Id,
            Students = students,
        };
    }

    private string Example => clock.Local(clock.GetUtcNow()).ToString(Field, CultureInfo.InvariantCulture);

    private NewPractice? Refused(string field, string words)
    {
        Problem = (field, words);
        return null;
    }

    // As the school's clocks have it.
    private DateTimeOffset? TimeOf(string? text) =>
        DateTime.TryParseExact(text, [Field, $"{Field}:ss"], CultureInfo.InvariantCulture, DateTimeStyles.None, out var time)
            ? new DateTimeOffset(time, clock.LocalTimeZone.GetUtcOffset(time))
            : null;

    private async Task<bool> LoadAsync(string? sheet, string? group)
    {
        if (sheet is null || await sheets.FindAsync(sheet, HttpContext.RequestAborted) is not { } stored)
            return false;
        Sheet = stored;
        Classes = [.. (await classes.ListAsync(HttpContext.RequestAborted)).Where(one => !one.IsArchived)];
        Class = group is { Length: > 0 } ? await classes.FindAsync(group, HttpContext.RequestAborted) : null;
        return true;
    }
}
