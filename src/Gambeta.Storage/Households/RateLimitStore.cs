using Dapper;

namespace Gambeta.Storage;

/// <summary>RateLimits on what could be guessed, or done too often, counted for all instances at once.</summary>
public static class RateLimitStore
{
    /// <summary>Counts one try and says how long to wait; nothing lets it go on.</summary>
    /// <param name="database">Where it is counted.</param>
    /// <param name="what">What is tried, without a name in it.</param>
    /// <param name="most">How many tries a stretch of time allows.</param>
    /// <param name="within">The stretch.</param>
    public static async Task<TimeSpan?> TryAsync(GambetaDatabase database, string what, int most, TimeSpan within)
    {
        await using var connection = await database.Source.OpenConnectionAsync();
        var seconds = await connection.ExecuteScalarAsync<int>(
            "select brake_try(@what, @most, @seconds)",
            new
            {
                what,
                most,
                seconds = (int)within.TotalSeconds,
            }
        );
        return seconds == 0 ? null : TimeSpan.FromSeconds(seconds);
    }

    /// <summary>Forgets the tries: it was the right one.</summary>
    public static async Task ReleaseAsync(GambetaDatabase database, string what)
    {
        await using var connection = await database.Source.OpenConnectionAsync();
        await connection.ExecuteAsync("select brake_release(@what)", new { what });
    }
}
