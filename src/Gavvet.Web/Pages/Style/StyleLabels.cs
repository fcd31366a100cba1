namespace Gavvet.Web.Pages.Style;

/// <summary>The matters of house style in a teacher's words.</summary>
public static class StyleLabels
{
    private static readonly Dictionary<string, string> Legends = new()
    {
        ["steps"] = "Steps",
        ["wideSteps"] = "Steps wider than a whole step",
        ["degrees"] = "Degrees",
        ["seventh"] = "The seventh degree",
        ["syllables"] = "Do in minor",
        ["noteNames"] = "Note names",
        ["melodicMinor"] = "Melodic minor coming down",
        ["findingMinors"] = "A minor scale is found from",
        ["findingModes"] = "A mode is found as",
        ["writingMinors"] = "Minor scales are written with",
        ["writingModes"] = "Modes are written with",
        ["blueNote"] = "Blue note of the minor blues",
        ["blueNotes"] = "Notes called blue",
        ["chromatic"] = "Chromatic scale",
        ["cancelDouble"] = "Back from a double accidental",
        ["vocabulary"] = "Words",
        ["wrongName"] = "Right sound, wrong name earns",
        ["confusions"] = "One confusion over several notes costs",
        ["alteredAsDominant"] = "Altered scale also as on a dominant chord",
        ["printedReminders"] = "Reminders of steps for exotic scales",
        ["datedNames"] = "Dated names of scales",
    };

    private static readonly Dictionary<string, string> Choices = new()
    {
        ["steps whole-half"] = "W H",
        ["steps tone-semitone"] = "T S",
        ["steps semitones"] = "2 1",
        ["steps fractions"] = "1 ½",
        ["wideSteps fractions"] = "1½",
        ["wideSteps intervals"] = "A2, m3",
        ["wideSteps semitones"] = "3",
        ["degrees technical"] = "Tonic, supertonic",
        ["degrees numbers"] = "1, 2, ♭3",
        ["degrees numerals"] = "I, II, ♭III",
        ["degrees syllables"] = "Do, re, me",
        ["seventh leading-note"] = "Leading note",
        ["seventh leading-tone"] = "Leading tone",
        ["syllables do-based"] = "The tonic",
        ["syllables la-based"] = "The third; la is the tonic",
        ["noteNames english"] = "B♭ B",
        ["noteNames german"] = "B H",
        ["noteNames dutch"] = "Bes B",
        ["noteNames french"] = "si bémol, si",
        ["melodicMinor two-way"] = "6 and 7 restored",
        ["melodicMinor same-both-ways"] = "As going up",
        ["findingMinors relative-major"] = "the relative major",
        ["findingMinors parallel-major"] = "the parallel major",
        ["findingModes parent-degree"] = "a degree of its parent",
        ["findingModes altered-degrees"] = "altered degrees",
        ["writingMinors signature"] = "a signature",
        ["writingMinors accidentals"] = "accidentals",
        ["writingModes parent-signature"] = "the parent’s signature",
        ["writingModes tonic-signature"] = "the tonic’s signature",
        ["writingModes accidentals"] = "accidentals",
        ["blueNote flat-five"] = "♭5",
        ["blueNote sharp-four-up"] = "♯4 up, ♭5 down",
        ["blueNotes flat-five"] = "♭5",
        ["blueNotes three"] = "♭3 ♭5 ♭7",
        ["chromatic sharps-up-flats-down"] = "Sharps up, flats down",
        ["chromatic harmonic"] = "The same both ways",
        ["cancelDouble single-alone"] = "♯ alone",
        ["cancelDouble natural-first"] = "♮ then ♯",
        ["vocabulary american"] = "Whole note, staff",
        ["vocabulary british"] = "Semibreve, stave",
        ["confusions once"] = "one mark",
        ["confusions each-note"] = "a mark a note",
        ["wrongName none"] = "nothing",
        ["wrongName half"] = "half",
        ["wrongName full"] = "all, with a remark",
    };

    /// <summary>What a matter is called.</summary>
    public static string Legend(string field) => Say(Legends[field]);

    /// <summary>What a choice is called.</summary>
    public static string Choice(string field, string choice) =>
        choice switch
        {
            "yes" => Say("Yes"),
            "no" => Say("No"),
            _ => Say(Choices[$"{field} {choice}"]),
        };
}
