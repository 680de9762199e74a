using System.Collections.Immutable;
using Gambeta.Core.Base.Things;

namespace Gambeta.Core.Catalogue.Layouts;

/// <summary>Kinds of floor.</summary>
public enum Ground
{
    /// <summary>Wood, laminate, linoleum.</summary>
    [Key("smooth floor")]
    SmoothFloor,

    /// <summary>A carpet or mats.</summary>
    [Key("carpet")]
    Carpet,

    /// <summary>Tiles or flagstones.</summary>
    [Key("tiles")]
    Tiles,

    /// <summary>Concrete or asphalt.</summary>
    [Key("concrete")]
    Concrete,

    /// <summary>Grass.</summary>
    [Key("grass")]
    Grass,

    /// <summary>Artificial grass.</summary>
    [Key("artificial grass")]
    ArtificialGrass,

    /// <summary>Earth, sand or gravel.</summary>
    [Key("earth")]
    Earth,
}

/// <summary>The sides of a space, seen from where one comes in.</summary>
public enum SpaceSide
{
    /// <summary>Where one comes in.</summary>
    [Key("near")]
    Near,

    /// <summary>At the right hand.</summary>
    [Key("right")]
    Right,

    /// <summary>Opposite.</summary>
    [Key("far")]
    Far,

    /// <summary>At the left hand.</summary>
    [Key("left")]
    Left,
}

/// <summary>What lies behind a side of a space.</summary>
public enum Behind
{
    /// <summary>Room to run out.</summary>
    [Key("open ground")]
    OpenGround,

    /// <summary>A wall or a fence that stops a player.</summary>
    [Key("wall or fence")]
    WallOrFence,

    /// <summary>A hedge or bushes.</summary>
    [Key("hedge")]
    Hedge,

    /// <summary>Windows or glass doors.</summary>
    [Key("glass")]
    Glass,

    /// <summary>Steps, a kerb or an edge.</summary>
    [Key("step or kerb")]
    StepOrKerb,

    /// <summary>A road.</summary>
    [Key("road")]
    Road,

    /// <summary>A pond or a pool.</summary>
    [Key("water")]
    Water,

    /// <summary>The neighbours.</summary>
    [Key("neighbours")]
    Neighbours,

    /// <summary>Furniture, pots, things that break.</summary>
    [Key("breakables")]
    Breakables,
}

/// <summary>A wall to play against, in the middle of a side.</summary>
/// <param name="Side">Which side.</param>
/// <param name="Width">How wide, in metres.</param>
/// <param name="Height">How high, in metres.</param>
public sealed record SpaceWall(SpaceSide Side, double Width, double Height);

/// <summary>A rectangle to play in. Ahead is away from the side where one comes in.</summary>
public sealed record Space
{
    /// <summary>The shortest side, in metres.</summary>
    public const double LeastSide = 0.5;

    /// <summary>The longest side, in metres.</summary>
    public const double MostSide = 120;

    /// <summary>What the household calls it.</summary>
    public required string Name { get; init; }

    /// <summary>Indoors, patio or garden.</summary>
    public required Places Kind { get; init; }

    /// <summary>From left to right, in metres.</summary>
    public required double Width { get; init; }

    /// <summary>From near to far, in metres.</summary>
    public required double Length { get; init; }

    /// <summary>What one stands on.</summary>
    public Ground Ground { get; init; } = Ground.Grass;

    /// <summary>The wall to play against; nothing where there is none.</summary>
    public SpaceWall? Wall { get; init; }

    /// <summary>What lies behind near, right, far and left, in this order.</summary>
    public ImmutableArray<Behind> Behind { get; init; } =
    [
        Catalogue.Layouts.Behind.OpenGround,
        Catalogue.Layouts.Behind.OpenGround,
        Catalogue.Layouts.Behind.OpenGround,
        Catalogue.Layouts.Behind.OpenGround,
    ];

    /// <summary>True for a length that a side can have.</summary>
    public static bool IsSide(double metres) => metres is >= LeastSide and <= MostSide;

    /// <summary>How long a side is, in metres.</summary>
    public double SideLength(SpaceSide side) => side is SpaceSide.Near or SpaceSide.Far ? Width : Length;
}
