namespace Gambeta.Core.Practice.Counting;

/// <summary>How the touches of a set followed each other.</summary>
/// <param name="TouchesAMinute">Touches a minute between the first and the last, to the nearest whole one.</param>
/// <param name="LongestPause">The longest time between two touches, in seconds.</param>
/// <param name="Evenness">The share of the gaps between touches that are within a quarter of the middle one, from 0 to 1.</param>
public sealed record TouchTiming(int TouchesAMinute, double LongestPause, double Evenness)
{
    /// <summary>Fewer touches than this have no rhythm.</summary>
    public const int LeastTouches = 5;

    /// <summary>The rhythm of the touches among some events; nothing when they are too few, or all of one instant.</summary>
    public static TouchTiming? Of(IEnumerable<PlayEvent> events)
    {
        var times = PlayEvents.Standing(events).Where(e => e.Kind == PlayEventKind.Touch).Select(e => e.At).ToList();
        if (times.Count < LeastTouches || times[^1] == times[0])
            return null;
        var gaps = times.Zip(times.Skip(1), (a, b) => b - a).Order().ToList();
        var middle = gaps[gaps.Count / 2];
        var even = gaps.Count(gap => Math.Abs(gap - middle) * 4 <= middle);
        var aMinute = Rounded.Whole(gaps.Count * 6000.0 / (times[^1] - times[0]));
        return new TouchTiming(aMinute, gaps[^1] / 100.0, (double)even / gaps.Count);
    }
}
