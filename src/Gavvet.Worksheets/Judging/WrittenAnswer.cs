using System.Collections.Immutable;
using Gavvet.Theory;

namespace Gavvet.Worksheets.Judging;

/// <summary>What a student wrote: notes, and perhaps a key signature before them.</summary>
/// <param name="Notes">The notes in order.</param>
/// <param name="Signature">The key signature, or null where none is written.</param>
public sealed record WrittenAnswer(ImmutableArray<WrittenNote> Notes, WrittenSignature? Signature);

/// <summary>One note as it stands on the page.</summary>
/// <param name="Letter">Its letter.</param>
/// <param name="Sign">The accidental written at it, a natural sign included; null for a bare letter.</param>
/// <param name="StaffStep">Letters above C0 where it stands on a staff; null where only letters are written.</param>
/// <param name="AfterBarline">Whether a barline stands before it.</param>
public readonly record struct WrittenNote(Letter Letter, Accidental? Sign, int? StaffStep = null, bool AfterBarline = false);

/// <summary>A key signature as it stands on the page, right or not.</summary>
/// <param name="Notes">The signs in the order they are written.</param>
/// <param name="Clef">The clef they stand after, or null where places do not count.</param>
/// <param name="Positions">Half spaces above the bottom line, one for each sign, where a clef is given.</param>
public sealed record WrittenSignature(ImmutableArray<NoteName> Notes, Clef? Clef, ImmutableArray<int> Positions)
{
    /// <summary>Signs without places.</summary>
    /// <param name="notes">In the order they are written.</param>
    public static WrittenSignature Of(IEnumerable<NoteName> notes) => new([.. notes], null, []);

    /// <summary>What it does to a letter; the last sign on a letter counts.</summary>
    /// <param name="letter">The letter.</param>
    public Accidental On(Letter letter) => Notes.LastOrDefault(note => note.Letter == letter, new NoteName(letter)).Accidental;

    /// <summary>Whether it is a real signature of so many sharps or flats, in their order.</summary>
    /// <param name="fifths">Sharps (positive) or flats (negative).</param>
    public bool Is(int fifths) =>
        fifths is >= -KeySignature.Most and <= KeySignature.Most && Notes.SequenceEqual(new KeySignature(fifths).Notes);
}

/// <summary>A written note as it is to be read.</summary>
/// <param name="Name">The note it means.</param>
/// <param name="RepeatsSignature">Whether its sign says what the signature says already.</param>
/// <param name="HeldOver">Whether it is bare and an earlier accidental still holds.</param>
public readonly record struct ReadNote(NoteName Name, bool RepeatsSignature, bool HeldOver)
{
    /// <summary>The note it would mean if no accidental before it held.</summary>
    public NoteName Unheld { get; init; }

    /// <summary>The sign written at it, or null.</summary>
    public Accidental? Sign { get; init; }

    /// <summary>What the signature does to its letter.</summary>
    public Accidental BySignature { get; init; }

    /// <summary>Letters above C0 where it stands on a staff; null where only letters are written.</summary>
    public int? StaffStep { get; init; }
}

/// <summary>Reads what stands on the page.</summary>
public static class AnswerReading
{
    /// <summary>
    /// The notes meant: a bare letter takes the signature, a natural sign cancels it; on a staff an accidental lasts to the
    /// barline in its octave (common practice, no source).
    /// </summary>
    /// <param name="notes">The notes as written.</param>
    /// <param name="signature">What the signature does to a letter.</param>
    public static ImmutableArray<ReadNote> Read(ImmutableArray<WrittenNote> notes, Func<Letter, Accidental> signature)
    {
        var inForce = new Dictionary<int, Accidental>();
        // Where only letters are written nothing holds; still an earlier sign on a letter is a reason to write the next.
        var signed = new Dictionary<Letter, Accidental>();
        var read = ImmutableArray.CreateBuilder<ReadNote>(notes.Length);
        foreach (var note in notes)
        {
            if (note.AfterBarline)
            {
                inForce.Clear();
                signed.Clear();
            }

            var bySignature = signature(note.Letter);
            Accidental? held = note.StaffStep is { } place && inForce.TryGetValue(place, out var earlier) ? earlier : null;
            var accidental = note.Sign ?? held ?? bySignature;
            var isReminded = signed.TryGetValue(note.Letter, out var before) && before != bySignature;
            if (note is { Sign: { } sign, StaffStep: { } step })
                inForce[step] = sign;
            if (note.Sign is { } written)
                signed[note.Letter] = written;
            read.Add(
                new ReadNote(
                    new NoteName(note.Letter, accidental),
                    note.Sign == bySignature && bySignature != Accidental.Natural && !isReminded,
                    note.Sign is null && held is { } holding && holding != bySignature
                )
                {
                    Unheld = new NoteName(note.Letter, note.Sign ?? bySignature),
                    Sign = note.Sign,
                    BySignature = bySignature,
                    StaffStep = note.StaffStep,
                }
            );
        }

        return read.MoveToImmutable();
    }

    /// <summary>Where each note stands: where it is written on a staff, or else at the place of its letter nearest to the note
    /// before.</summary>
    /// <param name="notes">The notes as written.</param>
    /// <param name="near">Letters above C0 of the place the first is nearest to.</param>
    /// <returns>Letters above C0.</returns>
    public static ImmutableArray<int> Steps(ImmutableArray<WrittenNote> notes, int near)
    {
        const int nearestAbove = 3;
        var steps = ImmutableArray.CreateBuilder<int>(notes.Length);
        foreach (var note in notes)
        {
            var up = Letter.C.Up(near).LettersUpTo(note.Letter);
            near = note.StaffStep ?? (up <= nearestAbove ? near + up : near + up - Letters.Count);
            steps.Add(near);
        }

        return steps.MoveToImmutable();
    }

    /// <summary>The pitches meant by what is written.</summary>
    /// <param name="answer">What is written.</param>
    /// <param name="near">Letters above C0 of the place the first note is nearest to.</param>
    public static ImmutableArray<Pitch> Pitches(WrittenAnswer answer, int near) =>
        [
            .. Read(answer.Notes, letter => answer.Signature?.On(letter) ?? Accidental.Natural)
                .Zip(Steps(answer.Notes, near), (note, step) => Pitch.At(note.Name, step)),
        ];
}
