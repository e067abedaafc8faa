using System.Net;
using System.Net.NetworkInformation;

namespace YieldingLoop.Web.Network;

/// <summary>Who can reach this server.</summary>
/// <param name="Port">Port it listens on.</param>
/// <param name="Lan">Whether the local network can, with the passcode.</param>
/// <param name="PasscodeEverywhere">
/// Asks this machine's own browsers for the passcode too: for a proxy on the same machine, behind which everybody looks local.
/// </param>
public sealed record NetworkOptions(int Port, bool Lan, bool PasscodeEverywhere)
{
    /// <summary>What the command line and the environment say; null where that means nothing.</summary>
    public static NetworkOptions? From(IConfiguration configuration)
    {
        try
        {
            var port = configuration.GetValue("port", 5080);
            return port is < IPEndPoint.MinPort or > IPEndPoint.MaxPort ? null : new(port, configuration.GetValue("lan", false), configuration.GetValue("passcodeEverywhere", false));
        }
        catch (InvalidOperationException)
        {
            return null;
        }
    }

    /// <summary>Names this server answers to, beside the address it is spoken to at.</summary>
    public IReadOnlyList<string> HostNames { get; } = Lan
        ? ["localhost", "127.0.0.1", "[::1]", Dns.GetHostName(), $"{Dns.GetHostName()}.local"]
        : ["localhost", "127.0.0.1", "[::1]"];

    /// <summary>Addresses on the local network, those that are typed most easily first.</summary>
    public static IReadOnlyList<IPAddress> Addresses() =>
    [
        .. NetworkInterface.GetAllNetworkInterfaces()
            .Where(i => i.OperationalStatus == OperationalStatus.Up && i.NetworkInterfaceType != NetworkInterfaceType.Loopback)
            .SelectMany(i => i.GetIPProperties().UnicastAddresses)
            .Select(a => a.Address)
            .Where(a => !IPAddress.IsLoopback(a) && !a.IsIPv6LinkLocal)
            .OrderBy(a => a.AddressFamily),
    ];

    /// <summary>
    /// Whether a name is this server's: a page on another site cannot reach it under a name of its own. An address is, where
    /// it is the one the connection came in at, so that one the machine got after the start is answered to as well.
    /// </summary>
    public bool IsOwn(string host, ConnectionInfo connection) =>
        HostNames.Contains(host, StringComparer.OrdinalIgnoreCase)
        || (Lan && IPAddress.TryParse(host.Trim('[', ']'), out var address) && connection.LocalIpAddress is { } at && Plain(at).Equals(Plain(address)));

    /// <summary>Whether a request has to show a session.</summary>
    public bool AsksForPasscode(ConnectionInfo connection) => PasscodeEverywhere || (Lan && !IsFromHere(connection));

    /// <summary>Whether a connection comes from this machine itself: over its inner network, or from the very address it goes to.</summary>
    public static bool IsFromHere(ConnectionInfo connection) =>
        connection.RemoteIpAddress is { } from && (IPAddress.IsLoopback(Plain(from)) || (connection.LocalIpAddress is { } at && Plain(at).Equals(Plain(from))));

    /// <summary>An address of the older kind, where it is written in the newer one.</summary>
    private static IPAddress Plain(IPAddress address) => address.IsIPv4MappedToIPv6 ? address.MapToIPv4() : address;
}
