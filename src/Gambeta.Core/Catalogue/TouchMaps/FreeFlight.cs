namespace Gambeta.Core.Catalogue.TouchMaps;

/// <summary>
/// Free flight of the ball, air left out: the height changes by <c>v t - g t² / 2</c>. In centimetres and seconds.
/// Source: uniformly accelerated motion, any school book of mechanics; g is the standard acceleration of fall.
/// </summary>
public static class FreeFlight
{
    /// <summary>The acceleration of fall in centimetres a second, each second.</summary>
    public const double G = 980.665;

    /// <summary>
    /// The share of its speed that a ball keeps at a bounce: dropped from a metre it comes back to about 64 cm,
    /// which is what a well-pumped ball does on a hard floor.
    /// </summary>
    public const double Bounce = 0.8;

    /// <summary>The speed upwards, in centimetres a second, that takes a ball from one height to another in a time.</summary>
    public static double SpeedFor(double from, double to, double seconds) => ((to - from) / seconds) + (G * seconds / 2);

    /// <summary>
    /// How far a ball rises above where it began: 0 when it only falls. Between equal heights that is <c>g T² / 8</c>:
    /// 0.667 s, 90 touches a minute, give 54.5 cm.
    /// </summary>
    public static double Rise(double from, double to, double seconds) =>
        SpeedFor(from, to, seconds) is > 0 and var speed && speed / G <= seconds ? speed * speed / (2 * G) : Math.Max(0, to - from);

    /// <summary>The seconds of a fall from rest.</summary>
    public static double FallTime(double height) => Math.Sqrt(2 * Math.Max(0, height) / G);

    /// <summary>The curve of a flight between two points that share their time evenly from left to right.</summary>
    public static MapPath Path(MapPoint from, MapPoint to, double seconds, int after)
    {
        // The control point lies where the two tangents meet: half way along, as high as the first speed alone would carry.
        var bend = new MapPoint((from.Right + to.Right) / 2, from.Up + (SpeedFor(from.Up, to.Up, seconds) * seconds / 2));
        return new MapPath(from, bend, to, seconds, PathKind.Flight, after, Rise(from.Up, to.Up, seconds));
    }

    /// <summary>
    /// Shares a time between the flight to the floor and the flight after the bounce, so that the ball leaves the floor with
    /// <see cref="Bounce"/> of the speed with which it came, after it was sent up and not down. Heights are above the floor.
    /// No such moment exists between two high contacts in a short time: a ball that bounces needs longer for them.
    /// </summary>
    /// <returns>The seconds of the first flight; nothing where the time is too short.</returns>
    public static double? TimeToBounce(double from, double to, double seconds)
    {
        // From half the time on, the ball at first leaves faster than it may; where that turns is the moment, found by halving.
        var early = seconds * 0.5;
        var late = Enumerable.Range(1, 40).Select(i => seconds * (0.5 + (i * 0.0115))).FirstOrDefault(t => !TooFast(t));
        if (late == 0 || !TooFast(early))
            return null;
        for (var i = 0; i < 50; i++)
        {
            var middle = (early + late) / 2;
            if (TooFast(middle))
                early = middle;
            else
                late = middle;
        }
        return (early + late) / 2;

        bool TooFast(double first) => SpeedFor(0, to, seconds - first) > Bounce * ((G * first) - SpeedFor(from, 0, first));
    }

    /// <summary>The two flights of a ball that bounces once between two heights, in the time that is asked for, or in the least longer one
    /// in which it loses speed as it must.</summary>
    public static (double First, double After) Bouncing(double from, double to, double seconds)
    {
        // Long flights are nearly the same up and down, so that a moment is found well before the last of these.
        for (var i = 0; i < 500; i++, seconds += 0.02)
        {
            if (TimeToBounce(from, to, seconds) is { } first)
                return (first, seconds - first);
        }
        throw new ArgumentOutOfRangeException(nameof(seconds), "No ball bounces between these heights.");
    }

    /// <summary>The seconds from a bounce to a height on the way down, for a ball that came to the floor at a speed.</summary>
    public static double AfterBounce(double comes, double to)
    {
        var up = Bounce * comes;
        return (up + Math.Sqrt(Math.Max(0, (up * up) - (2 * G * Math.Max(0, to))))) / G;
    }
}
