using Gambeta.Core;
using Gambeta.Core.Touches;
using Gambeta.Core.TouchMaps;

namespace Gambeta.Web.Drawing;

/// <summary>A map in words: for the list beside it and for whoever cannot see it.</summary>
public static class MapWords
{
    /// <summary>Where a touch sends the ball.</summary>
    public static string Way(BallMove move) => move switch
    {
        BallMove.Stay => "the ball stays",
        BallMove.Back => "pulls it back",
        BallMove.Away => "sends it ahead",
        BallMove.Across => "across to the other foot",
        BallMove.Out => "out to the side",
        BallMove.Behind => "behind the standing leg",
        BallMove.Inward => "ahead and in",
        BallMove.Outward => "ahead and out",
        BallMove.Up => "lifts it",
        BallMove.Goal => "at the target",
        _ => "to the wall",
    };

    /// <summary>The side of a touch with a space behind it; nothing for head and chest, which have none.</summary>
    public static string Side(Touch touch) => touch.Surface is Surface.Head or Surface.Chest ? "" : touch.Foot.ToWords() + " ";

    /// <summary>A step that is no touch.</summary>
    public static string Step(Beat beat) => beat switch
    {
        Shown { Sham: Sham.Over } => "sweeps over it, inside to outside, no touch",
        Shown { Sham: Sham.Round } => "goes round it, outside to inside, no touch",
        Shown { Sham: Sham.Fake } => "swings and stops, no touch",
        Shown { Sham: Sham.Dip } => "shoulder drops, no touch",
        Between { Happening: Happening.Hand } => "from your own hand",
        Between { Happening: Happening.Server } => "from a helper's hands",
        Between { Happening: Happening.Bounce } => "bounces once",
        Between { Happening: Happening.Catch } => "caught",
        _ => "turn round",
    };

    /// <summary>The text alternative.</summary>
    public static string Alternative(TouchMap map) =>
        (map.View == MapView.Floor ? "The floor from above: " : "From the side: ")
        + string.Join("; ", map.Stops.Select(stop => $"{stop.Number} {Side(stop.Touch)}{stop.Touch.Surface.ToWords()}, {Way(stop.Touch.Move)}"));
}
