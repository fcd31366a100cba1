using System.Security.Cryptography;
using Gavvet.Theory;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Printing;

/// <summary>
/// The code at the foot of a printed page: seven random characters and one that checks them. The check is a weighted sum
/// over the field of 32 elements, so that any one wrong character and any two exchanged ones are noticed.
/// </summary>
public static class PageCode
{
    /// <summary>Characters in a code.</summary>
    public const int Length = 8;

    /// <summary>A code as an example of how one looks.</summary>
    public const string Example = "7K3M-Q2RX";

    // What stands before the code in the address of a page.
    private const string InAddress = "/p/";

    // Base 32 without I, L, O and U, which are misread (Crockford's alphabet, from memory).
    private const string Signs = "0123456789ABCDEFGHJKMNPQRSTVWXYZ";

    /// <summary>A seed no one can guess.</summary>
    public static ulong FreshSeed() => BitConverter.ToUInt64(RandomNumberGenerator.GetBytes(8));

    /// <summary>The code of a page: the same for the same seed, edition and page.</summary>
    /// <param name="seed">The printing's seed.</param>
    /// <param name="edition">Which edition, from 0.</param>
    /// <param name="page">Which page of it, from 0.</param>
    public static string At(ulong seed, int edition, int page)
    {
        var bits = SplitMix64.At(SplitMix64.At(seed, (ulong)edition), (ulong)page);
        var digits = new int[Length];
        for (var i = 1; i < Length; i++)
            digits[i] = (int)((bits >> (5 * i)) & 31);
        // The first place has the weight one, so it makes up the sum.
        digits[0] = Sum(digits);
        // The check comes last for the reader.
        return string.Concat(digits.Skip(1).Append(digits[0]).Select(digit => Signs[digit]));
    }

    /// <summary>The code in two groups of four, as it is printed.</summary>
    /// <param name="code">The code.</param>
    public static string Printed(string code)
    {
        return $"{code[..4]}-{code[4..]}";
    }

    /// <summary>Reads a code as it was typed: small letters, spaces and hyphens do no harm, nor do O for 0 and I or L for 1.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="code">The code, or empty.</param>
    /// <returns>Null, or what is wrong with it in a teacher's words.</returns>
    public static string? Problem(string? text, out string code)
    {
        code = "";
        var plain = Plain(text);
        if (plain.Length != Length)
            return Texts.Say("code.length", ("length", Length), ("count", plain.Length));
        if (plain.FirstOrDefault(sign => !Signs.Contains(sign, StringComparison.Ordinal)) is var odd and not '\0')
            return Texts.Say("code.sign", ("sign", odd));
        int[] digits = [.. plain.Select(sign => Signs.IndexOf(sign, StringComparison.Ordinal))];
        if (Sum([0, .. digits[..^1]]) != digits[^1])
            return Texts.Say("code.sum");
        code = plain;
        return null;
    }

    /// <summary>Whether a code may be meant by what was typed: one character is another, two neighbors are exchanged, or one is missing
    /// or too many.</summary>
    /// <param name="typed">What was typed.</param>
    /// <param name="code">The code.</param>
    public static bool IsNear(string? typed, string code)
    {
        var plain = Plain(typed);
        if (plain.Length == code.Length)
        {
            int[] odd = [.. Enumerable.Range(0, code.Length).Where(i => plain[i] != code[i])];
            return odd.Length <= 1
                || (odd is [var first, var second] && second == first + 1 && plain[first] == code[second] && plain[second] == code[first]);
        }

        var (longer, shorter) = plain.Length > code.Length ? (plain, code) : (code, plain);
        return longer.Length == shorter.Length + 1 && Enumerable.Range(0, longer.Length).Any(i => longer.Remove(i, 1) == shorter);
    }

    // A QR code may hold the address of the page, which ends in its code.
    private static string Plain(string? text)
    {
        var typed = text ?? "";
        var at = typed.LastIndexOf(InAddress, StringComparison.OrdinalIgnoreCase);
        var code = at < 0 ? typed : typed[(at + InAddress.Length)..];
        return string.Concat(code.ToUpperInvariant().Where(sign => sign is not (' ' or '-')))
            .Replace('O', '0')
            .Replace('I', '1')
            .Replace('L', '1');
    }

    // The sum of each digit times a power of the generator x, in the field of 32 made by x^5 + x^2 + 1.
    private static int Sum(int[] digits)
    {
        var sum = 0;
        for (var i = digits.Length - 1; i >= 1; i--)
            sum = Times(sum ^ digits[i]);
        return sum;
    }

    private static int Times(int element) => (element << 1) > 31 ? (element << 1) ^ 0b100101 : element << 1;
}

/// <summary>The marks of a printing's pages: each code with what a QR code beside it holds.</summary>
/// <param name="Seed">The printing's seed.</param>
/// <param name="Edition">Which of its editions, from 0.</param>
/// <param name="QrAddress">What a QR code begins with, such as an address; empty for the code alone, null for none.</param>
internal sealed record PageCodes(ulong Seed, int Edition, string? QrAddress) : IPageMarks
{
    /// <inheritdoc/>
    public PageMark At(int page)
    {
        var code = PageCode.At(Seed, Edition, page);
        return new PageMark(code, PageCode.Printed(code), QrAddress is { } before ? before + code : null);
    }
}
