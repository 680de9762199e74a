using Gambeta.Core.Insight.Weeks;

namespace Gambeta.Web.Charts;

/// <summary>The way to a goal as a bar: how far it is by value, and below it the days between which it is likely.</summary>
public static class GoalBar
{
    private const double Long = 480;

    /// <summary>A goal's bar; time runs from today to the latest day that is spoken of.</summary>
    public static Svg Draw(GoalOutlook outlook, decimal wanted, DateOnly today) => Chart.Draw("goal-bar", Long, 44, null, chart =>
        {
            chart.Rect("way", 0, 4, Long, 12);
            chart.Rect("done", 0, 4, Long * Share(outlook, (double)wanted), 12);
            var last = new[] { outlook.To, outlook.From, outlook.Goal.By }.Max();
            if (outlook.IsReached || last is not { } end || end <= today)
                return;
            double On(DateOnly day) => Long * (day.DayNumber - today.DayNumber) / (end.DayNumber - today.DayNumber) * 0.96;
            chart.Rect("way", 0, 30, Long, 4);
            if (outlook.From is { } from)
                chart.Rect("span", On(from), 24, Math.Max(6, (outlook.To is { } to ? On(to) : Long) - On(from)), 16);
            if (outlook.Goal.By is { } by && by > today)
                chart.Rect("by", On(by), 20, 4, 24);
        });

    private static double Share(GoalOutlook outlook, double wanted)
    {
        var now = (double)(outlook.Now ?? 0);
        if (outlook.IsReached)
            return 1;
        if (now <= 0 || wanted <= 0)
            return 0;
        var lower = outlook.Path is [.., var rung] && Core.Insight.Judgement.FormModels.Of(rung.Card.MeasuredBy).LowerIsBetter;
        return Math.Clamp(lower ? wanted / now : now / wanted, 0, 1);
    }
}
