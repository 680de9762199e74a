using Dapper;
using Gambeta.Core.Insight.Judgement;

namespace Gambeta.Storage;

/// <summary>A decision as it was taken.</summary>
/// <param name="Key">Of what.</param>
/// <param name="Day">The day of the set after which it was taken.</param>
/// <param name="Kind">What to do.</param>
/// <param name="Reasons">What it rested on; nothing where that was not read.</param>
/// <param name="Nth">After which set of its key, counted from nought; nothing where an older build took it and what stands was not worked
/// out since.</param>
/// <param name="At">When that set ended.</param>
public sealed record TakenDecision(FormKey Key, DateOnly Day, DecisionKind Kind, Decision? Reasons, int? Nth, DateTime At);

/// <summary>The decisions of a player, as they follow from the sets (<see cref="VerdictStore"/>): one row where another is decided than
/// before.</summary>
public static class DecisionStore
{
    /// <summary>The decisions of a player, latest first; of one drill or all.</summary>
    public static async Task<IReadOnlyList<TakenDecision>> LatestAsync(
        HouseholdWork work,
        Guid player,
        string? drill = null,
        int most = 100
    ) =>
        Taken(
            player,
            await work.QueryAsync<TakenRow>(
                """
                select drill, measure, feet, layout, day, kind, reasons::text reasons, nth, taken_at from decision
                where household_id = @Household and player_id = @player
                  and (@drill::text is null or drill = @drill) order by taken_at desc limit @most
                """,
                new
                {
                    work.Household,
                    player,
                    drill,
                    most,
                }
            )
        );

    /// <summary>All decisions of some drills, in the order in which they were taken; their reasons are not read.</summary>
    internal static async Task<IReadOnlyList<TakenDecision>> OfDrillsAsync(HouseholdWork work, Guid player, string[] drills) =>
        Taken(
            player,
            await work.QueryAsync<TakenRow>(
                """
                select drill, measure, feet, layout, day, kind, null reasons, nth, taken_at from decision
                where household_id = @Household and player_id = @player and drill = any(@drills) order by taken_at
                """,
                new
                {
                    work.Household,
                    player,
                    drills,
                }
            )
        );

    private static IReadOnlyList<TakenDecision> Taken(Guid player, IEnumerable<TakenRow> rows) =>
        [
            .. rows.Select(row => new TakenDecision(
                row.KeyOf(player),
                row.Day,
                Stored.Word<DecisionKind>(row.Kind),
                row.Reasons is null ? null : KeptDecision.Read(row.Reasons),
                row.Nth,
                row.TakenAt
            )),
        ];

    private sealed class TakenRow : KeyRow
    {
        public DateOnly Day { get; init; }
        public string Kind { get; init; } = "";
        public string? Reasons { get; init; }
        public int? Nth { get; init; }
        public DateTime TakenAt { get; init; }
    }
}
