using System.Collections.Immutable;
using System.Numerics;
using Gavvet.Theory;

namespace Gavvet.Worksheets.Judging;

/// <summary>Another scale of the catalogue that may have been written on the tonic; its lines are made when an answer may be one.</summary>
internal sealed class OtherForm
{
    private readonly LineAsked _lineAsked;
    private readonly (FindingCode Code, ScaleType Written, int Notes) _form;
    private readonly ScaleType _line;
    private readonly ulong _names;
    private readonly bool _isWritable;
    private ImmutableArray<Explanation> _meant;

    public OtherForm(LineAsked lineAsked, (FindingCode Code, ScaleType Written, int Notes) form)
    {
        (_lineAsked, _form, _line) = (lineAsked, form, lineAsked.Style.LineOf(form.Written, lineAsked.Tonic));
        _isWritable = ScaleSpelling.CanSpell(_line, lineAsked.Tonic);
        if (!_isWritable)
            return;
        _names = NamesOf(_line.Up) | (_line.IsTwoWay ? NamesOf(_line.Down) : 0);
        // One way may be the other scale and one the scale asked.
        if (lineAsked.Direction == Direction.Both)
            _names |= Explanation.MaskOf(lineAsked.Line);
    }

    /// <summary>Its lines: in the direction asked, or up, down or both.</summary>
    public ImmutableArray<Explanation> Meant => _meant.IsDefault ? _meant = [.. Lines(_lineAsked, _form)] : _meant;

    /// <summary>Whether it can cost no more than what is known: it is said where it explains all but slips, and caps the cost where it
    /// explains some.</summary>
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
            || Math.Min(Explanation.Mark, wrongName) + (Math.Max(least, BitOperations.PopCount(names & ~(_names | asked))) * wrongName)
                < halves;
    }

    private ulong NamesOf(ScaleForm form)
    {
        var names = 0UL;
        foreach (var degree in form.Degrees.AsSpan())
            names |= Explanation.Bit(_lineAsked.Tonic.Fifths + degree.Fifths);
        return names;
    }

    // Notes that are neither this scale's nor those asked, at their places; up and down the better of each.
    private int LeastSlips(ReadOnlySpan<ReadNote> written)
    {
        var asked = _lineAsked.Line;
        var (up, down) = (_line.Up.Degrees, _line.Down.Degrees);
        var length = _lineAsked.Direction switch
        {
            Direction.Ascending => up.Length + 1,
            Direction.Descending => down.Length + 1,
            _ => up.Length + down.Length + 1,
        };
        // Where the counts differ, which note stands for which is not told by its place.
        if (written.Length != length || asked.Length != length || (_lineAsked.Direction == Direction.Both && up.Length != _lineAsked.Turn))
            return 0;
        var other = 0;
        for (var i = 0; i < length; i++)
        {
            // Going up by degree, then coming down from the top.
            var place =
                _lineAsked.Direction == Direction.Descending ? length - 1 - i
                : i <= up.Length ? i
                : length - 1 - i;
            var degrees =
                _lineAsked.Direction == Direction.Descending || (_lineAsked.Direction == Direction.Both && i > up.Length) ? down : up;
            if (
                written[i].Name != asked[i]
                && written[i].Name.Fifths != _lineAsked.Tonic.Fifths + (place < degrees.Length ? degrees[place].Fifths : 0)
            )
                other++;
        }

        return Explanation.Least(other, length, _lineAsked.Turn, written);
    }

    private static IEnumerable<Explanation> Lines(LineAsked lineAsked, (FindingCode Code, ScaleType Written, int Notes) form)
    {
        var scale = lineAsked.Style.Spell(form.Written, lineAsked.Tonic);
        foreach (
            var meant in lineAsked.EachWay(
                form.Code,
                scale.Ascending,
                scale.Descending,
                Explanation.Mark,
                lineAsked.ItsScale,
                new FindingSubject.ScaleOn(form.Written, lineAsked.Tonic),
                signature: (form.Written, lineAsked.Tonic)
            )
        )
        {
            // A seventh that stays raised coming down is one that was not restored.
            if (form.Code == FindingCode.HarmonicForMelodic && meant.Explains == Way.Down)
                continue;
            var differing = lineAsked.Differing(meant.Notes);
            if (differing >= form.Notes)
                yield return differing == 1 && form.Code == FindingCode.OtherMode ? lineAsked.Exactly(meant) : meant;
        }
    }
}
