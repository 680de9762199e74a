using System.Collections.Immutable;
using Gambeta.Core;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Insight.Progress;
using Gambeta.Web.Words;

namespace Gambeta.Web.Charts;

/// <summary>Weeks as bars of the two feet, left to the left and right to the right of a middle line, the latest week at the
/// bottom.</summary>
public static class WeekBars
{
    private const double Half = 250,
        Row = 30,
        Middle = 330,
        Width = 760;

    private const string FileStyle = ".bar-left{fill:#a8620b}.bar-right{fill:#0b6b73}.bar-week,.bar-foot{font:11px sans-serif}";

    /// <summary>The picture; it stands by itself as a file too.</summary>
    /// <param name="weeks">The weeks, oldest first.</param>
    /// <param name="other">The foot whose share is written beside.</param>
    /// <param name="asFile">Whether it brings its own style.</param>
    public static Svg Draw(ImmutableArray<WeekTally> weeks, Foot other, bool asFile = false)
    {
        var most = Math.Max(1, weeks.Max(week => Math.Max(week.Touches.Left, week.Touches.Right)));
        var row =
            weeks.Length > 60 ? 5
            : weeks.Length > 26 ? 10
            : Row;
        var title = Say("judgement.bars-title", ("weeks", weeks.Length));
        return Chart.Draw("week-bars", Width, (weeks.Length * row) + 24, title, Fill, asFile ? FileStyle : null);

        void Fill(Chart chart)
        {
            chart.Text(Middle - 6, 12, Say("judgement.left"), TextSide.Before, "bar-foot");
            chart.Text(Middle + 6, 12, Say("judgement.right"), kind: "bar-foot");
            chart.Text(Width - 4, 12, Say("judgement.minutes-and-other-foot"), TextSide.Before, "bar-foot");
            for (var i = 0; i < weeks.Length; i++)
            {
                var (week, y) = (weeks[i], 20 + (i * row));
                var (left, right) = (week.Touches.Left * Half / most, week.Touches.Right * Half / most);
                var ground = y + Math.Min(row, 26) - 7;
                chart.Rect("bar-left", Middle - 1.5 - left, y, left, row - 3);
                chart.Rect("bar-right", Middle + 1.5, y, right, row - 3);
                if (weeks.Length <= 26 && week.Touches.Total > 0)
                    chart.Text(Width - 4, ground, MinutesAndShare(week), TextSide.Before, "bar-week");
                if (weeks.Length <= 26 || i % 4 == 0)
                    chart.Text(2, ground, Wording.ShortDate(week.First), kind: "bar-week");
            }
        }

        string MinutesAndShare(WeekTally week) =>
            Say(
                "judgement.minutes-and-share",
                ("minutes", Rounded.Whole(week.Worked.TotalMinutes)),
                ("percent", Rounded.Whole(week.ShareOf(other)!.Value * 100))
            );
    }
}
