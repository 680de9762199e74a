using System.Collections.Concurrent;
using System.Threading.Channels;
using Gambeta.Storage;
using Gambeta.Web.PageBases;

namespace Gambeta.Web.Upkeep;

/// <summary>
/// Brings verdicts that rules of another version worked out up to date, beside the pages: a page that reads such a verdict shows it as it
/// is and asks for this. One player at a time, some drills a transaction, so that nobody who practises waits for it. What is left when the
/// instance ends is asked for by the next page.
/// </summary>
internal sealed partial class Rejudging(
    GambetaDatabase database,
    HouseholdCatalogues catalogues,
    TimeProvider time,
    ILogger<Rejudging> logger
) : BackgroundService
{
    private const int MostWaiting = 10_000;
    private static readonly TimeSpan Pause = TimeSpan.FromMilliseconds(50);

    private readonly ConcurrentDictionary<(Guid Household, Guid Player), bool> _waiting = [];
    private readonly Channel<(Guid Household, Guid Player)> _asked = Channel.CreateUnbounded<(Guid, Guid)>(
        new UnboundedChannelOptions { SingleReader = true }
    );

    /// <inheritdoc/>
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        database.VerdictsOutdated = Ask;
        try
        {
            await foreach (var one in _asked.Reader.ReadAllAsync(stoppingToken))
            {
                try
                {
                    while (await StepAsync(one, stoppingToken))
                        await Task.Delay(Pause, time, stoppingToken);
                }
                catch (Exception problem) when (problem is not OperationCanceledException)
                {
                    // The database was away, or a card that this build does not know: the next page asks again.
                    Failed(problem);
                }
                finally
                {
                    _waiting.TryRemove(one, out _);
                }
            }
        }
        finally
        {
            database.VerdictsOutdated = null;
        }
    }

    private void Ask(Guid household, Guid player)
    {
        if (_waiting.Count < MostWaiting && _waiting.TryAdd((household, player), true))
            _asked.Writer.TryWrite((household, player));
    }

    private async Task<bool> StepAsync((Guid Household, Guid Player) one, CancellationToken stop)
    {
        await using var work = await database.BeginAsync(one.Household, stop);
        if (await HouseholdStore.ViewAsync(work, time.GetUtcNow()) is not { } household)
            return false;
        var more = await VerdictStore.RejudgeAsync(work, one.Player, await catalogues.OfAsync(work, household));
        await work.CommitWorkedOutAsync(stop);
        return more;
    }

    [LoggerMessage(LogLevel.Warning, "Verdicts could not be brought up to date; the next page asks again")]
    private partial void Failed(Exception problem);
}
