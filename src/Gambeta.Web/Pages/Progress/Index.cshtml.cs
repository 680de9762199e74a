using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using Gambeta.Core;
using Gambeta.Core.Judgement;
using Gambeta.Core.Progress;
using Gambeta.Core.Records;
using Gambeta.Core.Touches;
using Gambeta.Storage;
using Gambeta.Web.Access;
using Gambeta.Web.Drawing;
using Gambeta.Web.Words;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Progress;

/// <summary>Weeks side by side, whether it is better, what stands about each drill and foot, and whether it was right.</summary>
public sealed class IndexModel(PageTools tools) : HouseholdPage(tools)
{
    public static readonly int[] WeekChoices = [2, 4, 8, 12, 26, 52, 156];

    public override RailPlace Place => RailPlace.Progress;

    public int Span { get; private set; }

    public ImmutableArray<WeekTally> Weeks { get; private set; } = [];

    public IReadOnlyList<Change> Changes { get; private set; } = [];

    public IReadOnlyList<IGrouping<string, Verdict>> Drills { get; private set; } = [];

    public ImmutableArray<SaidAndHappened> Right { get; private set; } = [];

    public string Share(WeekTally week) => week.ShareOf(Player.Preferred.Other()) is { } share ? Say("judgement.percent", ("percent", Rounded.Whole(share * 100))) : "";

    public string NameOf(string drill) => Catalogue.Find(drill)?.Name ?? drill;

    public string ChangeWords(Change change)
    {
        var by = Wording.Figure(MeasureOf(change), Math.Abs(Rounded.To((decimal)change.By / change.Units, 1)));
        return (change.Sure, change.By > 0) switch
        {
            ( >= Change.Surely, true) => Say("judgement.better-surely", ("by", by)),
            ( >= Change.Probably, true) => Say("judgement.better-probably", ("by", by)),
            ( >= Change.Surely, false) => Say("judgement.worse-surely", ("by", by)),
            ( >= Change.Probably, false) => Say("judgement.worse-probably", ("by", by)),
            _ => Say("judgement.about-the-same"),
        };
    }

    public string UnitOf(Change change) => Wording.Unit(MeasureOf(change));

    public Task<IActionResult> OnGetAsync(string? weeks, string? form) => InHousehold(async work =>
    {
        Span = int.TryParse(weeks, NumberStyles.None, CultureInfo.InvariantCulture, out var asked) && WeekChoices.Contains(asked) ? asked : 8;
        var first = Today.AddDays((-7 * Span) + 1);
        Weeks = WeekTally.Of(Today, Household.Settings.WeekStartsOn, Span, await ProgressStore.DaysAsync(work, Player.Id, Today.AddDays(-7 * Span - 6)));
        if (form == "svg") return File(Encoding.UTF8.GetBytes(WeekBars.Draw(Weeks, asFile: true).AsText()), "image/svg+xml", "weeks.svg");
        if (form == "csv") return File(Encoding.UTF8.GetBytes(Numbers()), "text/csv", "weeks.csv");
        var sets = await ProgressStore.SetsAsync(work, Player.Id, first.AddDays(-7 * Span));
        Changes = Change.Between(sets.Where(set => set.Day < first), sets.Where(set => set.Day >= first));
        Drills = [.. (await VerdictStore.AllAsync(work, Player.Id)).GroupBy(verdict => verdict.Key.Drill).Take(40)];
        Right = WasItRight.ByTenths(await ProgressStore.SaidAsync(work, Player.Id));
        return Page();
    });

    private static Measure MeasureOf(Change change) => Scoring.MarksOf(change.Latest).Select(mark => mark.Key.Measure).DefaultIfEmpty(new Measure(Ways(change).Keeps[0].Kind)).First();

    private static Core.Measuring.WayOfMeasuring Ways(Change change) => Core.Measuring.Ways.Of(change.Key.Measure);

    private string Numbers() => string.Join('\n', Weeks.Select(week => string.Create(CultureInfo.InvariantCulture, $"{week.First:yyyy-MM-dd},{week.Touches.Left},{week.Touches.Right},{week.Worked.TotalMinutes:0.#},{week.Bests}")).Prepend("week,left,right,minutes,bests")) + "\n";
}
