using Dapper;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Storage;

/// <summary>What was said before a set, and what it came to.</summary>
/// <param name="Set">The set.</param>
/// <param name="Measure">What the values are of.</param>
/// <param name="Target">The target, as it is said.</param>
/// <param name="Units">The same in units of its model.</param>
/// <param name="Chance">The chance that was given to it.</param>
/// <param name="Expected">Where the set was expected.</param>
public sealed record SaidOfSet(Guid Set, Measure Measure, decimal Target, int Units, double Chance, Quantiles Expected);

/// <summary>What was said before sets. It is written as a set comes in (<see cref="VerdictStore"/>) and never changed.</summary>
public static class SaidStore
{
    private const string From =
        "from practice_set s join said_before b on b.household_id = s.household_id and b.set_id = s.set_id where s.household_id = "
        + "@Household and s.player_id = @player and s.removed_at is null";

    /// <summary>What was said before the sets of a sitting.</summary>
    public static async Task<IReadOnlyList<SaidOfSet>> OfSittingAsync(HouseholdWork work, Guid player, Guid session) =>
        [
            .. (
                await work.QueryAsync<(Guid Set, Guid Session, string Said)>(
                    $"select s.set_id, s.session_id, b.said::text {From} and s.session_id = @session order by s.started_at desc",
                    new
                    {
                        work.Household,
                        player,
                        session,
                    }
                )
            ).Select(row => KeptVerdict.Read(row.Said).Before(row.Set, row.Session)),
        ];

    /// <summary>What was said before the latest sets of a player, with the set that was then played.</summary>
    public static async Task<IReadOnlyList<(SaidOfSet Said, PracticeSet Set)>> LatestAsync(HouseholdWork work, Guid player, int most) =>
        Read(
            await work.QueryAsync<SaidRow>(
                $"select {SetColumns.Light}, said_text from (select s.*, b.said::text said_text {From} order by s.started_at desc "
                    + $"limit @most) latest order by started_at",
                new
                {
                    work.Household,
                    player,
                    most,
                }
            )
        );

    /// <summary>Of each key of some drills the latest ten, oldest first.</summary>
    public static async Task<ILookup<FormKey, (SaidOfSet Said, PracticeSet Set)>> LatestOfKeysAsync(
        HouseholdWork work,
        Guid player,
        string[] drills
    ) =>
        Read(
                await work.QueryAsync<SaidRow>(
                    $"""
                    select {SetColumns.Light}, said_text from (
                      select s.*, b.said::text said_text, row_number() over (partition by s.drill, s.measured_by, s.feet,
                        s.layout order by s.started_at desc, s.set_id desc) back {From} and s.drill = any(@drills)) latest
                    where back <= 10 order by started_at
                    """,
                    new
                    {
                        work.Household,
                        player,
                        drills,
                    }
                )
            )
            .ToLookup(one => FormKey.Of(one.Set));

    private static List<(SaidOfSet Said, PracticeSet Set)> Read(IEnumerable<SaidRow> rows) =>
        [
            .. rows.Select(row => (row.SaidText, Set: row.ToSet()))
                .Select(row => (KeptVerdict.Read(row.SaidText).Before(row.Set.Id, row.Set.SessionId), row.Set)),
        ];

    private sealed class SaidRow : SetRow
    {
        public string SaidText { get; init; } = "";
    }
}
