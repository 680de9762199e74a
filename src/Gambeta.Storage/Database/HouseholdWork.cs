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

    /// <summary>Keeps what was done.</summary>
    public Task CommitAsync(CancellationToken until = default) => transaction.CommitAsync(until);

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
