using Dapper;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Practice.Sheets;

namespace Gambeta.Storage;

/// <summary>A household's own sheets.</summary>
public static class SheetStore
{
    /// <summary>Its sheets, the one changed last first.</summary>
    public static async Task<IReadOnlyList<KeptSheet>> AllAsync(HouseholdWork work) =>
        [
            .. (
                await work.QueryAsync<SheetRow>(
                    "select sheet_id, name, items, minutes from sheet where household_id = @Household and retired_at is null order "
                        + "by changed_at desc, sheet_id",
                    new { work.Household }
                )
            ).Select(row => row.ToSheet()),
        ];

    /// <summary>One of its sheets, also one put away; nothing when there is none.</summary>
    public static async Task<KeptSheet?> FindAsync(HouseholdWork work, Guid id) =>
        (
            await work.QuerySingleOrDefaultAsync<SheetRow>(
                "select sheet_id, name, items, minutes from sheet where household_id = @Household and sheet_id = @id",
                new { work.Household, id }
            )
        )?.ToSheet();

    /// <summary>A ready sheet by its name, one of the household's own or the plan of a player's day by its id; nothing when there is
    /// none.</summary>
    public static async Task<Sheet?> FindAnyAsync(HouseholdWork work, string name) =>
        ReadySheets.Find(name)?.Sheet
        ?? (Guid.TryParse(name, out var id) ? (await FindAsync(work, id))?.Sheet ?? await PlanStore.SheetAsync(work, id) : null);

    /// <summary>Keeps a sheet; the same id again changes it, and brings it back when it was put away. False when the household has as many
    /// as it may.</summary>
    public static async Task<bool> SaveAsync(HouseholdWork work, KeptSheet sheet, int most) =>
        await work.ExecuteAsync(
            """
            insert into sheet (household_id, sheet_id, name, items, minutes)
            select @Household, @Id, @Name, @items, @Minutes
            where (select count(*) from sheet where household_id = @Household and sheet_id <> @Id) < @most
            on conflict (household_id, sheet_id) do update
              set name = excluded.name, items = excluded.items, minutes = excluded.minutes, changed_at = now(), retired_at = null
            """,
            new
            {
                work.Household,
                sheet.Id,
                sheet.Sheet.Name,
                items = SheetNotation.Write(sheet.Sheet.Items),
                sheet.Minutes,
                most,
            }
        ) > 0;

    /// <summary>Puts a sheet away, or brings it back.</summary>
    public static Task RetireAsync(HouseholdWork work, Guid id, bool retired) =>
        work.ExecuteAsync(
            "update sheet set retired_at = case when @retired then now() end where household_id = @Household and sheet_id = @id",
            new
            {
                work.Household,
                id,
                retired,
            }
        );

    /// <summary>A player's own tempo is that of the last six weeks: before that it was another player.</summary>
    public const int TempoDays = 42;

    /// <summary>The tempo of a player in each drill: touches a minute over the timed rounds of the last weeks that somebody
    /// counted.</summary>
    public static async Task<IReadOnlyDictionary<string, Tempo>> TemposAsync(HouseholdWork work, Guid player, DateOnly from) =>
        (
            await work.QueryAsync<(string Drill, long Touches, long WorkedMs)>(
                """
                select drill, sum(touches_left + touches_right), sum(worked_ms)
                from practice_set
                where household_id = @Household and player_id = @player and day >= @from and removed_at is null
                  and counted_by <> 'estimated' and planned_seconds is not null
                group by drill having sum(touches_left + touches_right) > 0
                """,
                new
                {
                    work.Household,
                    player,
                    from,
                }
            )
        ).ToDictionary(row => row.Drill, row => Tempo.Of(row.Touches, TimeSpan.FromMilliseconds(row.WorkedMs)));

    /// <summary>The sheet that was changed last, for a query that reads more besides.</summary>
    internal const string LatestSql =
        "select sheet_id, name, items, minutes from sheet where household_id = @Household and retired_at is null order by "
        + "changed_at desc, sheet_id limit 1";

    internal sealed class SheetRow
    {
        public Guid SheetId { get; init; }
        public string Name { get; init; } = "";
        public string Items { get; init; } = "";
        public short? Minutes { get; init; }

        public KeptSheet ToSheet() => new(SheetId, new Sheet(Name, SheetNotation.Read(Items)), Minutes);
    }
}
