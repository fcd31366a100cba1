using System.Runtime.InteropServices;

namespace Gavvet.Scanning.Reading;

/// <summary>
/// A network with one hidden layer: what is seen goes to hidden units, which answer where it is above nothing, and those to how likely
/// each kind is.
/// </summary>
internal sealed class SignNetwork
{
    private const string File = "Gavvet.Scanning.Reading.signs.bin";

    private readonly Half[] _numbers;

    private SignNetwork(Half[] numbers, int hidden, int kinds) => (_numbers, Hidden, Kinds) = (numbers, hidden, kinds);

    private int Hidden { get; }

    private int Kinds { get; }

    /// <summary>How many numbers a network has.</summary>
    public static int Count(int hidden, int kinds) => (hidden * (SignReader.Inputs + 1)) + (kinds * (hidden + 1));

    /// <summary>The network that ships.</summary>
    public static SignNetwork Shipped()
    {
        using var stream = typeof(SignNetwork).Assembly.GetManifestResourceStream(File)!;
        var bytes = new byte[stream.Length];
        stream.ReadExactly(bytes);
        var numbers = MemoryMarshal.Cast<byte, Half>(bytes).ToArray();
        var kinds = SignReader.Kinds.Length;
        return new SignNetwork(numbers, (numbers.Length - kinds) / (SignReader.Inputs + 1 + kinds), kinds);
    }

    /// <summary>How likely each kind is; together 1.</summary>
    /// <param name="seen">What is seen.</param>
    public double[] Likely(float[] seen)
    {
        var at = 0;
        var hidden = Layer(seen, Hidden, ref at);
        for (var i = 0; i < hidden.Length; i++)
            hidden[i] = Math.Max(0, hidden[i]);
        var raw = Layer(hidden, Kinds, ref at);
        var most = raw.Max();
        double[] likely = [.. raw.Select(one => Math.Exp(one - most))];
        var sum = likely.Sum();
        return [.. likely.Select(one => one / sum)];
    }

    // Each unit has a number for what comes in from each side, and one of its own.
    private float[] Layer(float[] seen, int units, ref int at)
    {
        var sums = new float[units];
        for (var unit = 0; unit < units; unit++)
        {
            var sum = (float)_numbers[at + seen.Length];
            for (var i = 0; i < seen.Length; i++)
                sum += (float)_numbers[at + i] * seen[i];
            at += seen.Length + 1;
            sums[unit] = sum;
        }

        return sums;
    }
}
