using System.Collections.Immutable;

namespace Gambeta.Core.Base.Touches;

/// <summary>What is true of a surface wherever it is met: a row a surface. A test says which one is missing, and what a row
/// lacks.</summary>
/// <param name="Key">The surface.</param>
/// <param name="IsOfTheFoot">True for a part of the foot; the others meet the ball in the air.</param>
public sealed record SurfaceTraits(Surface Key, bool IsOfTheFoot)
{
    /// <summary>Where the middle of the ball is when a right shoe meets it on the floor, in centimetres from the heel, to the right and
    /// ahead.</summary>
    public (double Right, double Ahead) OnFloor { get; init; } = (0, 38);

    /// <summary>At which height it meets the ball in the air, in centimetres; nothing where that hangs on what is done with it.</summary>
    public double? Height { get; init; }

    /// <summary>False where touches count for neither foot and for no target: the head.</summary>
    public bool Counts { get; init; } = true;

    /// <summary>True where there is a left one and a right one.</summary>
    public bool HasASide { get; init; } = true;

    /// <summary>True where a touch that leaves the ball where it is strikes it all the same, so that it can be heard.</summary>
    public bool StrikesInPlace { get; init; }

    /// <summary>True where it rolls the ball and never strikes it.</summary>
    public bool OnlyRolls { get; init; }

    /// <summary>All of them, in the order of <see cref="Surface"/>.</summary>
    public static readonly ImmutableArray<SurfaceTraits> All =
    [
        new(Surface.Inside, true) { OnFloor = (-12, 17), StrikesInPlace = true },
        new(Surface.Outside, true) { OnFloor = (14, 19), StrikesInPlace = true },
        new(Surface.Sole, true)
        {
            OnFloor = (0, 33),
            Height = BallOnTheFloor,
            OnlyRolls = true,
        },
        new(Surface.Laces, true) { StrikesInPlace = true },
        new(Surface.Toe, true) { OnFloor = (0, 40) },
        new(Surface.Heel, true) { OnFloor = (0, -9) },
        new(Surface.Thigh, false) { Height = 70 },
        new(Surface.Chest, false) { Height = 105, HasASide = false },
        new(Surface.Head, false)
        {
            Height = 132,
            HasASide = false,
            Counts = false,
        },
        new(Surface.Shoulder, false) { Height = 112 },
    ];

    /// <summary>The height of the middle of a ball that lies on the floor, in centimetres.</summary>
    public const double BallOnTheFloor = 10;

    /// <summary>The row of a surface.</summary>
    public static SurfaceTraits Of(Surface surface) => All[(int)surface];
}
