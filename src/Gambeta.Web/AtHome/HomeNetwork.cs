using System.Net;
using System.Net.NetworkInformation;
using System.Net.Sockets;

namespace Gambeta.Web.AtHome;

/// <summary>What this machine is called on the home network.</summary>
public static class HomeNetwork
{
    /// <summary>Names that may lead here.</summary>
    public static string[] Names()
    {
        var host = Dns.GetHostName().Split('.')[0].ToLowerInvariant();
        return Uri.CheckHostName(host) == UriHostNameType.Dns ? ["localhost", $"{host}.local", $"{host}.lan"] : ["localhost"];
    }

    /// <summary>Its own addresses on home networks, this machine's loopback among them; the likeliest to be reached from a phone
    /// first.</summary>
    public static IPAddress[] Addresses() =>
        [
            .. NetworkInterface
                .GetAllNetworkInterfaces()
                .Where(one => one.OperationalStatus == OperationalStatus.Up)
                .SelectMany(one => one.GetIPProperties().UnicastAddresses)
                .Select(one => one.Address)
                .Where(address => HomeAuthority.IsAtHome(address) && !address.IsIPv6LinkLocal)
                .Distinct()
                .OrderBy(address => IPAddress.IsLoopback(address))
                .ThenBy(address => address.AddressFamily == AddressFamily.InterNetworkV6)
                .ThenBy(address => address.ToString().StartsWith("192.168.", StringComparison.Ordinal) ? 0 : 1),
        ];
}
