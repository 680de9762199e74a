using System.Globalization;
using System.Net;
using System.Net.Sockets;
using System.Security.Cryptography;
using System.Text;
using Gambeta.Core.Base.Household;
using Gambeta.Storage;

namespace Gambeta.Web.Throttling;

/// <summary>
/// RateLimits before what could be guessed or done too often, counted in the database, so that they hold for all instances together. What
/// is counted is a hash of a household's name or a part of an address, and it is forgotten after a day.
/// </summary>
public sealed class RateLimits(GambetaDatabase database, Limits limits)
{
    private static readonly TimeSpan AQuarter = TimeSpan.FromMinutes(15),
        AnHour = TimeSpan.FromHours(1),
        AMinute = TimeSpan.FromMinutes(1);

    /// <summary>A try to get in, by name and from an address. How long to wait, or nothing.</summary>
    public async Task<TimeSpan?> OnGettingInAsync(HttpContext http, string? name) =>
        await RateLimitStore.TryAsync(database, "in " + Address(http), limits.TriesAMinute, AMinute)
        ?? await RateLimitStore.TryAsync(database, AtName(name), limits.TriesAtAName, AQuarter);

    /// <summary>A try at a code that lets a device in.</summary>
    public Task<TimeSpan?> OnCodeAsync(HttpContext http) =>
        RateLimitStore.TryAsync(database, "code " + Address(http), limits.TriesAMinute, AMinute);

    /// <summary>Got in: the tries at that name are forgotten.</summary>
    public Task GotInAsync(string? name) => RateLimitStore.ReleaseAsync(database, AtName(name));

    /// <summary>A try at the password of a household that is signed in.</summary>
    public Task<TimeSpan?> OnPasswordAsync(Guid household) =>
        RateLimitStore.TryAsync(database, $"password {household}", limits.TriesAtAName, AQuarter);

    /// <summary>It was the right one.</summary>
    public Task RightPasswordAsync(Guid household) => RateLimitStore.ReleaseAsync(database, $"password {household}");

    /// <summary>A household that is made.</summary>
    public Task<TimeSpan?> OnSignUpAsync(HttpContext http) =>
        RateLimitStore.TryAsync(database, "new " + Address(http), limits.SignUpsAnHour, AnHour);

    /// <summary>A copy of the demo that is opened.</summary>
    public Task<TimeSpan?> OnDemoAsync(HttpContext http) =>
        RateLimitStore.TryAsync(database, "demo " + Address(http), limits.DemosAnHour, AnHour);

    /// <summary>The address that a request comes from; of IPv6 the first 64 bits, since a household has all of the rest to
    /// itself.</summary>
    public static string Address(HttpContext http)
    {
        var address = http.Connection.RemoteIpAddress;
        if (address is null)
            return "unknown";
        if (address.IsIPv4MappedToIPv6)
            address = address.MapToIPv4();
        return address.AddressFamily == AddressFamily.InterNetworkV6
            ? new IPAddress([.. address.GetAddressBytes()[..8], 0, 0, 0, 0, 0, 0, 0, 0]) + "/64"
            : address.ToString();
    }

    /// <summary>Says when to come back, on an answer that refuses.</summary>
    public static void SayWhen(HttpResponse response, TimeSpan wait)
    {
        response.StatusCode = StatusCodes.Status429TooManyRequests;
        response.Headers.RetryAfter = Math.Max(1, (int)Math.Ceiling(wait.TotalSeconds)).ToString(CultureInfo.InvariantCulture);
    }

    private static string AtName(string? name) =>
        "name " + Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(HouseholdName.Key(name))))[..40];
}
