using Dapper;
using Gambeta.Core.Catalogue.Cards;

namespace Gambeta.Storage;

/// <summary>The drill cards that a household wrote for itself.</summary>
public static class OwnDrillStore
{
    /// <summary>All of them, oldest first, those taken off the shelf included.</summary>
    public static async Task<IReadOnlyList<OwnDrill>> AllAsync(HouseholdWork work) =>
        [
            .. await work.QueryAsync<OwnDrill>(
                "select drill_id, card, retired_at is not null retired from own_drill where household_id = @Household order by "
                    + "made_at, drill_id",
                new { work.Household }
            ),
        ];

    /// <summary>Keeps cards; a card of the same id is replaced and stands on the shelf again.</summary>
    public static async Task SaveAsync(HouseholdWork work, IReadOnlyList<(string Id, string Card)> cards)
    {
        await work.ExecuteAsync(
            """
            insert into own_drill (household_id, drill_id, card)
            select @Household, id, card from unnest(@ids, @cards) as n(id, card)
            on conflict (household_id, drill_id) do update set card = excluded.card, retired_at = null
            """,
            new
            {
                work.Household,
                ids = cards.Select(c => c.Id).ToArray(),
                cards = cards.Select(c => c.Card).ToArray(),
            }
        );
        await VerdictStore.CardsChangedAsync(work, [.. cards.Select(card => card.Id)]);
        await ChangedAsync(work);
    }

    /// <summary>Takes a card off the shelf, or puts it back; sets that were played with it keep it either way.</summary>
    public static async Task RetireAsync(HouseholdWork work, string drill, bool retired)
    {
        await work.ExecuteAsync(
            "update own_drill set retired_at = case when @retired then now() end where household_id = @Household and drill_id = @drill",
            new
            {
                work.Household,
                drill,
                retired,
            }
        );
        await ChangedAsync(work);
    }

    private static Task<int> ChangedAsync(HouseholdWork work) =>
        work.ExecuteAsync(
            "update household set drills_version = drills_version + 1 where household_id = @Household",
            new { work.Household }
        );
}
