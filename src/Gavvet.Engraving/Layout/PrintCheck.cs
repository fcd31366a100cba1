using Gavvet.Worksheets.Sheets;

namespace Gavvet.Engraving.Layout;

/// <summary>Whether the page has signs for all that a teacher wrote on a sheet.</summary>
public static class PrintCheck
{
    /// <summary>What to say of a name that stands on a page and cannot be printed, or null.</summary>
    public static string? Problem(string name) => TextSetter.Unprintable(name);

    /// <summary>What to say of the first text that cannot be printed, or null.</summary>
    public static string? Problem(Sheet sheet) =>
        sheet
            .Sections.SelectMany(section =>
                section
                    .Own.SelectMany(own => new[] { own.Prompt, own.Answer })
                    .Concat(section.Slots.Select(slot => slot.Prompt))
                    .Prepend(section.Title)
                    .Prepend(section.Instruction)
            )
            .Prepend(sheet.Instructions)
            .Prepend(sheet.Title)
            .Select(TextSetter.Unprintable)
            .FirstOrDefault(problem => problem is not null);
}
