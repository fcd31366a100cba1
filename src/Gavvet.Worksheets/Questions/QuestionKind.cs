using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Questions;

/// <summary>A kind of question: what it asks, what it gives, and how its answer is found.</summary>
public abstract class QuestionKind
{
    /// <summary>The name in files.</summary>
    public abstract string Id { get; }

    /// <summary>The name in lists and as a section's heading.</summary>
    public abstract string Name { get; }

    /// <summary>Whether a staff is printed, so that the clef matters.</summary>
    public abstract bool UsesClef { get; }

    /// <summary>Whether a staff is printed in a way of asking.</summary>
    /// <param name="option">The way of asking; empty for the first.</param>
    public virtual bool UsesClefAs(string option) => UsesClef;

    /// <summary>Whether there is a choice between key signature and accidentals.</summary>
    public abstract bool UsesNotation { get; }

    /// <summary>Whether there is a choice of direction.</summary>
    public abstract bool UsesDirection { get; }

    /// <summary>The scaffolding this kind can give, from most to least; the last is blank.</summary>
    public abstract ImmutableArray<Scaffolding> Scaffoldings { get; }

    /// <summary>Whether it can be asked of a scale type.</summary>
    /// <param name="type">The scale type.</param>
    public abstract bool Takes(ScaleType type);

    /// <summary>Whether the tonic matters; a kind about the type alone asks each once.</summary>
    public virtual bool UsesTonic => true;

    /// <summary>How many different questions it can ask about one scale on one tonic and clef.</summary>
    /// <param name="type">The scale type.</param>
    public virtual int Variants(ScaleType type) => 1;

    /// <summary>How many different questions it can ask about one scale as a section asks them.</summary>
    /// <param name="section">The section.</param>
    /// <param name="type">The scale type.</param>
    public virtual int VariantsIn(Section section, ScaleType type) => Variants(type);

    /// <summary>Whether scales can be written over more than one octave.</summary>
    public virtual bool UsesOctaves => false;

    /// <summary>Whether a fretboard is printed, so that its tuning matters.</summary>
    public virtual bool UsesTuning => false;

    /// <summary>Its ways of asking, the usual one first; empty where there is one only.</summary>
    public virtual ImmutableArray<KindOption> Options => [];

    /// <summary>Whether the answer is words on lines, so that it can be chosen instead of written.</summary>
    public virtual bool AnswersInWords => false;

    /// <summary>Whether its questions stand in the order of their variants and not by chance.</summary>
    public virtual bool KeepsOrder => false;

    /// <summary>Whether it asks the questions a section holds in the teacher's own words.</summary>
    public virtual bool AsksOwn => false;

    /// <summary>Whether a part is asked about its own written key.</summary>
    public virtual bool IsTransposed => UsesTonic;

    /// <summary>What the task itself weighs in a question's load.</summary>
    public virtual int Weight => PerRow == 2 ? 3 : 5;

    /// <summary>Whether there is such a question: its answer exists, is the only one, and needs no note that is not written.</summary>
    /// <param name="draw">The scale, tonic and variant; the scale can be written in the house style at hand.</param>
    public bool CanAsk(Draw draw)
    {
        try
        {
            return Asks(draw);
        }
        catch (UnwritableNoteException)
        {
            // On a far tonic the house style may write a scale whose other spellings need triple accidentals.
            return false;
        }
    }

    /// <summary>Whether there is such a question, as the kind knows it.</summary>
    /// <param name="draw">The scale, tonic and variant.</param>
    /// <exception cref="UnwritableNoteException">A note it needs is not written.</exception>
    private protected virtual bool Asks(Draw draw) => true;

    /// <summary>The group it is offered in, in the order of the subject.</summary>
    public abstract QuestionGroup Group { get; }

    /// <summary>How many questions stand side by side.</summary>
    public abstract int PerRow { get; }

    /// <summary>The instruction under the heading when the teacher gives none.</summary>
    /// <param name="section">The section.</param>
    /// <param name="style">The house style it is said in.</param>
    public abstract string Instruction(Section section, HouseStyle style);

    /// <summary>The question.</summary>
    /// <param name="setting">What it is about.</param>
    public abstract Question Ask(QuestionSetting setting);

    /// <summary>Its answer, with working.</summary>
    /// <param name="setting">What it is about.</param>
    /// <exception cref="RoutesDisagreeException">Two derivations differ, so there is no answer to print.</exception>
    public abstract Answer Answer(QuestionSetting setting);
}

/// <summary>A way of asking.</summary>
/// <param name="Id">The name in files.</param>
/// <param name="Name">The name on screen.</param>
public sealed record KindOption(string Id, string Name);

/// <summary>Parts of the subject, in teaching order.</summary>
public enum QuestionGroup
{
    /// <summary>Steps and formulas.</summary>
    Steps,

    /// <summary>Writing scales.</summary>
    Scales,

    /// <summary>Signatures and keys.</summary>
    Signatures,

    /// <summary>Degrees.</summary>
    Degrees,

    /// <summary>Modes.</summary>
    Modes,

    /// <summary>Pentatonic, blues, symmetric and exotic scales.</summary>
    OtherScales,

    /// <summary>Intervals and chords.</summary>
    Chords,

    /// <summary>Enharmonic names and transposing parts.</summary>
    Enharmonic,

    /// <summary>The teacher's own.</summary>
    Own,
}

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
        new WriteSteps(),
        new MarkSemitones(),
        new BuildFromSteps(),
        new NameFromSteps(),
        new JoinTetrachords(),
        new KeyboardScale(),
        new FretboardScale(),
        new AddAccidentals(),
        new WriteScale(),
        new CompleteScale(),
        new CorrectScale(),
        new IdentifyScale(),
        new ConvertForm(),
        new ChangeClef(),
        new RingDifferences(),
        new CountAccidentals(),
        new SignatureToAccidentals(),
        new AccidentalsToSignature(),
        new WriteSignature(),
        new NameKey(),
        new OrderOfAccidentals(),
        new RelativeKey(),
        new ParallelKey(),
        new SameLetterTwin(),
        new CircleOfFifths(),
        new KeyOfMelody(),
        new ScalesContaining(),
        new NameDegree(),
        new WriteDegree(),
        new KeyFromDegree(),
        new LabelDegrees(),
        new LeadingOrSubtonic(),
        new ModeParent(),
        new ModeDegrees(),
        new CharacteristicDegree(),
        new StrikeDegrees(),
        new BlueNote(),
        new RelativePentatonic(),
        new AugmentedSeconds(),
        new SameNotes(),
        new ScaleFactsKind(),
        new ScaleIntervals(),
        new ScaleTriads(),
        new TonicArpeggio(),
        new ChordScale(),
        new EnharmonicNotes(),
        new EnharmonicScale(),
        new EnharmonicKey(),
        new PracticalKey(),
        new ChooseSpelling(),
        new WrittenKey(),
        new TransposeScale(),
        new FreeText(),
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
