using Gambeta.Core.Base.Distances;

namespace Gambeta.Core.Catalogue.Layouts;

/// <summary>Whether a layout has room.</summary>
public enum FitKind
{
    /// <summary>As it is.</summary>
    [Key("fits")]
    Fits,

    /// <summary>Smaller, as a layout of its own.</summary>
    [Key("fits smaller")]
    FitsSmaller,

    /// <summary>Not even at the least size that can be run.</summary>
    [Key("does not fit")]
    DoesNotFit,

    /// <summary>It is played at a wall, and the space has none.</summary>
    [Key("no wall")]
    NoWall,

    /// <summary>Placed by hand, it sticks out of the space.</summary>
    [Key("sticks out")]
    SticksOut,
}

/// <summary>How a layout lies in a space.</summary>
/// <param name="Kind">Whether it has room.</param>
/// <param name="Percent">The size at which it has, in whole percent; 100 as it is; 0 where it has none.</param>
/// <param name="SpareAcross">What is to spare from left to right at that size, in metres; below zero, what lacks at full size.</param>
/// <param name="SpareAlong">The same from near to far.</param>
/// <param name="Angle">By how much it is turned counter-clockwise in the space, in radians.</param>
/// <param name="Placed">The layout at that size where it lies, from the space's near left corner; at full size in the middle where it has
/// no room.</param>
public sealed record Fit(FitKind Kind, int Percent, double SpareAcross, double SpareAlong, double Angle, Layout Placed)
{
    /// <summary>Below this size, in percent, a layout is another drill.</summary>
    public const int LeastPercent = 50;

    /// <summary>What is to spare either way.</summary>
    public double Spare => Math.Min(SpareAcross, SpareAlong);

    /// <summary>
    /// Places a layout with its margins in a space, at any angle; one with a wall at the space's wall, square to it.
    /// Exact: a layout that needs exactly the space fits. Sizes go by whole percent, the largest that fits.
    /// </summary>
    /// <exception cref="ArgumentException">The layout cannot be run.</exception>
    public static Fit Of(Layout layout, RunOff runOff, Space space)
    {
        var (course, problems) = Course.Of(layout);
        if (course is null)
            throw new ArgumentException($"This layout cannot be run: {problems[0].Kind}.", nameof(layout));
        if (layout.WallAhead is not null && space.Wall is null)
            return Place(FitKind.NoWall, 0, 0, Footprint.Of(layout, course, runOff));
        var whole = At(100);
        if (whole.Spare >= -LayoutCheck.Tolerance)
            return Place(FitKind.Fits, 100, whole.Angle, whole.Footprint);

        // What fits at a size fits at every smaller one: the whole thing shrinks towards its finish.
        var (fits, tooBig) = (
            Math.Max(LeastPercent, (int)Math.Ceiling(LayoutCheck.LeastClearance / layout.Clearance * 100 - 1e-9)) - 1,
            100
        );
        var best = whole;
        while (tooBig - fits > 1)
        {
            var middle = (fits + tooBig) / 2;
            var tried = At(middle);
            if (tried.Spare >= -LayoutCheck.Tolerance)
                (fits, best) = (middle, tried);
            else
                tooBig = middle;
        }
        return best == whole
            ? Place(FitKind.DoesNotFit, 0, whole.Angle, whole.Footprint)
            : Place(FitKind.FitsSmaller, fits, best.Angle, best.Footprint);

        (double Angle, double Spare, Footprint Footprint) At(int percent)
        {
            // Each size is run for itself: where the string passes a marker by a hair, rounding may decide otherwise there, and the way
            // home with it.
            var laid = percent == 100 ? layout : layout.Scaled(percent / 100.0);
            var footprint = Footprint.Of(laid, percent == 100 ? course : Course.Of(laid).Course ?? course, runOff);
            if (layout.WallAhead is { } wall)
            {
                var (turn, spare) = AtWall(footprint, wall * percent / 100);
                return (turn, Math.Min(spare.Across, spare.Along), footprint);
            }
            // The layout's direction that comes to lie across is turned back onto it.
            var (across, least) = footprint.Best(space.Width, space.Length);
            return (-across, least, footprint);
        }

        // Square to the wall: across it as wide as the wall, along as deep as the space.
        (double Angle, (double Across, double Along)) AtWall(Footprint footprint, double wall)
        {
            var at = space.Wall!;
            var deep = at.Side is SpaceSide.Near or SpaceSide.Far ? space.Length : space.Width;
            return (
                AngleTo(at.Side),
                (Math.Min(at.Width, space.SideLength(at.Side)) - footprint.Size(0).Width, deep - wall - footprint.Reach(-Math.PI / 2))
            );
        }

        Fit Place(FitKind kind, int percent, double angle, Footprint footprint)
        {
            var placed = percent is 0 or 100 ? layout : layout.Scaled(percent / 100.0);
            if (placed.WallAhead is { } wall && space.Wall is { } at)
            {
                var (turn, spare) = AtWall(footprint, wall);
                var middle = (footprint.Reach(0) - footprint.Reach(Math.PI)) / 2;
                return new Fit(
                    kind,
                    percent,
                    spare.Across,
                    spare.Along,
                    turn,
                    placed.Moved(turn, Foot(at.Side) - new Spot(middle, wall).Turned(turn))
                );
            }
            var (width, length) = footprint.Size(-angle);
            var (across, along) = (space.Width - width, space.Length - length);
            var near = new Spot(footprint.Reach(Math.PI - angle), footprint.Reach((-Math.PI / 2) - angle));
            return new Fit(kind, percent, across, along, angle, placed.Moved(angle, near + new Spot(across / 2, along / 2)));
        }

        Spot Foot(SpaceSide side) =>
            side switch
            {
                SpaceSide.Near => new(space.Width / 2, 0),
                SpaceSide.Right => new(space.Width, space.Length / 2),
                SpaceSide.Left => new(0, space.Length / 2),
                _ => new(space.Width / 2, space.Length),
            };
    }

    /// <summary>
    /// A layout as it lies, placed by hand from the space's near left corner: what is to spare to the nearer side each way, below zero
    /// where it sticks out. Nothing is moved.
    /// </summary>
    /// <exception cref="ArgumentException">The layout cannot be run.</exception>
    public static Fit AsItLies(Layout layout, RunOff runOff, Space space)
    {
        var (course, problems) = Course.Of(layout);
        if (course is null)
            throw new ArgumentException($"This layout cannot be run: {problems[0].Kind}.", nameof(layout));
        var footprint = Footprint.Of(layout, course, runOff);
        // How far it reaches to the left of the corner's line is what lacks there.
        var across = Math.Min(-footprint.Reach(Math.PI), space.Width - footprint.Reach(0));
        var along = Math.Min(-footprint.Reach(-Math.PI / 2), space.Length - footprint.Reach(Math.PI / 2));
        var fits = Math.Min(across, along) >= -LayoutCheck.Tolerance;
        return new Fit(fits ? FitKind.Fits : FitKind.SticksOut, fits ? 100 : 0, across, along, 0, layout);
    }

    private static double AngleTo(SpaceSide side) =>
        side switch
        {
            SpaceSide.Near => Math.PI,
            SpaceSide.Right => -Math.PI / 2,
            SpaceSide.Left => Math.PI / 2,
            _ => 0,
        };
}
