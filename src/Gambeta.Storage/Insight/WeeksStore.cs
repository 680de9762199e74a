using System.Collections.Immutable;
using Dapper;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Insight.Planning;
using Gambeta.Core.Insight.Progress;
using Gambeta.Core.Insight.Weeks;
using Gambeta.Core.Practice.Records;

namespace Gambeta.Storage;

/// <summary>A player's weeks with what they were laid out from.</summary>
public sealed record LaidWeeks(WeeksFacts Facts, FourWeeks Weeks, ImmutableArray<Goal> Goals);

/// <summary>What weeks are laid out from. Nothing of them is kept: they follow from what happened.</summary>
public static class WeeksStore
{
    private const int WeeksOfLoad = 6;

    /// <summary>The plan of a player's day, and the weeks as it keeps to them: a test that waits in the plan makes no test day anywhere.
    /// With all that is known for the session.</summary>
    public static async Task<(DayPlan Plan, PlanFacts Facts, LaidWeeks Laid)> OfDayAsync(
        HouseholdWork work,
        Player player,
        DateOnly day,
        DrillCatalogue catalogue,
        HouseholdSettings settings
    )
    {
        var plan = await PlanStore.OfDayAsync(work, player, player.AgeOn(day), day, catalogue, settings);
        var kit = (await YardStore.ViewAsync(work)).Kit;
        var (facts, laid) = await PlanStore.WithWeeksAsync(work, player, player.AgeOn(day), day, catalogue, settings, kit);
        return (plan, facts, plan.Session.Held is { Kind: DayKind.Practice } held ? laid with { Weeks = laid.Weeks.As(held) } : laid);
    }

    /// <summary>The weeks of a player, with what else is known for a session of that day.</summary>
    public static async Task<LaidWeeks> LayOutAsync(HouseholdWork work, PlanFacts facts, HouseholdSettings settings)
    {
        var (player, today) = (facts.Player.Id, facts.Day);
        var (rhythm, dates, away) = await RhythmStore.AllAsync(work, player, today.AddDays(-7 * WeeksFacts.WeeksRead));
        var goals = await GoalStore.AllAsync(work, player);
        var (visits, begun, tested) = await ReturnsAsync(work, player, today);
        var weeks = new WeeksFacts
        {
            Today = today,
            WeekStart = settings.WeekStartsOn,
            Age = facts.Age,
            Rhythm = rhythm,
            Dates = dates,
            Away = away,
            IsHurt = (await SessionStore.OpenPainsAsync(work, player)).Count > 0,
            Sittings = [.. await ProgressStore.LoadAsync(work, player, today.AddDays(-7 * WeeksFacts.WeeksRead))],
            Ladders = [.. LadderState.Begun(facts.Catalogue, visits)],
            NewDays = WeeksFacts.NewDaysOf(begun, facts.LastDays.Count),
            TestedOn = tested,
            RecordsInReach = facts.Verdicts.Sum(drill =>
                facts.Of(drill.Key).Count(verdict => verdict.NextDay.Reason == TargetReason.Record)
            ),
            OtherFootBehind = facts.CatchUp.Kind == CatchUpKind.More,
            Towards =
            [
                .. goals.Select(goal => goal.Drill is { } drill ? facts.Catalogue.Find(drill)?.Family : null).OfType<Family>().Distinct(),
            ],
        };
        // What is played with a club is load as well.
        var load = PracticeLoad.Of(
            [.. weeks.Sittings, .. weeks.ClubLoads(WeeksOfLoad)],
            today,
            settings.WeekStartsOn,
            WeeksOfLoad,
            facts.Age
        );
        weeks = weeks with { EasyDay = !load.Words.IsEmpty };
        return new LaidWeeks(weeks, WeeksPlanner.LayOut(weeks), goals);
    }

    /// <summary>What stands about the drill of a goal, one key a foot: those that were played last.</summary>
    public static async Task<IReadOnlyList<KeyForm>> KeysOfAsync(HouseholdWork work, Guid player, DrillCatalogue catalogue, string drill) =>
        [
            .. (await KeySetsStore.LatestAsync(work, player, [drill], catalogue))
                .Select(key => key.Now(catalogue))
                .Where(key => !key.History.Latest.IsEmpty)
                .GroupBy(key => key.History.Key.Feet)
                .Select(foot => foot.MaxBy(key => key.History.Latest[^1].Set.StartedAt)!)
                .OrderBy(key => key.History.Key.Feet),
        ];

    // Of each drill the days on which it was played lately with what was still there; the days on which one was begun lately; the last day
    // with records to try for.
    private static async Task<(ILookup<string, LadderVisit> Visits, IReadOnlyList<DateOnly> Begun, DateOnly? Tested)> ReturnsAsync(
        HouseholdWork work,
        Guid player,
        DateOnly today
    )
    {
        await using var rows = await work.QueryMultipleAsync(
            """
            select drill, measure, feet, layout, day, max(value) most, min(value) least from mark
            where household_id = @Household and player_id = @player and day >= @from group by drill, measure, feet, layout, day;

            select drill, max(day) from practice_set
              where household_id = @Household and player_id = @player and day >= @from and removed_at is null group by drill, day;

            select (select min(day) from practice_set s
              where s.household_id = @Household and s.player_id = @player and s.drill = d.drill
              and s.removed_at is null) from drill_played d
            where d.household_id = @Household and d.player_id = @player and d.last_day > @lately;

            select tested_on from plan
              where household_id = @Household and player_id = @player and tested_on in (select day from practice_day
              where household_id = @Household and player_id = @player and day >= @lately)
            """,
            new
            {
                work.Household,
                player,
                from = today.AddDays(-7 * WeeksFacts.WeeksOfReturns),
                lately = today.AddDays(-7),
            }
        );
        var bests = (await rows.ReadAsync<MarkDay>()).Select(row => row.ToBest(player)).ToList();
        // What makes no mark was played all the same.
        bests.AddRange(
            (await rows.ReadAsync<(string Drill, DateOnly Day)>()).Select(row => new DayBest(
                new MarkKey(player, row.Drill, default, Feet.Both, "played"),
                row.Day,
                0
            ))
        );
        var begun = (await rows.ReadAsync<DateOnly?>()).OfType<DateOnly>().Where(day => day > today.AddDays(-7)).ToList();
        return (DayBest.Visits(bests), begun, (await rows.ReadAsync<DateOnly?>()).SingleOrDefault());
    }

    private sealed class MarkDay
    {
        public string Drill { get; init; } = "";
        public string Measure { get; init; } = "";
        public string Feet { get; init; } = "";
        public string Layout { get; init; } = "";
        public DateOnly Day { get; init; }
        public decimal Most { get; init; }
        public decimal Least { get; init; }

        public DayBest ToBest(Guid player)
        {
            var measure = Core.Base.Measures.Measure.Parse(Measure);
            return new DayBest(
                new MarkKey(player, Drill, measure, Stored.Word<Feet>(Feet), Layout),
                Day,
                measure.LowerIsBetter ? Least : Most
            );
        }
    }
}
