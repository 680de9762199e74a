using System.Text.Json;
using Gambeta.Web.Api;
using Gambeta.Web.PageBases;

namespace Gambeta.Web.SecondScreen;

/// <summary>One device on its line: it says how its practice stands, looks on, or presses for another one. Nothing of it is kept.</summary>
internal sealed class SecondScreenOnSocket(SecondScreenHub hub, SecondScreenWire wire, Guid household, Action<object> push) : IDisposable
{
    public const string Stands = "/api/beside/stands",
        Looks = "/api/beside/looks",
        Presses = "/api/beside/presses";

    // More than two hands can press, and fewer than would keep the others from their lines.
    private const int MostASecond = 40;

    // Whoever looks on does so every four seconds: every second time the database is asked who is signed in and plays.
    private static readonly TimeSpan LookedAtEvery = TimeSpan.FromSeconds(7);

    private SecondScreenHub.Device? _device;
    private DateTimeOffset _signedInUntil;
    private HashSet<Guid> _players = [];
    private long _second;
    private int _inThisSecond;

    private sealed record Told(object Beside);

    /// <summary>Whether a message with this address is one of these that needs nothing of the database just now.</summary>
    public bool AsksNobody(JsonElement to, TimeProvider time) =>
        to.ValueEquals(Presses) || (IsKnown(time) && (to.ValueEquals(Stands) || to.ValueEquals(Looks)));

    /// <summary>Takes a message; nothing where it is none of these.</summary>
    public async Task<IResult?> TakeAsync(JsonElement to, JsonElement body, HttpContext http, PageTools tools)
    {
        SecondScreenKind? kind =
            to.ValueEquals(Stands) ? SecondScreenKind.Stands
            : to.ValueEquals(Looks) ? SecondScreenKind.Look
            : to.ValueEquals(Presses) ? SecondScreenKind.Press
            : null;
        if (kind is null)
            return null;
        if (SecondScreenMessage.Read(household, kind.Value, body) is not { } message)
            return Refusal.Of(StatusCodes.Status422UnprocessableEntity);
        if (IsTooOften(tools.Time))
            return Refusal.Of(StatusCodes.Status429TooManyRequests);
        if (_device is null)
            hub.Add(_device = new SecondScreenHub.Device(household, Tell));
        switch (kind)
        {
            case SecondScreenKind.Stands:
                // A device that was signed out plays on for itself: what it tells is told to nobody.
                if (!await IsSignedInAsync(http, tools))
                    return Refusal.SignedOut();
                // Erased while they played: nobody looks on any more, and what they play is refused where it is stored.
                if (!_players.Contains(message.Player))
                    return Refusal.Of(StatusCodes.Status404NotFound);
                _device.Plays = message.Session;
                Pass(message);
                return Results.Json(new { LookedOn = hub.IsLookedOn(household) }, SessionApi.Written);
            case SecondScreenKind.Press when _device.LooksUntil < tools.Time.GetUtcNow():
                // Only who looks on may press: looking is where the sign-in is asked for.
                return Refusal.SignedOut();
            case SecondScreenKind.Press:
                Pass(message);
                return Results.Json(new { Passed = true }, SessionApi.Written);
            default:
                return await LookAsync(message, http, tools);
        }
    }

    // Said again every few seconds, so that a device that was signed out, and a player who was erased, are gone within that time.
    private async Task<IResult> LookAsync(SecondScreenMessage message, HttpContext http, PageTools tools)
    {
        var isSignedIn = await IsSignedInAsync(http, tools);
        _device!.LooksUntil = isSignedIn ? tools.Time.GetUtcNow() + SecondScreenHub.Lapses : default;
        if (!isSignedIn)
            return Refusal.SignedOut();
        Pass(message);
        return Results.Json(new { Stands = hub.Standing(household, _players).Select(one => one.Body) }, SessionApi.Written);
    }

    private async Task<bool> IsSignedInAsync(HttpContext http, PageTools tools)
    {
        if (IsKnown(tools.Time))
            return true;
        var (work, seen) = await tools.EnterAsync(http);
        await using var _ = work;
        if (seen is null)
            return false;
        await work.CommitWorkedOutAsync(http.RequestAborted);
        (_signedInUntil, _players) = (tools.Time.GetUtcNow() + LookedAtEvery, [.. seen.Players.Select(player => player.Id)]);
        return true;
    }

    private bool IsKnown(TimeProvider time) => _signedInUntil >= time.GetUtcNow();

    private void Pass(SecondScreenMessage message)
    {
        hub.Pass(message);
        wire.Send(message);
    }

    private void Tell(SecondScreenMessage message) =>
        push(
            new Told(
                message.Kind switch
                {
                    SecondScreenKind.Stands => new { stands = message.Body },
                    SecondScreenKind.Press => new { press = message.Body },
                    _ => new { looks = true },
                }
            )
        );

    private bool IsTooOften(TimeProvider time)
    {
        var second = time.GetUtcNow().ToUnixTimeSeconds();
        (_second, _inThisSecond) = second == _second ? (second, _inThisSecond + 1) : (second, 1);
        return _inThisSecond > MostASecond;
    }

    public void Dispose()
    {
        if (_device is not null)
            hub.Remove(_device);
    }
}
