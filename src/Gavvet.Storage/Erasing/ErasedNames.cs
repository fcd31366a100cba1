using Gavvet.Teaching;

namespace Gavvet.Storage;

/// <summary>What erasing needs of pages and of PDFs, which this room does not know.</summary>
/// <param name="Without">A page, as its file, without names: those looked for, whole parts of a line that are said to be one, and remarks;
/// null where none of them is on it.</param>
/// <param name="Pdf">The PDF of some pages under a title; it throws a <see cref="FormatException"/> where they cannot be read.</param>
public sealed record PageMending(PageWithout Without, Func<string, IReadOnlyList<string>, byte[]> Pdf);

/// <summary>A page without names, or null where none is on it.</summary>
/// <param name="page">The page as its file.</param>
/// <param name="names">The names.</param>
/// <param name="isName">Whether a part of a line, as it stands between dots, is one.</param>
/// <param name="remarks">Remarks that go.</param>
public delegate string? PageWithout(string page, NameSearch names, Func<string, bool> isName, NameSearch remarks);

/// <summary>
/// The names an erasure takes away from one database, and where each is looked for: a name that is also a word of music, such
/// as Dorian or B, is not taken out of what the program wrote, nor out of sheets unless the teacher asks for just that.
/// </summary>
/// <param name="names">The names.</param>
/// <param name="isAsked">Whether the teacher typed them, to have them erased.</param>
/// <param name="pages">How pages are mended.</param>
internal sealed class ErasedNames(IReadOnlyCollection<string> names, bool isAsked, PageMending pages)
{
    // Initials are notes and degrees in any text.
    private const int ShortestInText = 3;

    private static readonly NameSearch None = new([]);

    private readonly Dictionary<string, PrintingNames> _printings = [];
    private readonly NameSearch _any = new(names);

    public PageMending Pages => pages;

    /// <summary>In what a teacher writes of people.</summary>
    public NameSearch AboutPeople { get; } =
        new(names.Where(name => isAsked || name.Length >= ShortestInText), isAsked ? null : TradeWords.Has);

    /// <summary>In what a teacher writes of music.</summary>
    public NameSearch AboutMusic { get; } = new(names.Where(name => isAsked || !TradeWords.Has(name)));

    /// <summary>In what the program wrote, or a student.</summary>
    public NameSearch Printed { get; } = new(names.Where(name => !TradeWords.Has(name)));

    /// <summary>The printings of the class that goes, or becomes anonymous; their class has no name then.</summary>
    public HashSet<string> OwnPrintings { get; init; } = [];

    /// <summary>What stands in the class's place in its own printings.</summary>
    public string? ClassInstead { get; init; }

    /// <summary>Remarks to take off the pages that were given back, by printing.</summary>
    public ILookup<string, string> Remarks { get; init; } = Enumerable.Empty<string>().ToLookup(remark => remark);

    /// <summary>Whether a text is one of the names and nothing else.</summary>
    public bool Bears(string text) => names.Any(name => NameSearch.AreAlike(name, text));

    /// <summary>Whether a printing's class is one whose name goes.</summary>
    public bool IsOf(string printing, string group) => OwnPrintings.Contains(printing) || Bears(group) || Printed.IsIn(group);

    /// <summary>Whether it is worth reading a long text of a printing through.</summary>
    public bool MayStandIn(string printing, string text) =>
        _printings.ContainsKey(printing) || OwnPrintings.Contains(printing) || Remarks.Contains(printing) || _any.MayBeIn(text);

    /// <summary>Remembers that a printing bears a name as a part of its own: a class at the head, a student at the foot.</summary>
    public void SetOn(string printing, string name) => Of(printing).Parts.Add(name);

    /// <summary>Remembers that words of a printing changed, so that keys for all papers cannot stay.</summary>
    public void WordsChanged(string printing) => Of(printing).HasChangedWords = true;

    /// <summary>Whether keys for all papers of a printing held a name.</summary>
    public bool IsInKeys(string printing) => _printings.TryGetValue(printing, out var known) && known.HasChangedWords;

    /// <summary>Whether a part of a line on a page of a printing is a name that stands there by itself, whole or cut.</summary>
    public bool IsOn(string printing, string part) =>
        _printings.TryGetValue(printing, out var known)
        && known.Parts.Any(name =>
            NameSearch.AreAlike(name, part)
            || (part.EndsWith('…') && part.Length > ShortestInText && name.StartsWith(part[..^1].TrimEnd(), StringComparison.Ordinal))
        );

    /// <summary>What to look for on pages that were given back, besides the names.</summary>
    public NameSearch RemarksOn(string printing) => Remarks.Contains(printing) ? new NameSearch(Remarks[printing]) : None;

    private PrintingNames Of(string printing) =>
        _printings.TryGetValue(printing, out var known) ? known : _printings[printing] = new PrintingNames();

    private sealed class PrintingNames
    {
        public HashSet<string> Parts { get; } = [];

        public bool HasChangedWords { get; set; }
    }
}
