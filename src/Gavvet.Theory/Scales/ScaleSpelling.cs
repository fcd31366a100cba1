using System.Collections.Immutable;
using System.Runtime.InteropServices;

namespace Gavvet.Theory;

/// <summary>
/// Spells a scale type on a tonic by two routes that know nothing of each other, and hands out only what both say; a
/// rotation is held against its parent besides.
/// </summary>
public static class ScaleSpelling
{
    /// <summary>The scale on a tonic.</summary>
    /// <param name="type">The scale type.</param>
    /// <param name="tonic">The tonic.</param>
    /// <exception cref="UnwritableNoteException">The scale would need a triple accidental; the message offers a tonic that
    /// works.</exception>
    /// <exception cref="RoutesDisagreeException">The type's degrees, its steps and its parent do not describe one scale.</exception>
    public static Scale Spell(ScaleType type, NoteName tonic)
    {
        try
        {
            var up = Agreed(type, type.Up, tonic);
            var scale = new Scale(type, up, type.IsTwoWay ? Agreed(type, type.Down, tonic) : up);
            if (type.Parent is { } parent)
                AgreeWithParent(scale, parent);
            return scale;
        }
        catch (UnwritableNoteException)
        {
            throw new UnwritableNoteException(
                Twin(type, tonic) is { } twin
                    ? TheoryTexts.Say("scale.triple.offer", ("tonic", tonic), ("scale", type.Name), ("twin", twin))
                    : TheoryTexts.Say("scale.triple", ("tonic", tonic), ("scale", type.Name))
            );
        }
    }

    /// <summary>Whether the scale can be written on a tonic without a triple accidental.</summary>
    /// <param name="type">The scale type.</param>
    /// <param name="tonic">The tonic.</param>
    public static bool CanSpell(ScaleType type, NoteName tonic)
    {
        return IsWritable(type.Up, tonic) && (!type.IsTwoWay || IsWritable(type.Down, tonic));
    }

    /// <summary>Route A reads only the degrees: each is so many fifths from the tonic.</summary>
    /// <param name="form">The line to spell.</param>
    /// <param name="tonic">The tonic.</param>
    /// <returns>From the tonic up to the tonic.</returns>
    /// <exception cref="UnwritableNoteException">A note would need a triple accidental.</exception>
    public static ImmutableArray<NoteName> ByDegrees(ScaleForm form, NoteName tonic)
    {
        var fifths = tonic.Fifths;
        var degrees = form.Degrees.AsSpan();
        var notes = new NoteName[degrees.Length + 1];
        for (var i = 0; i < degrees.Length; i++)
            notes[i] = NoteName.FromFifths(fifths + degrees[i].Fifths);
        notes[^1] = tonic;
        return ImmutableCollectionsMarshal.AsImmutableArray(notes);
    }

    /// <summary>Route B reads only the letters and steps: each letter in turn, with the accidental its distance then needs.</summary>
    /// <param name="form">The line to spell.</param>
    /// <param name="tonic">The tonic.</param>
    /// <returns>From the tonic up to the note the last step leads to.</returns>
    /// <exception cref="UnwritableNoteException">A note would need a triple accidental.</exception>
    public static ImmutableArray<NoteName> BySteps(ScaleForm form, NoteName tonic)
    {
        var steps = form.Steps.AsSpan();
        var onC = form.Letters.AsSpan();
        var notes = new NoteName[steps.Length + 1];
        notes[0] = tonic;
        var semitones = tonic.Semitones;
        for (var i = 0; i < steps.Length; i++)
        {
            // The letters stand as on C; after the last of them comes the tonic's letter an octave higher.
            var letters = (int)tonic.Letter + (i + 1 < onC.Length ? (int)onC[i + 1] : Letters.Count);
            semitones += steps[i];
            var octave = letters >= Letters.Count ? (letters >= 2 * Letters.Count ? 2 : 1) : 0;
            notes[i + 1] = NoteName.WithSemitones((Letter)(letters - (Letters.Count * octave)), semitones - (12 * octave));
        }

        return ImmutableCollectionsMarshal.AsImmutableArray(notes);
    }

    /// <summary>The rotation's parent on the tonic it then has.</summary>
    /// <param name="type">A rotation.</param>
    /// <param name="tonic">The rotation's tonic.</param>
    /// <exception cref="InvalidOperationException">The type is no rotation.</exception>
    public static (ScaleType Parent, NoteName Tonic) ParentOf(ScaleType type, NoteName tonic)
    {
        var parent = type.Parent ?? throw new InvalidOperationException($"{type.Name} is not a rotation of another scale.");
        return (parent, NoteName.FromFifths(tonic.Fifths - parent.Degrees[type.ParentPosition - 1].Fifths));
    }

    private static ImmutableArray<NoteName> Agreed(ScaleType type, ScaleForm form, NoteName tonic)
    {
        var (byDegrees, bySteps) = (ByDegrees(form, tonic), BySteps(form, tonic));
        // Checked here first: the words for a disagreement are made only when there is one.
        return byDegrees.AsSpan().SequenceEqual(bySteps.AsSpan()) ? byDegrees : TwoRoutes.Agree($"{tonic} {type.Name}", byDegrees, bySteps);
    }

    // The parent's notes, begun on another of them. Symmetric scales are respelled on each tonic, so there only the
    // sound must agree.
    private static void AgreeWithParent(Scale scale, ScaleType parent)
    {
        var first = scale.Type.ParentPosition - 1;
        var degrees = parent.Degrees;
        if (degrees.Length != scale.Ascending.Length - 1)
            throw Disagreement(scale, parent);
        var parentFifths = scale.Tonic.Fifths - degrees[first].Fifths;
        var bySound = scale.Type.Family == ScaleFamily.Symmetric;
        for (var i = 0; i < degrees.Length; i++)
        {
            var place = first + i;
            var fifths = parentFifths + degrees[place < degrees.Length ? place : place - degrees.Length].Fifths;
            var note = scale.Ascending[i].Fifths;
            if (bySound ? (fifths - note) % 12 != 0 : fifths != note)
                throw Disagreement(scale, parent);
        }
    }

    private static RoutesDisagreeException Disagreement(Scale scale, ScaleType parent) =>
        new($"{scale.Tonic} {scale.Type.Name}", string.Join(' ', scale.Ascending), $"the notes of its parent, {parent.Name}");

    private static bool IsWritable(ScaleForm form, NoteName tonic)
    {
        var fifths = tonic.Fifths;
        foreach (var degree in form.Degrees)
        {
            if (!NoteName.HasFifths(fifths + degree.Fifths))
                return false;
        }

        return true;
    }

    // The tonic of the same sound, nearest to C, on which the scale can be written.
    private static NoteName? Twin(ScaleType type, NoteName tonic) =>
        NoteName
            .All.Where(other => other.PitchClass == tonic.PitchClass && other != tonic && CanSpell(type, other))
            .OrderBy(other => Math.Abs(other.Fifths))
            .Select(other => (NoteName?)other)
            .FirstOrDefault();
}
