using Dapper;
using Gambeta.Core.Practice.Records;

namespace Gambeta.Storage;

/// <summary>The cards that a player marked as favourites.</summary>
public static class FavouriteStore
{
    private const string Sql =
        "select drill_id from favourite where household_id = @Household and player_id = @player order by marked_at, drill_id";

    /// <summary>All of a player, first marked first.</summary>
    public static async Task<IReadOnlyList<string>> AllAsync(HouseholdWork work, Guid player) =>
        [.. await work.QueryAsync<string>(Sql, new { work.Household, player })];

    /// <summary>All of a player, and the bests that stand, in one round trip.</summary>
    public static async Task<(IReadOnlyList<string> Favourites, IReadOnlyList<Mark> Standing)> WithStandingAsync(
        HouseholdWork work,
        Guid player
    )
    {
        await using var rows = await work.QueryMultipleAsync($"{Sql}; {DiaryStore.LatestStandingSql}", new { work.Household, player });
        return ([.. await rows.ReadAsync<string>()], [.. (await rows.ReadAsync<MarkRow>()).Select(row => row.ToMark())]);
    }

    /// <summary>Marks a card, or takes the mark away; twice is as once.</summary>
    public static Task MarkAsync(HouseholdWork work, Guid player, string drill, bool isFavourite) =>
        work.ExecuteAsync(
            isFavourite
                ? "insert into favourite (household_id, player_id, drill_id) select household_id, player_id, @drill from player "
                    + "where household_id = @Household and player_id = @player on conflict do nothing"
                : "delete from favourite where household_id = @Household and player_id = @player and drill_id = @drill",
            new
            {
                work.Household,
                player,
                drill,
            }
        );
}
