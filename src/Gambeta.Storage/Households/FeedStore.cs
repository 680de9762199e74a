using System.Security.Cryptography;
using System.Text;
using Dapper;

namespace Gambeta.Storage;

/// <summary>A player's calendar as others may read it.</summary>
/// <param name="Sealed">Its secret, as the application sealed it.</param>
/// <param name="SaysName">Whether it tells the nickname.</param>
public sealed record Feed(string Sealed, bool SaysName)
{
    private Feed()
        : this("", false) { }
}

/// <summary>Calendars by a secret address: off until somebody wants one.</summary>
public static class FeedStore
{
    /// <summary>The digest by which a secret is looked up.</summary>
    public static byte[] DigestOf(string secret) => SHA256.HashData(Encoding.UTF8.GetBytes(secret));

    /// <summary>A player's feed; nothing while it is off.</summary>
    public static Task<Feed?> FindAsync(HouseholdWork work, Guid player) =>
        work.QuerySingleOrDefaultAsync<Feed>(
            "select sealed, says_name from calendar_feed where household_id = @Household and player_id = @player",
            new { work.Household, player }
        );

    /// <summary>Turns a feed on under a new secret: the one before opens nothing any more.</summary>
    public static async Task KeepAsync(HouseholdWork work, Guid player, string secret, string sealedSecret)
    {
        await DropAsync(work, player);
        // 256 bits of chance: nobody else has the same.
        await HouseholdLookup.KeepAsync(work, LookupKind.Calendar, HouseholdLookup.KeyOf(DigestOf(secret)));
        await work.ExecuteAsync(
            """
            insert into calendar_feed (household_id, player_id, digest, sealed)
            select household_id, player_id, @digest, @sealedSecret from player where household_id = @Household and player_id = @player
            on conflict (household_id, player_id) do update set digest = excluded.digest, sealed = excluded.sealed, made_at = now()
            """,
            new
            {
                work.Household,
                player,
                digest = DigestOf(secret),
                sealedSecret,
            }
        );
    }

    /// <summary>Says whether it tells the nickname.</summary>
    public static Task NameAsync(HouseholdWork work, Guid player, bool says) =>
        work.ExecuteAsync(
            "update calendar_feed set says_name = @says where household_id = @Household and player_id = @player",
            new
            {
                work.Household,
                player,
                says,
            }
        );

    /// <summary>Turns a feed off.</summary>
    public static async Task EndAsync(HouseholdWork work, Guid player)
    {
        await DropAsync(work, player);
        await work.ExecuteAsync(
            "delete from calendar_feed where household_id = @Household and player_id = @player",
            new { work.Household, player }
        );
    }

    /// <summary>Lets the address of a player's feed find nobody any more.</summary>
    internal static async Task DropAsync(HouseholdWork work, Guid player)
    {
        if (
            await work.ExecuteScalarAsync<byte[]>(
                "select digest from calendar_feed where household_id = @Household and player_id = @player",
                new { work.Household, player }
            ) is
            { } before
        )
            await HouseholdLookup.DropAsync(work, LookupKind.Calendar, HouseholdLookup.KeyOf(before));
    }

    /// <summary>Whose calendar a secret opens; nobody's where it opens none.</summary>
    public static async Task<(Guid Household, Guid Player)?> WhoseAsync(
        GambetaDatabase database,
        string secret,
        CancellationToken cancel = default
    )
    {
        if (
            await HouseholdLookup.FindAsync(database, LookupKind.Calendar, HouseholdLookup.KeyOf(DigestOf(secret)), cancel)
            is not { } household
        )
            return null;
        await using var work = await database.BeginAsync(household, cancel);
        return await work.QuerySingleOrDefaultAsync<(Guid, Guid)?>(
            "select household_id, player_id from calendar_feed where household_id = @Household and digest = @digest",
            new { work.Household, digest = DigestOf(secret) }
        );
    }
}
