using System.Globalization;
using Gavvet.Storage;

namespace Gavvet.Web.Hosting;

/// <summary>How the server is started.</summary>
/// <param name="Data">The data folder; null for one that is thrown away.</param>
/// <param name="Port">The port on this machine; 0 takes a free one.</param>
/// <param name="Demo">Whether an empty folder is filled with demo data.</param>
public sealed record ServerOptions(string? Data, int Port, bool Demo)
{
    private const int UsualPort = 5080;

    /// <summary>The address others reach this server at, without a slash at its end; null when it has none.</summary>
    public string? PublicAddress { get; init; }

    /// <summary>Reads the command line.</summary>
    /// <exception cref="StartException">An option is unknown or has no proper value; the message says what would be right.</exception>
    public static ServerOptions Read(IReadOnlyList<string> args)
    {
        ArgumentNullException.ThrowIfNull(args);
        var options = new ServerOptions(null, UsualPort, false);
        for (var i = 0; i < args.Count; i += 2)
        {
            var value = i + 1 < args.Count ? args[i + 1] : throw new StartException($"{args[i]} needs a value after it.");
            options = args[i] switch
            {
                "--data" => options with { Data = value },
                "--port" => options with { Port = ReadPort(value) },
                "--public-address" => options with { PublicAddress = ReadAddress(value) },
                "--demo" => options with { Demo = value is "true" or "True" },
                var unknown => throw new StartException($"There is no option {unknown}. There are --data FOLDER, --port NUMBER and --public-address ADDRESS."),
            };
        }

        return options is { Data: null, Demo: false } ? throw new StartException("Say where the data lies: --data FOLDER.") : options;
    }

    private static string ReadAddress(string value) =>
        Uri.TryCreate(value, UriKind.Absolute, out var address) && address.Scheme is "https" or "http" && address is { Query: "", Fragment: "", UserInfo: "" }
            ? value.TrimEnd('/')
            : throw new StartException($"“{value}” is not an address. An address is such as https://scales.example.");

    private static int ReadPort(string value) =>
        int.TryParse(value, NumberStyles.None, CultureInfo.InvariantCulture, out var port) && port <= 65535
            ? port
            : throw new StartException($"“{value}” is not a port. A port is a number from 1 to 65535.");
}
