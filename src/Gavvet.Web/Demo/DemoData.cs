using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Web.Pages.Printings;
using Gavvet.Worksheets.Files;

namespace Gavvet.Web.Demo;

/// <summary>Sheets of the made-up Hazelmoor School of Music, so that every screen has something to show.</summary>
internal static class DemoData
{
    // As recipe files: the demo goes in the way a teacher's own file does.
    private static readonly string[] Recipes =
    [
        """
            {"gavvet":1,"seed":827671,"title":"Hazelmoor strings, week 5: violins, two octaves in first position","instructions":"Say which string each octave begins on.","parts":["violin"],"sections":[
            {"kind":"write-scale","keys":{"flats":2,"sharps":3,"omitPlaces":["F","C","D"]},"clefs":["treble"],"octaves":2,"count":3,"marks":2},
            {"kind":"label-degrees","keys":{"flats":-1,"sharps":3},"clefs":["treble"],"count":3}]}
            """,
        """
            {"gavvet":1,"seed":827672,"title":"Hazelmoor wind band: concert keys and written keys","versions":2,"parts":["flute","clarinet","alto-saxophone","horn"],"sections":[
            {"kind":"write-scale","keys":{"flats":3,"sharps":0},"clefs":["treble"],"count":2},
            {"kind":"written-key","keys":{"flats":4,"sharps":1},"clefs":["treble"],"count":3},
            {"kind":"tonic-arpeggio","keys":{"flats":3,"sharps":0},"clefs":["treble"],"count":2}]}
            """,
        """
            {"gavvet":1,"seed":827673,"title":"Hazelmoor jazz workshop: whole tone and diminished","instructions":"Which notes are twins on the piano?","houseStyle":{"preset":"jazz"},"sections":[
            {"kind":"write-scale","scales":["whole-tone","diminished-half-whole"],"keys":{"flats":1,"sharps":1},"clefs":["treble"],"count":4},
            {"kind":"keyboard-scale","scales":["whole-tone"],"keys":{"flats":1,"sharps":1},"clefs":["treble"],"count":2},
            {"kind":"same-notes","scales":["whole-tone"],"keys":{"flats":1,"sharps":1},"clefs":["treble"],"count":2}]}
            """,
        """
            {"gavvet":1,"seed":827674,"title":"Hazelmoor exam class: mock paper","instructions":"Forty minutes. Answer every question.","versions":2,"sections":[
            {"kind":"name-key","keys":{"flats":4,"sharps":4,"omitPlaces":["C"]},"clefs":["treble","bass"],"count":4,"marks":1,"answerAs":"choice"},
            {"kind":"write-scale","scales":["harmonic-minor"],"keys":{"flats":3,"sharps":3},"clefs":["treble","bass"],"writeWith":"signature","count":3,"marks":4},
            {"kind":"name-degree","keys":{"flats":2,"sharps":2},"clefs":["treble"],"count":4,"marks":1},
            {"kind":"identify-scale","scales":["natural-minor","harmonic-minor","melodic-minor-one-way"],"keys":{"flats":2,"sharps":2},"clefs":["treble","bass"],"count":3,"marks":2}]}
            """,
        """
            {"gavvet":1,"seed":827675,"title":"Hazelmoor exam class: double harmonic and its modes","sections":[
            {"kind":"write-scale","scales":["double-harmonic-major","hungarian-minor"],"keys":{"flats":2,"sharps":2},"clefs":["treble"],"count":4},
            {"kind":"augmented-seconds","scales":["double-harmonic-major","hungarian-minor"],"keys":{"flats":1,"sharps":2},"clefs":["treble"],"count":3},
            {"kind":"mode-parent","scales":["hungarian-minor"],"keys":{"flats":1,"sharps":1},"clefs":["treble"],"count":2}]}
            """,
        """
            {"gavvet":1,"seed":827664,"title":"Hazelmoor wind band: key signatures for flutes and horns","instructions":"Finish the left column before you start the right one.","sections":[
            {"kind":"write-signature","keys":{"flats":4,"sharps":-1},"clefs":["treble"],"count":4},
            {"kind":"name-key","keys":{"flats":5,"sharps":0},"clefs":["treble","bass"],"count":6},
            {"kind":"count-accidentals","keys":{"flats":4,"sharps":-2},"clefs":["treble"],"count":3}]}
            """,
        """
            {"gavvet":1,"seed":827665,"title":"Hazelmoor strings, week 2: the major step pattern","instructions":"Sing each scale on note names first.","sections":[
            {"kind":"write-steps","keys":{"flats":0,"sharps":2},"clefs":["treble","alto","bass"],"count":3,"scaffold":"model"},
            {"kind":"mark-semitones","keys":{"flats":-1,"sharps":3},"clefs":["treble","alto","bass"],"count":3,"writeWith":"signature"},
            {"kind":"add-accidentals","keys":{"flats":1,"sharps":3,"omitPlaces":["C","G"]},"clefs":["treble"],"count":3,"scaffold":"formula"}]}
            """,
        """
            {"gavvet":1,"seed":827669,"title":"Hazelmoor jazz workshop: modes and blues","instructions":"Say the parent scale before you write.","sections":[
            {"kind":"mode-parent","scales":["dorian","mixolydian","lydian"],"keys":{"flats":2,"sharps":1},"clefs":["treble"],"count":3},
            {"kind":"write-scale","scales":["dorian","minor-blues"],"keys":{"flats":2,"sharps":1},"clefs":["treble"],"count":4},
            {"kind":"blue-note","scales":["minor-blues"],"keys":{"flats":2,"sharps":1},"clefs":["treble"],"count":4},
            {"kind":"written-key","keys":{"flats":2,"sharps":1},"clefs":["treble"],"count":3}]}
            """,
        """
            {"gavvet":1,"seed":827670,"title":"Hazelmoor theory class: the three minor forms","sections":[
            {"kind":"relative-key","scales":["natural-minor"],"keys":{"flats":3,"sharps":3},"clefs":["treble"],"count":4},
            {"kind":"write-scale","scales":["harmonic-minor","melodic-minor"],"keys":{"flats":2,"sharps":2},"clefs":["treble","bass"],"writeWith":"signature","direction":"up-down","count":3},
            {"kind":"correct-scale","scales":["harmonic-minor"],"keys":{"flats":2,"sharps":2},"clefs":["treble"],"count":2},
            {"kind":"identify-scale","scales":["natural-minor","harmonic-minor","melodic-minor-one-way"],"keys":{"flats":2,"sharps":2},"clefs":["treble","bass"],"count":3}]}
            """,
        """
            {"gavvet":1,"seed":827666,"title":"Hazelmoor theory class: five to seven sharps and flats","paper":{"size":"Letter"},"sections":[
            {"kind":"write-scale","keys":{"flats":7,"sharps":7,"omitPlaces":["Ab","Eb","Bb","F","C","G","D","A","E"]},"clefs":["treble","bass"],"count":4,"direction":"up-down"},
            {"kind":"write-signature","keys":{"flats":7,"sharps":7,"omitPlaces":["Ab","Eb","Bb","F","C","G","D","A","E"]},"clefs":["tenor","alto"],"count":4}]}
            """,
        """
            {"gavvet":1,"seed":827667,"title":"Large print: first major scales","paper":{"staffHeight":12},"sections":[
            {"kind":"write-scale","keys":{"flats":1,"sharps":1},"clefs":["treble"],"count":3,"scaffold":"letters"}]}
            """,
        """
            {"gavvet":1,"seed":827668,"title":"Major scales from B♭ to D","instructions":"Use a pencil. Check each scale by its steps.","sections":[
            {"kind":"add-accidentals","keys":{"flats":2,"sharps":2,"omitPlaces":["C"]},"clefs":["treble"],"count":2},
            {"kind":"write-scale","keys":{"flats":2,"sharps":2},"clefs":["treble"],"count":4,"scaffold":"tonic"},
            {"kind":"name-key","keys":{"flats":2,"sharps":2,"omitPlaces":["C"]},"clefs":["treble","bass"],"count":4}]}
            """,
    ];

    /// <summary>Fills an empty store.</summary>
    public static async Task FillAsync(SheetStore store)
    {
        if ((await store.ListAsync()).Count > 0)
            return;
        foreach (var recipe in Recipes)
            await store.CreateAsync(SheetFile.Read(recipe));
    }

    /// <summary>Prints one of the demo sheets in the background, so that the desk has a printing to show.</summary>
    public static async Task PrintAsync(SheetStore store, PrintingStore printings, PrintJobs jobs)
    {
        if ((await printings.ListAsync(null, "", 1)).Count > 0 || (await store.ListAsync("mock paper", 1)) is not [var paper, ..])
            return;
        jobs.Start((await store.FindAsync(paper.Id))!, new PrintChoices([new LargePrintSeat("Mira", 'B', null)], null, ""), "demo");
    }
}
