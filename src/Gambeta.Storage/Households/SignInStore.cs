using Dapper;
using Gambeta.Core.Base.Household;

namespace Gambeta.Storage;

/// <summary>A device that is signed in.</summary>
/// <param name="Id">The sign-in, as the device's cookie names it.</param>
/// <param name="Device">What it is called: "phone".</param>
/// <param name="MadeAt">When it was signed in.</param>
/// <param name="LastUsedAt">When it was last used, to the hour.</param>
public sealed record SignIn(Guid Id, string Device, DateTime MadeAt, DateTime LastUsedAt)
{
    private SignIn()
        : this(default, "", default, default) { }
}

/// <summary>What signing in needs to know.</summary>
public sealed record SignInRow(Guid HouseholdId, string PasswordHash, string? RecoveryHash)
{
    private SignInRow()
        : this(default, "", null) { }
}

/// <summary>The devices that are signed in to a household, one row each: a row that is gone is a sign-in that is over, at once and
/// everywhere.</summary>
public static class SignInStore
{
    /// <summary>However much it is used, a sign-in ends after so long.</summary>
    public static readonly TimeSpan Longest = TimeSpan.FromDays(90);

    /// <summary>A device that is not used for so long is no longer signed in.</summary>
    public static readonly TimeSpan Idle = TimeSpan.FromDays(30);

    /// <summary>Longest name of a device.</summary>
    public const int LongestDevice = 40;

    /// <summary>The household of a name, as <see cref="HouseholdName.Key"/> compares names; nothing when there is none.</summary>
    public static async Task<SignInRow?> FindAsync(GambetaDatabase database, string name)
    {
        var key = HouseholdName.Key(name);
        if (await HouseholdLookup.FindAsync(database, LookupKind.Name, key) is not { } household)
            return null;
        await using var work = await database.BeginAsync(household);
        return await work.QuerySingleOrDefaultAsync<SignInRow>(
            "select household_id, password_hash, recovery_hash from household where household_id = @Household and name_key = @key "
                + "and demo_until is null",
            new { work.Household, key }
        );
    }

    /// <summary>Signs a device in; the oldest of more than <paramref name="most"/> goes.</summary>
    public static Task AddAsync(HouseholdWork work, Guid id, string device, DateTimeOffset now, int most) =>
        work.ExecuteAsync(
            """
            delete from sign_in where household_id = @Household and (made_at < @ended or sign_in_id in (
              select sign_in_id from sign_in where household_id = @Household order by last_used_at desc, sign_in_id offset @most - 1));
            insert into sign_in (household_id, sign_in_id, device, made_at, last_used_at) values (@Household, @id, @device, @now, @now)
            """,
            new
            {
                work.Household,
                id,
                device,
                now = now.UtcDateTime,
                ended = (now - Longest).UtcDateTime,
                most,
            }
        );

    /// <summary>The devices that are signed in, the one used last first.</summary>
    public static async Task<IReadOnlyList<SignIn>> AllAsync(HouseholdWork work, DateTimeOffset now) =>
        [
            .. await work.QueryAsync<SignIn>(
                "select sign_in_id as id, device, made_at, last_used_at from sign_in where household_id = @Household and made_at >= "
                    + "@ended order by last_used_at desc, sign_in_id",
                new { work.Household, ended = (now - Longest).UtcDateTime }
            ),
        ];

    /// <summary>Gives a device another name.</summary>
    public static Task RenameAsync(HouseholdWork work, Guid id, string device) =>
        work.ExecuteAsync(
            "update sign_in set device = @device where household_id = @Household and sign_in_id = @id",
            new
            {
                work.Household,
                id,
                device,
            }
        );

    /// <summary>Ends one sign-in.</summary>
    public static Task EndAsync(HouseholdWork work, Guid id) =>
        work.ExecuteAsync("delete from sign_in where household_id = @Household and sign_in_id = @id", new { work.Household, id });

    /// <summary>Ends every sign-in but one, or every one.</summary>
    public static Task EndOthersAsync(HouseholdWork work, Guid? but) =>
        work.ExecuteAsync(
            "delete from sign_in where household_id = @Household and sign_in_id is distinct from @but",
            new { work.Household, but }
        );

    /// <summary>Writes down that a sign-in was used.</summary>
    internal static Task UsedAsync(HouseholdWork work, Guid id, DateTimeOffset now) =>
        work.ExecuteAsync(
            "update sign_in set last_used_at = @now where household_id = @Household and sign_in_id = @id",
            new
            {
                work.Household,
                id,
                now = now.UtcDateTime,
            }
        );
}
