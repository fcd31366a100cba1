using System.Collections.Immutable;
using Gavvet.Worksheets.Drawing;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Versions;

/// <summary>One version of a sheet.</summary>
/// <param name="Letter">A to Z.</param>
/// <param name="Sheet">The sheet with this version's questions in its slots.</param>
/// <param name="Load">The load of all its questions together.</param>
public sealed record SheetVersion(char Letter, Sheet Sheet, int Load);

/// <summary>How many versions a sheet's scope can carry before a question must come twice.</summary>
/// <param name="Versions">That many, at most 26.</param>
/// <param name="BottleneckId">The section that allows no more, or null when 26 are possible.</param>
public sealed record VersionCapacity(int Versions, int? BottleneckId);

/// <summary>
/// The versions of a sheet: version A is the sheet as drawn; the others have, place by place, a question of the same
/// section and like load, shared with no other version while the scope allows.
/// </summary>
public static class SheetVersions
{
    /// <summary>All versions, A first. The same sheet gives the same versions.</summary>
    /// <param name="sheet">The sheet.</param>
    public static ImmutableArray<SheetVersion> Of(Sheet sheet)
    {
        if (sheet.Versions == 1)
            return [new SheetVersion('A', sheet, TotalLoad(sheet))];
        var plan = new VersionPlan(sheet);
        plan.Fill();
        plan.Balance();
        return [.. plan.Sheets().Select((version, i) => new SheetVersion((char)('A' + i), version, TotalLoad(version)))];
    }

    /// <summary>The load of all questions of a sheet together.</summary>
    /// <param name="sheet">The sheet.</param>
    public static int TotalLoad(Sheet sheet)
    {
        return sheet.Sections.Sum(section =>
            section.Slots.Sum(slot => LoadGroups.LoadOf(sheet, section, QuestionCatalogue.Standard.Get(section.KindId), slot.Drawn))
        );
    }

    /// <summary>How many versions can be made before a question must come twice, and which section is the bottleneck.</summary>
    /// <param name="sheet">The sheet.</param>
    public static VersionCapacity Capacity(Sheet sheet)
    {
        var scopes = sheet.Sections.ToDictionary(
            section => section.Id,
            section => Scope.Of(section, sheet.Style).Select(draw => QuestionIdentity.On(sheet, section, draw)).ToHashSet()
        );
        var most = Sheet.MostVersions;
        int? bottleneck = null;
        foreach (var section in sheet.Sections.Where(section => section.Slots.Count > 0))
        {
            // Sections that can ask the same questions take them from one another.
            var rivals = sheet.Sections.Where(other => scopes[other.Id].Overlaps(scopes[section.Id])).ToArray();
            var questions = rivals.SelectMany(other => scopes[other.Id]).Distinct().Count();
            var carried = Math.Min(questions / rivals.Sum(other => other.Slots.Count), scopes[section.Id].Count / section.Slots.Count);
            if (carried < most)
                (most, bottleneck) = (Math.Max(1, carried), section.Id);
        }

        return new VersionCapacity(most, bottleneck);
    }
}
