using System.Text.RegularExpressions;
using Gavvet.Tests.Common;

namespace Gavvet.Cli.Tests;

/// <summary>What the README says of the one script holds.</summary>
public sealed partial class ScriptTests
{
    [Fact]
    public void Every_command_of_the_readme_is_one_of_the_script()
    {
        var script = File.ReadAllText(Path.Combine(Checkout.Folder, "gavvet"));
        string[] known = [.. Case().Matches(script).SelectMany(line => line.Groups[1].Value.Split('|', StringSplitOptions.TrimEntries))];
        string[] said =
        [
            .. Command()
                .Matches(File.ReadAllText(Path.Combine(Checkout.Folder, "README.md")))
                .Select(match => match.Groups[1].Value)
                .Distinct(),
        ];
        Assert.True(said.Length > 10, string.Join(' ', said));
        Assert.Empty(said.Except(known));
    }

    [GeneratedRegex(@"\./gavvet ([a-z-]+)")]
    private static partial Regex Command();

    [GeneratedRegex(@"^  ([a-z-]+(?: \| [a-z-]+)*)\)", RegexOptions.Multiline)]
    private static partial Regex Case();
}
