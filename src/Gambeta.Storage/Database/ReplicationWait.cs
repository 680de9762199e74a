using Npgsql;

namespace Gambeta.Storage;

/// <summary>What was to be kept is kept by one server, and perhaps not by the standby that was to be waited for.</summary>
public sealed class NotReplicatedException() : Exception("The standby did not answer in time: kept on one server alone.");

/// <summary>
/// Listens to a connection while it commits. PostgreSQL calls a commit done though its wait for a standby was cut, by a limit of time or by
/// whoever stopped the server: it says so in a warning, and in nothing else (its documentation, "Synchronous Replication"). No other
/// warning comes with a commit; one that did would be taken for this one, which only asks for the same again.
/// </summary>
public sealed class ReplicationWait : IDisposable
{
    private readonly NpgsqlConnection _connection;
    private bool _isCut;

    /// <summary>Listens from now on.</summary>
    public ReplicationWait(NpgsqlConnection connection)
    {
        _connection = connection;
        connection.Notice += Hear;
    }

    /// <summary>Says whether the wait was cut.</summary>
    /// <exception cref="NotReplicatedException">It was.</exception>
    public void ThrowIfCut()
    {
        if (_isCut)
            throw new NotReplicatedException();
    }

    /// <inheritdoc/>
    public void Dispose() => _connection.Notice -= Hear;

    private void Hear(object sender, NpgsqlNoticeEventArgs heard) => _isCut |= heard.Notice.InvariantSeverity == "WARNING";
}
