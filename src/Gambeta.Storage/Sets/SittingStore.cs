using System.Text.Json;
using Dapper;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Storage;

/// <summary>Sittings.</summary>
public static class SittingStore
{
    /// <summary>The sheets that a player practised last, the latest first.</summary>
    public static async Task<IReadOnlyList<string>> SheetsAsync(HouseholdWork work, Guid player, int most) =>
        [
            .. await work.QueryAsync<string>(
                """
                select sheet from (select sheet, max(started_at) as last from sitting
                  where household_id = @Household and player_id = @player and sheet is not null group by sheet) used
                order by last desc limit @most
                """,
                new
                {
                    work.Household,
                    player,
                    most,
                }
            ),
        ];

    /// <summary>
    /// Writes down that a sitting began; what is known of it already stays. A set that came first made the row: then what only the
    /// beginning knows is added.
    /// </summary>
    public static Task BeginAsync(HouseholdWork work, Sitting sitting) =>
        work.ExecuteAsync(
            """
            insert into sitting (household_id, session_id, player_id, outing_id, space_id, sheet, plan, started_at)
            values (@Household, @Id, @PlayerId, @OutingId, @SpaceId, @Sheet, @plan::jsonb, @startedAt)
            on conflict (household_id, session_id) do update set
              outing_id = excluded.outing_id, space_id = excluded.space_id, sheet = excluded.sheet, plan = excluded.plan,
                started_at = least(sitting.started_at, excluded.started_at)
              where sitting.plan is null and sitting.player_id = excluded.player_id
            """,
            new
            {
                work.Household,
                sitting.Id,
                sitting.PlayerId,
                sitting.OutingId,
                sitting.SpaceId,
                sitting.Sheet,
                plan = JsonSerializer.Serialize(sitting.Plan.Select(KeptPart.Of), KeptJson.AsSent),
                startedAt = sitting.StartedAt.UtcDateTime,
            }
        );

    // Two go out together; whoever sends more than that sends nonsense.
    private const int MostOfOuting = 5;

    /// <summary>The sittings of others in the same outing, each with whose it is.</summary>
    public static async Task<IReadOnlyList<(Guid Session, Guid Player)>> OthersOfOutingAsync(HouseholdWork work, Guid session) =>
        [
            .. await work.QueryAsync<(Guid, Guid)>(
                """
                select other.session_id, other.player_id from sitting one
                join sitting other on other.household_id = one.household_id and other.outing_id = one.outing_id
                  and other.session_id <> one.session_id
                where one.household_id = @Household and one.session_id = @session order by other.session_id limit @most
                """,
                new
                {
                    work.Household,
                    session,
                    most = MostOfOuting,
                }
            ),
        ];

    /// <summary>What was to be played in a sitting, as it was planned then; nothing where nobody wrote it down.</summary>
    public static async Task<IReadOnlyList<PlannedPart>?> PlanOfAsync(HouseholdWork work, Guid session) =>
        await work.ExecuteScalarAsync<string?>(
            "select plan from sitting where household_id = @Household and session_id = @session",
            new { work.Household, session }
        )
            is { } plan
            ? [.. JsonSerializer.Deserialize<List<KeptPart>>(plan, KeptJson.AsSent)!.Select(part => part.ToDrill())]
            : null;
}

/// <summary>What was planned of a drill, as JSON keeps it with its sitting.</summary>
internal sealed record KeptPart(string Drill, string? Layout, int Rounds, int? Seconds, int? Count)
{
    public static KeptPart Of(PlannedPart drill) => new(drill.Drill, drill.Layout, drill.Rounds, drill.Seconds, drill.Count);

    public PlannedPart ToDrill() => new(Drill, Layout, Rounds, Seconds, Count);
}
