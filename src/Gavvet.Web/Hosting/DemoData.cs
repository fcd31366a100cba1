using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Web.Pages.PrintRoom;
using Gavvet.Worksheets.Files;

namespace Gavvet.Web.Hosting;

/// <summary>Sheets of the made-up Hazelmoor School of Music, so that every screen has something to show.</summary>
internal static class DemoData
{
    // As recipe files: the demo goes in the way a teacher's own file does.
    private static readonly string[] Recipes =
    [
        """
        {"format":"gavvet-sheet","version":1,"seed":"00000000000ca117","title":"Hazelmoor strings, week 5: violins, two octaves in first position","instructions":"Say which string each octave begins on.","parts":["violin"],"sections":[
        {"kind":"write-scale","keys":["Bb","G","A"],"clefs":["treble"],"octaves":2,"count":3,"marks":2},
        {"kind":"label-degrees","keys":["G","D","A"],"clefs":["treble"],"count":3}]}
        """,
        """
        {"format":"gavvet-sheet","version":1,"seed":"00000000000ca118","title":"Hazelmoor wind band: concert keys and written keys","instructions":"","versions":2,"parts":["flute","clarinet","alto-saxophone","horn"],"sections":[
        {"kind":"write-scale","keys":["Eb","Bb","F","C"],"clefs":["treble"],"count":2},
        {"kind":"written-key","keys":["Ab","Eb","Bb","F","C","G"],"clefs":["treble"],"count":3},
        {"kind":"tonic-arpeggio","keys":["Eb","Bb","F","C"],"clefs":["treble"],"count":2}]}
        """,
        """
        {"format":"gavvet-sheet","version":1,"seed":"00000000000ca119","title":"Hazelmoor jazz workshop: whole tone and diminished","instructions":"Which notes are twins on the piano?","houseStyle":{"preset":"jazz"},"sections":[
        {"kind":"write-scale","scales":["whole-tone","diminished-half-whole"],"keys":["F","C","G"],"clefs":["treble"],"count":4},
        {"kind":"keyboard-scale","scales":["whole-tone"],"keys":["F","C","G"],"clefs":["treble"],"count":2},
        {"kind":"same-notes","scales":["whole-tone"],"keys":["F","C","G"],"clefs":["treble"],"count":2}]}
        """,
        """
        {"format":"gavvet-sheet","version":1,"seed":"00000000000ca11a","title":"Hazelmoor exam class: mock paper","instructions":"Forty minutes. Answer every question.","versions":2,"sections":[
        {"kind":"name-key","keys":["Ab","Eb","Bb","F","G","D","A","E"],"clefs":["treble","bass"],"count":4,"marks":1,"answerAs":"choice"},
        {"kind":"write-scale","scales":["harmonic-minor"],"keys":["Eb","Bb","F","C","G","D","A"],"clefs":["treble","bass"],"notation":"signature","count":3,"marks":4},
        {"kind":"name-degree","keys":["Bb","F","C","G","D"],"clefs":["treble"],"count":4,"marks":1},
        {"kind":"identify-scale","scales":["natural-minor","harmonic-minor","melodic-minor-one-way"],"keys":["Bb","F","C","G","D"],"clefs":["treble","bass"],"count":3,"marks":2}]}
        """,
        """
        {"format":"gavvet-sheet","version":1,"seed":"00000000000ca11b","title":"Hazelmoor exam class: double harmonic and its modes","instructions":"","sections":[
        {"kind":"write-scale","scales":["double-harmonic-major","hungarian-minor"],"keys":["Bb","F","C","G","D"],"clefs":["treble"],"count":4},
        {"kind":"augmented-seconds","scales":["double-harmonic-major","hungarian-minor"],"keys":["F","C","G","D"],"clefs":["treble"],"count":3},
        {"kind":"mode-parent","scales":["hungarian-minor"],"keys":["F","C","G"],"clefs":["treble"],"count":2}]}
        """,
        """
        {"format":"gavvet-sheet","version":1,"seed":"00000000000ca110","title":"Hazelmoor wind band: key signatures for flutes and horns","instructions":"Finish the left column before you start the right one.","sections":[
        {"kind":"write-signature","keys":["Ab","Eb","Bb","F"],"clefs":["treble"],"count":4},
        {"kind":"name-key","keys":["Db","Ab","Eb","Bb","F","C"],"clefs":["treble","bass"],"count":6},
        {"kind":"count-accidentals","keys":["Ab","Eb","Bb"],"clefs":["treble"],"count":3}]}
        """,
        """
        {"format":"gavvet-sheet","version":1,"seed":"00000000000ca111","title":"Hazelmoor strings, week 2: the major step pattern","instructions":"Sing each scale on note names first.","sections":[
        {"kind":"write-steps","keys":["C","G","D"],"clefs":["treble","alto","bass"],"count":3,"scaffolding":"worked-example"},
        {"kind":"mark-semitones","keys":["G","D","A"],"clefs":["treble","alto","bass"],"count":3,"notation":"signature"},
        {"kind":"add-accidentals","keys":["D","A","F"],"clefs":["treble"],"count":3,"scaffolding":"formula"}]}
        """,
        """
        {"format":"gavvet-sheet","version":1,"seed":"00000000000ca115","title":"Hazelmoor jazz workshop: modes and blues","instructions":"Say the parent scale before you write.","sections":[
        {"kind":"mode-parent","scales":["dorian","mixolydian","lydian"],"keys":["Bb","F","C","G"],"clefs":["treble"],"count":3},
        {"kind":"write-scale","scales":["dorian","minor-blues"],"keys":["Bb","F","C","G"],"clefs":["treble"],"count":4},
        {"kind":"blue-note","scales":["minor-blues"],"keys":["Bb","F","C","G"],"clefs":["treble"],"count":4},
        {"kind":"written-key","keys":["Bb","F","C","G"],"clefs":["treble"],"count":3}]}
        """,
        """
        {"format":"gavvet-sheet","version":1,"seed":"00000000000ca116","title":"Hazelmoor theory class: the three minor forms","instructions":"","sections":[
        {"kind":"relative-key","scales":["natural-minor"],"keys":["Eb","Bb","F","C","G","D","A"],"clefs":["treble"],"count":4},
        {"kind":"write-scale","scales":["harmonic-minor","melodic-minor"],"keys":["Bb","F","C","G","D"],"clefs":["treble","bass"],"notation":"signature","direction":"both","count":3},
        {"kind":"correct-scale","scales":["harmonic-minor"],"keys":["Bb","F","C","G","D"],"clefs":["treble"],"count":2},
        {"kind":"identify-scale","scales":["natural-minor","harmonic-minor","melodic-minor-one-way"],"keys":["Bb","F","C","G","D"],"clefs":["treble","bass"],"count":3}]}
        """,
        """
        {"format":"gavvet-sheet","version":1,"seed":"00000000000ca112","title":"Hazelmoor theory class: five to seven sharps and flats","instructions":"","paper":"letter","sections":[
        {"kind":"write-scale","keys":["Cb","Gb","Db","B","F#","C#"],"clefs":["treble","bass"],"count":4,"direction":"both"},
        {"kind":"write-signature","keys":["Cb","Gb","Db","B","F#","C#"],"clefs":["tenor","alto"],"count":4}]}
        """,
        """
        {"format":"gavvet-sheet","version":1,"seed":"00000000000ca113","title":"Large print: first major scales","instructions":"","staffHeight":12,"sections":[
        {"kind":"write-scale","keys":["F","C","G"],"clefs":["treble"],"count":3,"scaffolding":"letters"}]}
        """,
        """
        {"format":"gavvet-sheet","version":1,"seed":"00000000000ca114","title":"Major scales from B♭ to D","instructions":"Use a pencil. Check each scale by its steps.","sections":[
        {"kind":"add-accidentals","keys":["Bb","F","G","D"],"clefs":["treble"],"count":2},
        {"kind":"write-scale","keys":["Bb","F","C","G","D"],"clefs":["treble"],"count":4,"scaffolding":"tonic"},
        {"kind":"name-key","keys":["Bb","F","G","D"],"clefs":["treble","bass"],"count":4}]}
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
