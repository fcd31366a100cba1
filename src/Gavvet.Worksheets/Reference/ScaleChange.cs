using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Reference;

/// <summary>One step on the way from a scale to another.</summary>
/// <param name="From">The note of the first scale, or null where the second has one more.</param>
/// <param name="To">The note of the second scale, or null where it has none.</param>
/// <param name="Words">What is done: "stays", "is lowered by a semitone to E♭".</param>
public sealed record ScaleChange(NoteName? From, NoteName? To, string Words)
{
    /// <summary>Whether the note is the same in both.</summary>
    public bool Stays => From is { } from && To is { } to && from == to;

    /// <summary>What changes from one scale to another, going up, letter by letter from the first tonic.</summary>
    /// <param name="from">The first scale.</param>
    /// <param name="to">The second scale.</param>
    public static ImmutableArray<ScaleChange> Between(AtlasEntry from, AtlasEntry to)
    {
        var changes = ImmutableArray.CreateBuilder<ScaleChange>();
        for (var step = 0; step < 7; step++)
        {
            var letter = from.Tonic.Letter.Up(step);
            NoteName[] before = [.. Body(from).Where(note => note.Letter == letter)];
            NoteName[] after = [.. Body(to).Where(note => note.Letter == letter)];
            // A letter that stands twice keeps what both have; the rest changes in order.
            foreach (var note in before.Intersect(after))
                changes.Add(new ScaleChange(note, note, Texts.Say("change.stays")));
            var (left, come) = (before.Except(after).ToArray(), after.Except(before).ToArray());
            for (var i = 0; i < Math.Max(left.Length, come.Length); i++)
                changes.Add(Change(i < left.Length ? left[i] : null, i < come.Length ? come[i] : null, from.Style));
        }

        return changes.ToImmutable();
    }

    private static IEnumerable<NoteName> Body(AtlasEntry entry) => entry.Scale.Ascending.SkipLast(1);

    private static ScaleChange Change(NoteName? from, NoteName? to, HouseStyle style) =>
        (from, to) switch
        {
            (null, { } come) => new ScaleChange(null, come, Texts.Say("change.comes", ("note", style.Say(come)))),
            ({ } gone, null) => new ScaleChange(gone, null, Texts.Say("change.falls")),
            var (before, after) => new ScaleChange(
                before,
                after,
                Moved(after!.Value.Accidental - before!.Value.Accidental, style.Say(after.Value))
            ),
        };

    private static string Moved(int semitones, string note) =>
        Texts.Say(semitones > 0 ? "change.raised" : "change.lowered", ("count", Math.Abs(semitones)), ("note", note));
}
