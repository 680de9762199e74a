using System.Collections.Immutable;
using Gambeta.Core.Base.Distances;

namespace Gambeta.Core.Catalogue.Layouts;

/// <summary>What can be wrong with a layout. A page words it.</summary>
public enum LayoutProblemKind
{
    /// <summary>The clearance is below <see cref="LayoutCheck.LeastClearance"/> or above <see cref="LayoutCheck.MostClearance"/>.</summary>
    [Key("clearance out of range")]
    ClearanceOutOfRange,

    /// <summary>More markers than <see cref="LayoutCheck.MostMarkers"/>.</summary>
    [Key("too many markers")]
    TooManyMarkers,

    /// <summary>More steps than <see cref="RunNotation.MostSteps"/>.</summary>
    [Key("too many steps")]
    TooManySteps,

    /// <summary>A marker, the start, the finish, a stop or the wall (the number of none) lies farther out than
    /// <see cref="LayoutCheck.Farthest"/>, or nowhere.</summary>
    [Key("too far out")]
    TooFarOut,

    /// <summary>Two markers are closer than twice the clearance: the string cannot pass between them.</summary>
    [Key("markers too close")]
    MarkersTooClose,

    /// <summary>A marker is closer to the start than the clearance.</summary>
    [Key("too close to start")]
    TooCloseToStart,

    /// <summary>A marker is closer to the finish than the clearance.</summary>
    [Key("too close to finish")]
    TooCloseToFinish,

    /// <summary>A marker is closer to a spot that the run goes over than the clearance.</summary>
    [Key("too close to stop")]
    TooCloseToStop,

    /// <summary>The same marker is passed twice running on different sides.</summary>
    [Key("both sides at once")]
    BothSidesAtOnce,

    /// <summary>A marker or the run lies behind the wall.</summary>
    [Key("crosses wall")]
    CrossesWall,

    /// <summary>The string cannot be laid at all.</summary>
    [Key("no way")]
    NoWay,
}

/// <summary>Something wrong with a layout.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="First">The number of the marker it is about, from 1; 0 where it is about none.</param>
/// <param name="Second">The other marker, where there are two.</param>
/// <param name="Metres">The distance that is too small, in metres.</param>
public sealed record LayoutProblem(LayoutProblemKind Kind, int First = 0, int Second = 0, double Metres = 0);

/// <summary>Says what keeps a layout from being run.</summary>
public static class LayoutCheck
{
    /// <summary>Least clearance in metres: a ball's width and a foot.</summary>
    public const double LeastClearance = 0.2;

    /// <summary>Most clearance in metres.</summary>
    public const double MostClearance = 3;

    /// <summary>Most markers of one layout.</summary>
    public const int MostMarkers = 40;

    /// <summary>How far from the start a marker may lie, in metres each way.</summary>
    public const double Farthest = 100;

    /// <summary>What rounding may take off, in metres: a layout that needs exactly the room has it.</summary>
    public const double Tolerance = 1e-9;

    /// <summary>Everything that is wrong, the gravest first; empty when it can be run.</summary>
    public static ImmutableArray<LayoutProblem> Problems(Layout layout)
    {
        var bounds = Bounds(layout);
        if (!bounds.IsEmpty)
            return bounds;
        var problems = ImmutableArray.CreateBuilder<LayoutProblem>();
        // Where nobody runs nobody has to pass.
        if (!layout.Steps.IsEmpty)
            Passages(layout, problems);
        return problems.ToImmutable();
    }

    /// <summary>True when a layout lies within what can be drawn at all, whether or not it can be run.</summary>
    public static bool CanBeDrawn(Layout layout) => Bounds(layout).IsEmpty;

    private static ImmutableArray<LayoutProblem> Bounds(Layout layout)
    {
        if (!(layout.Clearance >= LeastClearance - Tolerance && layout.Clearance <= MostClearance + Tolerance))
            return [new(LayoutProblemKind.ClearanceOutOfRange, Metres: layout.Clearance)];
        if (layout.Markers.Length > MostMarkers)
            return [new(LayoutProblemKind.TooManyMarkers)];
        var problems = ImmutableArray.CreateBuilder<LayoutProblem>();
        for (var i = 0; i < layout.Markers.Length; i++)
        {
            var marker = layout.Markers[i];
            if (!(Math.Abs(marker.Right) <= Farthest && Math.Abs(marker.Ahead) <= Farthest))
                problems.Add(new(LayoutProblemKind.TooFarOut, i + 1));
            if (layout.WallAhead is { } wall && marker.Ahead > wall + Tolerance)
                problems.Add(new(LayoutProblemKind.CrossesWall, i + 1));
        }
        // A space is wide enough for any of them twice over: what lies farther out was never meant, and could not be drawn.
        if (layout.WallAhead is { } ahead && !(Math.Abs(ahead) <= Farthest))
            problems.Add(new(LayoutProblemKind.TooFarOut));
        foreach (var spot in layout.Steps.OfType<Over>().Select(over => over.Spot).Append(layout.Start).Append(layout.Finish))
        {
            if (!(Math.Abs(spot.Right) <= Farthest && Math.Abs(spot.Ahead) <= Farthest))
                problems.Add(new(LayoutProblemKind.TooFarOut));
        }
        if (layout.Steps.Length > RunNotation.MostSteps)
            problems.Add(new(LayoutProblemKind.TooManySteps));
        return [.. problems.Distinct()];
    }

    private static void Passages(Layout layout, ImmutableArray<LayoutProblem>.Builder problems)
    {
        for (var i = 0; i < layout.Markers.Length; i++)
        {
            var marker = layout.Markers[i];
            for (var j = i + 1; j < layout.Markers.Length; j++)
            {
                var apart = marker.DistanceTo(layout.Markers[j]);
                if (apart < (2 * layout.Clearance) - Tolerance)
                    problems.Add(new(LayoutProblemKind.MarkersTooClose, i + 1, j + 1, apart));
            }
            Near(LayoutProblemKind.TooCloseToStart, i, layout.Start);
            if (layout.Finish != layout.Start)
                Near(LayoutProblemKind.TooCloseToFinish, i, layout.Finish);
            foreach (var step in layout.Steps)
            {
                if (step is Over over && over.Spot != layout.Start && over.Spot != layout.Finish)
                    Near(LayoutProblemKind.TooCloseToStop, i, over.Spot);
            }
        }
        for (var i = 1; i < layout.Steps.Length; i++)
        {
            if (layout.Steps[i] is Past now && layout.Steps[i - 1] is Past before && now.Marker == before.Marker && now.Side != before.Side)
                problems.Add(new(LayoutProblemKind.BothSidesAtOnce, now.Marker + 1));
        }

        void Near(LayoutProblemKind kind, int i, Spot spot)
        {
            var apart = layout.Markers[i].DistanceTo(spot);
            if (apart < layout.Clearance - Tolerance)
                problems.Add(new(kind, i + 1, Metres: apart));
        }
    }
}
