using System.Security.Cryptography;

namespace Gavvet.Teaching.Practice;

/// <summary>Codes that open a practice: seven characters for all, nine for one student, without those that are misread.</summary>
public static class PracticeCode
{
    /// <summary>Characters of a practice's code: twenty thousand million codes.</summary>
    public const int Length = 7;

    /// <summary>Characters of a student's own code.</summary>
    public const int OwnLength = 9;

    // Neither 0 and O, 1, I and L, nor U and V, which a hand writes alike.
    private const string Signs = "23456789ABCDEFGHJKMNPQRSTWXYZ";

    /// <summary>A code no one can guess.</summary>
    /// <param name="length">How many characters.</param>
    public static string New(int length = Length) => RandomNumberGenerator.GetString(Signs, length);

    /// <summary>A code in groups of three or four, as it is shown.</summary>
    /// <param name="code">The code.</param>
    public static string Shown(string code) =>
        code.Length == OwnLength ? $"{code[..3]}-{code[3..6]}-{code[6..]}"
        : code.Length == Length ? $"{code[..3]}-{code[3..]}"
        : code;

    /// <summary>Reads a code as it was typed; small letters, spaces and hyphens do no harm.</summary>
    /// <param name="typed">What was typed.</param>
    /// <returns>The code, or null where it cannot be one.</returns>
    public static string? Read(string? typed)
    {
        var plain = string.Concat((typed ?? "").Where(char.IsLetterOrDigit)).ToUpperInvariant();
        return plain.Length is Length or OwnLength && plain.All(Signs.Contains) ? plain : null;
    }
}
