using Gavvet.Worksheets.Drawing;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Versions;

/// <summary>Which draw each version has in each place while the versions are being put together.</summary>
internal sealed class VersionPlan
{
    private readonly Sheet _sheet;
    private readonly List<Place> _places = [];
    private readonly int[] _totals;
    private readonly Dictionary<QuestionIdentity, int> _used = [];

    public VersionPlan(Sheet sheet)
    {
        _sheet = sheet;
        _totals = new int[sheet.Versions];
        foreach (var section in sheet.Sections)
        {
            var kind = QuestionCatalogue.Standard.Get(section.KindId);
            var candidates = Scope.Of(section, sheet.Style);
            var groups = LoadGroups.Of(sheet, section, candidates);
            var loads = candidates.Distinct().ToDictionary(draw => draw, draw => LoadGroups.LoadOf(sheet, section, kind, draw));
            foreach (var slot in section.Slots)
            {
                loads.TryAdd(slot.Drawn, LoadGroups.LoadOf(sheet, section, kind, slot.Drawn));
                var draws = new Draw[sheet.Versions];
                draws[0] = slot.Drawn;
                _places.Add(new Place(section, slot, [.. groups.GroupOf(slot.Drawn)], loads, draws));
                _totals[0] += loads[slot.Drawn];
                Use(section, slot.Drawn, 1);
            }
        }
    }

    /// <summary>Gives every version a draw in every place, the heavier one to the version that is lighter so far.</summary>
    public void Fill()
    {
        foreach (var place in _places)
        {
            var mates = new List<Draw>();
            for (var version = 1; version < _sheet.Versions; version++)
            {
                var mate = Mate(place);
                mates.Add(mate);
                Use(place.Section, mate, 1);
            }

            var lightest = Enumerable.Range(1, _sheet.Versions - 1).OrderBy(version => _totals[version]).ToArray();
            foreach (var (mate, version) in mates.OrderByDescending(mate => place.Loads[mate]).Zip(lightest))
            {
                place.Draws[version] = mate;
                _totals[version] += place.Loads[mate];
            }
        }
    }

    /// <summary>Brings the totals of the versions toward that of version A: by exchanges between two, then by other draws.</summary>
    public void Balance()
    {
        const int rounds = 200;
        for (var round = 0; round < rounds; round++)
        {
            var worst = Enumerable.Range(1, _sheet.Versions - 1).MaxBy(version => Math.Abs(Away(version)));
            // A hundredth of the load is no difference a class could feel.
            if (Math.Abs(Away(worst)) * 100 <= _totals[0] || !(Exchange(worst) || Replace(worst)))
                return;
        }
    }

    /// <summary>The sheets of the versions, A first.</summary>
    public IEnumerable<Sheet> Sheets() =>
        Enumerable
            .Range(0, _sheet.Versions)
            .Select(version =>
            {
                var drawn = _places.ToDictionary(place => place.Slot.Id, place => place.Draws[version]);
                return _sheet with
                {
                    Sections =
                    [
                        .. _sheet.Sections.Select(section =>
                            section with
                            {
                                Slots = [.. section.Slots.Select(slot => QuestionDraw.Taking(slot, drawn[slot.Id]))],
                            }
                        ),
                    ],
                };
            });

    private int Away(int version) => _totals[version] - _totals[0];

    // Used least, of the same group, and otherwise nearest in load; the same scale where loads are alike.
    private Draw Mate(Place place)
    {
        var load = place.Loads[place.Slot.Drawn];
        return place.Loads.Keys.MinBy(draw =>
            (
                _used.GetValueOrDefault(QuestionIdentity.On(_sheet, place.Section, draw)),
                !place.Group.Contains(draw),
                Math.Abs(place.Loads[draw] - load),
                draw.Scale != place.Slot.Drawn.Scale,
                QuestionDraw.Chance(_sheet.Seed ^ (ulong)place.Slot.Id, draw)
            )
        );
    }

    // In some place two versions change draws, where that brings both nearer.
    private bool Exchange(int version)
    {
        foreach (var place in _places)
        {
            for (var other = 1; other < _sheet.Versions; other++)
            {
                var gain = place.Loads[place.Draws[other]] - place.Loads[place.Draws[version]];
                var now = Math.Max(Math.Abs(Away(version)), Math.Abs(Away(other)));
                if (other == version || Math.Max(Math.Abs(Away(version) + gain), Math.Abs(Away(other) - gain)) >= now)
                    continue;
                (place.Draws[version], place.Draws[other]) = (place.Draws[other], place.Draws[version]);
                _totals[version] += gain;
                _totals[other] -= gain;
                return true;
            }
        }

        return false;
    }

    // In some place a draw nobody has takes the place of one, where that brings the version nearer.
    private bool Replace(int version)
    {
        foreach (var place in _places)
        {
            var now = place.Draws[version];
            foreach (var (draw, load) in place.Loads.OrderBy(pair => Math.Abs(Away(version) + pair.Value - place.Loads[now])).Take(40))
            {
                if (
                    _used.GetValueOrDefault(QuestionIdentity.On(_sheet, place.Section, draw)) > 0
                    || Math.Abs(Away(version) + load - place.Loads[now]) >= Math.Abs(Away(version))
                )
                    continue;
                Use(place.Section, now, -1);
                Use(place.Section, draw, 1);
                _totals[version] += load - place.Loads[now];
                place.Draws[version] = draw;
                return true;
            }
        }

        return false;
    }

    private void Use(Section section, Draw draw, int times)
    {
        var identity = QuestionIdentity.On(_sheet, section, draw);
        _used[identity] = _used.GetValueOrDefault(identity) + times;
    }

    /// <summary>A place on the sheet, with the draw each version has there.</summary>
    private sealed record Place(Section Section, Slot Slot, HashSet<Draw> Group, Dictionary<Draw, int> Loads, Draw[] Draws);
}
