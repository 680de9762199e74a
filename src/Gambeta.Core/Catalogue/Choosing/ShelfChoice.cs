using System.Collections.Immutable;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;

namespace Gambeta.Core.Catalogue.Choosing;

/// <summary>What somebody looks for on the shelf. What is nothing or empty narrows nothing.</summary>
public sealed record ShelfChoice
{
    /// <summary>Rooms that people have: width and length in metres.</summary>
    public static readonly ImmutableArray<Floor> Rooms = [new(1, 1.5), new(2, 2), new(3, 4), new(5, 8)];

    /// <summary>Minutes that people have, rests included.</summary>
    public static readonly ImmutableArray<int> MinutesAtHand = [3, 5, 10];

    /// <summary>Ages that are asked for, in years.</summary>
    public static readonly ImmutableArray<int> Ages = [8, 10, 12, 14];

    /// <summary>Only this family.</summary>
    public Family? Family { get; init; }

    /// <summary>All of these surfaces meet the ball.</summary>
    public ImmutableHashSet<Surface> Surfaces { get; init; } = [];

    /// <summary>Only drills that share themselves so between the feet.</summary>
    public FeetPlan? Feet { get; init; }

    /// <summary>Playable at one of these places.</summary>
    public Places Place { get; init; }

    /// <summary>What is at hand besides the ball; nothing when nobody said. It hides no card: it says what is missing.</summary>
    public ImmutableHashSet<GearKind>? Gear { get; init; }

    /// <summary>Fits on this floor.</summary>
    public Floor? Room { get; init; }

    /// <summary>Done within so many minutes, rests included.</summary>
    public int? Minutes { get; init; }

    /// <summary>Makes sense from this level or an earlier one.</summary>
    public Level? Level { get; init; }

    /// <summary>Allowed at this age.</summary>
    public int? Age { get; init; }

    /// <summary>Against an opponent who stands here.</summary>
    public Opponent? Opponent { get; init; }

    /// <summary>Only double moves.</summary>
    public bool DoubleMoves { get; init; }

    /// <summary>Words of which each begins a word on the card (name, purpose, surfaces, cues, gear), or another word of the field for
    /// it.</summary>
    public string Words { get; init; } = "";
}

/// <summary>A card on the shelf with the gear that is missing for it; none when nobody said what there is.</summary>
public sealed record ShelfCard(DrillCard Card, ImmutableArray<GearItem> Missing);

/// <summary>How many cards each choice would leave, everything else chosen as it is.</summary>
public sealed record ShelfCounts(
    ImmutableArray<int> Families,
    ImmutableArray<int> Surfaces,
    ImmutableArray<int> Feet,
    ImmutableArray<int> Places,
    ImmutableArray<int> Gear,
    ImmutableArray<int> Rooms,
    ImmutableArray<int> Minutes,
    ImmutableArray<int> Levels,
    ImmutableArray<int> Ages,
    ImmutableArray<int> Opponents,
    int DoubleMoves
);

/// <summary>What the shelf shows.</summary>
/// <param name="Ready">Cards for which everything is there.</param>
/// <param name="Lacking">Cards that fit but lack gear, those that lack least first.</param>
/// <param name="Counts">For each choice how many remain.</param>
/// <param name="HeadingOff">Cards that are left out because heading is off.</param>
/// <param name="ReadAs">The words as they were read, where one that no card knows was taken for the nearest that it does; nothing where all
/// were known.</param>
public sealed record ShelfView(
    ImmutableArray<ShelfCard> Ready,
    ImmutableArray<ShelfCard> Lacking,
    ShelfCounts Counts,
    int HeadingOff,
    string? ReadAs = null
);
