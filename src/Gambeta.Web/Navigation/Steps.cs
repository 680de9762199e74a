using System.Globalization;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Practice.Records;
using Gambeta.Web.Charts;
using Gambeta.Web.Words;

namespace Gambeta.Web.Navigation;

/// <summary>A chain of bests as steps over time: each tread is a best, as long as it stood. A better value is always higher up.</summary>
public static class Steps
{
    private const double Width = 240,
        Height = 56,
        Top = 6;

    /// <summary>The steps from the first shown best to today.</summary>
    public static Svg Draw(IReadOnlyList<Mark> chain, DateOnly today) =>
        new(writer =>
        {
            var first = chain[0].Day.DayNumber;
            var span = Math.Max(1, today.DayNumber - first);
            var worst = (double)chain[0].Value;
            var gain = Math.Max(0.0001, Math.Abs((double)chain[^1].Value - worst));
            var start = Height;
            var path = new System.Text.StringBuilder();
            for (var i = 0; i < chain.Count; i++)
            {
                var x = (chain[i].Day.DayNumber - first) * Width / span;
                var y =
                    Height - ((Height - Top) * (chain.Count == 1 ? 1 : 0.25 + (0.75 * Math.Abs((double)chain[i].Value - worst) / gain)));
                if (i == 0)
                    start = y;
                path.Append(CultureInfo.InvariantCulture, $"H{Svg.N(x)}V{Svg.N(y)}");
            }
            var words =
                chain.Count == 1
                    ? Say("pictures.one-mark-so-far")
                    : Say(
                        "pictures.steps-from-to",
                        ("steps", chain.Count),
                        ("first", Wording.Value(chain[0].Key.Measure, chain[0].Value)),
                        ("last", Wording.Value(chain[^1].Key.Measure, chain[^1].Value))
                    );
            writer.Write(
                $"<svg class=\"steps\" viewBox=\"0 0 240 58\" preserveAspectRatio=\"none\" role=\"img\" "
                    + $"aria-label=\"{words}\"><path class=\"block\" d=\"M0 {Height}{path}H{Width}V{Height}Z\"/><path "
                    + $"class=\"tread\" d=\"M0 {Svg.N(start)}{path}H{Width}\"/></svg>"
            );
        });
}
