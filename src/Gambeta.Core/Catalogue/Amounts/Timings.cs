using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Catalogue.Layouts;

namespace Gambeta.Core.Catalogue.Amounts;

/// <summary>
/// Every time on a run sheet that is no work: the sums of a sheet, the screen and the made-up players all take them from here. They are the
/// household's own rules, so that minutes hold in the yard.
/// </summary>
public static class Timings
{
    /// <summary>Seconds to get from the screen to the ball.</summary>
    public const int GetReady = 6;

    /// <summary>Shortest pause in which a foot can be changed, in seconds, for doses that have no rest.</summary>
    public const int ShortestSwap = 5;

    /// <summary>Seconds between two drills at least: say how it went, drink, look at what comes.</summary>
    public const int BetweenDrills = 25;

    /// <summary>So many seconds before a pause ends, what comes next is said.</summary>
    public const int SaidBefore = 6;

    /// <summary>Rounds shorter than this, in seconds, have no half-way sound: it would drown in the others.</summary>
    public const int ShortestWithHalf = 20;

    /// <summary>Seconds between two tries, to fetch the ball and start again.</summary>
    public const int FetchTheBall = 4;

    /// <summary>Seconds in which two change places: one walks out, the other one walks in and looks up.</summary>
    public const int ChangePlayers = 8;

    /// <summary>Seconds in which one of two says how a drill was, before the other one does.</summary>
    public const int OneOfTwoSays = 15;

    /// <summary>Fetching the things to lay out, and finding the start.</summary>
    public static readonly TimeSpan FetchTheThings = TimeSpan.FromSeconds(15);

    /// <summary>Putting one marker down and looking at it.</summary>
    public static readonly TimeSpan AMarker = TimeSpan.FromSeconds(5);

    /// <summary>Walking with things in the hands, in metres a second.</summary>
    public const double WalkingSpeed = 1;

    /// <summary>The rest of a dose, long enough to change the foot where it changes.</summary>
    public static TimeSpan Rest(Dose dose, bool swaps) =>
        swaps && dose.Rest.TotalSeconds < ShortestSwap ? TimeSpan.FromSeconds(ShortestSwap) : dose.Rest;

    /// <summary>The pause after a drill, in seconds, when another one follows: at least <see cref="BetweenDrills"/>, and as long as its own
    /// rests.</summary>
    public static int After(Dose dose) => Math.Max(BetweenDrills, (int)dose.Rest.TotalSeconds);

    /// <summary>The time to lay the yard anew, to the next five seconds: a fetch, a while for each marker, and the walk from one to the
    /// next. None where nothing is laid.</summary>
    public static TimeSpan Laying(Layout? layout)
    {
        if (layout is null)
            return TimeSpan.Zero;
        var (walk, at) = (0.0, layout.Start);
        foreach (var marker in layout.Markers)
        {
            walk += at.DistanceTo(marker);
            at = marker;
        }
        var seconds = (FetchTheThings + (AMarker * layout.Markers.Length)).TotalSeconds + (walk / WalkingSpeed);
        return TimeSpan.FromSeconds(Math.Ceiling(seconds / 5) * 5);
    }
}
