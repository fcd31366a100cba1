using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Wording;
using Gavvet.Worksheets.Working;
using static Gavvet.Worksheets.Questions.Kinds;

namespace Gavvet.Worksheets.Questions;

/// <summary>Tetrachords by themselves: named from their notes, or built on a note. Five kinds, each the lower half of a scale.</summary>
internal static class TetrachordKinds
{
    private const string Build = "build";

    // Common practice, no source: each by the scale whose lower half it is, and by others that begin with it; the fifth
    // after its whole tones too.
    private static readonly ImmutableArray<(string Scale, string Name, string[] AlsoOf)> Rows =
    [
        ("major", "tetrachord.major", ["ionian", "mixolydian"]),
        ("natural-minor", "tetrachord.minor", ["dorian", "aeolian", "natural minor"]),
        ("phrygian", "tetrachord.phrygian", []),
        ("double-harmonic-major", "tetrachord.harmonic", []),
        ("lydian", "tetrachord.lydian", ["whole tone", "wholetone"]),
    ];

    // Said or left out without a difference.
    private static readonly string[] Idle = ["TETRACHORD", "THE", "A", "MODE", "SCALE", "TETRACORD"];

    public static QuestionKind Tetrachords { get; } =
        InWords(
            "tetrachords",
            QuestionGroup.Steps,
            type => Rows.Any(row => row.Scale == type.Id),
            about =>
            {
                var building = about.Option == Build;
                var prompt = building
                    ? Texts.Say("tetrachords.prompt.build", ("kind", NameOf(about.Scale)), ("note", about.Style.Say(about.Tonic)))
                    : about.Style.Say(ScaleFacts.Scale(about).Ascending[..4]);
                return OnLines(prompt, building ? Names : OneName(Texts.Say("line.tetrachord")), () =>
                {
                    var notes = ScaleFacts.Scale(about).Ascending[..4];
                    var walked = ScaleSpelling.BySteps(about.Scale.Up, about.Tonic)[..4];
                    TwoRoutes.Agree($"the {NameOf(about.Scale)} tetrachord on {about.Tonic}", notes, walked);
                    ImmutableArray<WorkingStep> working =
                    [
                        new StepsWalked(about.Scale, notes, about.Scale.Steps[..3]),
                        Why(
                            "tetrachords.working",
                            ("kind", NameOf(about.Scale)),
                            (
                                "steps",
                                string.Join(' ', ScaleFacts.StepSigns(about.Style, ScaleFacts.Scale(about), Direction.Ascending)[..3])
                            )
                        ),
                    ];
                    return building
                        ? Line(about, working, new NotesPart(notes))
                        : Line(
                            about,
                            working,
                            new TetrachordPart(about.Scale),
                            about.Scale.Id == "lydian" ? [new WordsPart(Texts.Say("tetrachord.whole-tone"))] : []
                        );
                });
            }
        ) with
        {
            Options = [new("name"), new(Build)],
            Offers = about => about.Option == Build ? [] : [.. Rows.Select(row => new TetrachordPart(ScaleTypes.Get(row.Scale)))],
        };

    /// <summary>What a tetrachord is called.</summary>
    internal static string NameOf(ScaleType type) => Texts.Say(Rows.First(row => row.Scale == type.Id).Name);

    /// <summary>The kinds of tetrachord a text names: by its own name, or by that of a scale that begins with it; none where it is no
    /// such name.</summary>
    internal static ImmutableArray<ScaleType> Read(string text)
    {
        var named = string.Join(' ', Plain(text).Split(' ').Where(word => !Idle.Contains(word)));
        return
        [
            .. Rows.Where(row => Plain(Texts.Say(row.Name)) == named || row.AlsoOf.Any(other => Plain(other) == named))
                .Select(row => ScaleTypes.Get(row.Scale)),
        ];
    }

    private static string Plain(string text) => PlainText.Of(text).Replace('-', ' ').Trim().TrimEnd('.').ToUpperInvariant();
}
