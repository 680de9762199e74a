using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using MathNet.Numerics.Distributions;
using MathNet.Numerics.LinearRegression;
using MathNet.Numerics.Statistics;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>A set as tempo and control see it.</summary>
/// <param name="Tempo">Units a minute, or seconds of a run.</param>
/// <param name="CameOff">How many were under control.</param>
/// <param name="Not">How many were not.</param>
public readonly record struct ControlPoint(double Tempo, double CameOff, double Not);

/// <summary>What was found of tempo and control.</summary>
public enum ControlKind
{
    /// <summary>Too little to say, or no tendency that is sure enough.</summary>
    [Key("unknown")]
    Unknown = 0,

    /// <summary>At every tempo that was played it is still under control.</summary>
    [Key("holds")]
    Holds = 1,

    /// <summary>Above this tempo it goes.</summary>
    [Key("limit")]
    Limit = 2,
}

/// <summary>The tempo at which control is still there.</summary>
/// <param name="Kind">What was found.</param>
/// <param name="Tempo">Units a minute up to which control is there; for runs the seconds at which haste begins to cost more than it saves;
/// the quickest tempo played where it holds.</param>
/// <param name="Sure">How sure it is that haste costs control, from 0 to 1.</param>
/// <param name="Sets">Of how many sets.</param>
public sealed record TempoUnderControl(ControlKind Kind, double Tempo, double Sure, int Sets)
{
    private const int LeastSets = 8;
    private const double SureEnough = 0.8;
    private const double LeastSpread = 0.03;

    /// <summary>
    /// From sets of one key. For counts and passes the log-odds of a slip rise with the logarithm of the tempo: a straight line by weighted
    /// least squares, a set as heavy as what it counts; the limit is where as much goes wrong as the bar allows. For runs the clipped
    /// markers fall with the logarithm of the time t, by b for each e-fold: t plus the penalty P for each is least where t = P b. Only what
    /// is at least 80 in 100 sure by Student's t of the slope is said, and never a tempo that was not played.
    /// </summary>
    /// <param name="points">The sets.</param>
    /// <param name="allowed">The share that may go wrong, from 0 to 1.</param>
    /// <param name="penalty">Seconds for each that goes wrong; nothing where no time is run for.</param>
    public static TempoUnderControl Of(IReadOnlyCollection<ControlPoint> points, double allowed, double? penalty = null)
    {
        var used = points.Where(point => point.Tempo > 0 && point.CameOff + point.Not > 0).ToList();
        var tempos = used.Select(point => Math.Log(point.Tempo)).ToArray();
        if (used.Count < LeastSets || tempos.StandardDeviation() < LeastSpread)
            return new TempoUnderControl(ControlKind.Unknown, 0, 0, used.Count);
        var (y, w) = penalty is null
            ? (used.Select(LogOddsOfSlip).ToArray(), used.Select(Weight).ToArray())
            : (used.Select(point => point.Not).ToArray(), [.. used.Select(_ => 1.0)]);
        var line = WeightedRegression.Weighted([.. tempos.Select(x => new[] { x })], y, w, intercept: true);
        var (start, slope) = (line[0], line[1]);
        var rising = penalty is null ? slope : -slope;
        var sure = rising <= 0 ? 0 : StudentT.CDF(0, 1, used.Count - 2, rising / SlopeError(tempos, y, w, start, slope));
        var quickest = Math.Exp(penalty is null ? tempos.Max() : tempos.Min());
        if (double.IsNaN(sure) || sure < SureEnough)
        {
            var wrong = used.Sum(point => point.Not) / used.Sum(point => point.CameOff + point.Not);
            return new TempoUnderControl(wrong <= allowed ? ControlKind.Holds : ControlKind.Unknown, quickest, sure, used.Count);
        }
        var limit = penalty is { } cost ? cost * -slope : Math.Exp((Math.Log(allowed / (1 - allowed)) - start) / slope);
        var isBeyond = penalty is null ? limit >= quickest : limit <= quickest;
        return new TempoUnderControl(
            isBeyond ? ControlKind.Holds : ControlKind.Limit,
            Math.Clamp(limit, Math.Exp(tempos.Min()), Math.Exp(tempos.Max())),
            sure,
            used.Count
        );
    }

    /// <summary>From the latest sets of a key. Where only a word tells of control, as many may go wrong as come off.</summary>
    public static TempoUnderControl Of(SetHistory history, CleanBar bar)
    {
        var model = history.Key.Model;
        var points = history.Latest.Select(model.Control).OfType<ControlPoint>().ToList();
        if (points.Count == 0)
            return new TempoUnderControl(ControlKind.Unknown, 0, 0, 0);
        return Of(
            points,
            bar.Value is null ? 1 - bar.Share : 0.5,
            model.LowerIsBetter
                ? history.Latest[^1].Set.Result is RunResult run
                    ? run.Penalty.TotalSeconds
                    : 0
                : null
        );
    }

    // Half a unit on either side, so that none wrong has log-odds too; the weight is what such log-odds are known to (Haldane, Anscombe
    // 1956).
    private static double LogOddsOfSlip(ControlPoint point) => Math.Log((point.Not + 0.5) / (point.CameOff + 0.5));

    private static double Weight(ControlPoint point) => 1 / ((1 / (point.Not + 0.5)) + (1 / (point.CameOff + 0.5)));

    private static double SlopeError(double[] x, double[] y, double[] w, double start, double slope)
    {
        var all = w.Sum();
        var middle = x.Zip(w, (a, b) => a * b).Sum() / all;
        var (left, spread) = (0.0, 0.0);
        for (var i = 0; i < x.Length; i++)
        {
            left += w[i] * Math.Pow(y[i] - start - (slope * x[i]), 2);
            spread += w[i] * Math.Pow(x[i] - middle, 2);
        }
        return Math.Sqrt(Math.Max(1e-12, left / (x.Length - 2)) / spread);
    }
}
