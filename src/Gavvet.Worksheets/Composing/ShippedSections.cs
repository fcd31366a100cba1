using System.Collections.Immutable;
using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Composing;

/// <summary>A section ready to be set.</summary>
/// <param name="Id">Its name in addresses.</param>
/// <param name="Section">The section, drawn once; a sheet that takes it draws its own.</param>
public sealed record ShippedSection(string Id, Section Section)
{
    /// <summary>What it is called.</summary>
    public string Name => Texts.Say($"shipped.{Id}");
}

/// <summary>Sections the program ships, in teaching order, to begin a sheet from.</summary>
public static class ShippedSections
{
    // As recipes, the way a teacher's own come in. The order is that of the subject: common practice, no source.
    private static readonly (string Id, string Recipe)[] Recipes =
    [
        ("steps", """{"kind":"write-steps","keys":{"flats":1,"sharps":2},"clefs":["treble"],"count":4,"scaffold":"model"}"""),
        ("first-majors", """{"kind":"write-scale","keys":{"flats":1,"sharps":1},"clefs":["treble"],"count":3,"scaffold":"letters"}"""),
        ("majors-three", """{"kind":"write-scale","keys":{"flats":3,"sharps":3},"clefs":["treble","bass"],"count":6}"""),
        (
            "signatures",
            """{"kind":"write-signature","keys":{"flats":4,"sharps":4,"omitPlaces":["C"]},"clefs":["treble","bass"],"count":6}"""
        ),
        ("name-keys", """{"kind":"name-key","keys":{"flats":4,"sharps":4,"omitPlaces":["C"]},"clefs":["treble","bass"],"count":6}"""),
        ("relatives", """{"kind":"relative-key","scales":["natural-minor"],"keys":{"flats":3,"sharps":3},"clefs":["treble"],"count":6}"""),
        ("degrees", """{"kind":"name-degree","keys":{"flats":2,"sharps":2},"clefs":["treble"],"count":6}"""),
        (
            "natural-minors",
            """{"kind":"write-scale","scales":["natural-minor"],"keys":{"flats":2,"sharps":2},"clefs":["treble"],"writeWith":"signature","count":4}"""
        ),
        (
            "harmonic-minors",
            """{"kind":"write-scale","scales":["harmonic-minor"],"keys":{"flats":3,"sharps":3},"clefs":["treble","bass"],"writeWith":"signature","count":4}"""
        ),
        (
            "melodic-minors",
            """{"kind":"write-scale","scales":["melodic-minor"],"keys":{"flats":3,"sharps":3},"clefs":["treble"],"writeWith":"signature","direction":"up-down","count":4}"""
        ),
        (
            "correct-minors",
            """{"kind":"correct-scale","scales":["harmonic-minor"],"keys":{"flats":2,"sharps":2},"clefs":["treble"],"count":4}"""
        ),
        (
            "which-form",
            """{"kind":"identify-scale","scales":["natural-minor","harmonic-minor","melodic-minor-one-way"],"keys":{"flats":2,"sharps":2},"clefs":["treble"],"count":6}"""
        ),
        (
            "modes",
            """{"kind":"mode-parent","scales":["dorian","phrygian","lydian","mixolydian"],"keys":{"flats":2,"sharps":2},"clefs":["treble"],"count":6}"""
        ),
        (
            "write-modes",
            """{"kind":"write-scale","scales":["dorian","phrygian","lydian","mixolydian"],"keys":{"flats":2,"sharps":2},"clefs":["treble"],"count":6}"""
        ),
        (
            "pentatonics",
            """{"kind":"write-scale","scales":["major-pentatonic","minor-pentatonic"],"keys":{"flats":2,"sharps":2},"clefs":["treble"],"count":6}"""
        ),
        ("blues", """{"kind":"write-scale","scales":["minor-blues"],"keys":{"flats":2,"sharps":1},"clefs":["treble"],"count":4}"""),
        (
            "exotic",
            """{"kind":"write-scale","scales":["double-harmonic-major","hungarian-minor"],"keys":{"flats":1,"sharps":2},"clefs":["treble"],"count":4}"""
        ),
        (
            "hard-keys",
            """{"kind":"write-scale","keys":{"flats":7,"sharps":7,"omitPlaces":["Ab","Eb","Bb","F","C","G","D","A","E"]},"clefs":["treble","bass"],"count":4,"direction":"up-down"}"""
        ),
        (
            "twins",
            """{"kind":"enharmonic-key","keys":{"flats":7,"sharps":7,"omitPlaces":["Ab","Eb","Bb","F","C","G","D","A","E"]},"clefs":["treble"],"count":4}"""
        ),
        ("written-keys", """{"kind":"written-key","keys":{"flats":3,"sharps":1},"clefs":["treble"],"count":6}"""),
    ];

    /// <summary>The sections in teaching order.</summary>
    public static ImmutableArray<ShippedSection> All { get; } =
    [.. Recipes.Select(shelved => new ShippedSection(shelved.Id, Read(shelved.Recipe)))];

    /// <summary>The section of this name in addresses, or null.</summary>
    /// <param name="id">Such as "relatives".</param>
    public static ShippedSection? Find(string? id) => All.FirstOrDefault(shelved => shelved.Id == id);

    private static Section Read(string recipe) =>
        SheetFile.Read($$"""{"gavvet":1,"seed":1,"title":"Shipped sections","sections":[{{recipe}}]}""").Sections[0];
}
