using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Drawing;

/// <summary>
/// The draws of a section in rungs of like load, each with as many draws as there are versions, of one scale type where it
/// has enough: version A takes one of a rung, the others take the rest.
/// </summary>
internal sealed class LoadRungs
{
    private readonly Dictionary<Draw, (int Rung, double Drift)> _places = [];
    private readonly Dictionary<int, int> _taken = [];
    private double _drift;

    /// <summary>The rungs of a section; a sheet of one version has none, and then all draws cost the same.</summary>
    public static LoadRungs Of(Sheet sheet, Section section, IReadOnlyList<Draw> candidates)
    {
        var rungs = new LoadRungs();
        if (sheet.Versions == 1)
            return rungs;
        var kind = QuestionCatalogue.Standard.Get(section.KindId);
        var loaded = candidates
            .Where(draw => kind.UsesClefAs(section.Option) || draw.Clef == section.Clefs[0])
            .Select(draw => (Draw: draw, Load: LoadOf(sheet, section, kind, draw)))
            .OrderBy(pair => pair.Load).ThenBy(pair => QuestionDraw.Chance(sheet.Seed, pair.Draw)).ToArray();
        // Whole rungs of one scale first; what is left of each is put together.
        var left = new List<(Draw Draw, int Load)>();
        var count = 0;
        foreach (var ofType in loaded.GroupBy(pair => pair.Draw.Scale))
        {
            foreach (var rung in ofType.Chunk(sheet.Versions))
            {
                if (rung.Length == sheet.Versions)
                    rungs.Add(count++, rung);
                else
                    left.AddRange(rung);
            }
        }

        foreach (var rung in left.OrderBy(pair => pair.Load).Chunk(sheet.Versions).Where(rung => rung.Length == sheet.Versions))
            rungs.Add(count++, rung);
        return rungs;
    }

    /// <summary>The load a draw has in its section.</summary>
    public static int LoadOf(Sheet sheet, Section section, QuestionKind kind, Draw draw) =>
        QuestionLoad.Of(kind, QuestionSetting.Of(section, draw, sheet.Style));

    /// <summary>The draws of a draw's rung.</summary>
    public IEnumerable<Draw> RungOf(Draw draw) => _places.TryGetValue(draw, out var place)
        ? _places.Where(other => other.Value.Rung == place.Rung).Select(other => other.Key)
        : [];

    /// <summary>What it costs the versions' balance to draw this: whether its rung is used up, then how far the loads drift.</summary>
    public (int Used, int Drift) Cost(Draw draw)
    {
        if (_places.Count == 0)
            return default;
        return _places.TryGetValue(draw, out var place)
            ? (_taken.GetValueOrDefault(place.Rung), (int)Math.Abs(_drift + place.Drift))
            : (1, 0);
    }

    /// <summary>Notes that a draw is taken.</summary>
    public void Take(Draw draw)
    {
        if (!_places.TryGetValue(draw, out var place))
            return;
        _taken[place.Rung] = _taken.GetValueOrDefault(place.Rung) + 1;
        _drift += place.Drift;
    }

    private void Add(int number, (Draw Draw, int Load)[] rung)
    {
        var mean = rung.Average(pair => pair.Load);
        foreach (var (draw, load) in rung)
            _places[draw] = (number, load - mean);
    }
}
