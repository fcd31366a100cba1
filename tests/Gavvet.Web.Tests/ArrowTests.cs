using System.Reflection;
using NetArchTest.Rules;

namespace Gavvet.Web.Tests;

/// <summary>Who may know whom.</summary>
public class ArrowTests
{
    private static readonly string[] Houses =
        ["Gavvet.Theory", "Gavvet.Worksheets", "Gavvet.Engraving", "Gavvet.Exchange", "Gavvet.Printing", "Gavvet.Storage", "Gavvet.Web", "Gavvet.Cli"];

    public static TheoryData<string, string[]> MayKnow => new()
    {
        { "Gavvet.Theory", [] },
        { "Gavvet.Worksheets", ["Gavvet.Theory"] },
        { "Gavvet.Engraving", ["Gavvet.Worksheets", "Gavvet.Theory"] },
        { "Gavvet.Exchange", ["Gavvet.Worksheets", "Gavvet.Theory"] },
        { "Gavvet.Printing", ["Gavvet.Worksheets", "Gavvet.Theory", "Gavvet.Engraving", "Gavvet.Exchange"] },
        { "Gavvet.Storage", ["Gavvet.Worksheets", "Gavvet.Theory"] },
        { "Gavvet.Web", ["Gavvet.Theory", "Gavvet.Worksheets", "Gavvet.Engraving", "Gavvet.Exchange", "Gavvet.Printing", "Gavvet.Storage"] },
        { "Gavvet.Cli", ["Gavvet.Theory", "Gavvet.Worksheets", "Gavvet.Engraving", "Gavvet.Exchange", "Gavvet.Printing", "Gavvet.Storage"] },
    };

    [Theory, MemberData(nameof(MayKnow))]
    public void Each_project_knows_only_those_it_may(string project, string[] known)
    {
        var assembly = Load(project);
        var others = Houses.Except(known).Where(house => house != project).ToArray();
        var result = Types.InAssembly(assembly).Should().NotHaveDependencyOnAny(others).GetResult();
        Assert.True(result.IsSuccessful, string.Join(", ", result.FailingTypeNames ?? []));
        Assert.Empty(assembly.GetReferencedAssemblies().Select(reference => House(reference.Name!)).Intersect(others));
    }

    [Fact]
    public void The_core_uses_no_package_and_touches_no_file_or_network()
    {
        foreach (var project in new[] { "Gavvet.Theory", "Gavvet.Worksheets" })
        {
            var assembly = Load(project);
            Assert.All(assembly.GetReferencedAssemblies(), reference => Assert.True(
                reference.Name!.StartsWith("System", StringComparison.Ordinal) || reference.Name.StartsWith("Gavvet", StringComparison.Ordinal), reference.Name));
            var result = Types.InAssembly(assembly).Should().NotHaveDependencyOnAny("System.IO.File", "System.IO.Directory", "System.Net", "Microsoft").GetResult();
            Assert.True(result.IsSuccessful, string.Join(", ", result.FailingTypeNames ?? []));
        }
    }

    [Fact]
    public void The_check_itself_can_fail()
    {
        var result = Types.InAssembly(Load("Gavvet.Worksheets")).Should().NotHaveDependencyOnAny("Gavvet.Theory").GetResult();
        Assert.False(result.IsSuccessful);
    }

    private static string House(string assembly) => assembly switch
    {
        "gavvet-web" => "Gavvet.Web",
        "gavvet-cli" => "Gavvet.Cli",
        _ => assembly,
    };

    private static Assembly Load(string project) => Assembly.Load(project switch
    {
        "Gavvet.Web" => "gavvet-web",
        "Gavvet.Cli" => "gavvet-cli",
        _ => project,
    });
}
