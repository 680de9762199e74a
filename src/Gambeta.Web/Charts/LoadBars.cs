using Gambeta.Core;
using Gambeta.Core.Insight.Progress;
using Gambeta.Web.Words;

namespace Gambeta.Web.Charts;

/// <summary>Weeks of load as standing bars, with a line where the usual lies.</summary>
public static class LoadBars
{
    private const double Width = 660,
        Height = 150,
        Floor = 118,
        Top = 22;

    /// <summary>The picture, with its numbers written on it.</summary>
    public static Svg Draw(PracticeLoad load) =>
        Chart.Draw("load-bars", Width, Height, Say("judgement.load-bars-title", ("weeks", load.Weeks.Length)), chart =>
        {
            var most = Math.Max(1, Math.Max(load.Weeks.Max(week => week.Load), load.Usual ?? 0));
            var wide = Width / load.Weeks.Length;
            double Y(double value) => Floor - (value / most * (Floor - Top));
            for (var i = 0; i < load.Weeks.Length; i++)
            {
                var (week, x) = (load.Weeks[i], i * wide);
                var (y, middle) = (Y(week.Load), x + (wide / 2));
                chart.Rect(i == load.Weeks.Length - 1 ? "this-week" : "week", x + (wide * 0.18), y, wide * 0.64, Floor - y);
                var minutes = Say("judgement.min", ("minutes", Rounded.Whole(week.Minutes)));
                chart.Text(middle, y - 6, minutes, TextSide.Middle);
                chart.Text(middle, Height - 8, Wording.ShortDay(week.First), TextSide.Middle);
            }
            if (load.Usual is { } usual)
                chart.Path("usual", $"M0 {Svg.N(Y(usual))}H{Svg.N(Width)}");
            chart.Path("floor", $"M0 {Svg.N(Floor)}H{Svg.N(Width)}");
        });
}
