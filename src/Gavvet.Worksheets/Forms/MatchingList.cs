using Gavvet.Worksheets.Questions;

namespace Gavvet.Worksheets.Forms;

/// <summary>The answers of a list to match with questions, of which each question fits just one.</summary>
internal sealed class MatchingList
{
    private readonly IReadOnlyList<(Question Written, Answer Answer)> _items;
    private readonly string[] _own;
    private readonly List<string> _entries;

    private MatchingList(IReadOnlyList<(Question Written, Answer Answer)> items)
    {
        _items = items;
        _own = [.. items.Select(item => AnswerPhrase.Of(item.Written, item.Answer.Marks))];
        _entries = [.. _own.Distinct()];
    }

    /// <summary>The answers, in no order.</summary>
    public IReadOnlyList<string> Entries => _entries;

    /// <summary>The fewest answers that serve all questions: one that is right for another's question too serves both.</summary>
    /// <param name="items">The questions as written out, and their answers.</param>
    public static MatchingList Of(IReadOnlyList<(Question Written, Answer Answer)> items)
    {
        var list = new MatchingList(items);
        while (list.Spare() is { } spare)
            list._entries.Remove(spare);
        return list;
    }

    /// <summary>Adds wrong answers, as far as there are letters.</summary>
    /// <param name="wrong">Where they are taken from; what is right for any question is passed over.</param>
    /// <param name="count">How many.</param>
    public void AddWrong(IEnumerable<string> wrong, int count)
    {
        foreach (var text in wrong)
        {
            if (count == 0 || _entries.Count == AnswerForms.MostMatches)
                return;
            if (_entries.Contains(text) || Enumerable.Range(0, _items.Count).Any(i => Fits(i, text)))
                continue;
            _entries.Add(text);
            count--;
        }
    }

    /// <summary>The answer that is right for a question.</summary>
    /// <param name="item">Which question, from 0.</param>
    public string EntryOf(int item) => _entries.Contains(_own[item]) ? _own[item] : _entries.First(entry => Fits(item, entry));

    // An answer beside another that is right for the same question, where all its questions have another.
    private string? Spare()
    {
        for (var i = 0; i < _items.Count; i++)
        {
            var fitting = _entries.Where(entry => Fits(i, entry)).ToArray();
            if (fitting.Length > 1 && Array.FindLast(fitting, IsSpare) is { } spare)
                return spare;
        }

        return null;
    }

    private bool IsSpare(string entry) =>
        Enumerable.Range(0, _items.Count).Where(i => Fits(i, entry)).All(i => _entries.Exists(other => other != entry && Fits(i, other)));

    private bool Fits(int item, string entry) =>
        entry == _own[item] || WordsJudge.IsRight(_items[item].Written, _items[item].Answer, entry);
}
