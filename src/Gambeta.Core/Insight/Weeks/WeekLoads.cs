using System.Collections.Immutable;
using MathNet.Numerics.Statistics;

namespace Gambeta.Core.Insight.Weeks;

/// <summary>
/// How much a week may hold, after the weeks before it, first to last: a tenth more than the usual week at most, which is the median of the
/// last six with practice; half of the week before a break in the first week after one, three quarters in the second; every fourth week
/// light, which lowers nothing.
/// </summary>
public sealed class WeekLoads
{
    /// <summary>A week grows by a tenth at most: a careful and commonly cited figure; so is the light week after three.</summary>
    public const double Growth = 1.1;

    /// <summary>A light week is so much of a usual one, and so many weeks lie between two of them.</summary>
    public const double Light = 0.5;

    /// <summary>
    /// An hour in the middle of the scale is no week's load: up to there nothing has to grow gradually, or a child that skips days would be
    /// held ever lower. After a break it is half of that. Figures of ours.
    /// </summary>
    public const double Least = 300,
        LeastBack = 150;

    private const int WeeksToLight = 3,
        Looked = 6;
    private const double FirstBack = 0.5,
        SecondBack = 0.75;

    private readonly ImmutableArray<double> _usual;
    private readonly double _last,
        _before;
    private readonly int _full,
        _back;

    private WeekLoads(ImmutableArray<double> usual, int full, double last, double before, int back) =>
        (_usual, _full, _last, _before, _back) = (usual, full, last, before, back);

    /// <summary>Before the first week with practice.</summary>
    public static readonly WeekLoads None = new([], 0, 0, 0, 0);

    /// <summary>The usual week: the median of the last six with practice but for light ones; nothing before the first.</summary>
    public double? Usual => _usual.IsEmpty ? null : _usual.Median();

    /// <summary>Whether the next week is to be light.</summary>
    public bool NextIsLight => _full >= WeeksToLight;

    /// <summary>Whether the next week would be the first after a break.</summary>
    public bool IsBack => _back == 1;

    /// <summary>The most that the next week may hold; nothing where nobody can say, before the first week.</summary>
    public double? Ceiling =>
        Usual is not { } usual
            ? null
            : Math.Min(
                Math.Max(Least, Growth * usual),
                _back switch
                {
                    1 => Math.Max(LeastBack, FirstBack * _before),
                    2 => Math.Max(LeastBack, SecondBack * _before),
                    _ => double.PositiveInfinity,
                }
            );

    /// <summary>After one week more with such a load.</summary>
    public WeekLoads With(double load)
    {
        if (load <= 0)
            return _usual.IsEmpty ? this : new WeekLoads(_usual, 0, _last, IsBack ? _before : _last, 1);
        var back = IsBack ? 2 : 0;
        return NextIsLight
            ? new WeekLoads(_usual, 0, Usual!.Value, _before, back)
            : new WeekLoads([.. _usual.TakeLast(Looked - 1), load], _full + 1, load, _before, back);
    }
}
