namespace Gavvet.Tests.Common;

/// <summary>Where the checkout stands.</summary>
internal static class Checkout
{
    /// <summary>The folder that holds the solution.</summary>
    public static string Folder { get; } = Find();

    private static string Find()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder.FullName, "Gavvet.slnx")))
            folder = folder.Parent!;
        return folder.FullName;
    }
}
