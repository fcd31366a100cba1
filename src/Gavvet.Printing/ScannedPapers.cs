using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Scanning;

namespace Gavvet.Printing;

/// <summary>A picture as a page of a printing.</summary>
/// <param name="Copy">The paper.</param>
/// <param name="Page">Which page of it, from 0.</param>
/// <param name="Laid">The page as it was written on, laid on its print; null where it cannot be laid.</param>
/// <param name="Off">How far nineteen of twenty pieces of its print are off their places at most, in millimeters; 0 where it is not laid.</param>
/// <param name="Answers">What was read; empty where it is not laid.</param>
public sealed record KnownPage(RecordedCopy Copy, int Page, LaidPage? Laid, double Off, ImmutableArray<ScannedAnswer> Answers)
{
    /// <summary>From pixels of the printed page to pixels of the picture; null where it is not laid.</summary>
    public Homography? Map { get; init; }
}

/// <summary>Finds which pages of a printing pictures show, and reads what was written on them.</summary>
/// <param name="papers">The printing.</param>
/// <param name="pageOf">The printed page of a code.</param>
public sealed class ScannedPapers(RecordedPapers papers, Func<string, Page> pageOf)
{
    /// <summary>The code of the page a picture shows, whatever printing it is of; null where none can be read.</summary>
    /// <param name="picture">The picture.</param>
    public static FoundCode? CodeOn(Picture picture) => CodeFinder.Find(picture, text => PageCode.Problem(text, out _) is null);

    /// <summary>The page of a code of this printing, laid by its code, or by its print where the code does not lead to it.</summary>
    /// <param name="picture">The picture.</param>
    /// <param name="code">The page's code, as it is printed.</param>
    /// <param name="found">Where it stands in the picture; null where it was told and not found.</param>
    /// <returns>The page, or null where this printing has none of that code.</returns>
    public KnownPage? OfCode(Picture picture, string code, FoundCode? found)
    {
        if (papers.Record.Copies.FirstOrDefault(one => one.Codes.Contains(code)) is not { } copy)
            return null;
        var print = new PrintedPage(pageOf(code));
        var laid = (found is null ? null : ScannedPage.Lay(print, picture, found)) ?? ScannedPage.Lay(print, picture);
        return Read(copy, code, print, laid);
    }

    /// <summary>The page whose code cannot be read, by its print alone; null where it is not certain which it is.</summary>
    /// <param name="picture">The picture.</param>
    public KnownPage? ByPrint(Picture picture)
    {
        PageCandidate[] candidates =
        [
            .. papers.Record.Copies.SelectMany(copy =>
                copy.Codes.Select(
                    (code, page) =>
                        new PageCandidate(code, PageCode.Printed(code), FormattableString.Invariant($"{copy.Edition} {page}"), () =>
                            new PrintedPage(pageOf(code))
                        )
                )
            ),
        ];
        return ScannedPage.Find(candidates, picture) is var (code, laid, laying)
            ? Read(papers.Record.Copies.First(copy => copy.Codes.Contains(code)), code, new PrintedPage(pageOf(code)), (laid, laying))
            : null;
    }

    /// <summary>Whether a picture shows the back of a page: next to nothing on it is dark.</summary>
    /// <param name="picture">The picture.</param>
    public static bool IsBlank(Picture picture)
    {
        const int dark = 150;
        const double next = 0.0006;
        var small = picture.Smaller(Math.Max(1, picture.Width / 600));
        // The edges may be dark of themselves.
        var (across, down, count) = (small.Width / 20, small.Height / 20, 0);
        for (var y = down; y < small.Height - down; y++)
        {
            for (var x = across; x < small.Width - across; x++)
                count += small[x, y] < dark ? 1 : 0;
        }

        return count < next * small.Width * small.Height;
    }

    private KnownPage Read(RecordedCopy copy, string code, PrintedPage print, (LaidPage Page, Laying Laying)? laid)
    {
        var page = copy.Codes.IndexOf(code);
        return laid is var (read, laying)
            ? new KnownPage(copy, page, read, laying.Off, ScannedAnswers.Of(papers, copy, page, print, read)) { Map = laying.Map }
            : new KnownPage(copy, page, null, 0, []);
    }
}
