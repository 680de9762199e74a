using System.Text.Json;
using Dapper;

namespace Gambeta.Storage;

/// <summary>One drill of what was to be played, as it was when the sitting began.</summary>
/// <param name="Drill">The card's id.</param>
/// <param name="Layout">The layout's key, where there is one.</param>
/// <param name="Rounds">How often the feet take their turn.</param>
/// <param name="Seconds">The length of a round; nothing where the player ends it.</param>
/// <param name="Count">Reps or tries; nothing in a round or a run.</param>
public sealed record PlannedDrill(string Drill, string? Layout, int Rounds, int? Seconds, int? Count);

/// <summary>A sitting: somebody practises, from the first touch to the last.</summary>
/// <param name="Id">Made on the device when it begins.</param>
/// <param name="PlayerId">Who practises.</param>
/// <param name="OutingId">What sittings of several players share who go out together; its own id for one alone.</param>
/// <param name="SpaceId">Where, as far as it is known.</param>
/// <param name="Sheet">The sheet that is played; nothing for a drill on its own.</param>
/// <param name="Plan">What is to be played.</param>
/// <param name="StartedAt">When it began.</param>
public sealed record Sitting(Guid Id, Guid PlayerId, Guid OutingId, Guid? SpaceId, string? Sheet, IReadOnlyList<PlannedDrill> Plan, DateTimeOffset StartedAt);

/// <summary>Sittings.</summary>
public static class SittingStore
{
    private static readonly JsonSerializerOptions Written = new(JsonSerializerDefaults.Web) { DefaultIgnoreCondition = System.Text.Json.Serialization.JsonIgnoreCondition.WhenWritingNull };

    /// <summary>
    /// Writes down that a sitting began; what is known of it already stays. A set that came first made the row: then what only the beginning knows is added.
    /// </summary>
    public static Task BeginAsync(HouseholdWork work, Sitting sitting) => work.ExecuteAsync(
        """
        insert into sitting (household_id, session_id, player_id, outing_id, space_id, sheet, plan, started_at)
        values (@Household, @Id, @PlayerId, @OutingId, @SpaceId, @Sheet, @plan::jsonb, @startedAt)
        on conflict (household_id, session_id) do update set
          outing_id = excluded.outing_id, space_id = excluded.space_id, sheet = excluded.sheet, plan = excluded.plan, started_at = least(sitting.started_at, excluded.started_at)
          where sitting.plan is null and sitting.player_id = excluded.player_id
        """,
        new { work.Household, sitting.Id, sitting.PlayerId, sitting.OutingId, sitting.SpaceId, sitting.Sheet, plan = JsonSerializer.Serialize(sitting.Plan, Written), startedAt = sitting.StartedAt.UtcDateTime });

    /// <summary>What was to be played in a sitting, as it was planned then; nothing where nobody wrote it down.</summary>
    public static async Task<IReadOnlyList<PlannedDrill>?> PlanOfAsync(HouseholdWork work, Guid session) =>
        await work.ExecuteScalarAsync<string?>("select plan from sitting where household_id = @Household and session_id = @session", new { work.Household, session }) is { } plan
            ? JsonSerializer.Deserialize<List<PlannedDrill>>(plan, Written)
            : null;
}
