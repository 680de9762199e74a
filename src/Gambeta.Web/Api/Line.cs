using System.Buffers;
using System.Net.WebSockets;
using System.Text.Json;
using Gambeta.Web.Access;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;

namespace Gambeta.Web.Api;

/// <summary>
/// A line that stays open while somebody practises. A message is <c>{"n": 7, "to": "/api/sets", "body": {...}}</c>, its answer
/// <c>{"n": 7, "status": 200, "answer": {...}}</c>: the same as a request to that address, without a kilobyte of headers around each.
/// </summary>
internal static class Line
{
    public const string Path = "/api/line";

    // A set of the most events is a little shorter.
    private const int LongestMessage = 512 * 1024;

    // After that it is opened anew, and the sign-in is looked at again.
    private static readonly TimeSpan Longest = TimeSpan.FromHours(12);

    private sealed record Message(long N, string? To, JsonElement Body);

    private sealed record Answered(long N, int Status, object? Answer);

    public static async Task OpenAsync(HttpContext http, Guid household, PageTools tools, IOptions<JsonOptions> options, IHostApplicationLifetime application)
    {
        // A page of another site could open a line with this one's cookie, were it not for where it says it comes from.
        var status = !http.WebSockets.IsWebSocketRequest ? StatusCodes.Status400BadRequest
            : !Uri.TryCreate(http.Request.Headers.Origin, UriKind.Absolute, out var origin) || origin.Authority != http.Request.Host.Value ? StatusCodes.Status403Forbidden
            : household != http.User.HouseholdId() ? StatusCodes.Status401Unauthorized
            : StatusCodes.Status101SwitchingProtocols;
        if (status != StatusCodes.Status101SwitchingProtocols)
        {
            http.Response.StatusCode = status;
            return;
        }
        // Nothing secret is ever on the line, so that compressing it tells nobody anything.
        using var socket = await http.WebSockets.AcceptWebSocketAsync(new WebSocketAcceptContext { DangerousEnableCompression = true });
        using var until = CancellationTokenSource.CreateLinkedTokenSource(http.RequestAborted, application.ApplicationStopping);
        until.CancelAfter(Longest);
        try
        {
            var json = options.Value.SerializerOptions;
            while (await ReadAsync(socket, until.Token) is { } message)
            {
                var answer = JsonSerializer.SerializeToUtf8Bytes(await TakeAsync(message, json, http, tools), json);
                await socket.SendAsync(answer, WebSocketMessageType.Text, endOfMessage: true, until.Token);
            }
            await socket.CloseAsync(WebSocketCloseStatus.NormalClosure, null, until.Token);
        }
        catch (Exception over) when (over is OperationCanceledException or WebSocketException)
        {
            // Gone, or time to go. What was not answered is posted again.
        }
    }

    // One message whole; nothing when the other side hung up, or talks too long.
    private static async Task<ReadOnlyMemory<byte>?> ReadAsync(WebSocket socket, CancellationToken until)
    {
        var message = new ArrayBufferWriter<byte>(1024);
        while (true)
        {
            var read = await socket.ReceiveAsync(message.GetMemory(1024), until);
            if (read.MessageType != WebSocketMessageType.Text) return null;
            message.Advance(read.Count);
            if (message.WrittenCount > LongestMessage) return null;
            if (read.EndOfMessage) return message.WrittenMemory;
        }
    }

    private static async Task<Answered> TakeAsync(ReadOnlyMemory<byte> text, JsonSerializerOptions json, HttpContext http, PageTools tools)
    {
        var n = 0L;
        try
        {
            if (JsonSerializer.Deserialize<Message>(text.Span, json) is not { } message) throw new JsonException();
            n = message.N;
            if (Posts.Find(message.To) is not { } post) return new Answered(n, StatusCodes.Status404NotFound, null);
            var result = await post.OnLine(message.Body, json, http, tools);
            return new Answered(n, (result as IStatusCodeHttpResult)?.StatusCode ?? StatusCodes.Status200OK, (result as IValueHttpResult)?.Value);
        }
        catch (JsonException)
        {
            return new Answered(n, StatusCodes.Status400BadRequest, new ProblemAnswer([Wording.Status(StatusCodes.Status400BadRequest).Words]));
        }
        catch (Exception away) when (Guards.IsAway(away))
        {
            return new Answered(n, StatusCodes.Status503ServiceUnavailable, null);
        }
    }
}
