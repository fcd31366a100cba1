using System.Reflection;
using NetArchTest.Rules;

namespace Gavvet.Web.Tests;

/// <summary>Who may know whom.</summary>
public class ArrowTests
{
    private static readonly string[] Houses =
    [
        "Gavvet.Theory",
        "Gavvet.Worksheets",
        "Gavvet.Engraving",
        "Gavvet.Exchange",
        "Gavvet.Teaching",
        "Gavvet.Printing",
        "Gavvet.Scanning",
        "Gavvet.Storage",
        "Gavvet.Web",
        "Gavvet.Cli",
    ];

    public static TheoryData<string, string[]> MayKnow =>
        new()
        {
            { "Gavvet.Theory", [] },
            { "Gavvet.Worksheets", ["Gavvet.Theory"] },
            { "Gavvet.Engraving", ["Gavvet.Worksheets", "Gavvet.Theory"] },
            { "Gavvet.Exchange", ["Gavvet.Worksheets", "Gavvet.Theory"] },
            { "Gavvet.Teaching", ["Gavvet.Worksheets", "Gavvet.Theory"] },
            {
                "Gavvet.Printing",
                ["Gavvet.Worksheets", "Gavvet.Theory", "Gavvet.Engraving", "Gavvet.Exchange", "Gavvet.Teaching", "Gavvet.Scanning"]
            },
            { "Gavvet.Scanning", ["Gavvet.Engraving", "Gavvet.Worksheets", "Gavvet.Theory"] },
            { "Gavvet.Storage", ["Gavvet.Worksheets", "Gavvet.Theory", "Gavvet.Teaching"] },
            {
                "Gavvet.Web",
                [
                    "Gavvet.Theory",
                    "Gavvet.Worksheets",
                    "Gavvet.Engraving",
                    "Gavvet.Exchange",
                    "Gavvet.Teaching",
                    "Gavvet.Printing",
                    "Gavvet.Scanning",
                    "Gavvet.Storage",
                ]
            },
            {
                "Gavvet.Cli",
                [
                    "Gavvet.Theory",
                    "Gavvet.Worksheets",
                    "Gavvet.Engraving",
                    "Gavvet.Exchange",
                    "Gavvet.Teaching",
                    "Gavvet.Printing",
                    "Gavvet.Scanning",
                    "Gavvet.Storage",
                ]
            },
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
            Assert.All(assembly.GetReferencedAssemblies(), reference =>
                Assert.True(
                    reference.Name!.StartsWith("System", StringComparison.Ordinal)
                        || reference.Name.StartsWith("Gavvet", StringComparison.Ordinal),
                    reference.Name
                )
            );
            var result = Types
                .InAssembly(assembly)
                .Should()
                .NotHaveDependencyOnAny("System.IO.File", "System.IO.Directory", "System.Net", "Microsoft")
                .GetResult();
            Assert.True(result.IsSuccessful, string.Join(", ", result.FailingTypeNames ?? []));
        }
    }

    // Read off the compiled code: which namespace of a project uses which, and no two each other, by however many steps.
    [Theory]
    [InlineData("Gavvet.Theory")]
    [InlineData("Gavvet.Worksheets")]
    [InlineData("Gavvet.Engraving")]
    [InlineData("Gavvet.Printing")]
    [InlineData("Gavvet.Scanning")]
    [InlineData("Gavvet.Teaching")]
    [InlineData("Gavvet.Exchange")]
    [InlineData("Gavvet.Storage")]
    [InlineData("Gavvet.Web")]
    [InlineData("Gavvet.Cli")]
    public void No_namespaces_of_a_project_know_each_other_both_ways(string project)
    {
        var (rooms, known) = KnownIn(project);
        var cycles = rooms.Where(room => Reached(known, room).Contains(room)).ToArray();
        Assert.True(
            cycles.Length == 0,
            string.Join("; ", cycles.Select(room => $"{room} -> {string.Join(", ", known[room].Where(cycles.Contains))}"))
        );
    }

    private static (string[] Rooms, Dictionary<string, HashSet<string>> Known) KnownIn(string project)
    {
        var assembly = Load(project);
        var rooms = assembly
            .GetTypes()
            .Select(type => type.Namespace)
            .OfType<string>()
            .Where(room => room.StartsWith(project, StringComparison.Ordinal))
            .Distinct()
            .ToArray();
        return (
            rooms,
            rooms.ToDictionary(
                room => room,
                room =>
                    rooms
                        .Where(other =>
                            other != room
                            && Types
                                .InAssembly(assembly)
                                .That()
                                .ResideInNamespace(room)
                                .And()
                                .DoNotResideInNamespace(other)
                                .Should()
                                .NotHaveDependencyOn(other)
                                .GetResult()
                                is { IsSuccessful: false }
                        )
                        .ToHashSet()
            )
        );
    }

    private static HashSet<string> Reached(Dictionary<string, HashSet<string>> known, string from)
    {
        var reached = new HashSet<string>();
        var next = new Queue<string>(known[from]);
        while (next.TryDequeue(out var room))
        {
            if (!reached.Add(room))
                continue;
            foreach (var further in known[room])
                next.Enqueue(further);
        }

        return reached;
    }

    [Fact]
    public void The_check_itself_can_fail()
    {
        var result = Types.InAssembly(Load("Gavvet.Worksheets")).Should().NotHaveDependencyOnAny("Gavvet.Theory").GetResult();
        Assert.False(result.IsSuccessful);
        // The draw knows the sheet, and through the kinds of question the figures.
        var (_, known) = KnownIn("Gavvet.Worksheets");
        Assert.Contains("Gavvet.Worksheets.Sheets", known["Gavvet.Worksheets.Drawing"]);
        Assert.Contains("Gavvet.Worksheets.Figures", Reached(known, "Gavvet.Worksheets.Drawing"));
    }

    private static string House(string assembly) =>
        assembly switch
        {
            "gavvet-web" => "Gavvet.Web",
            "gavvet-cli" => "Gavvet.Cli",
            _ => assembly,
        };

    private static Assembly Load(string project) =>
        Assembly.Load(
            project switch
            {
                "Gavvet.Web" => "gavvet-web",
                "Gavvet.Cli" => "gavvet-cli",
                _ => project,
            }
        );
}
