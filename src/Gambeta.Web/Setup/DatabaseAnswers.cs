using Gambeta.Storage;
using Microsoft.Extensions.Diagnostics.HealthChecks;

namespace Gambeta.Web.Setup;

/// <summary>Whether the database answers, told within three seconds also where it hangs: waiting ends then, whatever the driver is still
/// waiting for.</summary>
public sealed class DatabaseAnswers(GambetaDatabase database) : IHealthCheck
{
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(2.5);

    // One question at a time: asked every second while PostgreSQL hangs, the pool would be full of them.
    private Task? _asked;

    public async Task<HealthCheckResult> CheckHealthAsync(HealthCheckContext context, CancellationToken cancellationToken = default)
    {
        try
        {
            var asked = _asked is { IsCompleted: false } before ? before : _asked = AskAsync();
            await asked.WaitAsync(Patience, cancellationToken);
            return HealthCheckResult.Healthy();
        }
        catch (Exception away) when (away is TimeoutException || Security.Guards.IsAway(away))
        {
            return HealthCheckResult.Unhealthy("The database does not answer.");
        }
    }

    private async Task AskAsync()
    {
        await using var command = database.Source.CreateCommand("select 1");
        command.CommandTimeout = 5;
        await command.ExecuteScalarAsync();
    }
}
