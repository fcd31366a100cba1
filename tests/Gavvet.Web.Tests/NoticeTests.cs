using System.Text.Json;

namespace Gavvet.Web.Tests;

/// <summary>Whoever wrote a part that ships is named.</summary>
public class NoticeTests
{
    // What makes migrations and never leaves the workshop.
    private static readonly string[] NotShipped =
    [
        "Microsoft.EntityFrameworkCore.Design",
        "Microsoft.EntityFrameworkCore.Analyzers",
        "Microsoft.CodeAnalysis",
        "Microsoft.Build",
        "Microsoft.VisualStudio",
        "Humanizer",
        "Mono.TextTemplating",
        "Newtonsoft.Json",
        "System.CodeDom",
        "System.Composition",
    ];

    // Parts of what is named under one name.
    private static readonly (string Package, string Named)[] Families =
    [
        ("Microsoft.EntityFrameworkCore", "Entity Framework Core"),
        ("Microsoft.Data.Sqlite", "Microsoft.Data.Sqlite"),
        ("Microsoft.AspNetCore.Identity", "ASP.NET Core Identity"),
        ("Microsoft.Extensions", "ASP.NET Core and .NET"),
        ("Microsoft.Win32.SystemEvents", "ASP.NET Core and .NET"),
        ("System.Drawing.Common", "ASP.NET Core and .NET"),
        ("SQLitePCLRaw", "SQLitePCLRaw"),
        ("SkiaSharp", "SkiaSharp"),
        ("HarfBuzzSharp", "HarfBuzzSharp"),
    ];

    [Fact]
    public void Every_package_that_ships_stands_in_the_notice_with_its_version()
    {
        var notice = File.ReadAllText(Path.Combine(Checkout.Folder, "NOTICE"));
        var missing = new SortedSet<string>();
        foreach (var file in Directory.GetFiles(Path.Combine(Checkout.Folder, "src"), "packages.lock.json", SearchOption.AllDirectories))
        {
            using var locked = JsonDocument.Parse(File.ReadAllText(file));
            foreach (
                var package in locked
                    .RootElement.GetProperty("dependencies")
                    .EnumerateObject()
                    .SelectMany(framework => framework.Value.EnumerateObject())
            )
            {
                if (
                    package.Value.GetProperty("type").GetString() == "Project"
                    || NotShipped.Any(part => package.Name.StartsWith(part, StringComparison.Ordinal))
                )
                    continue;
                var family = Families.FirstOrDefault(family => package.Name.StartsWith(family.Package, StringComparison.Ordinal));
                var words = family.Named ?? $"{package.Name} {package.Value.GetProperty("resolved").GetString()}";
                if (!notice.Contains(words, StringComparison.Ordinal))
                    missing.Add(words);
            }
        }

        using var npm = JsonDocument.Parse(File.ReadAllText(Path.Combine(Checkout.Folder, "package.json")));
        foreach (var package in npm.RootElement.GetProperty("dependencies").EnumerateObject())
        {
            var name = package.Name.Split('/')[^1].Split('.')[0].Replace('-', ' ');
            if (!notice.Contains(name, StringComparison.OrdinalIgnoreCase))
                missing.Add(package.Name);
        }

        Assert.Empty(missing);
    }
}
