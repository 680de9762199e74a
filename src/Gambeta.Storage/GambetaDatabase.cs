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

    /// <summary>Connects as the application's role. Statements are prepared once they recur.</summary>
    public GambetaDatabase(string connectionString)
    {
        var settings = new NpgsqlConnectionStringBuilder(connectionString)
        {
            MaxAutoPrepare = 64,
            AutoPrepareMinUsages = 2,
            // The only setting made on a connection lasts for one transaction, so there is nothing to reset.
            NoResetOnClose = true,
            // Every query here is led by an index on household and player. Planning it anew for each household took longer than running it.
            // A statement, a lock or an instance that hangs gives up by itself: an instance that is frozen in the middle of its work must not keep a player's lock.
            Options = "-c plan_cache_mode=force_generic_plan -c jit=off -c statement_timeout=10s -c lock_timeout=4s -c idle_in_transaction_session_timeout=10s",
            ApplicationName = "gambeta",
            Timeout = 5,
            CommandTimeout = 12,
        };
        Source = NpgsqlDataSource.Create(settings);
    }

    /// <summary>Plain connections, for what belongs to no household.</summary>
    public NpgsqlDataSource Source { get; }

    /// <summary>Begins work inside a household: the policies of the database show and take only its rows until the work ends. Statements end when the caller goes.</summary>
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
            return new HouseholdWork(household, connection, await connection.BeginTransactionAsync(cancel), cancel);
        }
        catch
        {
            await connection.DisposeAsync();
            throw;
        }
    }

    /// <inheritdoc/>
    public ValueTask DisposeAsync() => Source.DisposeAsync();
}
