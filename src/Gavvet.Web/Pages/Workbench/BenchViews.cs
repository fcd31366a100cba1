using System.Collections.Concurrent;
using Gavvet.Engraving.Layout;
using Gavvet.Storage;
using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Questions;

namespace Gavvet.Web.Pages.Workbench;

/// <summary>
/// Workbench views of the revisions seen last. A revision never changes, so its pages need laying out only once,
/// however many requests ask for them.
/// </summary>
public sealed class BenchViews(QuestionCatalogue catalogue, ILogger<BenchViews> log)
{
    // What is looked at now and a step or two back; a view holds some megabytes.
    private const int Kept = 6;

    private readonly ConcurrentDictionary<(string Sheet, long Head, PaperKind Kind), BenchView> _views = new();
    private readonly ConcurrentQueue<(string Sheet, long Head, PaperKind Kind)> _order = new();

    /// <summary>Forgets all views: after a restore a revision's number may be another's.</summary>
    public void Forget() => _views.Clear();

    /// <summary>The view a word in an address names; the student's page for any other.</summary>
    public BenchView Of(StoredSheet stored, string? shown) => shown == BenchView.OutlineWord
        ? Of(stored, PaperKind.Student) with { IsOutline = true }
        : Of(stored, FileWords.TryParse<PaperKind>(shown, out var kind) ? kind : PaperKind.Student);

    public BenchView Of(StoredSheet stored, PaperKind kind)
    {
        ArgumentNullException.ThrowIfNull(stored);
        var key = (stored.Id, stored.Head, kind);
        if (_views.TryGetValue(key, out var known))
            return known with { Stored = stored };
        var view = BenchView.Of(stored, kind, catalogue);
        foreach (var withheld in view.Withheld)
            log.LogError("Question {Number} of sheet {Sheet} is withheld: {Reason}", withheld.Number, stored.Id, withheld.Reason);
        if (_views.TryAdd(key, view))
            _order.Enqueue(key);
        while (_order.Count > Kept && _order.TryDequeue(out var oldest))
            _views.TryRemove(oldest, out _);
        return view;
    }
}
