namespace Gavvet.Teaching.Tests;

/// <summary>Every mistake has a name of its own, in every language.</summary>
public sealed class MistakeNameTests
{
    [Fact]
    public void EveryMistakeIsNamedByTheLanguage()
    {
        var codes = Enum.GetValues<FindingCode>();
        var names = codes.Select(MistakeNames.Of).Append(MistakeNames.Blank).Append(MistakeNames.Wrong).ToList();
        Assert.Equal(names.Count, names.Distinct().Count());
        Assert.All(codes, code => Assert.NotEqual(MistakeNames.Of(code), Language.Pseudo.Saying(() => MistakeNames.Of(code))));
    }
}
