namespace Gavvet.Theory;

/// <summary>Words for steps.</summary>
public enum StepWords
{
    /// <summary>Whole and half steps: W H; 1 ½ where H is a note.</summary>
    WholeHalf,

    /// <summary>Tones and semitones: T S.</summary>
    ToneSemitone,

    /// <summary>Numbers of semitones: 2 1.</summary>
    Semitones,

    /// <summary>Tones in figures: 1 and ½.</summary>
    Fractions,
}

/// <summary>How a step wider than a whole step is written.</summary>
public enum WideSteps
{
    /// <summary>As whole steps: 1½, 2.</summary>
    Fractions,

    /// <summary>As the interval the letters make: A2, m3, M3.</summary>
    Intervals,

    /// <summary>As semitones: 3, 4.</summary>
    Semitones,
}

/// <summary>How degrees are named.</summary>
public enum DegreeWords
{
    /// <summary>Tonic, supertonic and so on; scales without such names fall back on numbers.</summary>
    Technical,

    /// <summary>Numbers with accidentals: ♭3.</summary>
    Numbers,

    /// <summary>Roman numerals: ♭III.</summary>
    Numerals,

    /// <summary>Movable-do syllables.</summary>
    Syllables,
}

/// <summary>What the natural seventh degree is called.</summary>
public enum SeventhWord
{
    /// <summary>Leading note.</summary>
    LeadingNote,

    /// <summary>Leading tone.</summary>
    LeadingTone,
}

/// <summary>Where movable do stands in minor.</summary>
public enum SyllableSchool
{
    /// <summary>Do is the tonic: do re me.</summary>
    DoBased,

    /// <summary>La is the minor tonic, and modes begin on their parent's syllable.</summary>
    LaBased,
}

/// <summary>Systems of note names.</summary>
public enum NameSystem
{
    /// <summary>C D E F G A B with flat and sharp.</summary>
    English,

    /// <summary>C D E F G A H with -is and -es; B is the English B flat.</summary>
    German,

    /// <summary>C D E F G A B with -is and -es.</summary>
    Dutch,

    /// <summary>do ré mi fa sol la si with dièse and bémol.</summary>
    French,
}

/// <summary>The melodic minor coming down.</summary>
public enum MelodicSchool
{
    /// <summary>6 and 7 raised going up, restored coming down.</summary>
    TwoWay,

    /// <summary>The same both ways.</summary>
    SameBothWays,
}

/// <summary>Where a minor scale is found from.</summary>
public enum MinorSchool
{
    /// <summary>The relative major.</summary>
    RelativeMajor,

    /// <summary>The parallel major, 3, 6 and 7 lowered.</summary>
    ParallelMajor,
}

/// <summary>How a mode is found.</summary>
public enum ModeSchool
{
    /// <summary>As a degree of its parent scale.</summary>
    ParentDegree,

    /// <summary>By its altered degrees against major.</summary>
    AlteredDegrees,
}

/// <summary>How minor scales are written.</summary>
public enum MinorWriting
{
    /// <summary>The natural minor's signature, and accidentals for what is raised.</summary>
    Signature,

    /// <summary>Accidentals only.</summary>
    Accidentals,
}

/// <summary>How modes are written.</summary>
public enum ModeWriting
{
    /// <summary>The parent's signature.</summary>
    ParentSignature,

    /// <summary>The signature of minor, where the third is minor, or else of major on the same tonic.</summary>
    TonicSignature,

    /// <summary>Accidentals only.</summary>
    Accidentals,
}

/// <summary>How the blue note of the minor blues is spelled.</summary>
public enum BlueNoteSpelling
{
    /// <summary>♭5 both ways.</summary>
    FlatFive,

    /// <summary>♯4 going up, ♭5 coming down.</summary>
    SharpFourUp,
}

/// <summary>Which notes are called blue.</summary>
public enum BlueNotes
{
    /// <summary>The one between 4 and 5.</summary>
    FlatFive,

    /// <summary>♭3, ♭5 and ♭7.</summary>
    Three,
}

/// <summary>How the chromatic scale is spelled.</summary>
public enum ChromaticSchool
{
    /// <summary>Sharps going up, flats coming down.</summary>
    SharpsUpFlatsDown,

    /// <summary>1 ♭2 2 ♭3 3 4 ♯4 5 ♭6 6 ♭7 7 both ways.</summary>
    Harmonic,
}

/// <summary>How a double accidental is cancelled to a single one.</summary>
public enum CancelDouble
{
    /// <summary>The single accidental alone.</summary>
    SingleAlone,

    /// <summary>A natural sign before it.</summary>
    NaturalFirst,
}

/// <summary>Words and spelling.</summary>
public enum Vocabulary
{
    /// <summary>Whole note, staff, neighboring.</summary>
    American,

    /// <summary>Semibreve, stave, neighbouring.</summary>
    British,
}

/// <summary>What one confusion costs that touches several notes, such as another form of the scale.</summary>
public enum ConfusionMark
{
    /// <summary>One mark, or for a line misread as a whole half its notes.</summary>
    Once,

    /// <summary>A mark for each note it touches.</summary>
    EachNote,
}

/// <summary>What a note earns that sounds right under a wrong name.</summary>
public enum WrongNameMark
{
    /// <summary>Nothing.</summary>
    None,

    /// <summary>Half the note's mark.</summary>
    Half,

    /// <summary>The whole mark, with a remark.</summary>
    Full,
}
