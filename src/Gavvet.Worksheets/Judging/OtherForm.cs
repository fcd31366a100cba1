using System.Collections.Immutable;
using System.Numerics;
using Gavvet.Theory;

namespace Gavvet.Worksheets.Judging;

/// <summary>Another scale of the catalogue that may have been written on the tonic; its lines are made when an answer may be one.</summary>
internal sealed class OtherForm
{
    private readonly Ground _ground;
    private readonly (FindingCode Code, ScaleType Written, int Notes) _form;
    private readonly ScaleType _line;
    private readonly ulong _names;
    private readonly bool _isWritable;
    private ImmutableArray<Explanation> _meant;

    public OtherForm(Ground ground, (FindingCode Code, ScaleType Written, int Notes) form)
    {
        (_ground, _form, _line) = (ground, form, ground.Style.LineOf(form.Written, ground.Tonic));
        _isWritable = ScaleSpelling.CanSpell(_line, ground.Tonic);
        if (!_isWritable)
            return;
        _names = NamesOf(_line.Up) | (_line.IsTwoWay ? NamesOf(_line.Down) : 0);
        // One way may be the other scale and one the scale asked.
        if (ground.Direction == Direction.Both)
            _names |= Explanation.MaskOf(ground.Line);
    }

    /// <summary>Its lines: in the direction asked, or up, down or both.</summary>
    public ImmutableArray<Explanation> Meant => _meant.IsDefault ? _meant = [.. Lines(_ground, _form)] : _meant;

    /// <summary>Whether it can cost no more than what is known: it is said where it explains all but slips, and caps the cost where it explains some.</summary>
    /// <param name="names">The names in the answer.</param>
    /// <param name="written">The notes written; empty where they cannot be told by their places.</param>
    /// <param name="halves">What the answer costs as it is explained so far.</param>
    /// <param name="wrongName">What a wrong name with the right sound costs.</param>
    /// <param name="asked">The names in the line asked.</param>
    public bool CanExplain(ulong names, ReadOnlySpan<ReadNote> written, int halves, int wrongName, ulong asked)
    {
        if (!_isWritable)
            return false;
        var least = LeastSlips(written);
        return Explanation.Mark + (Math.Max(least, BitOperations.PopCount(names & ~_names)) * wrongName) <= halves
            || Math.Min(Explanation.Mark, wrongName) + (Math.Max(least, BitOperations.PopCount(names & ~(_names | asked))) * wrongName) < halves;
    }

    private ulong NamesOf(ScaleForm form)
    {
        var names = 0UL;
        foreach (var degree in form.Degrees.AsSpan())
            names |= Explanation.Bit(_ground.Tonic.Fifths + degree.Fifths);
        return names;
    }

    // Notes that are neither this scale's nor those asked, at their places; up and down the better of each.
    private int LeastSlips(ReadOnlySpan<ReadNote> written)
    {
        var asked = _ground.Line;
        var (up, down) = (_line.Up.Degrees, _line.Down.Degrees);
        var length = _ground.Direction switch
        {
            Direction.Ascending => up.Length + 1,
            Direction.Descending => down.Length + 1,
            _ => up.Length + down.Length + 1,
        };
        // Where the counts differ, which note stands for which is not told by its place.
        if (written.Length != length || asked.Length != length || (_ground.Direction == Direction.Both && up.Length != _ground.Turn))
            return 0;
        var other = 0;
        for (var i = 0; i < length; i++)
        {
            // Going up by degree, then coming down from the top.
            var place = _ground.Direction == Direction.Descending ? length - 1 - i : i <= up.Length ? i : length - 1 - i;
            var degrees = _ground.Direction == Direction.Descending || (_ground.Direction == Direction.Both && i > up.Length) ? down : up;
            if (written[i].Name != asked[i] && written[i].Name.Fifths != _ground.Tonic.Fifths + (place < degrees.Length ? degrees[place].Fifths : 0))
                other++;
        }

        return Explanation.Least(other, length, _ground.Turn, written);
    }

    private static IEnumerable<Explanation> Lines(Ground ground, (FindingCode Code, ScaleType Written, int Notes) form)
    {
        var scale = ground.Style.Spell(form.Written, ground.Tonic);
        foreach (var meant in ground.EachWay(form.Code, scale.Ascending, scale.Descending, Explanation.Mark, ground.ItsScale, new FindingSubject.ScaleOn(form.Written, ground.Tonic), signature: (form.Written, ground.Tonic)))
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
