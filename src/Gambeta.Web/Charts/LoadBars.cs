using System.Globalization;
using System.Text.Encodings.Web;
using Gambeta.Core.Insight.Progress;
using Gambeta.Core;
using Gambeta.Web.Words;

namespace Gambeta.Web.Charts;

/// <summary>Weeks of load as standing bars, with a line where the usual lies.</summary>
public static class LoadBars
{
    private const double Width = 660, Height = 150, Floor = 118, Top = 22;

    /// <summary>The picture, with its numbers written on it.</summary>
    public static Svg Draw(PracticeLoad load) => new(writer =>
    {
        var most = Math.Max(1, Math.Max(load.Weeks.Max(week => week.Load), load.Usual ?? 0));
        var wide = Width / load.Weeks.Length;
        double Y(double value) => Floor - (value / most * (Floor - Top));
        writer.Write(string.Create(CultureInfo.InvariantCulture, $"<svg class=\"load-bars\" viewBox=\"0 0 {Width} {Height}\" role=\"img\" aria-label=\"{HtmlEncoder.Default.Encode(Say("judgement.load-bars-title", ("weeks", load.Weeks.Length)))}\">"));
        for (var i = 0; i < load.Weeks.Length; i++)
        {
            var (week, x) = (load.Weeks[i], i * wide);
            writer.Write($"<rect class=\"{(i == load.Weeks.Length - 1 ? "this-week" : "week")}\" x=\"{Svg.N(x + (wide * 0.18))}\" y=\"{Svg.N(Y(week.Load))}\" width=\"{Svg.N(wide * 0.64)}\" height=\"{Svg.N(Floor - Y(week.Load))}\"/>");
            writer.Write($"<text x=\"{Svg.N(x + (wide / 2))}\" y=\"{Svg.N(Y(week.Load) - 6)}\" text-anchor=\"middle\">{HtmlEncoder.Default.Encode(Say("judgement.min", ("minutes", Rounded.Whole(week.Minutes))))}</text>");
            writer.Write($"<text x=\"{Svg.N(x + (wide / 2))}\" y=\"{Svg.N(Height - 8)}\" text-anchor=\"middle\">{HtmlEncoder.Default.Encode(Wording.ShortDay(week.First))}</text>");
        }
        if (load.Usual is { } usual) writer.Write($"<path class=\"usual\" d=\"M0 {Svg.N(Y(usual))}H{Svg.N(Width)}\"/>");
        writer.Write($"<path class=\"floor\" d=\"M0 {Svg.N(Floor)}H{Svg.N(Width)}\"/></svg>");
    });
}
