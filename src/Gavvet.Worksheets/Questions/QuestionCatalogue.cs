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
    public static QuestionCatalogue Standard { get; } =
        new([
            PrintedScaleKinds.WriteSteps,
            PrintedScaleKinds.MarkSemitones,
            WrittenScaleKinds.BuildFromSteps,
            ScaleKinds.NameFromSteps,
            ScaleKinds.JoinTetrachords,
            TetrachordKinds.Tetrachords,
            KeyboardKinds.KeyboardScale,
            FretboardKinds.FretboardScale,
            AccidentalKinds.AddAccidentals,
            WrittenScaleKinds.WriteScale,
            PrintedScaleKinds.CompleteScale,
            PrintedScaleKinds.CorrectScale,
            PrintedScaleKinds.IdentifyScale,
            MinorFormKinds.WhichMinor,
            RewrittenScaleKinds.ConvertForm,
            RewrittenScaleKinds.ChangeClef,
            ClefKinds.MissingClef,
            PrintedScaleKinds.RingDifferences,
            SignatureKinds.CountAccidentals,
            SignatureKinds.SignatureToAccidentals,
            SignatureKinds.AccidentalsToSignature,
            SignatureKinds.WriteSignature,
            SignatureKinds.NameKey,
            SignatureKinds.OrderOfAccidentals,
            KeyKinds.RelativeKey,
            KeyKinds.ParallelKey,
            NearKeyKinds.RelatedKeys,
            KeyKinds.SameLetterTwin,
            CircleKinds.CircleOfFifths,
            MelodyKinds.KeyOfMelody,
            KeyKinds.ScalesContaining,
            DegreeKinds.NameDegree,
            DegreeKinds.WriteDegree,
            DegreeWritingKinds.DegreesOnStaff,
            KeyKinds.KeyFromDegree,
            StartingPointKinds.ScaleFromDegree,
            PrintedScaleKinds.LabelDegrees,
            DegreeKinds.LeadingOrSubtonic,
            DegreeKinds.ModeParent,
            StartingPointKinds.StartOnDegree,
            DegreeKinds.ModeDegrees,
            DegreeKinds.CharacteristicDegree,
            PrintedScaleKinds.StrikeDegrees,
            BlueNoteKinds.BlueNote,
            ScaleKinds.RelativePentatonic,
            ScaleKinds.AugmentedSeconds,
            ScaleKinds.SameNotes,
            ScaleKinds.ScalePattern,
            ChordKinds.ScaleIntervals,
            DegreeWritingKinds.IntervalOfDegrees,
            ChordKinds.ScaleTriads,
            ChordWritingKinds.SignatureAndTriad,
            WrittenScaleKinds.TonicArpeggio,
            ChordKinds.ChordScale,
            ChordWritingKinds.SpellProgression,
            KeyKinds.EnharmonicNotes,
            RewrittenScaleKinds.EnharmonicScale,
            KeyKinds.EnharmonicKey,
            KeyKinds.PracticalKey,
            ScaleKinds.ChooseSpelling,
            KeyKinds.WrittenKey,
            RewrittenScaleKinds.TransposeScale,
            TransposeKinds.TransposeBetween,
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
    /// <param name="style">The house style whose words it has.</param>
    /// <exception cref="KeyNotFoundException">There is no such kind.</exception>
    public string HeadingOf(Section section, HouseStyle style)
    {
        return section.Title.Length > 0 ? section.Title : Get(section.KindId).NameIn(style);
    }

    /// <summary>The kind of this name in files.</summary>
    /// <param name="id">Such as "write-scale".</param>
    /// <exception cref="KeyNotFoundException">There is none.</exception>
    public QuestionKind Get(string id) => _byId[id];
}
