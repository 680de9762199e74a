using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using Gambeta.Core;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Insight.Progress;
using Gambeta.Core.Insight.Weeks;
using Gambeta.Core.Practice.Records;
using Gambeta.Storage;
using Gambeta.Web.Charts;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Gambeta.Web.Words;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Progress;

/// <summary>Weeks side by side, whether it is better, what stands about each drill and foot, and whether it was right.</summary>
public sealed class IndexModel(PageTools tools) : CachedPage(tools)
{
    public static readonly int[] WeekChoices = [2, 4, 8, 12, 26, 52, 156];

    public override RailItem OnRail => RailItem.Progress;

    public int Span { get; private set; }

    public ImmutableArray<WeekTally> Weeks { get; private set; } = [];

    public IReadOnlyList<Change> Changes { get; private set; } = [];

    public IReadOnlyList<IGrouping<string, Verdict>> Drills { get; private set; } = [];

    public ImmutableArray<SaidAndHappened> Right { get; private set; } = [];

    public string Share(WeekTally week) =>
        week.ShareOf(Player.Preferred.Other()) is { } share ? Say("judgement.percent", ("percent", Rounded.Whole(share * 100))) : "";

    public string NameOf(string drill) => Catalogue.Find(drill)?.Name ?? drill;

    public string ChangeWords(Change change)
    {
        var (measure, size) = (MeasureOf(change), Math.Abs((decimal)change.By / change.Units));
        var by = Wording.Figure(measure, measure.IsSeconds ? Rounded.To(size, 1) : Math.Max(1, Rounded.To(size, 0)));
        return (change.Sure, change.By > 0) switch
        {
            (>= Change.Surely, true) => Say("judgement.better-surely", ("by", by)),
            (>= Change.Probably, true) => Say("judgement.better-probably", ("by", by)),
            (>= Change.Surely, false) => Say("judgement.worse-surely", ("by", by)),
            (>= Change.Probably, false) => Say("judgement.worse-probably", ("by", by)),
            _ => Say("judgement.about-the-same"),
        };
    }

    public string UnitOf(Change change) => Wording.Unit(MeasureOf(change));

    /// <summary>The stretch that is looked at, and the one that it is held against.</summary>
    public DaySpan Now { get; private set; }

    /// <summary>The one that it is held against.</summary>
    public DaySpan Then { get; private set; }

    /// <summary>Whether somebody chose the days.</summary>
    public bool IsChosen { get; private set; }

    public TwoFeet Feet { get; private set; } = null!;

    public CatchUp More { get; private set; } = null!;

    public PracticeLoad Load { get; private set; } = null!;

    /// <summary>Whether training or matches are part of the load.</summary>
    public bool HasClub { get; private set; }

    public IReadOnlyList<Verdict> Plateaus { get; private set; } = [];

    public string CatchUpWords =>
        OtherFoot(
            More switch
            {
                { Kind: CatchUpKind.More, Days: var days, More: var more, Share: var share } => Say(
                    "judgement.catch-up-more",
                    ("touches", Wording.Number(more)),
                    ("days", days),
                    ("share", share)
                ),
                { Kind: CatchUpKind.Level } => Say("judgement.catch-up-level"),
                { Kind: CatchUpKind.Even, More: > 0 and var lacks } => Say(
                    "judgement.catch-up-even-lacks",
                    ("touches", Wording.Number(lacks))
                ),
                { Kind: CatchUpKind.Even } => Say("judgement.catch-up-even"),
                _ => Say("judgement.catch-up-not-measured"),
            }
        );

    public string BehindWords(FeetOfDrill drill) =>
        OtherFoot(
            drill.Behind switch
            {
                null => "",
                >= CatchUp.LevelWithin and var behind => Say("judgement.foot-behind", ("percent", Rounded.Whole(behind * 100))),
                <= -CatchUp.LevelWithin and var ahead => Say("judgement.foot-ahead", ("percent", Rounded.Whole(-ahead * 100))),
                _ => Say("judgement.foot-level"),
            }
        );

    public IEnumerable<string> LoadWords()
    {
        yield return Load.Usual is { } usual
            ? Say(
                "judgement.load-this-week",
                ("minutes", Rounded.Whole(Load.Weeks[^1].Minutes)),
                ("load", Wording.Number(Rounded.Whole(Load.Weeks[^1].Load))),
                ("usual", Wording.Number(Rounded.Whole(usual)))
            )
            : Say(
                "judgement.load-first-week",
                ("minutes", Rounded.Whole(Load.Weeks[^1].Minutes)),
                ("load", Wording.Number(Rounded.Whole(Load.Weeks[^1].Load)))
            );
        if (HasClub)
            yield return Say("judgement.load-with-club");
        foreach (var word in Load.Words)
            yield return word switch
            {
                LoadWord.MoreHoursThanYears => Say("judgement.load-years", ("age", Age(Player))),
                LoadWord.MuchMore => Say("judgement.load-much-more"),
                LoadWord.HardDays => Say("judgement.load-hard-days"),
                _ => Say("judgement.load-easy-day"),
            };
        if (Load.Words.IsEmpty)
            yield return Say("judgement.load-fine");
    }

    public Task<IActionResult> OnGetAsync(string? weeks, string? form, string? from, string? to, string? thenFrom, string? thenTo) =>
        InHousehold(async work =>
        {
            Span =
                int.TryParse(weeks, NumberStyles.None, CultureInfo.InvariantCulture, out var asked) && WeekChoices.Contains(asked)
                    ? asked
                    : 8;
            (Now, Then) = SpansOf(from, to, thenFrom, thenTo);
            if (form is "svg" or "csv")
            {
                await WeeksAsync(work);
                return form == "svg"
                    ? File(
                        Encoding.UTF8.GetBytes(WeekBars.Draw(Weeks, Player.Preferred.Other(), asFile: true).AsText()),
                        "image/svg+xml",
                        "weeks.svg"
                    )
                    : File(Encoding.UTF8.GetBytes(Numbers()), "text/csv", "weeks.csv");
            }
            // Days that somebody chose are seldom chosen twice.
            return await KeptAsync(
                work,
                IsChosen ? null : $"progress {Span}",
                "/Pages/Progress/_Body.cshtml",
                async () => _verdicts = await VerdictStore.AllAsync(work, Player.Id, Catalogue),
                () => WorkOutAsync(work)
            );
        });

    private IReadOnlyList<Verdict> _verdicts = [];

    private async Task WeeksAsync(HouseholdWork work) =>
        Weeks = WeekTally.Of(
            Today,
            Household.Settings.WeekStartsOn,
            Span,
            await ProgressStore.DaysAsync(work, Player.Id, Today.AddDays(-7 * Span - 6))
        );

    private async Task WorkOutAsync(HouseholdWork work)
    {
        await WeeksAsync(work);
        var now = await ProgressStore.SetsAsync(work, Player.Id, Now.First, Now.Last);
        Changes = Change.Between(await ProgressStore.SetsAsync(work, Player.Id, Then.First, Then.Last), now);
        Drills = [.. _verdicts.GroupBy(verdict => verdict.Key.Drill).Take(40)];
        Plateaus = [.. _verdicts.Where(verdict => verdict.IsPlateau).Take(6)];
        Feet = TwoFeet.Of(now, _verdicts, Player.Preferred);
        More = CatchUp.Of(
            Feet,
            Player.Preferred,
            now.Count == 0 ? 0 : Feet.Touches.Total / now.Select(set => set.Day).Distinct().Count(),
            Household.Settings.Feet,
            Household.Settings.CatchUpCap
        );
        const int weeksOfLoad = 6;
        var (rhythm, dates, away) = await RhythmStore.AllAsync(work, Player.Id, Today.AddDays(-7 * weeksOfLoad));
        var club = new WeeksFacts
        {
            Today = Today,
            Age = Age(Player),
            Rhythm = rhythm,
            Dates = dates,
            Away = away,
        }
            .ClubLoads(weeksOfLoad)
            .ToList();
        HasClub = club.Count > 0;
        Load = PracticeLoad.Of(
            [.. await ProgressStore.LoadAsync(work, Player.Id, Today.AddDays(-7 * weeksOfLoad)), .. club],
            Today,
            Household.Settings.WeekStartsOn,
            weeksOfLoad,
            Age(Player)
        );
        Right = WasItRight.ByTenths(
            (await SaidStore.LatestAsync(work, Player.Id, ProgressStore.MostCompared)).Select(one =>
                (one.Said.Units, one.Said.Chance, one.Set)
            )
        );
    }

    private (DaySpan Now, DaySpan Then) SpansOf(string? from, string? to, string? thenFrom, string? thenTo)
    {
        DateOnly? Day(string? typed) =>
            DateOnly.TryParseExact(typed, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var day) ? day : null;
        var latest = DaySpan.Weeks(Today, Span);
        if (Day(from) is not { } first)
            return (latest, latest.Before);
        IsChosen = true;
        var now = DaySpan.Between(first, Day(to) ?? Today, Today);
        return (now, Day(thenFrom) is { } then ? DaySpan.Between(then, Day(thenTo) ?? now.First, Today) : now.Before);
    }

    private static Measure MeasureOf(Change change) =>
        Scoring
            .MarksOf(change.Latest)
            .Select(mark => mark.Key.Measure)
            .DefaultIfEmpty(new Measure(Core.Base.Measures.MeasureTraits.Of(change.Key.Measure).Keeps[0].Kind))
            .First();

    private string Numbers() =>
        string.Join(
            '\n',
            Weeks
                .Select(week =>
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"{week.First:yyyy-MM-dd},{week.Touches.Left},{week.Touches.Right},{week.Worked.TotalMinutes:0.#},{week.Bests}"
                    )
                )
                .Prepend("week,left,right,minutes,bests")
        ) + "\n";
}
