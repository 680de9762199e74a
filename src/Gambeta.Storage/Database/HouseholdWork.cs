using Dapper;
using Npgsql;

namespace Gambeta.Storage;

/// <summary>
/// One transaction inside one household. Without a commit nothing that was done remains. Every statement ends when whoever asked for the
/// work has gone: nobody is left to read the answer.
/// </summary>
public sealed class HouseholdWork(
    Guid household,
    NpgsqlConnection connection,
    NpgsqlTransaction transaction,
    CancellationToken cancel,
    Action<Guid, Guid>? outdated = null
) : IAsyncDisposable
{
    /// <summary>Whose rows these are.</summary>
    public Guid Household => household;

    /// <summary>Reads rows.</summary>
    public Task<IEnumerable<T>> QueryAsync<T>(string sql, object? parameters = null) => connection.QueryAsync<T>(Command(sql, parameters));

    /// <summary>Reads the first row, or nothing.</summary>
    public Task<T?> QueryFirstOrDefaultAsync<T>(string sql, object? parameters = null) =>
        connection.QueryFirstOrDefaultAsync<T>(Command(sql, parameters));

    /// <summary>Reads the only row.</summary>
    public Task<T> QuerySingleAsync<T>(string sql, object? parameters = null) => connection.QuerySingleAsync<T>(Command(sql, parameters));

    /// <summary>Reads the only row, or nothing.</summary>
    public Task<T?> QuerySingleOrDefaultAsync<T>(string sql, object? parameters = null) =>
        connection.QuerySingleOrDefaultAsync<T>(Command(sql, parameters));

    /// <summary>Reads what several statements say, in one round trip.</summary>
    public Task<SqlMapper.GridReader> QueryMultipleAsync(string sql, object? parameters = null) =>
        connection.QueryMultipleAsync(Command(sql, parameters));

    /// <summary>Reads one value.</summary>
    public Task<T?> ExecuteScalarAsync<T>(string sql, object? parameters = null) =>
        connection.ExecuteScalarAsync<T>(Command(sql, parameters));

    /// <summary>Changes rows, and tells how many.</summary>
    public Task<int> ExecuteAsync(string sql, object? parameters = null) => connection.ExecuteAsync(Command(sql, parameters));

    /// <summary>
    /// Keeps what was done, and returns once it is kept as the database is told to keep it: where it waits for a standby, there too. What
    /// changed nothing because it was known already waits as well: what it was known by may be on its way there still.
    /// </summary>
    /// <exception cref="NotReplicatedException">It is kept here, and perhaps not there: whoever asked is told to ask again.</exception>
    public async Task CommitAsync(CancellationToken until = default)
    {
        using var waits = new ReplicationWait(connection);
        await EndAsync(WaitSql, until);
        waits.ThrowIfCut();
    }

    /// <summary>Keeps what can be worked out anew from what is kept: it waits for no standby.</summary>
    public Task CommitWorkedOutAsync(CancellationToken until = default) => EndAsync("set local synchronous_commit to local", until);

    // A commit waits where its transaction wrote something: one that did not writes a word that nobody reads.
    private const string WaitSql =
        "select case when current_setting('synchronous_standby_names') <> '' and pg_current_xact_id_if_assigned() is null "
        + "then pg_logical_emit_message(true, 'gambeta', '') end";

    private async Task EndAsync(string first, CancellationToken until)
    {
        await using var batch = new NpgsqlBatch(connection, transaction) { BatchCommands = { new(first), new("commit") } };
        await batch.ExecuteNonQueryAsync(until);
    }

    /// <inheritdoc/>
    public async ValueTask DisposeAsync()
    {
        await transaction.DisposeAsync();
        await connection.DisposeAsync();
    }

    /// <summary>Tells that verdicts of a player were worked out by rules of another version:
    /// <see cref="GambetaDatabase.VerdictsOutdated"/>.</summary>
    internal void VerdictsOutdated(Guid player) => outdated?.Invoke(household, player);

    private CommandDefinition Command(string sql, object? parameters) => new(sql, parameters, transaction, cancellationToken: cancel);
}
