using System.CommandLine;
using Gavvet.Engraving.Layout;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Verifying;

namespace Gavvet.Cli;

/// <summary>verify: draws questions of every kind and school, and has every key checked.</summary>
internal static class VerifyCommand
{
    private const int Most = 5_000_000;

    public static Command Create()
    {
        var questions = new Option<int>("--questions")
        {
            Description = "How many questions to draw and check.",
            DefaultValueFactory = _ => 20_000,
        };
        var seed = new Option<ulong>("--seed") { Description = "Where the draws begin.", DefaultValueFactory = _ => 1 };
        var command = new Command("verify", "Check that no answer key is wrong.") { questions, seed };
        command.SetAction(parsed => Verify(parsed.GetValue(questions), parsed.GetValue(seed)));
        return command;
    }

    // Every staff height and paper in turn, on the width the kind takes.
    private static DrawnQuestion Drawn(Question question, Answer answer)
    {
        var turn = question.Prompt.Length + answer.Text.Length;
        var setup = new PageSetup(
            (Paper)(turn % 2),
            PageSetup.SmallestStaff + (turn % (PageSetup.LargestStaff - PageSetup.SmallestStaff + 1))
        );
        return FigureCheck.Draw(question, answer, setup, 1);
    }

    // Two notes in one place must touch, or the check of the ink is blind.
    private static bool FindsPlantedOverlap()
    {
        var note = new NoteMark(0, Pitch.Parse("G4"), null);
        var staff = new StaffFigure(Clef.Treble, 4, false, StaffRows.None, StaffRange.Staff, [note]);
        var planted = new Answer(
            HouseStyle.Classical,
            [
                [note with { Pitch = Pitch.Parse("A4") }],
            ],
            [],
            []
        );
        return FigureCheck.Problem(new Question("", [staff]), planted, PageSetup.Usual, 1) is not null;
    }

    private static int Verify(int questions, ulong seed)
    {
        if (questions is < 1 or > Most)
            return CommandOutput.Refuse($"Ask for 1 to {Most} questions.");
        var verification = Verification.Run(
            questions,
            seed,
            QuestionCatalogue.Standard,
            done => Console.Error.WriteLine($"{done} of {questions}"),
            Drawn
        );
        foreach (var (kind, count) in verification.Kinds)
            Console.WriteLine($"{kind, -26} {count, 8}");
        Console.WriteLine();
        foreach (var (school, count) in verification.Schooled)
            Console.WriteLine($"{school, -40} {count, 8}");
        Console.WriteLine();
        foreach (var failure in verification.Failures.Take(20))
            Console.WriteLine(PlainText.Of(failure));
        if (!FindsPlantedOverlap())
        {
            Console.WriteLine("A planted overlap was not found: the check of the ink does not work");
            return 1;
        }

        Console.WriteLine(
            $"{verification.Drawn} drawn, their ink checked and {verification.Measured} rings, slurs, brackets and dots measured, {verification.Unoffered} without a wrong answer to choose from"
        );
        Console.WriteLine(
            $"{questions} questions, {verification.Judged} scales read off the page and judged, {verification.Planted} planted faults, {verification.Failures.Count} failures"
        );
        return verification.Failures.Count == 0 ? 0 : 1;
    }
}
