using System.Collections.Immutable;
using System.Numerics;
using Gavvet.Theory;

namespace Gavvet.Worksheets.Judging;

/// <summary>Another scale of the catalogue that may have been written on the tonic; its lines are made when an answer may be one.</summary>
internal sealed class OtherForm
{
    private readonly Lazy<ImmutableArray<Explanation>> _meant;
    private readonly ulong _names;
    private readonly bool _isWritable;

    public OtherForm(Ground ground, (FindingCode Code, ScaleType Written, int Notes) form)
    {
        var line = ground.Style.LineOf(form.Written, ground.Tonic);
        _isWritable = ScaleSpelling.CanSpell(line, ground.Tonic);
        if (_isWritable)
        {
            foreach (var degree in line.Up.Degrees.AsSpan())
                _names |= Explanation.Bit(NoteName.FromFifths(ground.Tonic.Fifths + degree.Fifths));
            foreach (var degree in line.Down.Degrees.AsSpan())
                _names |= Explanation.Bit(NoteName.FromFifths(ground.Tonic.Fifths + degree.Fifths));
        }

        // One way may be the other scale and one the scale asked.
        if (ground.Direction == Direction.Both)
            _names |= Explanation.MaskOf(ground.Line);
        _meant = new Lazy<ImmutableArray<Explanation>>(() => [.. Lines(ground, form)]);
    }

    /// <summary>Its lines: in the direction asked, or up, down or both.</summary>
    public ImmutableArray<Explanation> Meant => _meant.Value;

    /// <summary>Whether it can cost no more than what is known: it is said where it explains all but slips, and caps the cost where it explains some.</summary>
    /// <param name="names">The names in the answer.</param>
    /// <param name="halves">What the answer costs as it is explained so far.</param>
    /// <param name="wrongName">What a wrong name with the right sound costs.</param>
    /// <param name="asked">The names in the line asked.</param>
    public bool CanExplain(ulong names, int halves, int wrongName, ulong asked) => _isWritable
        && (Explanation.Mark + (BitOperations.PopCount(names & ~_names) * wrongName) <= halves || Explanation.Mark + (BitOperations.PopCount(names & ~(_names | asked)) * wrongName) < halves);

    private static IEnumerable<Explanation> Lines(Ground ground, (FindingCode Code, ScaleType Written, int Notes) form)
    {
        var scale = ground.Style.Spell(form.Written, ground.Tonic);
        foreach (var meant in ground.EachWay(form.Code, scale.Ascending, scale.Descending, Explanation.Mark, ground.ItsScale, new Thing.ScaleOn(form.Written, ground.Tonic), signature: (form.Written, ground.Tonic)))
        {
            // A seventh that stays raised coming down is one that was not restored.
            if (form.Code == FindingCode.HarmonicForMelodic && meant.Explains == Way.Down)
                continue;
            var differing = ground.Differing(meant.Notes);
            if (differing >= form.Notes)
                yield return differing == 1 && form.Code == FindingCode.OtherMode ? ground.Exactly(meant) : meant;
        }
    }
}
