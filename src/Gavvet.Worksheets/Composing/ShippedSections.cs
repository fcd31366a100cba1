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
        ("steps", "Whole and half steps of major", """{"kind":"write-steps","keys":{"flats":1,"sharps":2},"clefs":["treble"],"count":4,"scaffold":"model"}"""),
        ("first-majors", "First major scales, letters given", """{"kind":"write-scale","keys":{"flats":1,"sharps":1},"clefs":["treble"],"count":3,"scaffold":"letters"}"""),
        ("majors-three", "Major scales to three sharps and flats", """{"kind":"write-scale","keys":{"flats":3,"sharps":3},"clefs":["treble","bass"],"count":6}"""),
        ("signatures", "Key signatures to four sharps and flats", """{"kind":"write-signature","keys":{"flats":4,"sharps":4,"omitPlaces":["C"]},"clefs":["treble","bass"],"count":6}"""),
        ("name-keys", "Name the key from its signature", """{"kind":"name-key","keys":{"flats":4,"sharps":4,"omitPlaces":["C"]},"clefs":["treble","bass"],"count":6}"""),
        ("relatives", "Relative keys", """{"kind":"relative-key","scales":["natural-minor"],"keys":{"flats":3,"sharps":3},"clefs":["treble"],"count":6}"""),
        ("degrees", "Degree names", """{"kind":"name-degree","keys":{"flats":2,"sharps":2},"clefs":["treble"],"count":6}"""),
        ("natural-minors", "Natural minor with its signature", """{"kind":"write-scale","scales":["natural-minor"],"keys":{"flats":2,"sharps":2},"clefs":["treble"],"writeWith":"signature","count":4}"""),
        ("harmonic-minors", "Harmonic minor: raise the seventh", """{"kind":"write-scale","scales":["harmonic-minor"],"keys":{"flats":3,"sharps":3},"clefs":["treble","bass"],"writeWith":"signature","count":4}"""),
        ("melodic-minors", "Melodic minor up and down", """{"kind":"write-scale","scales":["melodic-minor"],"keys":{"flats":3,"sharps":3},"clefs":["treble"],"writeWith":"signature","direction":"up-down","count":4}"""),
        ("correct-minors", "Find the wrong note in a minor scale", """{"kind":"correct-scale","scales":["harmonic-minor"],"keys":{"flats":2,"sharps":2},"clefs":["treble"],"count":4}"""),
        ("which-form", "Which form of minor", """{"kind":"identify-scale","scales":["natural-minor","harmonic-minor","melodic-minor-one-way"],"keys":{"flats":2,"sharps":2},"clefs":["treble"],"count":6}"""),
        ("modes", "Modes of major and their parent", """{"kind":"mode-parent","scales":["dorian","phrygian","lydian","mixolydian"],"keys":{"flats":2,"sharps":2},"clefs":["treble"],"count":6}"""),
        ("write-modes", "Write the mode", """{"kind":"write-scale","scales":["dorian","phrygian","lydian","mixolydian"],"keys":{"flats":2,"sharps":2},"clefs":["treble"],"count":6}"""),
        ("pentatonics", "Pentatonic scales", """{"kind":"write-scale","scales":["major-pentatonic","minor-pentatonic"],"keys":{"flats":2,"sharps":2},"clefs":["treble"],"count":6}"""),
        ("blues", "Blues scales", """{"kind":"write-scale","scales":["minor-blues"],"keys":{"flats":2,"sharps":1},"clefs":["treble"],"count":4}"""),
        ("exotic", "Double harmonic and Hungarian minor", """{"kind":"write-scale","scales":["double-harmonic-major","hungarian-minor"],"keys":{"flats":1,"sharps":2},"clefs":["treble"],"count":4}"""),
        ("hard-keys", "Five to seven sharps and flats", """{"kind":"write-scale","keys":{"flats":7,"sharps":7,"omitPlaces":["Ab","Eb","Bb","F","C","G","D","A","E"]},"clefs":["treble","bass"],"count":4,"direction":"up-down"}"""),
        ("twins", "Enharmonic keys", """{"kind":"enharmonic-key","keys":{"flats":7,"sharps":7,"omitPlaces":["Ab","Eb","Bb","F","C","G","D","A","E"]},"clefs":["treble"],"count":4}"""),
        ("written-keys", "Written keys of transposing instruments", """{"kind":"written-key","keys":{"flats":3,"sharps":1},"clefs":["treble"],"count":6}"""),
    ];

    /// <summary>The sections in teaching order.</summary>
    public static ImmutableArray<ShippedSection> All { get; } = [.. Recipes.Select(shelved => new ShippedSection(shelved.Id, shelved.Name, Read(shelved.Recipe)))];

    /// <summary>The section of this name in addresses, or null.</summary>
    /// <param name="id">Such as "relatives".</param>
    public static ShippedSection? Find(string? id) => All.FirstOrDefault(shelved => shelved.Id == id);

    private static Section Read(string recipe) =>
        SheetFile.Read($$"""{"gavvet":1,"seed":1,"title":"Shipped sections","sections":[{{recipe}}]}""").Sections[0];
}
