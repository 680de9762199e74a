namespace Gambeta.Core.Edges.Hearing;

/// <summary>
/// What an interval between two sounds of a ball in the air is worth, as what it may have been: log odds against an interval between two
/// touches just as they usually come here, which is worth nothing. After the last touch the ball flies on and falls past the foot to the
/// floor: with v the speed up from the foot, h the height of the foot and g the fall, the floor is reached after (v + √(v² + 2gh)) / g. A
/// bounce keeps a part e of its speed: the first flight lasts 2e√(v² + 2gh) / g, each later one e times as long as the one before it, and
/// each is softer.
/// </summary>
/// <param name="usual">What is usual here.</param>
public sealed class FlightOdds(KeptTimes usual)
{
    private const double Gravity = 9.81,
        FootHeight = 0.35;

    // What is usual anywhere, in seconds, and of what a bounce keeps.
    private const double UsualTouch = 0.5,
        UsualFall = 0.65,
        UsualDown = 0.55,
        UsualUp = 0.33,
        UsuallyKept = 0.66,
        LeastKept = 0.38,
        MostKept = 0.85;

    // How far the logarithm of an interval spreads where it is known what is usual here, and where it is not.
    private const double OfTouches = 0.13,
        OfTheFall = 0.12,
        OfLetBounce = 0.17,
        OfTheFirst = 0.1,
        OfLater = 0.06;

    private const double OfTouchesUnknown = 0.3,
        OfTheFallUnknown = 0.5,
        OfTheFirstUnknown = 0.27,
        OfLaterUnknown = 0.1;

    // The worst that an interval can be worth: something else may have happened.
    private const double WorstTouch = -2.7,
        WorstFall = -7,
        WorstFlight = -3;

    // That an interval is like the last one, that a ball falls, that a bounce follows on one of which it is not known whence it came, that
    // a sound of the pattern is left out.
    private const double LikeTheLast = -0.15,
        Falling = -0.6,
        FromNowhere = -1,
        LeftOut = -1.5;

    // How far the decibels of bounces spread, and what it is worth that each is softer.
    private const double Decibels = 3,
        MostSofter = 0.7,
        LeastSofter = -1;

    private readonly double _touch = Math.Log(usual.Touch > 0 ? usual.Touch : UsualTouch),
        _down = Math.Log(usual.Down > 0 ? usual.Down : UsualDown),
        _up = Math.Log(usual.Up > 0 ? usual.Up : UsualUp),
        _kept = Math.Log(usual.Kept > 0 ? Math.Clamp(usual.Kept, LeastKept, MostKept) : UsuallyKept),
        _falls = Math.Log(
            usual.Touch > 0 ? (usual.Touch / 2) + Math.Sqrt((usual.Touch * usual.Touch / 4) + (2 * FootHeight / Gravity)) : UsualFall
        );

    /// <summary>From a touch to the next one.</summary>
    /// <param name="gap">The logarithm of the seconds.</param>
    /// <param name="before">That of the interval before it, if that was from touch to touch as well.</param>
    /// <param name="isPattern">False where the pattern lets the ball bounce between any two.</param>
    public double Touches(double gap, double? before, bool isPattern = true)
    {
        var asUsual =
            usual.Touch > 0 || before is null
                ? Bell(gap - _touch, usual.Touch > 0 ? OfTouches : OfTouchesUnknown)
                : double.NegativeInfinity;
        var asLast = before is { } last ? Bell(gap - last, OfTouches) + LikeTheLast : double.NegativeInfinity;
        return Math.Max(WorstTouch, Math.Max(asUsual, asLast)) + (isPattern ? 0 : LeftOut);
    }

    /// <summary>From the last touch to the floor.</summary>
    /// <param name="gap">The logarithm of the seconds.</param>
    public double Falls(double gap) => Falling + Math.Max(WorstFall, Bell(gap - _falls, usual.Touch > 0 ? OfTheFall : OfTheFallUnknown));

    /// <summary>From a touch to the floor where the pattern lets the ball bounce.</summary>
    /// <param name="gap">The logarithm of the seconds.</param>
    public double Down(double gap) => Math.Max(WorstTouch, Bell(gap - _down, usual.Down > 0 ? OfLetBounce : OfTouchesUnknown));

    /// <summary>From the floor to a touch there, or to the next but one where the one between was not heard.</summary>
    /// <param name="gap">The logarithm of the seconds.</param>
    public double Up(double gap) =>
        Math.Max(
            WorstTouch,
            Math.Max(
                Bell(gap - _up, usual.Up > 0 ? OfLetBounce : OfTouchesUnknown),
                usual is { Up: > 0, Down: > 0 }
                    ? Bell(gap - Math.Log(UpLater(usual)), OfLetBounce) + (2 * LeftOut)
                    : double.NegativeInfinity
            )
        );

    /// <summary>Seconds from the floor to the next touch but one: up, and the whole of it once more.</summary>
    public static double UpLater(KeptTimes usual) => (2 * usual.Up) + usual.Down;

    /// <summary>The first flight after the floor.</summary>
    /// <param name="part">The logarithm of the part of its speed that was kept, as <see cref="Part"/> has it.</param>
    /// <param name="isPattern">True where the pattern lets the ball bounce: that it falls is seen only now.</param>
    public double First(double part, bool isPattern = false) =>
        Math.Max(WorstFlight, Bell(part - _kept, usual.Kept > 0 ? OfTheFirst : OfTheFirstUnknown)) + (isPattern ? Falling : 0);

    /// <summary>A later flight.</summary>
    /// <param name="ratio">The logarithm of how much of the one before it it lasts; nothing where no flight was seen before it.</param>
    public double Later(double? ratio) =>
        ratio is { } lasts ? Math.Max(WorstFlight, Bell(lasts - _kept, usual.Kept > 0 ? OfLater : OfLaterUnknown)) : FromNowhere;

    /// <summary>That a bounce is softer than the one before it.</summary>
    /// <param name="decibels">By how much it is louder.</param>
    public double Softer(double decibels)
    {
        var off = (decibels - (20 / Math.Log(10) * _kept)) / Decibels;
        return Math.Max(LeastSofter, MostSofter - (off * off / 2));
    }

    /// <summary>The logarithm of the part of its speed that a bounce kept, if a ball came down so many seconds after a touch and was on the
    /// floor again after so many more.</summary>
    /// <remarks>With d the way up and down, w = √(v² + 2gh) is (gd + 2h/d) / 2, from d = (v + w) / g and w² = v² + 2gh.</remarks>
    public static double Part(double down, double flight) => Math.Log(flight * Gravity / ((Gravity * down) + (2 * FootHeight / down)));

    // The density of a bell over the logarithm of an interval, over that of the usual interval between touches at its highest.
    private static double Bell(double off, double spread) => (-off * off / (2 * spread * spread)) + Math.Log(OfTouches / spread);
}
