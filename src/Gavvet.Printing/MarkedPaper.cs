using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Output;
using Gavvet.Teaching;
using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Printing;

/// <summary>A kept page and its key, read back to be drawn on.</summary>
/// <param name="Student">The page as the student had it, without the name.</param>
/// <param name="Key">The page with its answers.</param>
public sealed record PageSidesRead(Page Student, Page Key)
{
    /// <summary>Both, packed as a printing keeps them.</summary>
    /// <param name="student">The page.</param>
    /// <param name="key">Its key.</param>
    public static byte[] Pack(Page student, Page key) => PackedSides.Pack(PageFile.Write(student), PageFile.Write(key));

    /// <summary>Reads both from what <see cref="Pack"/> made.</summary>
    /// <param name="packed">The packed pages.</param>
    /// <exception cref="FormatException">They were changed.</exception>
    public static PageSidesRead Unpack(byte[] packed)
    {
        try
        {
            var (student, key) = PackedSides.Unpack(packed);
            return Of(student, key);
        }
        catch (InvalidDataException problem)
        {
            throw new FormatException(Texts.Say("record.page"), problem);
        }
    }

    /// <summary>Reads both from their files.</summary>
    /// <param name="student">The page.</param>
    /// <param name="key">Its key.</param>
    /// <exception cref="FormatException">They were changed.</exception>
    public static PageSidesRead Of(string student, string key) => new(PageFile.Read(student), PageFile.Read(key));
}

/// <summary>What stands of an item on one page.</summary>
/// <param name="Page">The page, from 0.</param>
/// <param name="Box">Where on it.</param>
/// <param name="Anchors">Where its parts stand.</param>
public sealed record ItemPiece(int Page, Box Box, ItemAnchors Anchors);

/// <summary>A student's paper with what was decided for its items.</summary>
/// <param name="Record">The printing.</param>
/// <param name="Copy">The paper.</param>
/// <param name="Student">The student's name, or empty.</param>
/// <param name="Date">The day it is given back, in words.</param>
/// <param name="Markings">The marking of each item that has one, by number.</param>
/// <param name="Pages">Its pages, in order.</param>
/// <param name="WholeTotal">The marks entered for the whole paper, or null where its items count.</param>
public sealed record MarkedPaper(
    PrintingRecord Record,
    RecordedCopy Copy,
    string Student,
    string Date,
    IReadOnlyDictionary<int, Marking> Markings,
    ImmutableArray<PageSidesRead> Pages,
    double? WholeTotal = null
)
{
    /// <summary>Its items.</summary>
    public ImmutableArray<SetItem> Items { get; } = Record.ItemsOf(Copy);

    /// <summary>The pieces of an item, page by page; most have one.</summary>
    /// <param name="item">Its number.</param>
    /// <exception cref="FormatException">The record is of an earlier program and was opened without its pages.</exception>
    public ImmutableArray<ItemPiece> PiecesOf(int item) => Record.Editions[Copy.Edition].Items.First(one => one.Item.Number == item).Pieces;

    /// <summary>Where the marks of the whole paper are written on its first page, or null.</summary>
    public MarkAnchor? Total => Record.Editions[Copy.Edition].Total;

    /// <summary>What lies within an item's box on a page.</summary>
    public static ImmutableArray<Primitive> Within(Page page, Box box) =>
        [.. page.Groups.SelectMany(group => group.Primitives).Where(primitive => IsWithin(primitive.InkBox, box))];

    // By its middle, since ledger lines and answers may stand out a little.
    private static bool IsWithin(Box ink, Box box)
    {
        var (x, y) = ((ink.Left + ink.Right) / 2, (ink.Top + ink.Bottom) / 2);
        return x >= box.Left && x <= box.Right && y >= box.Top && y <= box.Bottom;
    }
}
