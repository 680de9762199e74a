using Gambeta.Core;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.TouchMaps;

namespace Gambeta.Web.TouchMaps;

/// <summary>A map in words: for the list beside it and for whoever cannot see it.</summary>
public static class MapWords
{
    /// <summary>Where a touch sends the ball.</summary>
    public static string Way(BallMove move) =>
        move switch
        {
            BallMove.Stay => Say("pictures.the-ball-stays"),
            BallMove.Back => Say("pictures.pulls-it-back"),
            BallMove.Away => Say("pictures.sends-it-ahead"),
            BallMove.Across => Say("pictures.across-to-the-other-foot"),
            BallMove.Out => Say("pictures.out-to-the-side"),
            BallMove.Behind => Say("pictures.behind-the-standing-leg"),
            BallMove.Inward => Say("pictures.ahead-and-in"),
            BallMove.Outward => Say("pictures.ahead-and-out"),
            BallMove.Up => Say("pictures.lifts-it"),
            BallMove.Goal => Say("pictures.at-the-target"),
            _ => Say("pictures.to-the-wall"),
        };

    /// <summary>The side of a touch with a space behind it; nothing for head and chest, which have none.</summary>
    public static string Side(Touch touch) => !SurfaceTraits.Of(touch.Surface).HasASide ? "" : touch.Foot.Label() + " ";

    /// <summary>What is written at a mark of the map.</summary>
    public static string Mark(MapMark mark) => SayLabel("map-mark", mark.Key);

    /// <summary>A step that is no touch.</summary>
    public static string Step(Beat beat) =>
        beat switch
        {
            Shown { Sham: Sham.Over } => Say("pictures.sweeps-over-it-inside-to"),
            Shown { Sham: Sham.Round } => Say("pictures.goes-round-it-outside-to"),
            Shown { Sham: Sham.Fake } => Say("pictures.swings-and-stops-no-touch"),
            Shown { Sham: Sham.Step } => Say("pictures.is-set-down-no-touch"),
            Shown { Sham: Sham.Dip } => Say("pictures.shoulder-drops-no-touch"),
            Between { Happening: Happening.Hand } => Say("pictures.from-your-own-hand"),
            Between { Happening: Happening.Server } => Say("pictures.from-a-helpers-hands"),
            Between { Happening: Happening.Bounce } => Say("pictures.bounces-once"),
            Between { Happening: Happening.Catch } => Say("pictures.caught"),
            Between { Happening: Happening.Rolled } => Say("pictures.rolled-by-a-helper"),
            Between { Happening: Happening.Run } => Say("pictures.run-without-the-ball"),
            _ => Say("pictures.turn-round"),
        };

    /// <summary>The text alternative.</summary>
    public static string Alternative(TouchMap map) =>
        (
            map.Stops.IsEmpty
                ? string.Join("; ", map.Marks.Select(mark => $"{mark.Foot?.Label()} {Mark(mark)}"))
                : string.Join(
                    "; ",
                    map.Stops.Select(stop => $"{stop.Number} {Side(stop.Touch)}{stop.Touch.Surface.Label()}, {Way(stop.Touch.Move)}")
                )
        )
            is var touches
        && map.View == MapView.Floor
            ? Say("pictures.the-floor-from-above", ("touches", touches))
            : Say("pictures.from-the-side", ("touches", touches));
}
