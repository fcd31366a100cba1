using System.Collections.Concurrent;
using Gavvet.Printing;
using Gavvet.Scanning.Reading;

namespace Gavvet.Scanning.Tests;

/// <summary>Notes that were written on a staff are read, and what is not certain is said to be so.</summary>
public class StaffReadingTests
{
    private static (int Items, int Certain, int Wrong, string Say) Run(int dpi, ulong from)
    {
        var (items, certain, wrong, notes, head, sign, unsure) = (0, 0, 0, 0, 0, 0, 0);
        var confused = new ConcurrentDictionary<string, int>();
        var gate = new object();
        Parallel.For(0, Pile.Rounds * Pile.Pages.Length, i =>
        {
            var (code, page, all) = Pile.Pages[i % Pile.Pages.Length];
            var asked = all.Where(item =>
                    item.Anchors.Figures is [.., { Staff: not null, Places.Length: 8 }]
                    && !item.Anchors.Figures[^1].Heads.Any(page.IsPrinted)
                )
                .ToArray();
            if (asked.Length == 0)
                return;
            var seed = from + (ulong)i;
            var (hand, chance) = (new SimulatedHand(seed), new Chance(seed ^ 99));
            var written = asked.Select(_ => Line(chance)).ToArray();
            void Write(SkiaSharp.SKCanvas canvas)
            {
                foreach (var (item, line) in asked.Zip(written))
                {
                    var figure = item.Anchors.Figures[^1];
                    foreach (var (place, note) in figure.Places.Zip(line))
                        hand.Note(canvas, figure.Staff!.Value, ((place.Left + place.Right) / 2.0) + 1_500, note.Position, note.Sign);
                }
            }

            var scan = dpi == 0 ? SimulatedScanner.Photograph(page.Page, Write, seed) : SimulatedScanner.Scan(page.Page, Write, dpi, seed);
            var picture = PictureReader.Read(scan.Jpeg)!;
            if (
                CodeFinder.Find(picture, text => PageCode.Problem(text, out _) is null) is not { } found
                || ScannedPage.Lay(page, picture, found) is not var (laid, _)
            )
                return;
            foreach (var (item, line) in asked.Zip(written))
            {
                var figure = item.Anchors.Figures[^1];
                var read = StaffReader.Read(page, laid, figure.Staff!.Value, figure.Places, item.Box);
                lock (gate)
                {
                    items++;
                    var isCertain = read.All(note => note is { IsCertain: true });
                    var isRight = read.Zip(line).All(one => one.First is { } note && (note.Position, note.Sign) == one.Second);
                    certain += isCertain ? 1 : 0;
                    wrong += isCertain && !isRight ? 1 : 0;
                    foreach (var (note, true_) in read.Zip(line))
                    {
                        notes++;
                        head += note?.Position == true_.Position ? 1 : 0;
                        sign += note?.Sign == true_.Sign ? 1 : 0;
                        unsure += note is { IsCertain: true } ? 0 : 1;
                        if (note is not { IsCertain: true })
                            confused.AddOrUpdate($"doubt {note?.Doubt}", 1, (_, n) => n + 1);
                        if (note?.Position != true_.Position)
                            confused.AddOrUpdate(
                                $"place {note?.Position - true_.Position}{(note is { IsCertain: true } ? " CERTAIN" : "")}",
                                1,
                                (_, n) => n + 1
                            );
                        if (note?.Sign != true_.Sign)
                            confused.AddOrUpdate(
                                $"{true_.Sign?.ToString() ?? "none"} as {note?.Sign?.ToString() ?? "none"}{(note is { IsCertain: true } ? " CERTAIN" : "")}",
                                1,
                                (_, n) => n + 1
                            );
                    }
                }
            }
        });
        return (
            items,
            certain,
            wrong,
            $"{dpi} dpi: {items} items, {certain} certain, {wrong} of them wrong; of {notes} notes {head} places, {sign} signs right, {unsure} not certain; {string.Join(", ", confused.OrderByDescending(one => one.Value).Select(one => $"{one.Value} {one.Key}"))}"
        );
    }

    // A scale as a student writes it: from somewhere on, step by step, with signs; now and then a note is a step off.
    private static (int Position, Accidental? Sign)[] Line(Chance chance)
    {
        Accidental[] signs = [Accidental.Sharp, Accidental.Flat, Accidental.Natural, Accidental.DoubleSharp, Accidental.DoubleFlat];
        var (first, up) = ((int)chance.Between(-3, 4), chance.Next() < 0.7);
        return
        [
            .. Enumerable
                .Range(0, 8)
                .Select(k =>
                    (
                        first + (up ? k : 7 - k) + (chance.Next() < 0.01 ? 1 : 0),
                        chance.Next() < 0.35 ? signs[(int)(chance.Next() * chance.Next() * 5)] : (Accidental?)null
                    )
                ),
        ];
    }

    [Theory]
    [InlineData(150)]
    [InlineData(200)]
    [InlineData(300)]
    [InlineData(0)]
    public void What_is_certain_is_what_was_written(int dpi)
    {
        var (items, certain, wrong, said) = Run(dpi, 300_000 + (ulong)dpi);
        TestContext.Current.SendDiagnosticMessage(said);
        Assert.Equal(0, wrong);
        // Every note has a sign of any kind one time of three: scales are read more often than these.
        Assert.True(certain >= 0.25 * items, said);
    }
}
