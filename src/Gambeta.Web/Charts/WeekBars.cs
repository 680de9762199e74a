using System.Collections.Immutable;
using System.Globalization;
using System.Text.Encodings.Web;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Insight.Progress;
using Gambeta.Core;
using Gambeta.Web.Words;

namespace Gambeta.Web.Charts;

/// <summary>Weeks as bars of the two feet, left to the left and right to the right of a middle line, the latest week at the bottom.</summary>
public static class WeekBars
{
    private const double Half = 250, Row = 24, Middle = 330;

    /// <summary>The picture; it stands by itself as a file too.</summary>
    /// <param name="weeks">The weeks, oldest first.</param>
    /// <param name="other">The foot whose share is written beside.</param>
    /// <param name="asFile">Whether it brings its own style.</param>
    public static Svg Draw(ImmutableArray<WeekTally> weeks, Foot other, bool asFile = false) => new(writer =>
    {
        var most = Math.Max(1, weeks.Max(week => Math.Max(week.Touches.Left, week.Touches.Right)));
        var row = weeks.Length > 60 ? 5 : weeks.Length > 26 ? 10 : Row;
        var height = (weeks.Length * row) + 24;
        writer.Write(string.Create(CultureInfo.InvariantCulture, $"<svg class=\"week-bars\" viewBox=\"0 0 760 {height}\" role=\"img\" aria-label=\"{HtmlEncoder.Default.Encode(Say("judgement.bars-title", ("weeks", weeks.Length)))}\""));
        writer.Write(asFile ? " xmlns=\"http://www.w3.org/2000/svg\"><style>.bar-left{fill:#a8620b}.bar-right{fill:#0b6b73}.bar-week,.bar-foot{font:11px sans-serif}</style>" : ">");
        writer.Write(string.Create(CultureInfo.InvariantCulture, $"<text class=\"bar-foot\" x=\"{Middle - 6}\" y=\"12\" text-anchor=\"end\">{HtmlEncoder.Default.Encode(Say("judgement.left"))}</text><text class=\"bar-foot\" x=\"{Middle + 6}\" y=\"12\">{HtmlEncoder.Default.Encode(Say("judgement.right"))}</text>"));
        writer.Write($"<text class=\"bar-foot\" x=\"756\" y=\"12\" text-anchor=\"end\">{HtmlEncoder.Default.Encode(Say("judgement.minutes-and-other-foot"))}</text>");
        for (var i = 0; i < weeks.Length; i++)
        {
            var (week, y) = (weeks[i], 20 + (i * row));
            var (left, right) = (week.Touches.Left * Half / most, week.Touches.Right * Half / most);
            writer.Write(string.Create(CultureInfo.InvariantCulture,
                $"<rect class=\"bar-left\" x=\"{Middle - 1.5 - left:0.#}\" y=\"{y}\" width=\"{left:0.#}\" height=\"{row - 3}\"/><rect class=\"bar-right\" x=\"{Middle + 1.5}\" y=\"{y}\" width=\"{right:0.#}\" height=\"{row - 3}\"/>"));
            if (weeks.Length <= 26 && week.Touches.Total > 0) writer.Write(string.Create(CultureInfo.InvariantCulture, $"<text class=\"bar-week\" x=\"756\" y=\"{y + Math.Min(row, 20) - 5}\" text-anchor=\"end\">{HtmlEncoder.Default.Encode(Say("judgement.minutes-and-share", ("minutes", Rounded.Whole(week.Worked.TotalMinutes)), ("percent", Rounded.Whole(week.ShareOf(other)!.Value * 100))))}</text>"));
            if (weeks.Length <= 26 || i % 4 == 0) writer.Write(string.Create(CultureInfo.InvariantCulture, $"<text class=\"bar-week\" x=\"2\" y=\"{y + Math.Min(row, 20) - 5}\">{HtmlEncoder.Default.Encode(Wording.ShortDate(week.First))}</text>"));
        }
        writer.Write("</svg>");
    });
}
