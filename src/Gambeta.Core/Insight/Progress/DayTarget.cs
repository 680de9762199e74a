namespace Gambeta.Core.Insight.Progress;

/// <summary>The touches a foot that fill a day's tile.</summary>
public static class DayTarget
{
    /// <summary>The target before there is any practice to take it from, and the lowest there is.</summary>
    public const int Least = 100;

    /// <summary>
    /// The middle of the player's own practice days: the median of touches on both feet, half of it for each foot,
    /// rounded up to the next 50. Half of one's own days reach it; it grows with the player and asks nobody for another's numbers.
    /// </summary>
    public static int TouchesAFoot(IEnumerable<DayTally> days)
    {
        var totals = days.Select(d => d.Touches.Total).Where(t => t > 0).Order().ToList();
        if (totals.Count == 0)
            return Least;
        var middle = (totals[(totals.Count - 1) / 2] + totals[totals.Count / 2]) / 2.0;
        return Math.Max(Least, (int)Math.Ceiling(middle / 2 / 50) * 50);
    }
}
