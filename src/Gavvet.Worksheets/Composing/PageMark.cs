namespace Gavvet.Worksheets.Composing;

/// <summary>What marks each page of a paper, so that it can be found again.</summary>
public interface IPageMarks
{
    /// <summary>The mark of a page.</summary>
    /// <param name="page">Which page, from 0.</param>
    PageMark At(int page);
}

/// <summary>The mark of one page.</summary>
/// <param name="Code">The page's code.</param>
/// <param name="Printed">The code as it is printed.</param>
/// <param name="QrText">What a QR code beside it holds, or null for none.</param>
public sealed record PageMark(string Code, string Printed, string? QrText);
