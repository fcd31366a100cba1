namespace Gavvet.Printing.Tests;

public class PageCodeTests
{
    private const string Signs = "0123456789ABCDEFGHJKMNPQRSTVWXYZ";

    private static IEnumerable<string> Codes => Enumerable.Range(0, 200).Select(i => PageCode.At(11, i / 10, i % 10));

    [Fact]
    public void Every_wrong_character_and_every_exchange_of_two_is_noticed()
    {
        foreach (var code in Codes)
        {
            Assert.Null(PageCode.Problem(code, out var read));
            Assert.Equal(code, read);
            for (var i = 0; i < PageCode.Length; i++)
            {
                foreach (var sign in Signs.Where(sign => sign != code[i]))
                    Assert.NotNull(PageCode.Problem(code[..i] + sign + code[(i + 1)..], out _));
                for (var j = i + 1; j < PageCode.Length; j++)
                {
                    if (code[i] == code[j])
                        continue;
                    var exchanged = code.ToCharArray();
                    (exchanged[i], exchanged[j]) = (exchanged[j], exchanged[i]);
                    Assert.Contains("two are exchanged", PageCode.Problem(new string(exchanged), out _), StringComparison.Ordinal);
                }
            }
        }

        Assert.Equal(200, Codes.Distinct().Count());
    }

    [Fact]
    public void A_code_is_read_as_it_is_typed()
    {
        var code = Codes.First(code => code.Contains('0', StringComparison.Ordinal) && code.Contains('1', StringComparison.Ordinal));
        var typed = $" {code[..4].ToLowerInvariant()} - {code[4..].ToLowerInvariant()}".Replace('0', 'o').Replace('1', 'l');
        Assert.Null(PageCode.Problem(typed, out var read));
        Assert.Equal(code, read);
        Assert.Contains("has 8 characters", PageCode.Problem("ABC", out _), StringComparison.Ordinal);
        Assert.Contains("has no “U”", PageCode.Problem("ABCDEFGU", out _), StringComparison.Ordinal);
        Assert.Contains("has 8 characters", PageCode.Problem(null, out _), StringComparison.Ordinal);
    }

    [Fact]
    public void A_code_is_read_with_every_look_alike()
    {
        var code = Enumerable
            .Range(0, 500)
            .Select(i => PageCode.At(3, i, 0))
            .First(code => code.Contains('1', StringComparison.Ordinal) && code.Contains('0', StringComparison.Ordinal));
        foreach (var (sign, looks) in new[] { ('1', 'I'), ('1', 'i'), ('1', 'L'), ('1', 'l'), ('0', 'O'), ('0', 'o') })
        {
            Assert.Null(PageCode.Problem(code.Replace(sign, looks), out var read));
            Assert.Equal(code, read);
        }
    }
}
