using Dapper;

namespace Gambeta.Storage;

/// <summary>What finds a household before anybody knows which one it is. Only by exact key: nobody reads a list.</summary>
public enum LookupKind
{
    /// <summary>The key of the name that it signs in with.</summary>
    Name,

    /// <summary>The digest of a calendar's secret.</summary>
    Calendar,

    /// <summary>The digest of a code that lets another device in.</summary>
    Code,
}

/// <summary>The one table in which households are looked up; all else is asked within a household.</summary>
public static class HouseholdLookup
{
    /// <summary>The household that a key finds; nothing where it finds none.</summary>
    public static async Task<Guid?> FindAsync(GambetaDatabase database, LookupKind what, string key, CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        return await connection.ExecuteScalarAsync<Guid?>(
            new CommandDefinition("select household_found_by(@what, @key)", new { what = Word(what), key }, cancellationToken: cancel)
        );
    }

    /// <summary>Lets a key find the household that the work is in. False where it finds another one.</summary>
    public static Task<bool> KeepAsync(HouseholdWork work, LookupKind what, string key) =>
        work.QuerySingleAsync<bool>("select found_by_keep(@what, @key)", new { what = Word(what), key });

    /// <summary>Lets a key find nobody any more.</summary>
    public static Task DropAsync(HouseholdWork work, LookupKind what, string key) =>
        work.ExecuteAsync(
            "delete from found_by where household_id = @Household and what = @what and key = @key",
            new
            {
                work.Household,
                what = Word(what),
                key,
            }
        );

    /// <summary>A digest as a key.</summary>
    public static string KeyOf(byte[] digest) => Convert.ToHexStringLower(digest);

    private static string Word(LookupKind what) =>
        what switch
        {
            LookupKind.Name => "name",
            LookupKind.Calendar => "calendar",
            _ => "code",
        };
}
