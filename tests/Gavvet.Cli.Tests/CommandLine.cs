using System.Diagnostics;

namespace Gavvet.Cli.Tests;

/// <summary>Runs the command line as a whole process.</summary>
internal static class CommandLine
{
    public static (int Code, string Out, string Error) Run(params string[] arguments)
    {
        var program = Path.Combine(AppContext.BaseDirectory, "gavvet-cli.dll");
        using var process = Process.Start(
            new ProcessStartInfo("dotnet", [program, .. arguments]) { RedirectStandardOutput = true, RedirectStandardError = true }
        )!;
        var error = process.StandardError.ReadToEndAsync();
        var text = process.StandardOutput.ReadToEnd();
        process.WaitForExit();
        return (process.ExitCode, text, error.Result);
    }
}
