using System.Collections.Immutable;
using System.Globalization;
using System.Text.Encodings.Web;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core;
using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.Words;

namespace Gambeta.Web.Charts;

/// <summary>The sets of a drill and foot as dots on their days, over the bands in which they were expected, with the decisions at the foot.</summary>
public static class CourseChart
{
    private const double Width = 720, Height = 260, Left = 44, Bottom = 40, Top = 12;

    /// <summary>The picture; it stands by itself as a file too.</summary>
    /// <param name="points">The sets, oldest first; at least one.</param>
    /// <param name="decisions">Decisions about this drill and foot.</param>
    /// <param name="title">What it shows.</param>
    /// <param name="unitsInOne">Units in one of what is said.</param>
    /// <param name="lowerIsBetter">Whether a smaller value is the better one.</param>
    /// <param name="target">What is aimed at next, in units.</param>
    /// <param name="asFile">Whether it brings its own style.</param>
    public static Svg Draw(ImmutableArray<CoursePoint> points, IReadOnlyList<TakenDecision> decisions, string title, int unitsInOne, bool lowerIsBetter, int target, bool asFile = false) => new(writer =>
    {
        var (first, last) = (points[0].Set.Set.Day.DayNumber, points[^1].Set.Set.Day.DayNumber);
        // What is seldom reached, or typed wrong, must not press everything else to the floor.
        var tops = points.Select(point => (double)point.Value).Concat(points.Select(point => (double)(point.Expected?.Q75 ?? 0))).Order().ToList();
        var most = Math.Max(unitsInOne, Math.Min(tops[^1], 2.5 * tops[tops.Count * 9 / 10]) * 1.06);
        // What nobody ever came near to is left out below as well.
        var least = Math.Max(0, 0.8 * points.Select(point => (double)point.Value).Concat(points.Select(point => (double)(point.Expected?.Q05 ?? point.Value))).Min());
        if (least < unitsInOne * 4 || least < most * 0.2) least = 0;
        double X(CoursePoint point) => Left + ((point.Set.Set.Day.DayNumber - first) / (double)Math.Max(1, last - first) * (Width - Left - 14)) + 2;
        double Y(double value) => Top + ((1 - ((Math.Clamp(value, least, most) - least) / (most - least))) * (Height - Top - Bottom));
        writer.Write(string.Create(CultureInfo.InvariantCulture, $"<svg class=\"course\" viewBox=\"0 0 {Width} {Height}\" role=\"img\" aria-label=\"{HtmlEncoder.Default.Encode(title)}\""));
        writer.Write(asFile ? " xmlns=\"http://www.w3.org/2000/svg\"><style>.band-9{fill:#dfe7df}.band-5{fill:#b9d0cf}.dot{fill:#13242a}.mid{fill:none;stroke:#0b6b73;stroke-width:2}.bests{fill:none;stroke:#a8411f;stroke-width:1.6}.target{fill:none;stroke:#a8411f;stroke-width:2}.grid{stroke:#c9c6ba}text{font:11px sans-serif}</style>" : ">");
        foreach (var share in new[] { 0, 0.25, 0.5, 0.75, 1 })
        {
            var value = least + ((most - least) * share);
            var y = Y(value);
            writer.Write(string.Create(CultureInfo.InvariantCulture, $"<path class=\"grid\" d=\"M{Left} {Svg.N(y)}H{Width - 6}\"/><text x=\"{Left - 6}\" y=\"{Svg.N(y + 4)}\" text-anchor=\"end\">{Wording.Number((decimal)Rounded.To(value / unitsInOne, unitsInOne > 1 ? 1 : 0))}</text>"));
        }
        var known = points.Where(point => point.Expected is not null).GroupBy(point => point.Set.Set.Day).Select(day => day.First()).ToList();
        if (known.Count > 1)
        {
            Band("band-9", q => q.Q95, q => q.Q05);
            Band("band-5", q => q.Q75, q => q.Q25);
            writer.Write($"<path class=\"mid\" d=\"M{string.Join('L', known.Select(point => $"{Svg.N(X(point))} {Svg.N(Y(point.Expected!.Value.Q50))}"))}\"/>");
        }
        // The bests as they were beaten, a step each.
        var best = points[0].Value;
        var steps = new List<string> { $"M{Svg.N(X(points[0]))} {Svg.N(Y(best))}" };
        foreach (var point in points)
        {
            if (lowerIsBetter ? point.Value >= best : point.Value <= best) continue;
            best = point.Value;
            steps.Add($"H{Svg.N(X(point))}V{Svg.N(Y(best))}");
        }
        writer.Write($"<path class=\"bests\" d=\"{string.Join("", steps)}H{Svg.N(Width - 10)}\"/>");
        writer.Write($"<path class=\"target\" d=\"M{Svg.N(Width - 10)} {Svg.N(Y(target) - 6)}l6 6-6 6-6-6z\"><title>{HtmlEncoder.Default.Encode(Say("judgement.aim-for", ("value", Wording.Number((decimal)target / unitsInOne))))}</title></path>");
        foreach (var point in points) writer.Write($"<circle class=\"dot\" cx=\"{Svg.N(X(point))}\" cy=\"{Svg.N(Y(point.Value))}\" r=\"3.2\"/>");
        // Of several on a day the last one stands; the latest come first.
        foreach (var decision in decisions.Where(one => one.Day.DayNumber >= first && one.Day.DayNumber <= last).DistinctBy(one => one.Day))
        {
            var x = Left + ((decision.Day.DayNumber - first) / (double)Math.Max(1, last - first) * (Width - Left - 14)) + 2;
            writer.Write($"<path class=\"mark mark-{decision.Kind.ToAddress()}\" d=\"{Mark(decision.Kind, x, Height - Bottom + 10)}\"><title>{HtmlEncoder.Default.Encode($"{Wording.ShortDay(decision.Day)}: {JudgementWords.Decision(decision.Kind)}")}</title></path>");
        }
        writer.Write(string.Create(CultureInfo.InvariantCulture, $"<text x=\"{Left}\" y=\"{Height - 4}\">{Wording.ShortDate(points[0].Set.Set.Day)}</text><text x=\"{Width - 6}\" y=\"{Height - 4}\" text-anchor=\"end\">{Wording.ShortDate(points[^1].Set.Set.Day)}</text></svg>"));

        void Band(string name, Func<Quantiles, int> above, Func<Quantiles, int> below) => writer.Write(
            $"<path class=\"{name}\" d=\"M{string.Join('L', known.Select(point => $"{Svg.N(X(point))} {Svg.N(Y(above(point.Expected!.Value)))}"))}L{string.Join('L', Enumerable.Reverse(known).Select(point => $"{Svg.N(X(point))} {Svg.N(Y(below(point.Expected!.Value)))}"))}Z\"/>");
    });

    // Up, level, down: told by shape, not by colour alone.
    private static string Mark(DecisionKind kind, double x, double y) => kind switch
    {
        DecisionKind.MoveOn => $"M{Svg.N(x - 5)} {Svg.N(y + 8)}L{Svg.N(x)} {Svg.N(y)}L{Svg.N(x + 5)} {Svg.N(y + 8)}Z",
        DecisionKind.StepBack => $"M{Svg.N(x - 5)} {Svg.N(y)}L{Svg.N(x)} {Svg.N(y + 8)}L{Svg.N(x + 5)} {Svg.N(y)}Z",
        _ => $"M{Svg.N(x - 5)} {Svg.N(y + 2)}H{Svg.N(x + 5)}V{Svg.N(y + 6)}H{Svg.N(x - 5)}Z",
    };
}
