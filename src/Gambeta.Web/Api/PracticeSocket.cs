using System.Buffers;
using System.Net.WebSockets;
using System.Text.Json;
using Gambeta.Storage;
using Gambeta.Web.PageBases;
using Gambeta.Web.SecondScreen;
using Gambeta.Web.Security;
using Gambeta.Web.Throttling;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;

namespace Gambeta.Web.Api;

/// <summary>
/// A line that stays open while somebody practises. A message is <c>{"n": 7, "to": "/api/sets", "body": {...}}</c>, its answer
/// <c>{"n": 7, "status": 200, "answer": {...}}</c>: the same as a request to that address, without a kilobyte of headers around each.
/// </summary>
internal static class PracticeSocket
{
    public const string Path = "/api/line";

    // After that it is opened anew, and the sign-in is looked at again.
    private static readonly TimeSpan Longest = TimeSpan.FromHours(12);

    private sealed record Answered(long N, int Status, object? Answer);

    public static async Task OpenAsync(
        HttpContext http,
        Guid household,
        PageTools tools,
        SocketCounter lines,
        SecondScreenHub hub,
        SecondScreenWire wire,
        IOptions<JsonOptions> options,
        IHostApplicationLifetime application
    )
    {
        var status = await MayOpenAsync(http, household, tools);
        if (status != StatusCodes.Status101SwitchingProtocols)
        {
            http.Response.StatusCode = status;
            if (status == StatusCodes.Status503ServiceUnavailable)
                ConcurrencyGate.SayBusy(http.Response);
            return;
        }
        using var place = lines.Take(http);
        if (place is null)
        {
            RateLimits.SayWhen(http.Response, TimeSpan.FromMinutes(1));
            return;
        }
        // Nothing secret is ever on the line, so that compressing it tells nobody anything.
        using var socket = await http.WebSockets.AcceptWebSocketAsync(new WebSocketAcceptContext { DangerousEnableCompression = true });
        using var until = CancellationTokenSource.CreateLinkedTokenSource(http.RequestAborted, application.ApplicationStopping);
        until.CancelAfter(Longest);
        try
        {
            var json = options.Value.SerializerOptions;
            var ear = new EarOnLine(tools.Time);
            using var pushes = new SocketPushes(socket, json);
            using var beside = new SecondScreenOnSocket(hub, wire, household, pushes.Tell);
            _ = pushes.RunAsync(until.Token);
            while (await ReadAsync(socket, tools.Limits.PostBytes, until.Token) is var (message, isFrames))
            {
                var said = isFrames ? ear.Take(message.Span) : await TakeAsync(message, json, ear, beside, http, tools);
                if (said is null)
                    continue;
                await pushes.SendAsync(said, until.Token);
            }
            await socket.CloseAsync(WebSocketCloseStatus.NormalClosure, null, until.Token);
        }
        catch (Exception over) when (over is OperationCanceledException or WebSocketException or IOException)
        {
            // Gone, or time to go. What was not answered is posted again.
        }
        finally
        {
            await until.CancelAsync();
        }
    }

    // A page of another site could open a line with this one's cookie, were it not for where it says it comes from.
    private static async Task<int> MayOpenAsync(HttpContext http, Guid household, PageTools tools)
    {
        if (!http.WebSockets.IsWebSocketRequest)
            return StatusCodes.Status400BadRequest;
        if (!Uri.TryCreate(http.Request.Headers.Origin, UriKind.Absolute, out var origin) || !IsOurs(origin, http.Request))
            return StatusCodes.Status403Forbidden;
        if (household != http.User.HouseholdId())
            return StatusCodes.Status401Unauthorized;
        using var turn = await tools.Gate.TakeAsync(household, writes: false, http.RequestAborted);
        if (turn is null)
            return StatusCodes.Status503ServiceUnavailable;
        return
            await HouseholdStore.LookAsync(tools.Database, household, http.User.SignInId(), tools.Time.GetUtcNow(), http.RequestAborted)
                is null
            ? StatusCodes.Status401Unauthorized
            : StatusCodes.Status101SwitchingProtocols;
    }

    // One message whole; nothing when the other side hung up, or talks too long.
    private static async Task<(ReadOnlyMemory<byte> Message, bool IsFrames)?> ReadAsync(
        WebSocket socket,
        int longest,
        CancellationToken until
    )
    {
        var message = new ArrayBufferWriter<byte>(1024);
        while (true)
        {
            var read = await socket.ReceiveAsync(message.GetMemory(1024), until);
            if (read.MessageType == WebSocketMessageType.Close)
                return null;
            message.Advance(read.Count);
            if (message.WrittenCount > longest)
                return null;
            if (read.EndOfMessage)
                return (message.WrittenMemory, read.MessageType == WebSocketMessageType.Binary);
        }
    }

    private static async Task<Answered> TakeAsync(
        ReadOnlyMemory<byte> text,
        JsonSerializerOptions json,
        EarOnLine ear,
        SecondScreenOnSocket beside,
        HttpContext http,
        PageTools tools
    )
    {
        var (said, refused) = JsonBody.Parse(text);
        if (refused is not null)
            return Answer(0, refused);
        using (said)
        {
            var message = said!.RootElement;
            if (
                message.ValueKind != JsonValueKind.Object
                || !message.TryGetProperty("n", out var number)
                || !number.TryGetNumber(out var n)
            )
                return Answer(0, Refusal.Of(StatusCodes.Status400BadRequest));
            var body = message.TryGetProperty("body", out var told) ? told : default;
            // Compared, not read: half a character is no address either.
            if (!message.TryGetProperty("to", out var to) || to.ValueKind != JsonValueKind.String)
                return Answer(n, Refusal.Of(StatusCodes.Status404NotFound));
            if (to.ValueEquals(EarOnLine.Begins) || to.ValueEquals(EarOnLine.Ends))
                return Answer(n, to.ValueEquals(EarOnLine.Ends) ? ear.End(body) : await ear.BeginAsync(body, json, http, tools));
            var post = Posts.Find(to);
            try
            {
                using var turn = beside.AsksNobody(to, tools.Time)
                    ? ConcurrencyGate.Free
                    : await tools.Gate.TakeAsync(http.User.HouseholdId(), writes: true, http.RequestAborted);
                if (turn is null)
                    return Answer(n, Refusal.Of(StatusCodes.Status503ServiceUnavailable));
                if (await beside.TakeAsync(to, body, http, tools) is { } passed)
                    return Answer(n, passed);
                return Answer(n, post is null ? Refusal.Of(StatusCodes.Status404NotFound) : await post.Take(body, json, http, tools));
            }
            catch (Exception away) when (Guards.IsAway(away))
            {
                return Answer(n, Refusal.Of(StatusCodes.Status503ServiceUnavailable));
            }
            catch (Exception error) when (error is not OperationCanceledException)
            {
                // One message that fails is no reason to lose the others: the line lives.
                http.RequestServices.GetRequiredService<ILoggerFactory>()
                    .CreateLogger(typeof(PracticeSocket))
                    .LogMessageFailed(error, post?.Path ?? "beside");
                return Answer(n, Refusal.Of(StatusCodes.Status500InternalServerError));
            }
        }
    }

    private static Answered Answer(long n, IResult result) =>
        new(n, (result as IStatusCodeHttpResult)?.StatusCode ?? StatusCodes.Status200OK, (result as IValueHttpResult)?.Value);

    private static bool TryGetNumber(this JsonElement json, out long n)
    {
        n = 0;
        return json.ValueKind == JsonValueKind.Number && json.TryGetInt64(out n);
    }

    private static bool IsOurs(Uri origin, HttpRequest request) =>
        origin.Scheme == request.Scheme && origin.Authority == new Uri($"{request.Scheme}://{request.Host}").Authority;
}
