namespace Gavvet.Theory;

/// <summary>
/// Everything teachers disagree about, as one value. Whatever leaves the core in words or notes is made under one.
/// </summary>
public sealed record HouseStyle
{
    /// <summary>The preset's name in files, or "own" once something is changed.</summary>
    public string Id { get; init; } = "classical";

    /// <summary>The preset's name on screen.</summary>
    public string Name { get; init; } = "Classical";

    /// <summary>The name as a screen says it: a preset’s in the language spoken, one’s own as it was given.</summary>
    public string Title => Presets.Any(preset => preset.Id == Id && preset.Name == Name) ? TheoryTexts.Term("style", Name) : Name;

    /// <summary>Words for steps.</summary>
    public StepWords Steps { get; init; } = StepWords.WholeHalf;

    /// <summary>How wider steps are written.</summary>
    public WideSteps WideSteps { get; init; } = WideSteps.Intervals;

    /// <summary>How degrees are named.</summary>
    public DegreeWords Degrees { get; init; } = DegreeWords.Technical;

    /// <summary>What the natural seventh is called.</summary>
    public SeventhWord Seventh { get; init; } = SeventhWord.LeadingNote;

    /// <summary>Where movable do stands in minor.</summary>
    public SyllableSchool Syllables { get; init; } = SyllableSchool.DoBased;

    /// <summary>The note names used; files are always English.</summary>
    public NameSystem NoteNames { get; init; } = NameSystem.English;

    /// <summary>The melodic minor coming down.</summary>
    public MelodicSchool MelodicMinor { get; init; } = MelodicSchool.TwoWay;

    /// <summary>Where a minor scale is found from.</summary>
    public MinorSchool FindingMinors { get; init; } = MinorSchool.RelativeMajor;

    /// <summary>How a mode is found.</summary>
    public ModeSchool FindingModes { get; init; } = ModeSchool.ParentDegree;

    /// <summary>How minor scales are written.</summary>
    public MinorWriting WritingMinors { get; init; } = MinorWriting.Signature;

    /// <summary>How modes are written.</summary>
    public ModeWriting WritingModes { get; init; } = ModeWriting.ParentSignature;

    /// <summary>How the blue note of the minor blues is spelled.</summary>
    public BlueNoteSpelling BlueNote { get; init; } = BlueNoteSpelling.FlatFive;

    /// <summary>Which notes are called blue.</summary>
    public BlueNotes BlueNotes { get; init; } = BlueNotes.FlatFive;

    /// <summary>How the chromatic scale is spelled.</summary>
    public ChromaticSchool Chromatic { get; init; } = ChromaticSchool.SharpsUpFlatsDown;

    /// <summary>How a double accidental is cancelled to a single one.</summary>
    public CancelDouble CancelDouble { get; init; } = CancelDouble.SingleAlone;

    /// <summary>Words and spelling.</summary>
    public Vocabulary Vocabulary { get; init; } = Vocabulary.American;

    /// <summary>The words of its vocabulary.</summary>
    public VocabularyTerms Words => VocabularyTerms.Of(Vocabulary);

    /// <summary>What a note earns that sounds right under a wrong name.</summary>
    public WrongNameMark WrongName { get; init; } = WrongNameMark.None;

    /// <summary>What one confusion costs that touches several notes.</summary>
    public ConfusionMark Confusions { get; init; } = ConfusionMark.Once;

    /// <summary>Whether the altered scale may also be written 1 ♭2 ♯2 3 ♯4 ♯5 ♭7, as on a dominant chord.</summary>
    public bool AlteredAsDominant { get; init; }

    /// <summary>Whether steps and chords of exotic scales are printed as reminders.</summary>
    public bool PrintedReminders { get; init; }

    /// <summary>Whether dated names are printed.</summary>
    public bool DatedNames { get; init; }

    /// <summary>Whole and half steps, technical names, two-way melodic minor, signatures.</summary>
    public static HouseStyle Classical { get; } = new();

    /// <summary>Numbers for degrees, altered degrees for modes, melodic minor the same both ways.</summary>
    public static HouseStyle Jazz { get; } =
        new()
        {
            Id = "jazz",
            Name = "Jazz and band",
            WideSteps = WideSteps.Fractions,
            Degrees = DegreeWords.Numbers,
            Seventh = SeventhWord.LeadingTone,
            MelodicMinor = MelodicSchool.SameBothWays,
            FindingMinors = MinorSchool.ParallelMajor,
            FindingModes = ModeSchool.AlteredDegrees,
            WritingModes = ModeWriting.Accidentals,
            BlueNote = BlueNoteSpelling.SharpFourUp,
            BlueNotes = BlueNotes.Three,
            WrongName = WrongNameMark.Half,
            AlteredAsDominant = true,
        };

    /// <summary>Tones and semitones, semibreves and staves, British spelling; otherwise as classical.</summary>
    public static HouseStyle ToneSemitone { get; } =
        new()
        {
            Id = "tones",
            Name = "Tone and semitone",
            Steps = StepWords.ToneSemitone,
            Vocabulary = Vocabulary.British,
        };

    /// <summary>The presets a teacher can start from.</summary>
    public static IReadOnlyList<HouseStyle> Presets { get; } = [Classical, Jazz, ToneSemitone];

    /// <summary>The preset of this name.</summary>
    /// <param name="id">Such as "classical".</param>
    /// <exception cref="FormatException">There is none; the message offers the nearest.</exception>
    public static HouseStyle Parse(string id)
    {
        var plain = ScaleNames.Plain(id).Replace(' ', '-');
        return Presets.FirstOrDefault(preset => preset.Id == plain)
            ?? throw new FormatException(
                TheoryTexts.Say(
                    "no-preset",
                    ("id", id),
                    ("nearest", Presets.MinBy(preset => TextDistance.Between(preset.Id, plain))!.Id),
                    ("all", string.Join(", ", Presets.Select(preset => preset.Id)))
                )
            );
    }
}
