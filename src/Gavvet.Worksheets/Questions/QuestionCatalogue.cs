using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Questions;

/// <summary>The kinds of question there are.</summary>
public sealed class QuestionCatalogue
{
    private readonly ImmutableDictionary<string, QuestionKind> _byId;

    /// <summary>A catalogue of these kinds.</summary>
    /// <param name="kinds">In the order they are offered.</param>
    public QuestionCatalogue(IEnumerable<QuestionKind> kinds)
    {
        All = [.. kinds];
        _byId = All.ToImmutableDictionary(kind => kind.Id);
    }

    /// <summary>Every kind the program ships, in teaching order.</summary>
    public static QuestionCatalogue Standard { get; } = new(
    [
        PrintedScales.WriteSteps,
        PrintedScales.MarkSemitones,
        WrittenScales.BuildFromSteps,
        ScaleWords.NameFromSteps,
        ScaleWords.JoinTetrachords,
        KeyboardKind.KeyboardScale,
        FretboardKind.FretboardScale,
        AccidentalsKind.AddAccidentals,
        WrittenScales.WriteScale,
        PrintedScales.CompleteScale,
        PrintedScales.CorrectScale,
        PrintedScales.IdentifyScale,
        ScalesAgain.ConvertForm,
        ScalesAgain.ChangeClef,
        PrintedScales.RingDifferences,
        Signatures.CountAccidentals,
        Signatures.SignatureToAccidentals,
        Signatures.AccidentalsToSignature,
        Signatures.WriteSignature,
        Signatures.NameKey,
        Signatures.OrderOfAccidentals,
        KeyWords.RelativeKey,
        KeyWords.ParallelKey,
        KeyWords.SameLetterTwin,
        CircleKind.CircleOfFifths,
        MelodyKind.KeyOfMelody,
        KeyWords.ScalesContaining,
        DegreeWording.NameDegree,
        DegreeWording.WriteDegree,
        KeyWords.KeyFromDegree,
        PrintedScales.LabelDegrees,
        DegreeWording.LeadingOrSubtonic,
        DegreeWording.ModeParent,
        DegreeWording.ModeDegrees,
        DegreeWording.CharacteristicDegree,
        PrintedScales.StrikeDegrees,
        BlueNoteKind.BlueNote,
        ScaleWords.RelativePentatonic,
        ScaleWords.AugmentedSeconds,
        ScaleWords.SameNotes,
        ScaleWords.ScalePattern,
        ChordWords.ScaleIntervals,
        ChordWords.ScaleTriads,
        WrittenScales.TonicArpeggio,
        ChordWords.ChordScale,
        KeyWords.EnharmonicNotes,
        ScalesAgain.EnharmonicScale,
        KeyWords.EnharmonicKey,
        KeyWords.PracticalKey,
        ScaleWords.ChooseSpelling,
        KeyWords.WrittenKey,
        ScalesAgain.TransposeScale,
        OwnQuestions.FreeText,
    ]);

    /// <summary>The kinds, in the order they are offered.</summary>
    public ImmutableArray<QuestionKind> All { get; }

    /// <summary>The kind of this name in files, or null.</summary>
    /// <param name="id">Such as "write-scale".</param>
    public QuestionKind? Find(string? id) => id is not null && _byId.TryGetValue(id, out var kind) ? kind : null;

    /// <summary>The kind whose name in files is nearest to what was written.</summary>
    /// <param name="id">What was written.</param>
    public QuestionKind Nearest(string id) => All.MinBy(kind => TextDistance.Between(kind.Id, id ?? ""))!;

    /// <summary>What a section is called: the teacher's heading, or its kind's name.</summary>
    /// <param name="section">The section.</param>
    /// <exception cref="KeyNotFoundException">There is no such kind.</exception>
    public string HeadingOf(Section section)
    {
        ArgumentNullException.ThrowIfNull(section);
        return section.Title.Length > 0 ? section.Title : Get(section.KindId).Name;
    }

    /// <summary>The kind of this name in files.</summary>
    /// <param name="id">Such as "write-scale".</param>
    /// <exception cref="KeyNotFoundException">There is none.</exception>
    public QuestionKind Get(string id) => _byId[id];
}
