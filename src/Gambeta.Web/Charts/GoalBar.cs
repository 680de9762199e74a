using System.Globalization;
using Gambeta.Core.Insight.Weeks;

namespace Gambeta.Web.Charts;

/// <summary>The way to a goal as a bar: how far it is by value, and below it the days between which it is likely.</summary>
public static class GoalBar
{
    private const double Long = 480;

    /// <summary>A goal's bar; time runs from today to the latest day that is spoken of.</summary>
    public static Svg Draw(GoalOutlook outlook, decimal wanted, DateOnly today) => new(writer =>
    {
        var now = (double)(outlook.Now ?? 0);
        var lower = outlook.Path is [.., var rung] && Core.Insight.Judgement.FormModels.Of(rung.Card.MeasuredBy).LowerIsBetter;
        var share = outlook.IsReached ? 1 : now <= 0 || wanted <= 0 ? 0 : Math.Clamp(lower ? (double)wanted / now : now / (double)wanted, 0, 1);
        string At(double x) => x.ToString("0.#", CultureInfo.InvariantCulture);
        writer.Write($"<svg class=\"goal-bar\" viewBox=\"0 0 {At(Long)} 44\" aria-hidden=\"true\"><rect class=\"way\" y=\"4\" width=\"{At(Long)}\" height=\"12\"/><rect class=\"done\" y=\"4\" width=\"{At(Long * share)}\" height=\"12\"/>");
        var last = new[] { outlook.To, outlook.From, outlook.Goal.By }.Max();
        if (!outlook.IsReached && last is { } end && end > today)
        {
            double On(DateOnly day) => Long * (day.DayNumber - today.DayNumber) / (end.DayNumber - today.DayNumber) * 0.96;
            writer.Write($"<rect class=\"way\" y=\"30\" width=\"{At(Long)}\" height=\"4\"/>");
            if (outlook.From is { } from) writer.Write($"<rect class=\"span\" x=\"{At(On(from))}\" y=\"24\" width=\"{At(Math.Max(6, (outlook.To is { } to ? On(to) : Long) - On(from)))}\" height=\"16\"/>");
            if (outlook.Goal.By is { } by && by > today) writer.Write($"<rect class=\"by\" x=\"{At(On(by))}\" y=\"20\" width=\"4\" height=\"24\"/>");
        }
        writer.Write("</svg>");
    });
}
