using System.Collections.Concurrent;
using Gavvet.Engraving.Layout;
using Gavvet.Storage;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Web.Pages.Workbench;

/// <summary>
/// Workbench views of the revisions seen last. A revision never changes, so its pages need laying out only once,
/// however many requests ask for them.
/// </summary>
public sealed class WorkbenchViews(QuestionCatalogue catalogue, ILogger<WorkbenchViews> log)
{
    // What is looked at now and a step or two back; a view holds some megabytes.
    private const int Remembered = 6;

    private readonly ConcurrentDictionary<(string Sheet, Head Head, PaperKind Kind), WorkbenchView> _views = new();
    private readonly ConcurrentQueue<(string Sheet, Head Head, PaperKind Kind)> _order = new();

    /// <summary>Forgets all views: after a restore a revision's number may be another's.</summary>
    public void Forget() => _views.Clear();

    /// <summary>The view a word in an address names; the student's page for any other.</summary>
    public WorkbenchView Of(StoredSheet stored, string? shown) =>
        shown == WorkbenchView.OutlineWord
            ? Of(stored, PaperKind.Student) with
            {
                IsOutline = true,
            }
            : Of(stored, FileWords.TryParse<PaperKind>(shown, out var kind) ? kind : PaperKind.Student);

    public WorkbenchView Of(StoredSheet stored, PaperKind kind)
    {
        return _views.TryGetValue((stored.Id, stored.Head, kind), out var known)
            ? known with
            {
                Stored = stored,
            }
            : Kept(WorkbenchView.Of(stored, kind, catalogue));
    }

    /// <summary>Draws a sheet before it is saved, so that nothing is saved that cannot be shown.</summary>
    /// <param name="stored">The sheet as it was.</param>
    /// <param name="edited">The sheet as it is to be.</param>
    /// <param name="shown">What is shown, as addresses name it.</param>
    /// <returns>The view, or null when the sheet cannot be drawn.</returns>
    public WorkbenchView? Draw(StoredSheet stored, Sheet edited, string? shown)
    {
        try
        {
            return WorkbenchView.Of(
                stored with
                {
                    Sheet = edited,
                },
                FileWords.TryParse<PaperKind>(shown, out var kind) ? kind : PaperKind.Student,
                catalogue
            );
        }
        catch (Exception problem) when (problem is not OutOfMemoryException)
        {
            log.LogError(problem, "An edit of sheet {Sheet} cannot be drawn", stored.Id);
            return null;
        }
    }

    /// <summary>Keeps the view of a sheet that has been saved.</summary>
    public WorkbenchView Saved(WorkbenchView drawn, StoredSheet now, string? shown)
    {
        return Kept(drawn with { Stored = now }) with { IsOutline = shown == WorkbenchView.OutlineWord };
    }

    private WorkbenchView Kept(WorkbenchView view)
    {
        var (stored, key) = (view.Stored, (view.Stored.Id, view.Stored.Head, view.Kind));
        foreach (var withheld in view.Withheld)
            log.LogError("Question {Number} of sheet {Sheet} is withheld: {Reason}", withheld.Number, stored.Id, withheld.Reason);
        if (_views.TryAdd(key, view))
            _order.Enqueue(key);
        while (_order.Count > Remembered && _order.TryDequeue(out var oldest))
            _views.TryRemove(oldest, out _);
        return view;
    }
}
