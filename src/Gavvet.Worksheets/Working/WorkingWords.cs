using System.Collections.Immutable;
using Gavvet.Theory;

namespace Gavvet.Worksheets.Working;

/// <summary>Derivations in a teacher's sentences.</summary>
public static class WorkingWords
{
    /// <summary>One step as a sentence.</summary>
    /// <param name="step">The step.</param>
    public static string Sentence(WorkingStep step) => step switch
    {
        LettersWritten letters => $"Letters: {string.Join(' ', letters.Letters)}.",
        StepsWalked walk => $"Steps: {Walk(walk)}.",
        SignatureUsed { Signature.Count: 0 } used => $"{used.Key} has no sharps or flats.",
        SignatureUsed used => $"{used.Key} has {used.Signature}: {string.Join(' ', used.Signature.Notes)}.",
        LastAccidental last => Last(last),
        AlteredCounted { Notes.Length: 0 } => "Check: no altered notes.",
        AlteredCounted counted => $"Check: {CountText.Signs(counted.Notes.Length, counted.Notes[0].Accidental)}, {string.Join(' ', counted.Notes)}{NotAgain(counted.Closing)}.",
        HalfStepsFound found => $"Half steps: {string.Join(", ", found.Pairs.Select(pair => $"{pair.First}–{pair.Second}"))}.",
        _ => throw new ArgumentException($"No words for {step?.GetType().Name}."),
    };

    private static string Walk(StepsWalked walk)
    {
        var text = new System.Text.StringBuilder($"{walk.Notes[0]}");
        for (var i = 0; i < walk.Semitones.Length; i++)
            text.Append(" –").Append(StepWords.Sign(walk.Semitones[i])).Append("– ").Append(walk.Notes[i + 1]);
        return text.ToString();
    }

    private static string Last(LastAccidental last)
    {
        var notes = last.Signature.Notes;
        return (last.Signature.Kind, notes.Length) switch
        {
            (Accidental.Sharp, _) => $"The last sharp, {notes[^1]}, is the leading note: a half step above it is {last.Key.Tonic}.",
            (Accidental.Flat, 1) => $"One flat, {notes[0]}, belongs to {last.Key}.",
            (Accidental.Flat, _) => $"The last flat but one, {notes[^2]}, is the tonic.",
            _ => $"No sharps or flats belong to {last.Key}.",
        };
    }

    private static string NotAgain(NoteName? closing) =>
        closing is { } tonic ? $"; the {tonic} of the octave is not counted again" : "";

    /// <summary>The order in which altered notes are counted: that of the signature.</summary>
    /// <param name="notes">The altered notes in any order.</param>
    public static ImmutableArray<NoteName> InSignatureOrder(ImmutableArray<NoteName> notes) =>
        [.. notes.OrderBy(note => (note.Accidental == Accidental.Flat ? KeySignature.OrderOfFlats : KeySignature.OrderOfSharps).IndexOf(note.Letter))];
}
