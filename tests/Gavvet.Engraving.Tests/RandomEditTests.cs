using System.Globalization;
using Gavvet.Worksheets.Editing;

namespace Gavvet.Engraving.Tests;

/// <summary>Whatever a teacher clicks, what is kept can be opened again.</summary>
public sealed class RandomEditTests
{
    private static readonly int Sequences = int.Parse(
        Environment.GetEnvironmentVariable("GAVVET_EDIT_SEQUENCES") ?? "1500",
        CultureInfo.InvariantCulture
    );

    // To look at one sequence again.
    private static readonly int First = int.Parse(
        Environment.GetEnvironmentVariable("GAVVET_EDIT_FIRST") ?? "0",
        CultureInfo.InvariantCulture
    );

    [Fact]
    public void After_any_edits_the_sheet_reads_back_equal_and_every_page_of_it_opens()
    {
        var problems = new System.Collections.Concurrent.ConcurrentBag<string>();
        var tried = new HashSet<Type>();
        Parallel.For(First, First + Sequences, seed =>
        {
            var edits = new RandomEdits(seed);
            var made = new List<string>();
            try
            {
                var sheet = edits.After(SheetEditor.NewSheet((ulong)seed), 1 + (seed % 12), (edit, edited) => made.Add($"{edit}"));
                var body = SheetFile.Write(sheet);
                if (SheetFile.Write(SheetFile.Read(body)) != body)
                    problems.Add($"{seed}: reads back otherwise");
                var composition = Composer.Compose(sheet);
                foreach (var kind in Enum.GetValues<PaperKind>())
                {
                    if (SheetLayout.LayOut(composition, kind).IsEmpty)
                        problems.Add($"{seed}: no page");
                }
            }
            catch (Exception problem)
            {
                problems.Add(
                    $"{seed}: {problem.Message} {string.Join(" ", problem.StackTrace?.Split('\n').Take(6) ?? [])} after {made.LastOrDefault()}"
                );
            }

            lock (tried)
                tried.UnionWith(edits.Tried.Keys);
        });
        Assert.True(problems.IsEmpty, string.Join('\n', problems.Take(40)));
        Assert.Equal(RandomEdits.All.Select(type => type.Name).Order(), tried.Select(type => type.Name).Order());
    }
}
