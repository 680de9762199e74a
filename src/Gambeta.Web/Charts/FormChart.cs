using System.Collections.Immutable;
using Gambeta.Core;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.Words;

namespace Gambeta.Web.Charts;

/// <summary>The sets of a drill and foot as dots on their days, over the bands in which they were expected, with the decisions at the
/// foot.</summary>
public static class FormChart
{
    private const double Width = 720,
        Height = 260,
        Left = 44,
        Bottom = 40,
        Top = 12;

    private const string FileStyle =
        ".band-9{fill:#dfe7df}.band-5{fill:#b9d0cf}.dot{fill:#13242a}.mid{fill:none;stroke:#0b6b73;stroke-width:2}"
        + ".bests{fill:none;stroke:#a8411f;stroke-width:1.6}.target{fill:none;stroke:#a8411f;stroke-width:2}"
        + ".grid{stroke:#c9c6ba}text{font:11px sans-serif}";

    /// <summary>The picture; it stands by itself as a file too.</summary>
    /// <param name="points">The sets, oldest first; at least one.</param>
    /// <param name="decisions">Decisions about this drill and foot.</param>
    /// <param name="title">What it shows.</param>
    /// <param name="unitsInOne">Units in one of what is said.</param>
    /// <param name="lowerIsBetter">Whether a smaller value is the better one.</param>
    /// <param name="target">What is aimed at next, in units.</param>
    /// <param name="asFile">Whether it brings its own style.</param>
    public static Svg Draw(
        ImmutableArray<FormPoint> points,
        IReadOnlyList<TakenDecision> decisions,
        string title,
        int unitsInOne,
        bool lowerIsBetter,
        int target,
        bool asFile = false
    ) =>
        Chart.Draw(
            "course",
            Width,
            Height,
            title,
            chart => new Drawing(chart, points, decisions, unitsInOne, lowerIsBetter, target).Fill(),
            asFile ? FileStyle : null
        );

    // What is drawn in it, with the scale of its sets.
    private sealed class Drawing
    {
        private readonly Chart _chart;
        private readonly ImmutableArray<FormPoint> _points;
        private readonly IReadOnlyList<TakenDecision> _decisions;
        private readonly int _first,
            _last,
            _unitsInOne,
            _target;
        private readonly bool _lowerIsBetter;
        private readonly double _least,
            _most;

        public Drawing(
            Chart chart,
            ImmutableArray<FormPoint> points,
            IReadOnlyList<TakenDecision> decisions,
            int unitsInOne,
            bool lowerIsBetter,
            int target
        )
        {
            (_chart, _points, _decisions) = (chart, points, decisions);
            (_unitsInOne, _lowerIsBetter, _target) = (unitsInOne, lowerIsBetter, target);
            (_first, _last) = (points[0].Set.Set.Day.DayNumber, points[^1].Set.Set.Day.DayNumber);
            var values = points.Select(point => (double)point.Value).ToList();
            // What is seldom reached, or typed wrong, must not press everything else to the floor.
            var tops = values.Concat(points.Select(point => (double)(point.Expected?.Q75 ?? 0))).Order().ToList();
            _most = Math.Max(unitsInOne, Math.Min(tops[^1], 2.5 * tops[tops.Count * 9 / 10]) * 1.06);
            // What nobody ever came near to is left out below as well.
            var lows = values.Concat(points.Select(point => (double)(point.Expected?.Q05 ?? point.Value)));
            _least = Math.Max(0, 0.8 * lows.Min());
            if (_least < unitsInOne * 4 || _least < _most * 0.2)
                _least = 0;
        }

        public void Fill()
        {
            Grid();
            Expected();
            Bests();
            var aim = Say("judgement.aim-for", ("value", Wording.Number((decimal)_target / _unitsInOne)));
            _chart.Path("target", $"M{Svg.N(Width - 10)} {Svg.N(Y(_target) - 6)}l6 6-6 6-6-6z", aim);
            foreach (var point in _points)
                _chart.Dot("dot", X(point), Y(point.Value), 3.2);
            Decisions();
            _chart.Text(Left, Height - 4, Wording.ShortDate(_points[0].Set.Set.Day));
            _chart.Text(Width - 6, Height - 4, Wording.ShortDate(_points[^1].Set.Set.Day), TextSide.Before);
        }

        private void Grid()
        {
            foreach (var share in new[] { 0, 0.25, 0.5, 0.75, 1 })
            {
                var value = _least + ((_most - _least) * share);
                var y = Y(value);
                _chart.Path("grid", $"M{Svg.N(Left)} {Svg.N(y)}H{Svg.N(Width - 6)}");
                var said = Rounded.To(value / _unitsInOne, _unitsInOne > 1 ? 1 : 0);
                _chart.Text(Left - 6, y + 4, Wording.Number((decimal)said), TextSide.Before);
            }
        }

        private void Expected()
        {
            var known = _points
                .Where(point => point.Expected is not null)
                .GroupBy(point => point.Set.Set.Day)
                .Select(day => day.First())
                .ToList();
            if (known.Count <= 1)
                return;
            Band("band-9", q => q.Q95, q => q.Q05);
            Band("band-5", q => q.Q75, q => q.Q25);
            _chart.Path("mid", Chart.Line(Along(known, q => q.Q50)));

            void Band(string name, Func<Quantiles, int> above, Func<Quantiles, int> below) =>
                _chart.Path(name, Chart.Line(Along(known, above).Concat(Along(Enumerable.Reverse(known), below))) + "Z");
            IEnumerable<(double, double)> Along(IEnumerable<FormPoint> points, Func<Quantiles, int> value) =>
                points.Select(point => (X(point), Y(value(point.Expected!.Value))));
        }

        // The bests as they were beaten, a step each.
        private void Bests()
        {
            var best = _points[0].Value;
            var steps = new List<string> { $"M{Svg.N(X(_points[0]))} {Svg.N(Y(best))}" };
            foreach (var point in _points)
            {
                if (_lowerIsBetter ? point.Value >= best : point.Value <= best)
                    continue;
                best = point.Value;
                steps.Add($"H{Svg.N(X(point))}V{Svg.N(Y(best))}");
            }
            _chart.Path("bests", $"{string.Join("", steps)}H{Svg.N(Width - 10)}");
        }

        // Of several on a day the last one stands; the latest come first.
        private void Decisions()
        {
            var shown = _decisions.Where(one => one.Day.DayNumber >= _first && one.Day.DayNumber <= _last);
            foreach (var one in shown.DistinctBy(one => one.Day))
            {
                var words = $"{Wording.ShortDay(one.Day)}: {JudgementWords.Decision(one.Kind)}";
                _chart.Path($"mark mark-{one.Kind.ToAddress()}", Mark(one.Kind, X(one.Day), Height - Bottom + 10), words);
            }
        }

        private double X(FormPoint point) => X(point.Set.Set.Day);

        private double X(DateOnly day) => Left + ((day.DayNumber - _first) / (double)Math.Max(1, _last - _first) * (Width - Left - 14)) + 2;

        private double Y(double value) =>
            Top + ((1 - ((Math.Clamp(value, _least, _most) - _least) / (_most - _least))) * (Height - Top - Bottom));
    }

    // Up, level, down: told by shape, not by colour alone.
    private static string Mark(DecisionKind kind, double x, double y) =>
        kind switch
        {
            DecisionKind.MoveOn => $"M{Svg.N(x - 5)} {Svg.N(y + 8)}L{Svg.N(x)} {Svg.N(y)}L{Svg.N(x + 5)} {Svg.N(y + 8)}Z",
            DecisionKind.StepBack => $"M{Svg.N(x - 5)} {Svg.N(y)}L{Svg.N(x)} {Svg.N(y + 8)}L{Svg.N(x + 5)} {Svg.N(y)}Z",
            _ => $"M{Svg.N(x - 5)} {Svg.N(y + 2)}H{Svg.N(x + 5)}V{Svg.N(y + 6)}H{Svg.N(x - 5)}Z",
        };
}
