using System.Net;
using System.Net.NetworkInformation;
using System.Net.Sockets;

namespace YieldingLoop.Web.Network;

/// <summary>Who can reach this server.</summary>
/// <param name="Port">Port it listens on.</param>
/// <param name="Lan">Whether the local network can, with the passcode.</param>
/// <param name="PasscodeEverywhere">
/// Asks this machine's own browsers for the passcode too: for a proxy on the same machine, behind which everybody looks local.
/// </param>
public sealed record NetworkOptions(int Port, bool Lan, bool PasscodeEverywhere)
{
    public static NetworkOptions From(IConfiguration configuration) => new(
        configuration.GetValue("port", 5080), configuration.GetValue("lan", false), configuration.GetValue("passcodeEverywhere", false));

    /// <summary>Names this server answers to; a page on another site cannot reach it under a name of its own.</summary>
    public IReadOnlyList<string> HostNames => Lan
        ? ["localhost", "127.0.0.1", "[::1]", Dns.GetHostName(), $"{Dns.GetHostName()}.local", .. Addresses().Select(a => a.AddressFamily == AddressFamily.InterNetworkV6 ? $"[{a}]" : $"{a}")]
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

    /// <summary>Whether a request has to show a session.</summary>
    public bool AsksForPasscode(IPAddress? from) => PasscodeEverywhere || (Lan && !(from is not null && IPAddress.IsLoopback(from.IsIPv4MappedToIPv6 ? from.MapToIPv4() : from)));
}
