using Gavvet.Worksheets.Drawing;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Storage;

/// <summary>What the desk's filter looks in: the words of a sheet, plainly written.</summary>
public static class SheetWords
{
    /// <summary>The title, the headings, the scales with their tonics and the code of a sheet.</summary>
    public static string Of(Sheet sheet)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        var words = sheet.Sections.SelectMany(section => section.Scales
            .SelectMany(type => section.Keys.Select(place => $"{Scope.TonicAt(type, place)} {type.Name}"))
            .Append(section.Title).Append(QuestionCatalogue.Standard.Get(section.KindId).Name));
        return Plain(string.Join('\n', words.Prepend(sheet.Code).Prepend(sheet.Title).Distinct()));
    }

    /// <summary>The words of a filter, each to be found.</summary>
    public static string[] Terms(string? filter) => Plain(filter ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);

    // As a teacher types them: small letters, b and # for the signs.
    internal static string Plain(string text) => text.ToLowerInvariant().Replace('♭', 'b').Replace('♯', '#');
}
