using Gavvet.Theory;

namespace Gavvet.Worksheets.Judging;

/// <summary>Findings as the sentence a teacher writes in the margin.</summary>
public static class FindingSentences
{
    /// <summary>The sentence.</summary>
    /// <param name="style">The house style.</param>
    /// <param name="asked">What was asked.</param>
    /// <param name="finding">The finding.</param>
    public static string Sentence(HouseStyle style, AskedScale asked, Finding finding)
    {
        ArgumentNullException.ThrowIfNull(style);
        ArgumentNullException.ThrowIfNull(asked);
        ArgumentNullException.ThrowIfNull(finding);
        var (expected, found) = (finding.Expected.Say(style), finding.Found.Say(style));
        var note = $"Note {finding.Position}";
        return finding.Code switch
        {
            FindingCode.ConcertForWritten => $"This is {found}, the concert pitch. {asked.Part?.Name} reads {expected}.",
            FindingCode.WrongDirection => $"The notes are right, the direction is not: write {DirectionWords(asked.Direction)}.",
            FindingCode.StartedElsewhere => $"These are the notes of {expected}, begun on {found}. Begin on the tonic.",
            FindingCode.WrongTonic => $"Begin on {expected}, not {found}.",
            FindingCode.SignatureWrong => $"Key signature: {finding.Detail}. {(finding.Expected is Thing.Signature { Signs.Length: 0 } ? "There are no sharps or flats" : $"Write {expected}")}.",
            FindingCode.ParallelForRelative => finding.Detail is null
                ? $"This is {found}. {expected} takes the notes of its relative major, not of the major on its tonic."
                : $"This is the signature of {found}. {expected} takes that of its relative major.",
            FindingCode.ModeSignatureOfTonicMajor => finding.Detail is null
                ? $"This is {found}. {expected} is not the major scale on its tonic."
                : $"This is the signature of {found}. {expected} does not take it.",
            FindingCode.NaturalForHarmonic => "This is the natural minor. In the harmonic minor the 7th is raised.",
            FindingCode.HarmonicForNatural => "This is the harmonic minor. In the natural minor the 7th is not raised.",
            FindingCode.HarmonicForMelodic => "This is the harmonic minor. The melodic minor raises the 6th too, going up.",
            FindingCode.NaturalForMelodic => "This is the natural minor. The melodic minor raises the 6th and 7th.",
            FindingCode.MelodicForNatural => "This is the melodic minor. In the natural minor 6th and 7th are not raised.",
            FindingCode.MinorForMajor => $"This is {found}. Major was asked.",
            FindingCode.SixthRaisedInHarmonic => "Only the 7th is raised in the harmonic minor; the 6th stays.",
            FindingCode.NotRestoredDescending => "Coming down, the melodic minor restores 6th and 7th.",
            FindingCode.NeighbourKey => $"One fifth off: these are the notes of the {style.Words.Neighbor} key with {found}.",
            FindingCode.OtherMode => $"This is {found}. {Capital(asked.Type.Name)} was asked.",
            FindingCode.StruckDegreeKept => $"{found} had to go. {Capital(asked.Type.Name)} is struck out of {asked.Type.Base?.Name}.",
            FindingCode.BlueNoteMissing => $"The blue note, {expected}, is missing.",
            FindingCode.OctaveMissing => $"Close the scale with its tonic, {expected}.",
            FindingCode.MissingNote => $"{expected} is missing.",
            FindingCode.ExtraNote => $"{note}: {found} is one too many.",
            FindingCode.EnharmonicName => finding.Found is Thing.ScaleOn
                ? $"This sounds right but is written as {found}. Begin on {style.Say(asked.WrittenTonic)}."
                : $"{note}: {found} sounds right but is written {expected} here.",
            FindingCode.LetterRepeated => $"{note}: the letter of {found} comes twice. Write {expected}.",
            FindingCode.LetterSkipped => $"{note}: {found} leaves a letter out. Write {expected}.",
            FindingCode.CancellationForgotten => $"{note}: the earlier accidental still holds, so this is {found}. Write the sign of {expected}.",
            FindingCode.AccidentalWrong => $"{note}: {expected}, not {found}.",
            FindingCode.AccidentalMissing => $"{note}: {found} needs its accidental, {expected}.",
            FindingCode.AccidentalExtra => $"{note}: {expected} needs no accidental.",
            FindingCode.MixedAccidentals => "As good as the key, though it mixes sharps and flats.",
            _ => $"The key signature already says {found}; the sign is not needed.",
        };
    }

    private static string DirectionWords(Direction direction) => direction switch
    {
        Direction.Ascending => "it going up",
        Direction.Descending => "it coming down",
        _ => "it up and then down",
    };

    private static string Capital(string words) => char.ToUpperInvariant(words[0]) + words[1..];
}
