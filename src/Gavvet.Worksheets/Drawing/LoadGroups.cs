using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Drawing;

/// <summary>
/// The draws of a section in groups of like load, each with as many draws as there are versions, of one scale type where it
/// has enough: version A takes one of a group, the others take the rest.
/// </summary>
internal sealed class LoadGroups
{
    private readonly Dictionary<Draw, (int Group, double Drift)> _places = [];
    private readonly Dictionary<int, int> _taken = [];
    private double _drift;

    /// <summary>The groups of a section; a sheet of one version has none, and then all draws cost the same.</summary>
    public static LoadGroups Of(Sheet sheet, Section section, IReadOnlyList<Draw> candidates)
    {
        var groups = new LoadGroups();
        if (sheet.Versions == 1)
            return groups;
        var kind = QuestionCatalogue.Standard.Get(section.KindId);
        var loaded = candidates
            .Where(draw => kind.UsesClefAs(section.Option) || draw.Clef == section.Clefs[0])
            .Select(draw => (Draw: draw, Load: LoadOf(sheet, section, kind, draw)))
            .OrderBy(pair => pair.Load)
            .ThenBy(pair => QuestionDraw.Chance(sheet.Seed, pair.Draw))
            .ToArray();
        // Whole groups of one scale first; what is left of each is put together.
        var left = new List<(Draw Draw, int Load)>();
        var count = 0;
        foreach (var ofType in loaded.GroupBy(pair => pair.Draw.Scale))
        {
            foreach (var group in ofType.Chunk(sheet.Versions))
            {
                if (group.Length == sheet.Versions)
                    groups.Add(count++, group);
                else
                    left.AddRange(group);
            }
        }

        foreach (var group in left.OrderBy(pair => pair.Load).Chunk(sheet.Versions).Where(group => group.Length == sheet.Versions))
            groups.Add(count++, group);
        return groups;
    }

    /// <summary>The load a draw has in its section.</summary>
    public static int LoadOf(Sheet sheet, Section section, QuestionKind kind, Draw draw) =>
        QuestionLoad.Of(kind, QuestionSetting.Of(section, draw, sheet.Style));

    /// <summary>The draws of a draw's group.</summary>
    public IEnumerable<Draw> GroupOf(Draw draw) =>
        _places.TryGetValue(draw, out var place) ? _places.Where(other => other.Value.Group == place.Group).Select(other => other.Key) : [];

    /// <summary>What it costs the versions' balance to draw this: whether its group is used up, then how far the loads drift.</summary>
    public (int Used, int Drift) Cost(Draw draw)
    {
        if (_places.Count == 0)
            return default;
        return _places.TryGetValue(draw, out var place)
            ? (_taken.GetValueOrDefault(place.Group), (int)Math.Abs(_drift + place.Drift))
            : (1, 0);
    }

    /// <summary>Notes that a draw is taken.</summary>
    public void Take(Draw draw)
    {
        if (!_places.TryGetValue(draw, out var place))
            return;
        _taken[place.Group] = _taken.GetValueOrDefault(place.Group) + 1;
        _drift += place.Drift;
    }

    private void Add(int number, (Draw Draw, int Load)[] group)
    {
        var mean = group.Average(pair => pair.Load);
        foreach (var (draw, load) in group)
            _places[draw] = (number, load - mean);
    }
}
