using System.Text.Json;
using Dapper;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Catalogue.Yard;
using Gambeta.Core.Insight.Planning;
using Gambeta.Core.Insight.Progress;
using Gambeta.Core.Insight.Weeks;
using Gambeta.Core.Practice.Sheets;

namespace Gambeta.Storage;

/// <summary>The plan of each player's day, and what it is made of.</summary>
public static class PlanStore
{
    private const int DaysOfVariety = 14;

    /// <summary>
    /// The plan of a player's day: as it is kept; made anew for a new day, and, as long as nothing was played and nobody changed it, after
    /// anything was written or judged in the household since. While something hurts nothing is planned; what was planned before comes back.
    /// </summary>
    public static async Task<DayPlan> OfDayAsync(
        HouseholdWork work,
        Player player,
        int age,
        DateOnly day,
        DrillCatalogue catalogue,
        HouseholdSettings settings
    )
    {
        var plan = await KeptOrMadeAsync(work, player, age, day, catalogue, settings);
        return (await SessionStore.OpenPainsAsync(work, player.Id)).Count > 0
            ? plan with
            {
                Session = plan.Session.WhileHurt(catalogue),
            }
            : plan;
    }

    private static async Task<DayPlan> KeptOrMadeAsync(
        HouseholdWork work,
        Player player,
        int age,
        DateOnly day,
        DrillCatalogue catalogue,
        HouseholdSettings settings
    )
    {
        var yard = await YardStore.ViewAsync(work);
        var kept = await FindAsync(work, player.Id, yard);
        await VerdictStore.SettleAsync(work, player.Id, catalogue);
        var stamp = $"{settings} {player} {await CachedViewStore.NumberAsync(work, player.Id)}";
        if (
            kept is { } known
            && known.Plan.Day == day
            && (known.Plan.IsChosen || known.Stamp == stamp || await HasPlayedAsync(work, player.Id, day))
        )
            return known.Plan;
        var facts = await FactsAsync(work, player, age, day, catalogue, settings, yard.Kit);
        var ask = kept?.Plan.Ask ?? Usual(yard);
        var plan = DayPlan.Make(kept?.Plan.Id ?? Guid.CreateVersion7(), facts, ask with { Minutes = facts.Minutes });
        return plan with { Id = await KeepAsync(work, player.Id, plan, stamp) };
    }

    // Before anything was asked for: in the first of the household's spaces.
    private static PlanAsk Usual(YardView yard) => yard.Spaces.Count > 0 ? PlanAsk.Usual.In(yard.Spaces[0]) : PlanAsk.Usual;

    /// <summary>The plan of a player with the stamp under which it was made; nothing before the first.</summary>
    public static async Task<(DayPlan Plan, string Stamp)?> FindAsync(HouseholdWork work, Guid player, YardView yard)
    {
        var row = await work.QuerySingleOrDefaultAsync<PlanRow>(
            "select plan_id, day, ask::text ask, items, told::text told, chosen, stamp from plan where household_id = @Household "
                + "and player_id = @player",
            new { work.Household, player }
        );
        try
        {
            return row is null ? null : (row.ToPlan(yard), row.Stamp);
        }
        catch (Exception unread) when (unread is JsonException or FormatException or ArgumentNullException)
        {
            // Kept by another version: it follows from the rest, and is made anew.
            return null;
        }
    }

    /// <summary>Keeps a plan in place of the one before, and gives its id: that of the one before, where two made the first at
    /// once.</summary>
    public static Task<Guid> KeepAsync(HouseholdWork work, Guid player, DayPlan plan, string stamp) =>
        work.ExecuteScalarAsync<Guid>(
            """
            insert into plan (household_id, player_id, plan_id, day, ask, items, told, chosen, stamp, tested_on)
            select household_id, player_id, @Id, @Day, @ask::jsonb, @items, @told::jsonb, @IsChosen, @stamp, @tests from player
              where household_id = @Household and player_id = @player
            on conflict (household_id, player_id) do update
            set day = excluded.day, ask = excluded.ask, items = excluded.items, told = excluded.told, chosen = excluded.chosen,
              stamp = excluded.stamp,
              -- What was to be a test and is not any more was none, unless it was played by then.
              tested_on = case when excluded.tested_on is null and plan.tested_on = excluded.day
                and not exists (select from practice_day d
                  where d.household_id = plan.household_id and d.player_id = plan.player_id and d.day = excluded.day) then null
                else coalesce(excluded.tested_on, plan.tested_on) end
            returning plan_id
            """,
            new
            {
                work.Household,
                player,
                plan.Id,
                plan.Day,
                ask = KeptAsk.Write(plan),
                items = SheetNotation.Write(plan.Session.Drills.Select(drill => drill.Item)),
                told = KeptTold.Write(plan.Session),
                plan.IsChosen,
                stamp,
                tests = plan.Session.Drills.Any(drill => drill.Item.Part == SheetPart.Test) ? plan.Day : (DateOnly?)null,
            }
        );

    /// <summary>
    /// The session that the planner lays, as things stand now, for the player's next day of practice, the day itself where nothing was
    /// played on it yet: what to do next. It is not kept, since until then more may be played; nothing where something hurts or no such day
    /// lies ahead.
    /// </summary>
    public static async Task<(PlannedDay Day, SessionPlan Session)?> NextAsync(
        HouseholdWork work,
        Player player,
        int age,
        DateOnly day,
        DrillCatalogue catalogue,
        HouseholdSettings settings
    )
    {
        if ((await SessionStore.OpenPainsAsync(work, player.Id)).Count > 0)
            return null;
        var yard = await YardStore.ViewAsync(work);
        await VerdictStore.SettleAsync(work, player.Id, catalogue);
        var facts = await FactsAsync(work, player, age, day, catalogue, settings, yard.Kit);
        if (facts.Laid is { Kind: DayKind.Practice } laid && !await HasPlayedAsync(work, player.Id, day))
            return (laid, (await OfDayAsync(work, player, age, day, catalogue, settings)).Session);
        if (facts.Next is not { } next)
            return null;
        var ask = (await FindAsync(work, player.Id, yard))?.Plan.Ask ?? Usual(yard);
        return (
            next,
            DayPlan
                .Make(
                    Guid.Empty,
                    facts with
                    {
                        Day = next.Day,
                        Laid = next,
                        Next = null,
                    },
                    ask with
                    {
                        Minutes = next.Minutes,
                        Keep = [],
                        Without = [],
                    }
                )
                .Session
        );
    }

    /// <summary>The plan of an id as a sheet, for a query beside those of sheets; it is called as the household's pages call it.</summary>
    internal static async Task<Sheet?> SheetAsync(HouseholdWork work, Guid id) =>
        await work.QuerySingleOrDefaultAsync<string>(
            "select items from plan where household_id = @Household and plan_id = @id",
            new { work.Household, id }
        )
            is { } items
            ? new Sheet(Gambeta.Words.Speech.Say("planning.todays-session"), SheetNotation.Read(items))
            : null;

    /// <summary>Whether a player stored a set on a day.</summary>
    public static Task<bool> HasPlayedAsync(HouseholdWork work, Guid player, DateOnly day) =>
        work.ExecuteScalarAsync<bool>(
            "select exists (select from practice_day where household_id = @Household and player_id = @player and day = @day)",
            new
            {
                work.Household,
                player,
                day,
            }
        );

    /// <summary>All that is known when a session is planned for a player's day.</summary>
    public static async Task<PlanFacts> FactsAsync(
        HouseholdWork work,
        Player player,
        int age,
        DateOnly day,
        DrillCatalogue catalogue,
        HouseholdSettings settings,
        Kit kit
    ) => (await WithWeeksAsync(work, player, age, day, catalogue, settings, kit)).Facts;

    /// <summary>The same with the weeks that the day is of.</summary>
    internal static async Task<(PlanFacts Facts, LaidWeeks Weeks)> WithWeeksAsync(
        HouseholdWork work,
        Player player,
        int age,
        DateOnly day,
        DrillCatalogue catalogue,
        HouseholdSettings settings,
        Kit kit
    )
    {
        var facts = await BareAsync(work, player, age, day, catalogue, settings, kit);
        var weeks = await WeeksStore.LayOutAsync(work, facts, settings);
        return (
            facts with
            {
                Laid = weeks.Weeks.Now,
                Minutes = weeks.Facts.Rhythm.Minutes,
                Next = weeks.Weeks.NextFrom(day.AddDays(1)),
                NextTest = weeks.Weeks.NextTest?.Day,
                EasyDay = weeks.Facts.EasyDay,
                Ladders = weeks.Facts.Ladders.ToDictionary(ladder => ladder.Top),
                Towards = weeks.Goals.Select(goal => goal.Drill).OfType<string>().ToHashSet(),
            },
            weeks
        );
    }

    private static async Task<PlanFacts> BareAsync(
        HouseholdWork work,
        Player player,
        int age,
        DateOnly day,
        DrillCatalogue catalogue,
        HouseholdSettings settings,
        Kit kit
    )
    {
        var verdicts = await VerdictStore.AllAsync(work, player.Id, catalogue);
        var sets = await ProgressStore.SetsAsync(work, player.Id, day.AddDays(-SheetStore.TempoDays), day);
        var feet = TwoFeet.Of(sets, verdicts, player.Preferred);
        var days = sets.Select(set => set.Day).Distinct().Count();
        return new PlanFacts
        {
            Catalogue = catalogue,
            Player = player,
            Age = age,
            Day = day,
            Kit = kit,
            Verdicts = verdicts.ToLookup(verdict => verdict.Key.Drill),
            LastDays = await DiaryStore.LastDaysAsync(work, player.Id),
            Lately = sets.Where(set => set.Day > day.AddDays(-DaysOfVariety))
                .GroupBy(set => set.Drill)
                .ToDictionary(drill => drill.Key, drill => drill.Select(set => set.Day).Distinct().Count()),
            Behind = feet.Drills.Where(drill => drill.Behind is not null).ToDictionary(drill => drill.Drill, drill => drill.Behind!.Value),
            Gap = feet.Gap,
            CatchUp = CatchUp.Of(feet, player.Preferred, days == 0 ? 0 : feet.Touches.Total / days, settings.Feet, settings.CatchUpCap),
            Favourites = (await FavouriteStore.AllAsync(work, player.Id)).ToHashSet(),
            Tempos = await SheetStore.TemposAsync(work, player.Id, day.AddDays(-SheetStore.TempoDays)),
        };
    }

    private sealed class PlanRow
    {
        public Guid PlanId { get; init; }
        public DateOnly Day { get; init; }
        public string Ask { get; init; } = "";
        public string Items { get; init; } = "";
        public string Told { get; init; } = "";
        public bool Chosen { get; init; }
        public string Stamp { get; init; } = "";

        public DayPlan ToPlan(YardView yard)
        {
            var (ask, told, items) = (KeptAsk.Read(Ask), KeptTold.Read(Told), SheetNotation.Read(Items));
            return new DayPlan(PlanId, Day, ask.ToAsk(yard), [.. ask.Marked], Chosen, told.ToPlan(items));
        }
    }
}
