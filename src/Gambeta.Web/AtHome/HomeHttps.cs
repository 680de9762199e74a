using System.Net;
using System.Security.Cryptography.X509Certificates;

namespace Gambeta.Web.AtHome;

/// <summary>
/// Https on the home network (<c>./start --lan</c>): where it is on, which port it has, and the certificate in use. Off unless
/// <c>AtHome:Folder</c> is set, and where a proxy stands before the application: the way from outside is the proxy's then.
/// </summary>
public sealed class HomeHttps
{
    private static readonly TimeSpan LookedAtEvery = TimeSpan.FromMinutes(1);

    private readonly HomeAuthority? _authority;
    private readonly TimeProvider _time;
    private readonly Func<IPAddress[]> _addresses;
    private readonly Lock _lock = new();
    private X509Certificate2? _now;
    private DateTimeOffset _looked;

    /// <summary>As the settings say: <c>AtHome:Folder</c> and <c>AtHome:Port</c>.</summary>
    public HomeHttps(IConfiguration settings, TimeProvider time)
        : this(settings, time, HomeNetwork.Addresses) { }

    internal HomeHttps(IConfiguration settings, TimeProvider time, Func<IPAddress[]> addresses)
    {
        (_time, _addresses, Port) = (time, addresses, settings.GetValue("AtHome:Port", 5443));
        if (settings["AtHome:Folder"] is { Length: > 0 } folder && string.IsNullOrWhiteSpace(settings["Proxy:Known"]))
            _authority = new HomeAuthority(folder, time);
    }

    /// <summary>Whether it is on.</summary>
    public bool IsOn => _authority is not null;

    /// <summary>The port of https.</summary>
    public int Port { get; }

    /// <summary>The certificate that this machine shows now. Names and addresses are looked at again every minute: a new address has a new
    /// certificate, and one that ends is renewed.</summary>
    public X509Certificate2 Certificate()
    {
        lock (_lock)
        {
            var now = _time.GetUtcNow();
            if (_now is null || now - _looked > LookedAtEvery || now < _looked)
                (_now, _looked) = (_authority!.Machine(HomeNetwork.Names(), _addresses()), now);
            return _now;
        }
    }

    /// <summary>The certificate of the authority that a phone comes to trust.</summary>
    public X509Certificate2 Authority()
    {
        _ = Certificate();
        lock (_lock)
            return _authority!.Authority;
    }

    /// <summary>The address under which a request's page is found by https; nothing where it came by https, by an address that is no
    /// home's, or this is off.</summary>
    public string? SafeFor(HttpRequest request) =>
        IsOn
        && !request.IsHttps
        && Uri.CheckHostName(request.Host.Host) != UriHostNameType.Unknown
        && (!IPAddress.TryParse(request.Host.Host, out var address) || HomeAuthority.IsAtHome(address))
            ? $"https://{HostOf(request)}:{Port}"
            : null;

    /// <summary>The address at which another device finds this server: the one that was asked for, or this machine's on the home network
    /// where that was its loopback.</summary>
    public string ReachedAt(HttpRequest request)
    {
        var host = request.Host;
        var isLoopback =
            host.Host is "localhost" or "[::1]" || (IPAddress.TryParse(host.Host, out var address) && IPAddress.IsLoopback(address));
        return isLoopback && IsOn && Array.Find(_addresses(), one => !IPAddress.IsLoopback(one)) is { } home
            ? $"{request.Scheme}://{Bracketed(home)}:{host.Port ?? (request.IsHttps ? 443 : 80)}"
            : $"{request.Scheme}://{host}";
    }

    private static string HostOf(HttpRequest request) =>
        IPAddress.TryParse(request.Host.Host, out var address) ? Bracketed(address) : request.Host.Host;

    private static string Bracketed(IPAddress address) =>
        address.AddressFamily == System.Net.Sockets.AddressFamily.InterNetworkV6 ? $"[{address}]" : address.ToString();
}
