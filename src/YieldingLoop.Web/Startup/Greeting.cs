using System.Net.Sockets;
using YieldingLoop.Web.Network;

namespace YieldingLoop.Web.Startup;

/// <summary>What the window says once the workroom is open.</summary>
internal static class Greeting
{
    /// <param name="network">Who can reach it.</param>
    /// <param name="data">Where it lies.</param>
    /// <param name="passcode">The passcode, where this start made it.</param>
    /// <param name="rescue">Whether the database is damaged.</param>
    public static IEnumerable<string> Lines(NetworkOptions network, DataFolder data, string? passcode, Rescue rescue)
    {
        yield return $"Yielding Loop is at http://127.0.0.1:{network.Port}";
        if (rescue.Needed)
        {
            yield return $"{RescueWords.Of(rescue.Found)} Open that address to {(rescue.Readable is not null ? "choose what to go on with" : rescue.Copy is { } copy ? $"go on with the newest good copy, of {Rescue.When(copy)}" : "go on")}.";
        }
        else if (rescue.Created)
        {
            yield return $"A new workroom was made in {data.Path}.";
        }

        if (network.Lan)
        {
            foreach (var address in NetworkOptions.Addresses())
            {
                yield return $"On the local network: http://{(address.AddressFamily == AddressFamily.InterNetworkV6 ? $"[{address}]" : $"{address}")}:{network.Port}";
            }
        }

        if (network.Lan || network.PasscodeEverywhere)
        {
            yield return passcode is not null
                ? $"Passcode: {passcode}  (shown this once, kept only as a hash)"
                : "Passcode: the one shown when it was made. Start with --new-passcode for another; every device is then asked again.";
        }
    }
}
