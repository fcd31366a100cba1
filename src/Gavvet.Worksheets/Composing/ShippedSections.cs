using System.Collections.Immutable;
using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Composing;

/// <summary>A section ready to be set.</summary>
/// <param name="Id">Its name in addresses.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Section">The section, drawn once; a sheet that takes it draws its own.</param>
public sealed record ShippedSection(string Id, string Name, Section Section);

/// <summary>Sections the program ships, in teaching order, to begin a sheet from.</summary>
public static class ShippedSections
{
    // As recipes, the way a teacher's own come in. The order is that of the subject: common practice, no source.
    private static readonly (string Id, string Name, string Recipe)[] Recipes =
    [
        ("steps", "Whole and half steps of major", """{"kind":"write-steps","keys":["F","C","G","D"],"clefs":["treble"],"count":4,"scaffolding":"worked-example"}"""),
        ("first-majors", "First major scales, letters given", """{"kind":"write-scale","keys":["F","C","G"],"clefs":["treble"],"count":3,"scaffolding":"letters"}"""),
        ("majors-three", "Major scales to three sharps and flats", """{"kind":"write-scale","keys":["Eb","Bb","F","C","G","D","A"],"clefs":["treble","bass"],"count":6}"""),
        ("signatures", "Key signatures to four sharps and flats", """{"kind":"write-signature","keys":["Ab","Eb","Bb","F","G","D","A","E"],"clefs":["treble","bass"],"count":6}"""),
        ("name-keys", "Name the key from its signature", """{"kind":"name-key","keys":["Ab","Eb","Bb","F","G","D","A","E"],"clefs":["treble","bass"],"count":6}"""),
        ("relatives", "Relative keys", """{"kind":"relative-key","scales":["natural-minor"],"keys":["Eb","Bb","F","C","G","D","A"],"clefs":["treble"],"count":6}"""),
        ("degrees", "Degree names", """{"kind":"name-degree","keys":["Bb","F","C","G","D"],"clefs":["treble"],"count":6}"""),
        ("natural-minors", "Natural minor with its signature", """{"kind":"write-scale","scales":["natural-minor"],"keys":["Bb","F","C","G","D"],"clefs":["treble"],"notation":"signature","count":4}"""),
        ("harmonic-minors", "Harmonic minor: raise the seventh", """{"kind":"write-scale","scales":["harmonic-minor"],"keys":["Eb","Bb","F","C","G","D","A"],"clefs":["treble","bass"],"notation":"signature","count":4}"""),
        ("melodic-minors", "Melodic minor up and down", """{"kind":"write-scale","scales":["melodic-minor"],"keys":["Eb","Bb","F","C","G","D","A"],"clefs":["treble"],"notation":"signature","direction":"both","count":4}"""),
        ("correct-minors", "Find the wrong note in a minor scale", """{"kind":"correct-scale","scales":["harmonic-minor"],"keys":["Bb","F","C","G","D"],"clefs":["treble"],"count":4}"""),
        ("which-form", "Which form of minor", """{"kind":"identify-scale","scales":["natural-minor","harmonic-minor","melodic-minor-one-way"],"keys":["Bb","F","C","G","D"],"clefs":["treble"],"count":6}"""),
        ("modes", "Modes of major and their parent", """{"kind":"mode-parent","scales":["dorian","phrygian","lydian","mixolydian"],"keys":["Bb","F","C","G","D"],"clefs":["treble"],"count":6}"""),
        ("write-modes", "Write the mode", """{"kind":"write-scale","scales":["dorian","phrygian","lydian","mixolydian"],"keys":["Bb","F","C","G","D"],"clefs":["treble"],"count":6}"""),
        ("pentatonics", "Pentatonic scales", """{"kind":"write-scale","scales":["major-pentatonic","minor-pentatonic"],"keys":["Bb","F","C","G","D"],"clefs":["treble"],"count":6}"""),
        ("blues", "Blues scales", """{"kind":"write-scale","scales":["minor-blues"],"keys":["Bb","F","C","G"],"clefs":["treble"],"count":4}"""),
        ("exotic", "Double harmonic and Hungarian minor", """{"kind":"write-scale","scales":["double-harmonic-major","hungarian-minor"],"keys":["F","C","G","D"],"clefs":["treble"],"count":4}"""),
        ("hard-keys", "Five to seven sharps and flats", """{"kind":"write-scale","keys":["Cb","Gb","Db","B","F#","C#"],"clefs":["treble","bass"],"count":4,"direction":"both"}"""),
        ("twins", "Enharmonic keys", """{"kind":"enharmonic-key","keys":["Cb","Gb","Db","B","F#","C#"],"clefs":["treble"],"count":4}"""),
        ("written-keys", "Written keys of transposing instruments", """{"kind":"written-key","keys":["Eb","Bb","F","C","G"],"clefs":["treble"],"count":6}"""),
    ];

    /// <summary>The sections in teaching order.</summary>
    public static ImmutableArray<ShippedSection> All { get; } = [.. Recipes.Select(shelved => new ShippedSection(shelved.Id, shelved.Name, Read(shelved.Recipe)))];

    /// <summary>The section of this name in addresses, or null.</summary>
    /// <param name="id">Such as "relatives".</param>
    public static ShippedSection? Find(string? id) => All.FirstOrDefault(shelved => shelved.Id == id);

    private static Section Read(string recipe) =>
        SheetFile.Read($$"""{"format":"{{SheetFile.Format}}","version":1,"seed":"0000000000000001","title":"Shelf","instructions":"","sections":[{{recipe}}]}""").Sections[0];
}
