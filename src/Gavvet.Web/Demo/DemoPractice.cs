using Gavvet.Storage;
using Gavvet.Teaching.Practice;
using Gavvet.Theory;
using Gavvet.Web.Hosting;
using Gavvet.Web.Pages.Practicing;

namespace Gavvet.Web.Demo;

/// <summary>
/// An open practice of the made-up school, with a class in the middle of it: some have begun, and while someone watches the
/// simulated students go on, with the mistakes they make on paper.
/// </summary>
internal sealed class DemoPractice(
    PracticeStore practices,
    PracticeRoom room,
    PracticeWatch watch,
    ClassStore classes,
    SheetStore sheets,
    ServerOptions options,
    TimeProvider clock
) : BackgroundService
{
    // A scale class with a week's time: keys to name, minors to write, degrees.
    private const string Sheet = "mock paper";
    private const int BegunAtFirst = 7,
        DoneAtFirst = 4,
        Hours = 24 * 7;
    private static readonly TimeSpan Pace = TimeSpan.FromMilliseconds(1_600);

    private string? _id;

    /// <summary>The code of the open practice, once it is there.</summary>
    public string? Code { get; private set; }

    /// <summary>Opens it, where there is a class and no practice.</summary>
    public async Task FillAsync()
    {
        if (await practices.ListAsync() is [.., var known])
        {
            (_id, Code) = (known.Id, known.Code);
            return;
        }

        if (
            await classes.ListAsync() is not [var group, ..]
            || await classes.FindAsync(group.Id) is not { } found
            || await sheets.ListAsync(Sheet, 1) is not [var sheet, ..]
            || await sheets.FindAsync(sheet.Id) is not { } stored
        )
            return;
        var now = clock.GetUtcNow();
        _id = await practices.OpenAsync(
            new NewPractice(
                stored.Sheet,
                stored.Id,
                new PracticeRules { Entrance = Entrance.ByName },
                now.AddMinutes(-20),
                now.AddHours(Hours)
            )
            {
                ClassId = group.Id,
                Students = [.. found.Current.Select(student => student.Id)],
            }
        );
        Code = (await practices.FindAsync(_id))!.Code;
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        if (!options.Demo || _id is not { } id)
            return;
        try
        {
            await Task.Yield();
            var seats = await practices.SeatsAsync(id, stoppingToken);
            for (var turn = 0; turn < DoneAtFirst; turn++)
            {
                foreach (var seat in seats.Take(BegunAtFirst))
                {
                    stoppingToken.ThrowIfCancellationRequested();
                    if ((await practices.TriesAsync(seat.Id, stoppingToken)).Count <= turn)
                        await StepAsync(seat, stoppingToken);
                }
            }

            for (ulong turn = 0; ; turn++)
            {
                await Task.Delay(Pace, clock, stoppingToken);
                if (watch.IsWatched(id))
                    await StepAsync(seats[(int)(SplitMix64.At(29, turn) % (ulong)seats.Count)], stoppingToken);
            }
        }
        catch (OperationCanceledException)
        {
            // The program ends.
        }
    }

    // The next thing a student does: by lot, the same each time.
    private async Task StepAsync(PracticeSeat seat, CancellationToken ended)
    {
        if (
            await room.SitAsync(seat, null, ended) is not { } sitting
            || !sitting.IsOpen(clock.GetUtcNow())
            || sitting.Walk.InHand is not { } id
        )
            return;
        var question = sitting.Paper.Find(id)!;
        var went = sitting.Walk.Of(id);
        var lot = SplitMix64.At(StableHash.Of(seat.Name ?? seat.Id) + (ulong)went.Answers.Length, StableHash.Of(id));
        var mistakes = question.Item.Question.Mistakes;
        var choices = question.Item.Question.Choices.Length;
        var isRight = lot % 100 < (went.Answers.IsEmpty ? 62UL : 80UL) || (mistakes.IsEmpty && choices == 0);
        string Wrong() =>
            choices > 0
                ? $"{(char)('A' + ((question.Item.Question.RightChoices[0] + 1 + (int)((lot >> 8) % (ulong)(choices - 1))) % choices))}"
                : mistakes[(int)((lot >> 8) % (ulong)Math.Min(3, mistakes.Length))].Text;
        var done = went.Answers.Length + went.Hints == 1 && lot % 5 == 0 && question.Hints > 0 ? Doing.Hint : Doing.Answered;
        PracticeTry tried;
        try
        {
            tried = new PracticeTry(id, done, clock.GetUtcNow())
            {
                Marking =
                    done == Doing.Hint ? null : sitting.Paper.Language.Saying(() => question.Judge(isRight ? Right(question) : Wrong())),
            };
        }
        catch (FormatException)
        {
            tried = new PracticeTry(id, Doing.Shown, clock.GetUtcNow());
        }

        await room.DoAsync(sitting, Guid.NewGuid().ToString("N"), tried, question);
    }

    // As a student writes it: the key's words say the notes alone, and choices have letters.
    private static string Right(PracticeQuestion question)
    {
        var asked = question.Item.Question;
        if (!asked.Choices.IsEmpty)
            return $"{(char)('A' + asked.RightChoices[0])}";
        return asked.Scale is { AsksSignature: true } scale && question.Style.SignatureOf(scale.Type, scale.Tonic) is { } signature
            ? $"{Math.Abs(signature.Fifths)}{(signature.Fifths < 0 ? "b" : "#")}: {question.Item.Answer}"
            : question.Item.Answer;
    }
}
