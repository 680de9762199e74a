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
            Options = "-c plan_cache_mode=force_generic_plan -c jit=off",
            Timeout = 5,
            CommandTimeout = 15,
        };
        Source = NpgsqlDataSource.Create(settings);
    }

    /// <summary>Plain connections, for what belongs to no household.</summary>
    public NpgsqlDataSource Source { get; }

    /// <summary>Begins work inside a household: the policies of the database show and take only its rows until the work ends.</summary>
    public async Task<HouseholdWork> BeginAsync(Guid household, CancellationToken cancel = default)
    {
        var connection = await Source.OpenConnectionAsync(cancel);
        try
        {
            var transaction = await connection.BeginTransactionAsync(cancel);
            await connection.ExecuteAsync(
                "select set_config('gambeta.household', @household, true)", new { household = household.ToString() }, transaction);
            return new HouseholdWork(household, connection, transaction);
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

/// <summary>One transaction inside one household. Without a commit nothing that was done remains.</summary>
public sealed class HouseholdWork(Guid household, NpgsqlConnection connection, NpgsqlTransaction transaction) : IAsyncDisposable
{
    /// <summary>Whose rows these are.</summary>
    public Guid Household => household;

    /// <summary>The connection, already in the transaction.</summary>
    public NpgsqlConnection Connection => connection;

    /// <summary>Keeps what was done.</summary>
    public Task CommitAsync(CancellationToken cancel = default) => transaction.CommitAsync(cancel);

    /// <inheritdoc/>
    public async ValueTask DisposeAsync()
    {
        await transaction.DisposeAsync();
        await connection.DisposeAsync();
    }
}
