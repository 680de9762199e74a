using System.Text.Json;
using System.Threading.Channels;
using Dapper;
using Gambeta.Storage;
using Npgsql;

namespace Gambeta.Web.SecondScreen;

/// <summary>
/// Passes messages between the instances of the application, by PostgreSQL's NOTIFY: whatever instance the two devices have their lines to.
/// What cannot be passed on is dropped: how a practice stands is said again, and a press is pressed again until it was counted.
/// </summary>
public sealed class SecondScreenWire(
    SecondScreenHub hub,
    GambetaDatabase database,
    IConfiguration settings,
    ILogger<SecondScreenWire> logger
) : BackgroundService
{
    private const string Named = "gambeta_beside";
    private const int AtOnce = 60;
    private static readonly TimeSpan Pause = TimeSpan.FromSeconds(2);

    private readonly Guid _here = Guid.NewGuid();
    private readonly Channel<string> _out = Channel.CreateBounded<string>(
        new BoundedChannelOptions(2000) { FullMode = BoundedChannelFullMode.DropOldest, SingleReader = true }
    );

    private sealed record Passed(Guid From, SecondScreenMessage Message);

    /// <summary>Sends a message to the other instances.</summary>
    public void Send(SecondScreenMessage message) => _out.Writer.TryWrite(JsonSerializer.Serialize(new Passed(_here, message)));

    /// <inheritdoc/>
    protected override Task ExecuteAsync(CancellationToken stoppingToken) =>
        Task.WhenAll(AgainAsync(ListenAsync, stoppingToken), AgainAsync(SendAllAsync, stoppingToken));

    // The database goes and comes back: so does this.
    private async Task AgainAsync(Func<CancellationToken, Task> doIt, CancellationToken stopping)
    {
        while (!stopping.IsCancellationRequested)
        {
            try
            {
                await doIt(stopping);
            }
            catch (Exception away)
                when (away is NpgsqlException or TimeoutException or IOException or InvalidOperationException
                    && !stopping.IsCancellationRequested
                )
            {
                logger.LogWireAway(away.Message);
                await Task.Delay(Pause, stopping).ContinueWith(_ => { }, TaskScheduler.Default);
            }
            catch (OperationCanceledException) when (stopping.IsCancellationRequested)
            {
                return;
            }
        }
    }

    private async Task SendAllAsync(CancellationToken stopping)
    {
        while (await _out.Reader.WaitToReadAsync(stopping))
        {
            var messages = new List<string>();
            while (messages.Count < AtOnce && _out.Reader.TryRead(out var message))
                messages.Add(message);
            await using var connection = await database.Source.OpenConnectionAsync(stopping);
            await connection.ExecuteAsync(
                new CommandDefinition(
                    "select pg_notify(@Named, message) from unnest(@messages) message",
                    new { Named, messages = messages.ToArray() },
                    cancellationToken: stopping
                )
            );
        }
    }

    // A connection of its own, not one of the pool, and past a pooler where one is in between: who listens keeps it.
    private async Task ListenAsync(CancellationToken stopping)
    {
        var text = settings.GetConnectionString("Listen") ?? settings.GetConnectionString("App");
        await using var connection = new NpgsqlConnection(
            new NpgsqlConnectionStringBuilder(text) { Pooling = false, KeepAlive = 20 }.ToString()
        );
        connection.Notification += (_, told) => Take(told.Payload);
        await connection.OpenAsync(stopping);
        await connection.ExecuteAsync(new CommandDefinition($"listen {Named}", cancellationToken: stopping));
        while (true)
            await connection.WaitAsync(stopping);
    }

    private void Take(string payload)
    {
        try
        {
            if (JsonSerializer.Deserialize<Passed>(payload) is { } passed && passed.From != _here)
                hub.Pass(passed.Message);
        }
        catch (JsonException)
        {
            // Of another version of the application.
        }
    }
}

internal static partial class BesideLog
{
    [LoggerMessage(Level = LogLevel.Warning, Message = "Second screens at other instances cannot be reached: {Reason}")]
    public static partial void LogWireAway(this ILogger logger, string reason);
}
