using System.Collections.Concurrent;
using System.Collections.Immutable;
using Gavvet.Teaching;
using Gavvet.Theory;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Printing;

/// <summary>The papers of a printing, found by whose they are or by the code of a page.</summary>
public sealed class RecordedPapers
{
    private readonly ConcurrentDictionary<int, ImmutableArray<SetItem>> _items = new();

    /// <summary>The papers of a record.</summary>
    /// <param name="record">The record.</param>
    /// <exception cref="FormatException">The record was changed by hand.</exception>
    public RecordedPapers(PrintingRecord record)
    {
        Record = record;
        Style = record.Style();
    }

    /// <summary>The record.</summary>
    public PrintingRecord Record { get; }

    /// <summary>The house style the questions were set in.</summary>
    public HouseStyle Style { get; }

    /// <summary>Marks an answer; what is found is said in the language of the papers.</summary>
    /// <param name="item">The item.</param>
    /// <param name="decision">What the teacher entered.</param>
    public Marking Mark(SetItem item, Decision decision) => Record.Speaks.Saying(() => Marker.Mark(item, Style, decision));

    /// <summary>The paper of a student, or that a page's code is of.</summary>
    /// <param name="student">What the student is named by, or null.</param>
    /// <param name="code">A page's code as it was typed, or null.</param>
    /// <exception cref="FormatException">There is none, or more than one; the message says what may be meant.</exception>
    public RecordedCopy Find(string? student, string? code)
    {
        if (student is null && code is null)
            throw new FormatException(Texts.Say("paper.whose"));
        var byCode = code is null ? null : OfCode(code);
        if (student is null)
            return byCode!;
        RecordedCopy[] own =
        [
            .. Record.Copies.Where(copy => string.Equals(copy.Student, student.Trim(), StringComparison.OrdinalIgnoreCase)),
        ];
        if (own.Length == 0)
            throw new FormatException(Texts.Say("paper.none", ("student", student.Trim())));
        if (byCode is not null)
            return own.Contains(byCode)
                ? byCode
                : throw new FormatException(
                    byCode.Student is { } other
                        ? Texts.Say("paper.other", ("code", PageCode.Printed(Plain(code!))), ("owner", other), ("student", own[0].Student!))
                        : Texts.Say("paper.spare", ("code", PageCode.Printed(Plain(code!))), ("student", own[0].Student!))
                );
        return own.Length == 1
            ? own[0]
            : throw new FormatException(Texts.Say("paper.several", ("count", own.Length), ("student", own[0].Student!)));
    }

    /// <summary>An item of a paper.</summary>
    /// <param name="copy">The paper.</param>
    /// <param name="number">The item's number.</param>
    /// <exception cref="FormatException">There is none of this number.</exception>
    public SetItem ItemOf(RecordedCopy copy, int number)
    {
        var items = ItemsOf(copy);
        return items.FirstOrDefault(item => item.Number == number)
            ?? throw new FormatException(
                items.Length == 0
                    ? Texts.Say("paper.no-items", ("number", number))
                    : Texts.Say("paper.item", ("number", number), ("first", items[0].Number), ("last", items[^1].Number))
            );
    }

    /// <summary>The items of a paper, in order.</summary>
    /// <param name="copy">The paper.</param>
    public ImmutableArray<SetItem> ItemsOf(RecordedCopy copy) => _items.GetOrAdd(copy.Edition, _ => Record.ItemsOf(copy));

    private RecordedCopy OfCode(string typed)
    {
        var problem = PageCode.Problem(typed, out var code);
        if (problem is null && Record.Copies.FirstOrDefault(copy => copy.Codes.Contains(code)) is { } found)
            return found;
        if (problem is null)
            throw new FormatException(Texts.Say("paper.not-of", ("code", PageCode.Printed(code))));
        string[] near = [.. Record.Copies.SelectMany(copy => copy.Codes).Where(other => PageCode.IsNear(typed, other)).Take(2)];
        throw new FormatException(
            near is [var one] ? Texts.Say("code.may-be", ("problem", problem), ("code", PageCode.Printed(one))) : problem
        );
    }

    private static string Plain(string typed) => PageCode.Problem(typed, out var code) is null ? code : typed;
}
