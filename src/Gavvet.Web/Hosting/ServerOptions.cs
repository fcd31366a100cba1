using System.Globalization;
using System.Net;
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

    /// <summary>The address it listens at; this machine alone unless told otherwise.</summary>
    public IPAddress Listen { get; init; } = IPAddress.Loopback;

    /// <summary>The certificate for TLS, a PKCS #12 file, or null.</summary>
    public string? Certificate { get; init; }

    /// <summary>The file whose first line opens the certificate, or null where none is needed.</summary>
    public string? CertificatePassphrase { get; init; }

    /// <summary>Whether a proxy on this machine speaks TLS with the outside.</summary>
    public bool BehindProxy { get; init; }

    /// <summary>Whether the passphrase is to be forgotten, so that the next start asks for a new one.</summary>
    public bool ResetPassphrase { get; init; }

    /// <summary>Whether a passphrase is asked for: wherever others can reach the server.</summary>
    public bool NeedsSignIn => BehindProxy || !IPAddress.IsLoopback(Listen);

    /// <summary>Whether every browser speaks with it over TLS, by itself or through the proxy.</summary>
    internal bool IsTlsSure => NeedsSignIn && (Certificate is not null || PublicAddress?.StartsWith("https://", StringComparison.OrdinalIgnoreCase) == true);

    /// <summary>What the names of cookies begin with: with TLS a prefix that ties them to this host and to TLS.</summary>
    internal string CookiePrefix => IsTlsSure ? "__Host-" : "";

    /// <summary>Reads the command line.</summary>
    /// <exception cref="StartException">An option is unknown or has no proper value; the message says what would be right.</exception>
    public static ServerOptions Read(IReadOnlyList<string> args)
    {
        var options = new ServerOptions(null, UsualPort, false);
        for (var i = 0; i < args.Count; i++)
        {
            if (args[i] == "--behind-proxy")
                options = options with { BehindProxy = true };
            else if (args[i] == "--reset-passphrase")
                options = options with { ResetPassphrase = true };
            else
                options = With(options, args[i], i + 1 < args.Count ? args[++i] : throw new StartException($"{args[i]} needs a value after it."));
        }

        return Checked(options);
    }

    private static ServerOptions With(ServerOptions options, string name, string value) => name switch
    {
        "--data" => options with { Data = value },
        "--port" => options with { Port = ReadPort(value) },
        "--listen" => options with { Listen = IPAddress.TryParse(value, out var address) ? address : throw new StartException($"“{value}” is no address to listen at. Use 0.0.0.0 for every one of this machine.") },
        "--public-address" => options with { PublicAddress = ReadAddress(value) },
        "--certificate" => options with { Certificate = File.Exists(value) ? value : throw new StartException($"There is no certificate {value}. Give a PKCS #12 file.") },
        "--certificate-passphrase" => options with { CertificatePassphrase = File.Exists(value) ? value : throw new StartException($"There is no file {value}. Give one whose first line opens the certificate.") },
        "--demo" => options with { Demo = value is "true" or "True" },
        _ => throw new StartException($"There is no option {name}. There are --data FOLDER, --port NUMBER, --listen ADDRESS, --public-address ADDRESS, --certificate FILE, --certificate-passphrase FILE, --behind-proxy and --reset-passphrase."),
    };

    private static ServerOptions Checked(ServerOptions options) => options switch
    {
        { Data: null, Demo: false } => throw new StartException("Say where the data lies: --data FOLDER."),
        { NeedsSignIn: true, Data: null } => throw new StartException("A server that others can reach needs a folder of its own: --data FOLDER."),
        { NeedsSignIn: true, Certificate: null, BehindProxy: false } => throw new StartException("Others can reach this address, so the talk with it must be secret. Give a certificate with --certificate FILE, or say --behind-proxy when a proxy on this machine has one."),
        { BehindProxy: true } when !IPAddress.IsLoopback(options.Listen) => throw new StartException("Behind a proxy the server listens on this machine alone: others could pass the proxy by. Leave --listen out, or leave --behind-proxy out and give a certificate."),
        { NeedsSignIn: true, PublicAddress: null } => throw new StartException("Say at which address others reach the server: --public-address https://scales.example."),
        _ => options,
    };

    private static string ReadAddress(string value) =>
        Uri.TryCreate(value, UriKind.Absolute, out var address) && address.Scheme is "https" or "http" && address is { Query: "", Fragment: "", UserInfo: "" }
            ? value.TrimEnd('/')
            : throw new StartException($"“{value}” is not an address. An address is such as https://scales.example.");

    private static int ReadPort(string value) =>
        int.TryParse(value, NumberStyles.None, CultureInfo.InvariantCulture, out var port) && port <= 65535
            ? port
            : throw new StartException($"“{value}” is not a port. A port is a number from 1 to 65535.");
}
