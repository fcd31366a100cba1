using Gavvet.Theory;

namespace Gavvet.Scanning.Simulated;

/// <summary>
/// Accidentals as very many hands draw them: each hand has its own proportions, and no sign of a hand is quite like the one before. The
/// reader of signs learns from these.
/// </summary>
internal sealed class VariedSigns
{
    private readonly Chance _chance;

    // What is a hand's own: how wide and how high its signs are, how its bars rise, how far apart its stems stand, how far its flats
    // bulge, whether corners are round.
    private readonly double _wide,
        _high,
        _rise,
        _apart,
        _bulge,
        _restless;

    private readonly bool _isPointed,
        _isOneStroke;

    public VariedSigns(ulong seed)
    {
        _chance = new Chance(seed);
        (_wide, _high) = (_chance.Between(0.75, 1.3), _chance.Between(0.75, 1.2));
        (_rise, _apart) = (_chance.Between(-0.08, 0.42), _chance.Between(0.34, 0.62));
        (_bulge, _restless) = (_chance.Between(0.5, 0.9), _chance.Between(0.02, 0.09));
        (_isPointed, _isOneStroke) = (_chance.Next() < 0.35, _chance.Next() < 0.4);
    }

    /// <summary>The strokes of a sign: points across and up from its middle, in spaces.</summary>
    public (double Across, double Up)[][] Strokes(Accidental sign) =>
        [
            .. Plain(sign)
                .Select(stroke =>
                    stroke
                        .Select(at =>
                            ((at.Across * _wide) + (_chance.Normal() * _restless), (at.Up * _high) + (_chance.Normal() * _restless))
                        )
                        .ToArray()
                ),
        ];

    private (double Across, double Up)[][] Plain(Accidental sign) =>
        sign switch
        {
            Accidental.Sharp => Sharp(),
            Accidental.Natural => Natural(),
            Accidental.Flat => Flat(-0.32),
            Accidental.DoubleFlat => DoubleFlat(),
            _ => Cross(),
        };

    private (double, double)[][] Sharp()
    {
        var (half, top, bottom) = (_apart / 2, _chance.Between(0.95, 1.4), _chance.Between(0.95, 1.4));
        var (long_, gap) = (_chance.Between(0.45, 0.72), _chance.Between(0.3, 0.48));
        return
        [
            [(-half, top - (half * _rise)), (-half, 0), (-half, -bottom)],
            [(half, top), (half, 0), (half, -bottom + (half * _rise))],
            [(-long_, gap - (long_ * _rise)), (0, gap), (long_, gap + (long_ * _rise))],
            [(-long_, -gap - (long_ * _rise)), (0, -gap), (long_, -gap + (long_ * _rise))],
        ];
    }

    private (double, double)[][] Natural()
    {
        var (half, tall) = (_apart / 2, _chance.Between(0.95, 1.35));
        var (gap, over) = (_chance.Between(0.32, 0.5), _chance.Between(0, 0.12));
        (double, double)[] left = [(-half, tall), (-half, 0.2), (-half, -gap - (half * _rise) - over)];
        (double, double)[] right = [(half, gap + (half * _rise) + over), (half, -0.2), (half, -tall)];
        (double, double)[] upper = [(-half - over, gap - (half * _rise)), (0, gap), (half + over, gap + (half * _rise))];
        (double, double)[] lower = [(-half - over, -gap - (half * _rise)), (0, -gap), (half + over, -gap + (half * _rise))];
        return _isOneStroke
            ?
            [
                [.. left, left[^1], lower[1], lower[2]],
                [upper[0], upper[1], right[0], right[0], right[1], right[2]],
            ]
            : [left, right, upper, lower];
    }

    private (double, double)[][] DoubleFlat()
    {
        var apart = _chance.Between(0.62, 0.95);
        return [.. Flat(-0.32 - (apart / 2)), .. Flat(-0.32 + (apart / 2))];
    }

    private (double, double)[][] Flat(double left)
    {
        var (top, foot, bulge) = (_chance.Between(1.3, 1.9), _chance.Between(0.4, 0.6), _bulge * _chance.Between(0.85, 1.15));
        var (begin, belly) = (_chance.Between(0.1, 0.5), _chance.Between(0.4, 0.6));
        (double, double)[] stem = [(left, top), (left, 0.5), (left, -foot)];
        (double, double)[] bowl = _isPointed
            ? [(left, begin), (left + bulge, belly * 0.5), (left + bulge, belly * 0.5), (left, -foot)]
            : [(left, begin), (left + (bulge * 0.45), belly), (left + bulge, belly * 0.7), (left + (bulge * 0.85), -0.05), (left, -foot)];
        return _isOneStroke
            ?
            [
                [.. stem, stem[^1], .. bowl.Reverse().Skip(1)],
            ]
            : [stem, bowl];
    }

    private (double, double)[][] Cross()
    {
        var (half, high) = (_chance.Between(0.32, 0.56), _chance.Between(0.32, 0.56));
        return
        [
            [(-half, high), (0, 0), (half, -high)],
            [(-half, -high), (0, 0), (half, high)],
        ];
    }
}
