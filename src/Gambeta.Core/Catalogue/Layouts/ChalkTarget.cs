using System.Collections.Immutable;
using Gambeta.Core.Base.Distances;

namespace Gambeta.Core.Catalogue.Layouts;

/// <summary>Heights on a body that somebody chalking a wall can find without a tape.</summary>
public enum BodyHeight
{
    /// <summary>The floor.</summary>
    [Key("floor")]
    Floor,

    /// <summary>The ankle.</summary>
    [Key("ankle")]
    Ankle,

    /// <summary>The knee.</summary>
    [Key("knee")]
    Knee,

    /// <summary>The hip.</summary>
    [Key("hip")]
    Hip,

    /// <summary>The chest.</summary>
    [Key("chest")]
    Chest,

    /// <summary>The top of the head.</summary>
    [Key("head")]
    Head,
}

/// <summary>A square chalked on a wall.</summary>
/// <param name="Number">Its number, from 1: its place among those asked for, the same on the plan, the board and in the points.</param>
/// <param name="Right">Its middle, in metres to the right of the wall's middle.</param>
/// <param name="Bottom">Its lower edge, in metres above the floor.</param>
/// <param name="Size">Its side, in metres.</param>
/// <param name="Points">What a hit is worth.</param>
public sealed record ChalkTarget(int Number, double Right, double Bottom, double Size, int Points)
{
    /// <summary>The body height nearest to its lower edge, for a player of a height in metres.</summary>
    public BodyHeight At(double height) => Enum.GetValues<BodyHeight>().MinBy(part => Math.Abs((Share(part) * height) - Bottom));

    // Landmark heights as shares of the standing height, as commonly given in anthropometry.
    private static double Share(BodyHeight part) =>
        part switch
        {
            BodyHeight.Ankle => 0.04,
            BodyHeight.Knee => 0.28,
            BodyHeight.Hip => 0.52,
            BodyHeight.Chest => 0.72,
            BodyHeight.Head => 1,
            _ => 0,
        };
}

/// <summary>Targets for a wall, by age and distance.</summary>
/// <param name="Targets">The squares, low ones first.</param>
/// <param name="Stray">The degrees by which a pass from straight in front may stray to either side and still strike within a low one, as it
/// is drawn.</param>
/// <param name="LeftOut">How many of those asked for the wall has no room for.</param>
public sealed record ChalkTargets(ImmutableArray<ChalkTarget> Targets, double Stray, int LeftOut)
{
    /// <summary>Smallest and largest square, in metres: two balls wide, and what one arm can chalk.</summary>
    public const double Smallest = 0.45,
        Largest = 1.2;

    /// <summary>Clear wall between two squares, in metres.</summary>
    public const double Apart = 0.3;

    /// <summary>
    /// Squares for a player of an age in years at a distance in metres. A low one is as wide as a pass that strays by
    /// <see cref="StrayAt"/> to either side needs, to the next 5 cm, and stands on the floor, where ground passes arrive.
    /// Every third is a high one for lofted balls, half as large again, its lower edge at hip height or clear above the low ones,
    /// whichever is higher. Points: one for the low one straight ahead, two for those beside it, three for a high one.
    /// What the wall has no room for is left out, and its number with it.
    /// </summary>
    public static ChalkTargets For(int age, double distance, int count, double wallWidth, double wallHeight)
    {
        var low = Math.Clamp(Math.Ceiling((2 * distance * Math.Tan(StrayAt(age) * Math.PI / 180) / 0.05) - 1e-9) * 0.05, Smallest, Largest);
        var high = Math.Min(Rounded.To(low * 1.5, 2), Largest);
        var bottom = Math.Max(Rounded.To(0.52 * Pace.UsualHeight(age), 1), Rounded.To(low + Apart, 2));
        var targets = new List<ChalkTarget>();
        for (var i = 0; i < count; i++)
        {
            var (isHigh, row) = (i % 3 == 2, i % 3 == 2 ? i / 3 : i - (i / 3));
            // The middle first, then right and left in turn, farther each time.
            var right = (row + 1) / 2 * (row % 2 == 1 ? 1 : -1) * ((isHigh ? high : low) + Apart);
            var (size, from) = isHigh ? (high, bottom) : (low, 0);
            if (Math.Abs(right) + (size / 2) > (wallWidth / 2) + LayoutCheck.Tolerance || from + size > wallHeight + LayoutCheck.Tolerance)
                continue;
            targets.Add(new ChalkTarget(i + 1, right, from, size, PointsOf(i)));
        }
        return new([.. targets], Math.Atan2(low / 2, distance) * 180 / Math.PI, count - targets.Count);
    }

    /// <summary>What a hit of a target is worth, by its place from 0: three for every third, a high one; one straight ahead; two beside
    /// it.</summary>
    public static int PointsOf(int place) =>
        place % 3 == 2 ? 3
        : place == 0 ? 1
        : 2;

    /// <summary>
    /// The degrees to either side that a square forgives at an age: 7 at six years, half a degree less each year, 3 from fourteen on.
    /// The household's own rule, so that a beginner hits about every other time; eight of ten mean: step back or draw it smaller.
    /// </summary>
    public static double StrayAt(int age) => Math.Clamp(10 - (age / 2.0), 3, 7);
}
