using Dapper;
using Gambeta.Core;
using Gambeta.Core.Catalogue;
using Gambeta.Core.Touches;
using Npgsql;

namespace Gambeta.Storage;

/// <summary>Somebody who practises: a nickname and a birth year, nothing more.</summary>
public sealed record Player(Guid Id, string Nickname, int BirthYear, Foot Preferred, Level Level);

/// <summary>What signing in needs to know.</summary>
public sealed record SignInRow(Guid HouseholdId, string PasswordHash);

/// <summary>Households and their players.</summary>
public static class HouseholdStore
{
    /// <summary>The household of a name, whatever its capitals; nothing when there is none.</summary>
    public static async Task<SignInRow?> FindForSignInAsync(GambetaDatabase database, string name)
    {
        await using var connection = await database.Source.OpenConnectionAsync();
        return await connection.QuerySingleOrDefaultAsync<SignInRow>(
            "select household_id, password_hash from household_for_sign_in(@name)", new { name });
    }

    /// <summary>Makes the household that the work is in. False when its name is taken; the work is then of no further use.</summary>
    public static async Task<bool> CreateAsync(HouseholdWork work, string name, string passwordHash, string timeZone)
    {
        try
        {
            await work.Connection.ExecuteAsync(
                """
                insert into household (household_id, name, password_hash, time_zone)
                values (@Household, @name, @passwordHash, @timeZone)
                """,
                new { work.Household, name, passwordHash, timeZone });
            return true;
        }
        catch (PostgresException taken) when (taken is { SqlState: PostgresErrorCodes.UniqueViolation, ConstraintName: "household_name" })
        {
            return false;
        }
    }

    /// <summary>True when the household of this work exists.</summary>
    public static Task<bool> ExistsAsync(HouseholdWork work) =>
        work.Connection.ExecuteScalarAsync<bool>(
            "select exists (select from household where household_id = @Household)", new { work.Household });

    /// <summary>Adds a player; adding the same id again changes nothing.</summary>
    public static Task AddPlayerAsync(HouseholdWork work, Player player) =>
        work.Connection.ExecuteAsync(
            """
            insert into player (household_id, player_id, nickname, birth_year, preferred_foot, level)
            values (@Household, @Id, @Nickname, @BirthYear, @foot, @level)
            on conflict do nothing
            """,
            new { work.Household, player.Id, player.Nickname, player.BirthYear, foot = player.Preferred.ToWords(), level = player.Level.ToWords() });

    /// <summary>The household's name and clock with its players, first comers first; nothing when it is gone.</summary>
    public static async Task<HouseholdView?> ViewAsync(HouseholdWork work)
    {
        var rows = await work.Connection.QueryAsync<ViewRow>(
            """
            select h.name, h.time_zone, h.heading, h.drills_version, p.player_id, p.nickname, p.birth_year, p.preferred_foot, p.level
            from household h left join player p on p.household_id = h.household_id
            where h.household_id = @Household
            order by p.joined_at, p.player_id
            """,
            new { work.Household });
        HouseholdView? view = null;
        foreach (var row in rows)
        {
            view ??= new HouseholdView(row.Name, row.TimeZone, row.Heading, row.DrillsVersion, []);
            if (row.PlayerId is { } id) view.Players.Add(new Player(id, row.Nickname!, row.BirthYear, Stored.Word<Foot>(row.PreferredFoot!), Stored.Word<Level>(row.Level!)));
        }
        return view;
    }

    /// <summary>Turns heading on or off.</summary>
    public static Task SetHeadingAsync(HouseholdWork work, bool heading) => work.Connection.ExecuteAsync(
        "update household set heading = @heading where household_id = @Household", new { work.Household, heading });

    private sealed record ViewRow(
        string Name, string TimeZone, bool Heading, int DrillsVersion, Guid? PlayerId, string? Nickname, short BirthYear, string? PreferredFoot, string? Level)
    {
        public ViewRow() : this("", "", false, 0, null, null, 0, null, null) { }
    }
}

/// <summary>A household as every page needs it.</summary>
/// <param name="Name">What it signs in with.</param>
/// <param name="TimeZone">Whose midnight ends its day.</param>
/// <param name="Heading">Whether it turned heading on.</param>
/// <param name="DrillsVersion">Goes up with every change to its own drills; 0 when it never had any.</param>
/// <param name="Players">Its players, first comers first.</param>
public sealed record HouseholdView(string Name, string TimeZone, bool Heading, int DrillsVersion, List<Player> Players);
