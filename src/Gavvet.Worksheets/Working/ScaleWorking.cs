using System.Collections.Immutable;
using Gavvet.Theory;

namespace Gavvet.Worksheets.Working;

/// <summary>How a scale is worked out on paper, by the route a house style names.</summary>
public static class ScaleWorking
{
    /// <summary>The whole derivation: letters, signature, route, descent, checks.</summary>
    /// <param name="type">The scale type.</param>
    /// <param name="tonic">The tonic.</param>
    /// <param name="style">The house style.</param>
    /// <param name="direction">The direction asked; of a scale going up nothing is said about coming down.</param>
    /// <param name="bySignature">Whether it may be written with a key signature.</param>
    /// <exception cref="UnwritableNoteException">The scale would need a triple accidental.</exception>
    public static ImmutableArray<WorkingStep> Of(
        ScaleType type,
        NoteName tonic,
        HouseStyle style,
        Direction direction = Direction.Both,
        bool bySignature = true
    )
    {
        var scale = style.Spell(type, tonic);
        return
        [
            .. Letters(scale),
            .. Route(scale, style, bySignature),
            .. bySignature ? Signature(scale, style) : [],
            .. direction == Direction.Ascending ? [] : Descent(scale),
            .. Blue(scale, style),
            .. Checks(scale),
            .. style.RemarkOn(type, tonic) is { } remark ? new[] { new Remarked(remark) } : [],
        ];
    }

    /// <summary>How one scale is got from another on the same tonic.</summary>
    /// <param name="from">The scale that is changed.</param>
    /// <param name="to">The scale wanted; its line going up counts.</param>
    public static DerivedFrom Derive(Scale from, Scale to)
    {
        var (before, after) = (Named(from), Named(to));
        var lost = before.Where(note => !after.Contains(note)).ToArray();
        var gained = after.Where(note => !before.Contains(note)).ToArray();
        // A degree lost and another of its number gained is one degree altered.
        var altered = lost.Select(note => new Alteration(note, gained.FirstOrDefault(other => other.Degree.Number == note.Degree.Number)))
            .Where(change => gained.Contains(change.After))
            .ToImmutableArray();
        return new DerivedFrom(
            from,
            altered,
            [.. lost.Except(altered.Select(change => change.Before))],
            [.. gained.Except(altered.Select(change => change.After))]
        );
    }

    private static IEnumerable<WorkingStep> Letters(Scale scale)
    {
        if (scale.Type.IsSevenLetters)
            yield return new LettersWritten([.. scale.Ascending.Select(note => note.Letter)]);
    }

    private static IEnumerable<WorkingStep> Route(Scale scale, HouseStyle style, bool bySignature)
    {
        var type = scale.Type;
        if (type.IsMajor)
            return [Walked(scale)];
        if (type.Family == ScaleFamily.MajorAndMinor)
            return Minor(scale, style, bySignature);
        if (type.IsMode)
            return [.. Mode(scale, style), .. OnTheBoard(scale)];
        WorkingStep[] derived = [.. OnTheBoard(scale), .. Rotation(scale)];
        return derived.Length > 0 ? derived : [Walked(scale)];
    }

    // The natural minor from its relative or parallel major, then what the form raises.
    private static IEnumerable<WorkingStep> Minor(Scale scale, HouseStyle style, bool bySignature)
    {
        var minor = new Key(scale.Tonic, KeyMode.Minor);
        var byParallel = style.FindingMinors == MinorSchool.ParallelMajor;
        if (byParallel && minor.Parallel.IsTheoretical)
            yield return new WayClosed(minor.Parallel);
        var natural = ScaleSpelling.CanSpell(ScaleTypes.NaturalMinor, scale.Tonic)
            ? ScaleSpelling.Spell(ScaleTypes.NaturalMinor, scale.Tonic)
            : null;
        if (natural is null)
            yield return Walked(scale);
        else if (byParallel && !minor.Parallel.IsTheoretical)
            yield return Derive(ScaleSpelling.Spell(ScaleTypes.Major, scale.Tonic), natural);
        else if (minor.IsTheoretical)
            yield return Walked(natural);
        else
            yield return new RelativeFound(minor, minor.Relative, ByNotes: !bySignature);
        if (natural is not null && scale.Type.Id != natural.Type.Id)
            yield return Derive(natural, scale);
    }

    private static IEnumerable<WorkingStep> Mode(Scale scale, HouseStyle style)
    {
        var (parent, parentTonic) = ScaleSpelling.ParentOf(scale.Type, scale.Tonic);
        var parentKey = new Key(parentTonic, parent.HasMinorThird ? KeyMode.Minor : KeyMode.Major);
        var tonicMajor = new Key(scale.Tonic);
        var byAltered = style.FindingModes == ModeSchool.AlteredDegrees;
        var (wanted, other) = byAltered ? (tonicMajor, parentKey) : (parentKey, tonicMajor);
        if (wanted.IsTheoretical)
        {
            yield return new WayClosed(wanted);
            if (other.IsTheoretical)
            {
                yield return Walked(scale);
                yield break;
            }
        }

        if (byAltered != wanted.IsTheoretical)
            yield return Derive(ScaleSpelling.Spell(ScaleTypes.Major, scale.Tonic), scale);
        else
            yield return new RotationFound(scale.Type, scale.Tonic, ScaleSpelling.Spell(parent, parentTonic));
    }

    private static IEnumerable<WorkingStep> OnTheBoard(Scale scale)
    {
        if (scale.Type.Base is { } from && ScaleSpelling.CanSpell(from, scale.Tonic))
            yield return Derive(ScaleSpelling.Spell(from, scale.Tonic), scale);
    }

    private static IEnumerable<WorkingStep> Rotation(Scale scale)
    {
        if (scale.Type.Parent is null || scale.Type.Family == ScaleFamily.Symmetric)
            yield break;
        var (parent, tonic) = ScaleSpelling.ParentOf(scale.Type, scale.Tonic);
        if (ScaleSpelling.CanSpell(parent, tonic))
            yield return new RotationFound(scale.Type, scale.Tonic, ScaleSpelling.Spell(parent, tonic));
    }

    private static IEnumerable<WorkingStep> Signature(Scale scale, HouseStyle style)
    {
        if (style.SignatureKey(scale.Type, scale.Tonic) is { } key)
            yield return key.IsTheoretical ? new SignatureImpossible(key) : new SignatureUsed(key, key.Signature);
    }

    private static IEnumerable<WorkingStep> Descent(Scale scale)
    {
        if (!scale.Type.IsTwoWay)
            yield break;
        var (up, down) = (Named(scale), Named(scale.Type.Down.Degrees, scale.Descending.Reverse()));
        ImmutableArray<Alteration> changes =
            up.Length == down.Length
                ?
                [
                    .. up.Zip(down, (before, after) => new Alteration(before, after))
                        .Where(change => change.Before != change.After)
                        .Reverse(),
                ]
                : [];
        yield return new ChangedDescending(changes);
    }

    private static IEnumerable<WorkingStep> Blue(Scale scale, HouseStyle style)
    {
        if (scale.Type.Id != "minor-blues")
            yield break;
        // The note between 4 and 5, under either of its names; the wider school adds the lowered 3 and 7.
        var blue = Named(scale)
            .Where(note =>
                note.Degree.Semitones == 6 || (style.BlueNotes == BlueNotes.Three && note.Degree is { Alteration: Accidental.Flat })
            );
        yield return new BlueNotesNamed([.. blue]);
    }

    private static IEnumerable<WorkingStep> Checks(Scale scale)
    {
        var type = scale.Type;
        if (!type.IsSevenLetters)
        {
            yield return new NotesCounted(type.Degrees.Length);
            yield break;
        }

        yield return new EachLetterOnce();
        if (type.Degrees[^1] == new Degree(7))
            yield return new SeventhLeads(scale.Ascending[^2], scale.Tonic);
        // Only major, natural minor and the modes of major never mix sharps and flats, so only there the count is a check.
        if (type.IsMajor || type.ParentId == ScaleTypes.Major.Id)
            yield return new AlteredCounted(
                WorkingSentences.InSignatureOrder(scale.AlteredNotes),
                scale.Tonic.Accidental == Accidental.Natural ? null : scale.Tonic
            );
    }

    private static StepsWalked Walked(Scale scale) => new(scale.Type, scale.Ascending, scale.MeasuredSteps(Direction.Ascending));

    private static ImmutableArray<DegreeNote> Named(Scale scale) => Named(scale.Type.Up.Degrees, scale.Ascending);

    private static ImmutableArray<DegreeNote> Named(ImmutableArray<Degree> degrees, IEnumerable<NoteName> notes) =>
        [.. degrees.Zip(notes, (degree, note) => new DegreeNote(degree, note))];
}
