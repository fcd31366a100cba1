using System.CommandLine;
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

    /// <summary>The folder a copier puts scans into, or null where none is watched.</summary>
    public string? Scans { get; init; }

    /// <summary>Whether the screens can be seen in the pseudo-language, which finds words no language could change.</summary>
    public bool PseudoLanguage { get; init; }

    /// <summary>Whether a passphrase is asked for: wherever others can reach the server.</summary>
    public bool NeedsSignIn => BehindProxy || !IPAddress.IsLoopback(Listen);

    /// <summary>Whether every browser speaks with it over TLS, by itself or through the proxy.</summary>
    internal bool IsTlsSure =>
        NeedsSignIn && (Certificate is not null || PublicAddress?.StartsWith("https://", StringComparison.OrdinalIgnoreCase) == true);

    /// <summary>What the names of cookies begin with: with TLS a prefix that ties them to this host and to TLS.</summary>
    internal string CookiePrefix => IsTlsSure ? "__Host-" : "";

    private static readonly Option<string> DataAt = new("--data") { HelpName = "FOLDER" };
    private static readonly Option<string> PortAt = new("--port") { HelpName = "NUMBER" };
    private static readonly Option<string> ListenAt = new("--listen") { HelpName = "ADDRESS" };
    private static readonly Option<string> ReachedAt = new("--public-address") { HelpName = "ADDRESS" };
    private static readonly Option<string> CertificateAt = new("--certificate") { HelpName = "FILE" };
    private static readonly Option<string> OpenedBy = new("--certificate-passphrase") { HelpName = "FILE" };
    private static readonly Option<string> ScansAt = new("--scans") { HelpName = "FOLDER" };
    private static readonly Option<bool> Proxy = new("--behind-proxy");
    private static readonly Option<bool> Reset = new("--reset-passphrase");

    // Of the script that starts a demo, not of a teacher.
    private static readonly Option<string> FilledWithDemo = new("--demo");

    // Of those who write the program.
    private static readonly Option<bool> Pseudo = new("--pseudo-language");

    // What a teacher may say, in the order it is told.
    private static readonly Option[] Told = [DataAt, PortAt, ListenAt, ReachedAt, CertificateAt, OpenedBy, ScansAt, Proxy, Reset];

    /// <summary>Reads the command line.</summary>
    /// <exception cref="StartException">An option is unknown or has no proper value; the message says what would be right.</exception>
    public static ServerOptions Read(IReadOnlyList<string> args)
    {
        var command = new Command("serve");
        foreach (var option in Told.Append(FilledWithDemo).Append(Pseudo))
            command.Options.Add(option);
        var said = command.Parse(args);
        if (said.UnmatchedTokens is [var odd, ..])
            throw new StartException($"There is no option {odd}. There are {Listed()}.");
        if (
            Told.Append(FilledWithDemo)
                .FirstOrDefault(option =>
                    option.ValueType == typeof(string) && said.GetResult(option) is { Implicit: false, Tokens.Count: 0 }
                ) is
            { } bare
        )
            throw new StartException($"{bare.Name} needs a value after it.");
        if (Told.FirstOrDefault(option => said.GetResult(option) is { IdentifierTokenCount: > 1 }) is { } twice)
            throw new StartException($"{twice.Name} stands twice. Say it once.");
        if (said.Errors is [var error, ..])
            throw new StartException(error.Message);
        return Checked(
            new ServerOptions(
                said.GetValue(DataAt),
                said.GetValue(PortAt) is { } port ? ReadPort(port) : UsualPort,
                said.GetValue(FilledWithDemo) is "true" or "True"
            )
            {
                Listen = said.GetValue(ListenAt) is { } listen ? ReadListen(listen) : IPAddress.Loopback,
                PublicAddress = said.GetValue(ReachedAt) is { } address ? ReadAddress(address) : null,
                Certificate =
                    said.GetValue(CertificateAt) is not { } file ? null
                    : File.Exists(file) ? file
                    : throw new StartException($"There is no certificate {file}. Give a PKCS #12 file."),
                CertificatePassphrase =
                    said.GetValue(OpenedBy) is not { } words ? null
                    : File.Exists(words) ? words
                    : throw new StartException($"There is no file {words}. Give one whose first line opens the certificate."),
                Scans =
                    said.GetValue(ScansAt) is not { } scans ? null
                    : Directory.Exists(scans) ? scans
                    : throw new StartException($"There is no folder {scans}. Give one that a copier puts its scans into."),
                BehindProxy = said.GetValue(Proxy),
                ResetPassphrase = said.GetValue(Reset),
                PseudoLanguage = said.GetValue(Pseudo),
            }
        );
    }

    /// <summary>The same command line with another port.</summary>
    /// <param name="args">The command line, which can be read.</param>
    /// <param name="port">The port.</param>
    public static string[] OnPort(IReadOnlyList<string> args, int port)
    {
        var at = args.ToList().IndexOf(PortAt.Name);
        return [.. at < 0 ? args : [.. args.Take(at), .. args.Skip(at + 2)], PortAt.Name, port.ToString(CultureInfo.InvariantCulture)];
    }

    private static string Listed()
    {
        string[] options = [.. Told.Select(option => option.HelpName is { } value ? $"{option.Name} {value}" : option.Name)];
        return $"{string.Join(", ", options[..^1])} and {options[^1]}";
    }

    private static IPAddress ReadListen(string value) =>
        IPAddress.TryParse(value, out var address)
            ? address
            : throw new StartException($"“{value}” is no address to listen at. Use 0.0.0.0 for every one of this machine.");

    private static ServerOptions Checked(ServerOptions options) =>
        options switch
        {
            { Data: null, Demo: false } => throw new StartException("Say where the data lies: --data FOLDER."),
            { NeedsSignIn: true, Data: null } => throw new StartException(
                "A server that others can reach needs a folder of its own: --data FOLDER."
            ),
            { NeedsSignIn: true, Certificate: null, BehindProxy: false } => throw new StartException(
                "Others can reach this address, so the talk with it must be secret. Give a certificate with --certificate FILE, or say --behind-proxy when a proxy on this machine has one."
            ),
            { BehindProxy: true } when !IPAddress.IsLoopback(options.Listen) => throw new StartException(
                "Behind a proxy the server listens on this machine alone: others could pass the proxy by. Leave --listen out, or leave --behind-proxy out and give a certificate."
            ),
            { NeedsSignIn: true, PublicAddress: null } => throw new StartException(
                "Say at which address others reach the server: --public-address https://scales.example."
            ),
            _ => options,
        };

    private static string ReadAddress(string value) =>
        Uri.TryCreate(value, UriKind.Absolute, out var address)
        && address.Scheme is "https" or "http"
        && address is { Query: "", Fragment: "", UserInfo: "" }
            ? value.TrimEnd('/')
            : throw new StartException($"“{value}” is not an address. An address is such as https://scales.example.");

    private static int ReadPort(string value) =>
        int.TryParse(value, NumberStyles.None, CultureInfo.InvariantCulture, out var port) && port <= 65535
            ? port
            : throw new StartException($"“{value}” is not a port. A port is a number from 1 to 65535.");
}
