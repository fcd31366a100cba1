using System.Text;

namespace Gavvet.Tests.Common;

/// <summary>
/// A text that was read and found good, kept beside the tests. One that comes out otherwise fails and is written beside it
/// as .received; once it is read and found good it takes the place of the approved one, and the change shows in the diff.
/// </summary>
internal static class ApprovedText
{
    public static void Same(string name, IEnumerable<string> lines)
    {
        var folder = Path.Combine(Checkout.Folder, "tests", $"{typeof(ApprovedText).Assembly.GetName().Name}", "Approved");
        var (approved, received) = (Path.Combine(folder, $"{name}.txt"), Path.Combine(folder, $"{name}.received"));
        string[] now = [.. lines];
        string[] then = File.Exists(approved) ? File.ReadAllLines(approved) : [];
        if (now.SequenceEqual(then))
        {
            File.Delete(received);
            return;
        }

        File.WriteAllText(received, string.Join('\n', now) + "\n", new UTF8Encoding(false));
        var first = Enumerable
            .Range(0, Math.Max(now.Length, then.Length))
            .First(i => now.ElementAtOrDefault(i) != then.ElementAtOrDefault(i));
        Assert.Fail(
            $"{name}, line {first + 1}: “{now.ElementAtOrDefault(first)}” instead of “{then.ElementAtOrDefault(first)}”. Read {received}; if it is right, it takes the place of {approved}."
        );
    }
}
