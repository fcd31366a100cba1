using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Theory;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Web.Pages.Practicing;

/// <summary>Draws what is due again for one who practices.</summary>
internal sealed class DueSheets(MarkingStore markings, PracticeStore practices, DeskSettings settings, TimeProvider clock)
{
    /// <summary>Questions of a day at most.</summary>
    public const int Most = 8;

    /// <summary>The sheet of a day, or null where nothing is due.</summary>
    /// <param name="practice">The practice.</param>
    /// <param name="seat">Who practices.</param>
    /// <param name="cancellation">Ends it, as when whoever asked has left.</param>
    public async Task<Sheet?> OfAsync(KeptPractice practice, PracticeSeat seat, CancellationToken cancellation)
    {
        if (practice.ClassId is not { } group || seat is not { Name: { } name, StudentId: { } student })
            return null;
        var today = clock.Today();
        var answers = (await markings.AnswersAsync(group, cancellation)).Where(answer => answer.Student == name);
        // As it sounds: the seat's own part is read over it.
        var due = Standing
            .On(answers, today)
            .Where(one => one.IsDue(today))
            .OrderBy(one => one.Due)
            .Select(one => one with { Skill = one.Sounding });
        var style = await settings.StyleOfNewSheetsAsync();
        // It speaks the language in which the practice was opened, whatever the browser of who practices asks for.
        var language = (await practices.SheetAsync(practice.Id, cancellation))?.Language ?? Language.Current;
        return language.Saying(() => LessonSheet.Due(due, Most, style, today, student, practice.Title));
    }
}
