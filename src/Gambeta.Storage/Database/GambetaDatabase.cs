using Dapper;
using Npgsql;

namespace Gambeta.Storage;

/// <summary>The database as the application sees it: every piece of work happens inside one household.</summary>
public sealed class GambetaDatabase : IAsyncDisposable
{
    static GambetaDatabase()
    {
        DefaultTypeMap.MatchNamesWithUnderscores = true;
        SqlMapper.AddTypeHandler(new DateOnlyHandler());
    }

    /// <summary>
    /// Connects as the application's role, which brings its time limits with it (deploy/roles.sql). Statements are prepared once they
    /// recur, unless the connection string says <c>Max Auto Prepare=0</c>: behind a pooler that gives each transaction another connection
    /// there is nothing to prepare them on.
    /// </summary>
    public GambetaDatabase(string connectionString)
    {
        var settings = new NpgsqlConnectionStringBuilder(connectionString)
        {
            AutoPrepareMinUsages = 2,
            // The only setting made on a connection lasts for one transaction, so there is nothing to reset.
            NoResetOnClose = true,
            ApplicationName = "gambeta",
            Timeout = 5,
        };
        if (!settings.ShouldSerialize("Command Timeout"))
            settings.CommandTimeout = 12;
        // Where the string names a standby as well: which of the two takes writes is asked again soon after one of them went.
        if (!settings.ShouldSerialize("Host Recheck Seconds"))
            settings.HostRecheckSeconds = 1;
        if (!settings.ShouldSerialize("Max Auto Prepare"))
            settings.MaxAutoPrepare = 64;
        if (!settings.ShouldSerialize("Maximum Pool Size"))
            settings.MaxPoolSize = 2 * UsuallyAtOnce;
        AtOnce = Math.Max(1, settings.MaxPoolSize / 2);
        Source = NpgsqlDataSource.Create(settings);
    }

    /// <summary>
    /// Pieces of work that are worth doing at once: half of the connections (<c>Maximum Pool Size</c> of the connection string), since a
    /// piece of work may need a second one beside its own. More of them make PostgreSQL slower for all.
    /// </summary>
    public int AtOnce { get; }

    private const int UsuallyAtOnce = 24;

    /// <summary>
    /// Called with household and player whenever verdicts were read that rules of another version worked out. Whoever read them shows them
    /// as they are and does not wait: <see cref="VerdictStore.RejudgeAsync"/> works them out anew, some at a time.
    /// </summary>
    public Action<Guid, Guid>? VerdictsOutdated { get; set; }

    /// <summary>Plain connections, for what belongs to no household.</summary>
    public NpgsqlDataSource Source { get; }

    /// <summary>Begins work inside a household: the policies of the database show and take only its rows until the work ends. Statements
    /// end when the caller goes.</summary>
    public async Task<HouseholdWork> BeginAsync(Guid household, CancellationToken cancel = default)
    {
        var work = await OpenAsync(household, cancel);
        try
        {
            await work.ExecuteAsync(EnterSql, new { household = household.ToString() });
            return work;
        }
        catch
        {
            await work.DisposeAsync();
            throw;
        }
    }

    /// <summary>Says to the policies which household it is; whoever opens a transaction sends it first.</summary>
    internal const string EnterSql = "select set_config('gambeta.household', @household, true)";

    /// <summary>A transaction in which nothing was said yet: until somebody says whose it is, it sees no rows.</summary>
    public async Task<HouseholdWork> OpenAsync(Guid household, CancellationToken cancel = default)
    {
        var connection = await Source.OpenConnectionAsync(cancel);
        try
        {
            return new HouseholdWork(household, connection, await connection.BeginTransactionAsync(cancel), cancel, VerdictsOutdated);
        }
        catch
        {
            await connection.DisposeAsync();
            throw;
        }
    }

    /// <summary>Whether the role came with its time limits (deploy/roles.sql).</summary>
    public async Task<bool> IsLimitedAsync()
    {
        await using var connection = await Source.OpenConnectionAsync();
        return await connection.ExecuteScalarAsync<bool>(
            "select current_setting('lock_timeout') <> '0' and current_setting('statement_timeout') <> '0' and "
                + "current_setting('plan_cache_mode') = 'force_generic_plan'"
        );
    }

    /// <inheritdoc/>
    public ValueTask DisposeAsync() => Source.DisposeAsync();
}
