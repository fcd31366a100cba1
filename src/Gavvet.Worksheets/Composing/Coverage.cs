using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Drawing;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Composing;

/// <summary>What a sheet asks at a glance: how often each place on the line of fifths, section by section, and the load of each
/// question.</summary>
/// <param name="Rows">A row for each section, in order.</param>
/// <param name="Loads">The load of each question, in order; 0 where one is withheld.</param>
public sealed record Coverage(ImmutableArray<CoverageRow> Rows, ImmutableArray<int> Loads)
{
    /// <summary>The load of all questions together.</summary>
    public int Total => Loads.Sum();

    /// <summary>How many of the fifteen places are asked at all.</summary>
    public int PlacesAsked =>
        Enumerable.Range(0, Key.Majors.Length).Count(place => Rows.Any(row => row.Counts.Length > 0 && row.Counts[place] > 0));

    /// <summary>The coverage of a sheet.</summary>
    /// <param name="sheet">The sheet.</param>
    /// <param name="composition">The sheet composed.</param>
    public static Coverage Of(Sheet sheet, Composition composition)
    {
        return new Coverage(
            [.. sheet.Sections.Select(section => RowOf(section, sheet.Style))],
            [.. composition.Worksheet.Sections.SelectMany(section => section.Items.Select(item => item.Load))]
        );
    }

    private static CoverageRow RowOf(Section section, HouseStyle style)
    {
        var kind = QuestionCatalogue.Standard.Get(section.KindId);
        var name = QuestionCatalogue.Standard.HeadingOf(section, style);
        if (!kind.UsesTonic)
            return new CoverageRow(section.Id, name, []);
        var asked = section.Slots.CountBy(slot => Scope.PlaceOf(slot.Drawn.Scale, slot.Drawn.Tonic)).ToDictionary();
        return new CoverageRow(section.Id, name, [.. Key.Majors.Select(place => asked.GetValueOrDefault(place.Fifths))]);
    }
}

/// <summary>How often a section asks each place.</summary>
/// <param name="SectionId">The section.</param>
/// <param name="Name">Its heading.</param>
/// <param name="Counts">A count for each of <see cref="Key.Majors"/>; empty where the kind has no tonic.</param>
public sealed record CoverageRow(int SectionId, string Name, ImmutableArray<int> Counts);
