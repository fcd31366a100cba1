using System.Collections.Concurrent;
using System.Numerics;
using System.Runtime.InteropServices;
using Gavvet.Engraving.Drawing;
using Gavvet.Printing;
using Gavvet.Scanning;
using Gavvet.Scanning.Reading;
using Gavvet.Scanning.Simulated;

namespace Gavvet.Bench;

/// <summary>
/// Teaches the reader of signs: simulated hands of every proportion write signs on printed staves, a simulated scanner scans them, and
/// a network learns which is which (gradient descent by Adam; Kingma and Ba, 2015, from memory).
/// </summary>
internal static class SignTraining
{
    private const int Hidden = 48,
        Epochs = 14,
        Batch = 64;

    private const ulong FirstSeed = 31_000_000;

    private sealed record Example(float[] Seen, int Kind);

    /// <summary>Learns from so many pages, and writes what was learned.</summary>
    /// <param name="pages">How many pages are written on.</param>
    /// <param name="file">Where the numbers go.</param>
    public static object Learn(int pages, string file)
    {
        var (papers, pageOf) = ScanLoad.Printed();
        var examples = Written(papers, pageOf, pages, FirstSeed);
        var kept = Written(papers, pageOf, Math.Max(1, pages / 10), FirstSeed + 1_000_000);
        var network = new Learner(Hidden);
        var order = new Chance(5);
        for (var epoch = 0; epoch < Epochs; epoch++)
        {
            for (var i = examples.Length - 1; i > 0; i--)
            {
                var other = (int)(order.Next() * (i + 1));
                (examples[i], examples[other]) = (examples[other], examples[i]);
            }

            var rate = 0.002f * (float)Math.Cos(Math.PI / 2 * epoch / Epochs);
            for (var first = 0; first < examples.Length; first += Batch)
                network.Step(examples.AsSpan(first, Math.Min(Batch, examples.Length - first)), rate);
        }

        File.WriteAllBytes(file, MemoryMarshal.AsBytes<Half>([.. network.Numbers.Select(number => (Half)number)]).ToArray());
        return new
        {
            examples = examples.Length,
            right = Math.Round(Right(network, examples), 4),
            keptOut = kept.Length,
            rightOfThose = Math.Round(Right(network, kept), 4),
        };
    }

    private static double Right(Learner network, Example[] examples) =>
        examples.Count(one => network.Best(one.Seen) == one.Kind) / (double)examples.Length;

    private static Example[] Written(RecordedPapers papers, Func<string, Page> pageOf, int pages, ulong seed)
    {
        var found = new ConcurrentBag<(int Page, Example Example)>();
        var codes = papers.Record.Copies.SelectMany(copy => copy.Codes.Select((code, number) => (copy, code, number))).ToArray();
        Parallel.For(0, pages, new ParallelOptions { MaxDegreeOfParallelism = 2 }, page =>
        {
            var (copy, code, number) = codes[page % codes.Length];
            foreach (var example in OnPage(papers, copy, number, pageOf(code), seed + (ulong)page))
                found.Add((page, example));
        });
        return [.. found.OrderBy(one => one.Page).Select(one => one.Example)];
    }

    private static IEnumerable<Example> OnPage(RecordedPapers papers, RecordedCopy copy, int number, Page page, ulong seed)
    {
        var chance = new Chance(seed);
        var print = new PrintedPage(page);
        var hand = new SimulatedHand(seed, chance.Next() < 0.25 ? HandWay.Usual : HandWay.Varied);
        var lines = papers
            .Record.Editions[copy.Edition]
            .Items.Where(item => papers.ItemOf(copy, item.Item.Number).Question.Scale is not null)
            .SelectMany(item => item.Pieces.Where(piece => piece.Page == number))
            .Select(piece => (piece.Box, Figure: piece.Anchors.Figures.LastOrDefault(figure => figure.Staff is not null)))
            .Where(line => line.Figure is not null)
            .Select(line => (line.Box, line.Figure!, Notes: line.Figure!.Places.Select(_ => Note(chance)).ToArray()))
            .ToArray();
        void Write(SkiaSharp.SKCanvas canvas)
        {
            foreach (var (_, figure, notes) in lines)
            {
                foreach (var (place, (position, kind)) in figure.Places.Zip(notes))
                    hand.Note(canvas, figure.Staff!.Value, (place.Left + place.Right) / 2.0, position, SignReader.Kinds[kind]);
            }
        }

        int[] resolutions = [150, 200, 200, 300];
        var scan =
            chance.Next() < 0.25
                ? SimulatedScanner.Photograph(page, Write, seed)
                : SimulatedScanner.Scan(page, Write, resolutions[(int)(chance.Next() * resolutions.Length)], seed);
        var laid = LaidPage.Of(print, PictureReader.Read(scan.Jpeg)!, scan.Map);
        foreach (var (box, figure, notes) in lines)
        {
            var staff = figure.Staff!.Value;
            var space = staff.Height / 4.0 / PrintedPage.Pixel;
            foreach (var (note, (position, kind)) in StaffReader.Seen(print, laid, staff, [.. figure.Places], box).Zip(notes))
            {
                // A head that was taken for another's place says nothing of its sign.
                if (note?.Sign is not { } sign)
                    continue;
                var height = (staff.Bottom / PrintedPage.Pixel) - (position * space / 2);
                if (Math.Abs(note.Head.Y - height) > space)
                    continue;
                var (x, y) = ((sign.Left + sign.Right + 1) / 2.0, note.Head.Y);
                yield return new Example(SignReader.Window(note.Ink, x, y, space), kind);
                yield return new Example(
                    SignReader.Window(note.Ink, x + (chance.Normal() * 0.15 * space), y + (chance.Normal() * 0.15 * space), space),
                    kind
                );
            }
        }
    }

    // Every sign as often as any other, about the staff.
    private static (int Position, int Kind) Note(Chance chance) =>
        ((int)chance.Between(-5, 14), (int)(chance.Next() * SignReader.Kinds.Length));

    // The network while it learns.
    private sealed class Learner
    {
        private static readonly int Kinds = SignReader.Kinds.Length;

        private readonly int _hidden;
        private readonly float[] _gradient,
            _mean,
            _square;
        private int _steps;

        public Learner(int hidden)
        {
            _hidden = hidden;
            Numbers = new float[SignNetwork.Count(hidden, Kinds)];
            (_gradient, _mean, _square) = (new float[Numbers.Length], new float[Numbers.Length], new float[Numbers.Length]);
            var chance = new Chance(3);
            for (var i = 0; i < Numbers.Length; i++)
                Numbers[i] = (float)(chance.Normal() * (i < hidden * (SignReader.Inputs + 1) ? 0.05 : 0.15));
        }

        public float[] Numbers { get; }

        public int Best(float[] seen)
        {
            var likely = Likely(seen, new float[_hidden]);
            return Array.IndexOf(likely, likely.Max());
        }

        public void Step(ReadOnlySpan<Example> batch, float rate)
        {
            const float keep = 0.9f,
                keepSquare = 0.999f,
                decay = 2e-4f;
            Array.Clear(_gradient);
            foreach (var example in batch)
                Add(example);
            _steps++;
            var (first, second) = (1 - MathF.Pow(keep, _steps), 1 - MathF.Pow(keepSquare, _steps));
            for (var i = 0; i < Numbers.Length; i++)
            {
                var slope = (_gradient[i] / batch.Length) + (decay * Numbers[i]);
                _mean[i] = (keep * _mean[i]) + ((1 - keep) * slope);
                _square[i] = (keepSquare * _square[i]) + ((1 - keepSquare) * slope * slope);
                Numbers[i] -= rate * (_mean[i] / first) / (MathF.Sqrt(_square[i] / second) + 1e-8f);
            }
        }

        private float[] Likely(float[] seen, float[] hidden)
        {
            for (var unit = 0; unit < _hidden; unit++)
                hidden[unit] = Math.Max(0, Sum(seen, unit * (SignReader.Inputs + 1)));
            var above = _hidden * (SignReader.Inputs + 1);
            float[] raw = [.. Enumerable.Range(0, Kinds).Select(kind => Sum(hidden, above + (kind * (_hidden + 1))))];
            var most = raw.Max();
            float[] likely = [.. raw.Select(one => MathF.Exp(one - most))];
            var sum = likely.Sum();
            return [.. likely.Select(one => one / sum)];
        }

        private float Sum(ReadOnlySpan<float> seen, int at)
        {
            var numbers = Numbers.AsSpan(at, seen.Length);
            var sum = Vector<float>.Zero;
            var i = 0;
            for (; i + Vector<float>.Count <= seen.Length; i += Vector<float>.Count)
                sum += new Vector<float>(seen[i..]) * new Vector<float>(numbers[i..]);
            var total = Vector.Sum(sum) + Numbers[at + seen.Length];
            for (; i < seen.Length; i++)
                total += seen[i] * numbers[i];
            return total;
        }

        private void Add(Example example)
        {
            var hidden = new float[_hidden];
            var likely = Likely(example.Seen, hidden);
            var back = new float[_hidden];
            var above = _hidden * (SignReader.Inputs + 1);
            for (var kind = 0; kind < Kinds; kind++)
            {
                var slope = likely[kind] - (kind == example.Kind ? 1 : 0);
                var at = above + (kind * (_hidden + 1));
                for (var unit = 0; unit < _hidden; unit++)
                {
                    _gradient[at + unit] += slope * hidden[unit];
                    back[unit] += slope * Numbers[at + unit];
                }

                _gradient[at + _hidden] += slope;
            }

            for (var unit = 0; unit < _hidden; unit++)
            {
                if (hidden[unit] <= 0)
                    continue;
                var at = unit * (SignReader.Inputs + 1);
                for (var i = 0; i < example.Seen.Length; i++)
                    _gradient[at + i] += back[unit] * example.Seen[i];
                _gradient[at + example.Seen.Length] += back[unit];
            }
        }
    }
}
