using System.Net.WebSockets;
using System.Text.Json;
using System.Threading.Channels;

namespace Gambeta.Web.Api;

/// <summary>What is sent on a line: answers, and what is told without having been asked. One at a time; of what nobody asked for the oldest
/// is dropped where the other side does not take it.</summary>
internal sealed class SocketPushes(WebSocket socket, JsonSerializerOptions json) : IDisposable
{
    private readonly SemaphoreSlim _one = new(1);
    private readonly Channel<object> _told = Channel.CreateBounded<object>(
        new BoundedChannelOptions(64) { FullMode = BoundedChannelFullMode.DropOldest, SingleReader = true }
    );

    /// <summary>Tells something when it can.</summary>
    public void Tell(object said) => _told.Writer.TryWrite(said);

    /// <summary>Sends an answer.</summary>
    public async Task SendAsync(object said, CancellationToken until)
    {
        var text = JsonSerializer.SerializeToUtf8Bytes(said, said.GetType(), json);
        await _one.WaitAsync(until);
        try
        {
            await socket.SendAsync(text, WebSocketMessageType.Text, endOfMessage: true, until);
        }
        finally
        {
            _one.Release();
        }
    }

    /// <summary>Sends what is told, as it comes, until the line is over.</summary>
    public async Task RunAsync(CancellationToken until)
    {
        try
        {
            await foreach (var said in _told.Reader.ReadAllAsync(until))
                await SendAsync(said, until);
        }
        catch (Exception over) when (over is OperationCanceledException or WebSocketException or IOException or ObjectDisposedException)
        {
            // The line is over; whoever reads it finds that out as well.
        }
    }

    public void Dispose() => _one.Dispose();
}
