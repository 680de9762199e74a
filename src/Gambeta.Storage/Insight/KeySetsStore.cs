using Dapper;
using Gambeta.Core;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Storage;

/// <summary>Reads the sets of a player as the rules of judging want them: those that a key is judged by, the bests from before them, and
/// the kin that it began from.</summary>
public static class KeySetsStore
{
    /// <summary>Before all sets: what is due since then is worked out from the first set on.</summary>
    internal static readonly DateTime Ever = new(1900, 1, 1, 0, 0, 0, DateTimeKind.Utc);
    private static readonly DateTime Never = new(9000, 1, 1, 0, 0, 0, DateTimeKind.Utc);

    // Which measures are judged as one: a key is of what it is judged as.
    private static readonly (string[] Measured, string[] Judged) Measures = (
        [.. Enum.GetValues<MeasuredBy>().Select(measure => measure.ToKey())],
        [.. Enum.GetValues<MeasuredBy>().Select(measure => MeasureTraits.Of(measure).JudgedAs.ToKey())]
    );

    // The player's latest word about a drill in the sitting of a set s.
    private const string WordSql =
        "(select control from drill_answer a where a.household_id = @Household and a.session_id = s.session_id and a.drill = "
        + "s.drill and a.control is not null order by answered_at desc limit 1)";

    /// <summary>The sets that the latest one of each key of some drills is judged by.</summary>
    public static async Task<IReadOnlyList<KeySets>> LatestAsync(
        HouseholdWork work,
        Guid player,
        IEnumerable<string> drills,
        DrillCatalogue catalogue
    ) => [.. (await SinceAsync(work, player, drills.Distinct().Select(drill => (drill, Never)), catalogue)).Select(key => key.Sets)];

    /// <summary>The sets that those of some drills are judged by which began at a moment or later; all of a drill of which nothing stands
    /// that rules of this version worked out.</summary>
    internal static async Task<IReadOnlyList<KeyToJudge>> SinceAsync(
        HouseholdWork work,
        Guid player,
        IEnumerable<(string Drill, DateTime Since)> drills,
        DrillCatalogue catalogue
    )
    {
        var asked = drills.ToList();
        var rows = await work.QueryAsync<KeySetRow>(
            $"""
            with key_set as (
              select s.set_id, judged, row_number() over (by_key order by started_at, s.set_id) - 1 nth, count(*) over by_key sets,
                min(started_at) over by_key began_at,
                case when current.drill is null and since < @Never then 0 else count(*) filter (where started_at < since) over by_key
                  end kept
              from practice_set s
                join unnest(@measured, @judged) measure(measured, judged) on measured = measured_by
                join unnest(@asked, @since) due(drill, since) on due.drill = s.drill
                left join (select distinct drill from verdict where household_id = @Household and player_id = @player
                  and (said ->> 'Version')::int = @Version) current on current.drill = s.drill
              where household_id = @Household and player_id = @player and s.drill = any(@asked) and removed_at is null
              window by_key as (partition by s.drill, judged, feet, layout)),
            spread as (select *, @Step * greatest(0, least(kept, sets - 1) / @Step - @Most / @Step + 1) first from key_set)
            select {SetColumns.Light}, {WordSql} said, first, kept, began_at, nth < first is_older
            from spread join practice_set s using (set_id)
            where s.household_id = @Household and (nth >= first or exists (
              select from mark m where m.household_id = @Household and m.set_id = s.set_id and m.is_best))
            order by nth
            """,
            new
            {
                work.Household,
                player,
                asked = asked.Select(one => one.Drill).ToArray(),
                since = asked.Select(one => one.Since).ToArray(),
                measured = Measures.Measured,
                judged = Measures.Judged,
                Decision.Version,
                Never,
                KeySets.Most,
                KeySets.Step,
            }
        );
        var keys = rows.Select(row => (Row: row, Set: row.ToJudged())).GroupBy(one => FormKey.Of(one.Set.Set)).ToList();
        var kin = await KinAsync(
            work,
            player,
            [.. keys.Where(key => key.First().Row.First == 0).Select(key => (key.Key, key.First().Set.Set))],
            catalogue
        );
        return
        [
            .. keys.Select(key =>
            {
                var (row, read) = (key.First().Row, key.ToLookup(one => one.Row.IsOlder, one => one.Set));
                return new KeyToJudge(
                    new KeySets(
                        key.Key,
                        row.First,
                        [.. read[false]],
                        [.. read[true].Select(one => one.Set)],
                        kin.GetValueOrDefault(key.Key)
                    ),
                    row.Kept,
                    row.BeganAt
                );
            }),
        ];
    }

    // What keys began from, by their first sets.
    private static async Task<Dictionary<FormKey, KinSets>> KinAsync(
        HouseholdWork work,
        Guid player,
        IReadOnlyList<(FormKey Key, PracticeSet First)> keys,
        DrillCatalogue catalogue
    )
    {
        if (keys.Count == 0)
            return [];
        var around = keys.SelectMany((key, at) => RelatedPrior.DrillsAround(key.Key.Drill, catalogue).Select(drill => (at, drill)))
            .ToList();
        var played = (
            await work.QueryAsync<PlayedRow>(
                """
                select of_key, s.drill, min(measured_by) measure, feet, coalesce(layout, '') layout, count(*) sets, max(s.started_at) last
                from unnest(@firstAt, @firstId) with ordinality first(first_at, first_id, n)
                  join unnest(@ofKey, @around) near(of_key, drill) on of_key = n - 1
                  join practice_set s on s.drill = near.drill
                  join unnest(@measured, @judged) measure(measured, judged) on measured = measured_by
                where household_id = @Household and player_id = @player and removed_at is null
                  and judged = (@keyMeasures::text[])[of_key + 1] and (started_at, set_id) < (first_at, first_id)
                group by of_key, s.drill, judged, feet, layout
                """,
                new
                {
                    work.Household,
                    player,
                    firstAt = keys.Select(key => key.First.StartedAt.UtcDateTime).ToArray(),
                    firstId = keys.Select(key => key.First.Id).ToArray(),
                    ofKey = around.Select(one => one.at).ToArray(),
                    around = around.Select(one => one.drill).ToArray(),
                    measured = Measures.Measured,
                    judged = Measures.Judged,
                    keyMeasures = keys.Select(key => key.Key.Measure.ToKey()).ToArray(),
                }
            )
        ).ToLookup(row => row.OfKey);
        var nearest = keys.Select(
                (key, at) => (key.Key, key.First, Near: RelatedPrior.Nearest(key.Key, played[at].Select(row => row.Of(player)), catalogue))
            )
            .Where(one => one.Near is not null)
            .Select(one => (one.Key, one.First, Near: one.Near!.Value))
            .ToList();
        if (nearest.Count == 0)
            return [];
        var parameters = new DynamicParameters(
            new
            {
                work.Household,
                player,
                RelatedPrior.Looked,
                firstAt = nearest.Select(one => one.First.StartedAt.UtcDateTime).ToArray(),
                firstId = nearest.Select(one => one.First.Id).ToArray(),
                measured = Measures.Measured,
                judged = Measures.Judged,
            }
        );
        KeyColumns.Add(parameters, "kin", nearest.Select(one => one.Near.Key));
        var sets = (
            await work.QueryAsync<KinSetRow>(
                $"""
                select n - 1 of_key, {SetColumns.Light}
                from unnest(@firstAt, @firstId, {KeyColumns.Of("kin")})
                    with ordinality kin(first_at, first_id, kin_drill, kin_measure, kin_feet, kin_layout, n)
                  cross join lateral (select s.* from practice_set s
                    join unnest(@measured, @judged) measure(measured, judged) on measured = measured_by
                    where household_id = @Household and player_id = @player and removed_at is null and drill = kin_drill
                      and judged = kin_measure and feet = kin_feet and coalesce(layout, '') = kin_layout
                      and (started_at, set_id) < (first_at, first_id)
                    order by started_at desc, set_id desc limit @Looked) s
                order by started_at, set_id
                """,
                parameters
            )
        ).ToLookup(row => row.OfKey, row => new JudgedSet(row.ToSet()));
        return nearest
            .Select((one, at) => (one.Key, Kin: new KinSets(one.Near.Key, one.Near.Prior, [.. sets[at]])))
            .ToDictionary(one => one.Key, one => one.Kin);
    }

    /// <summary>The sets of a player between two days, oldest first, of one drill or all, with what the player said: what is taken out as a
    /// diary.</summary>
    public static async Task<IReadOnlyList<JudgedSet>> SpanAsync(
        HouseholdWork work,
        Guid player,
        DateOnly from,
        DateOnly to,
        string? drill,
        int most
    ) =>
        [
            .. (
                await work.QueryAsync<JudgedRow>(
                    $"""
                    select {SetColumns.Light},
                      {WordSql} said
                    from practice_set s
                    where household_id = @Household and player_id = @player and day between @from and @to
                      and (@drill::text is null or drill = @drill) and removed_at is null
                    order by started_at, set_order, set_id limit @most
                    """,
                    new
                    {
                        work.Household,
                        player,
                        from,
                        to,
                        drill,
                        most,
                    }
                )
            ).Select(row => row.ToJudged()),
        ];

    private sealed class PlayedRow : KeyRow
    {
        public int OfKey { get; init; }
        public long Sets { get; init; }
        public DateTime Last { get; init; }

        public PlayedKey Of(Guid player)
        {
            var key = KeyOf(player);
            return new PlayedKey(
                key with
                {
                    Measure = MeasureTraits.Of(key.Measure).JudgedAs,
                },
                (int)Sets,
                new DateTimeOffset(Last, TimeSpan.Zero)
            );
        }
    }

    private sealed class KinSetRow : SetRow
    {
        public long OfKey { get; init; }
    }
}

/// <summary>A key whose sets were read to be judged.</summary>
/// <param name="Sets">Its sets.</param>
/// <param name="Kept">So many sets came before what changed: what was decided after them stands.</param>
/// <param name="BeganAt">When its very first set began.</param>
internal sealed record KeyToJudge(KeySets Sets, int Kept, DateTime BeganAt);

/// <summary>A set's row with what the player said.</summary>
internal class JudgedRow : SetRow
{
    public string? Said { get; init; }

    public JudgedSet ToJudged() => new(ToSet(), Said is null ? null : Stored.Word<Control>(Said));
}

/// <summary>A set's row with where it stands among those of its key.</summary>
internal sealed class KeySetRow : JudgedRow
{
    public int First { get; init; }
    public int Kept { get; init; }
    public DateTime BeganAt { get; init; }
    public bool IsOlder { get; init; }
}
