using System.Collections.Immutable;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Layouts;

namespace Gambeta.Core.Catalogue.Safety;

/// <summary>The season at the household's place.</summary>
public enum Season
{
    /// <summary>March to May in the north.</summary>
    Spring,

    /// <summary>June to August in the north: heat.</summary>
    Summer,

    /// <summary>September to November in the north: wet leaves, early dusk.</summary>
    Autumn,

    /// <summary>December to February in the north: ice, early dusk.</summary>
    Winter,
}

/// <summary>What is looked at before the first touch. A page words it.</summary>
public enum FirstTouchKind
{
    /// <summary>A road behind a side: the ball must not get there, nobody runs after it.</summary>
    [Key("road behind")]
    RoadBehind,

    /// <summary>Water behind a side.</summary>
    [Key("water behind")]
    WaterBehind,

    /// <summary>Somebody grown up near, for a young player.</summary>
    [Key("somebody near")]
    SomebodyNear,

    /// <summary>Floor dry, even, clear.</summary>
    [Key("floor clear")]
    FloorClear,

    /// <summary>Glass behind a side.</summary>
    [Key("glass behind")]
    GlassBehind,

    /// <summary>Things that break behind a side.</summary>
    [Key("breakables behind")]
    BreakablesBehind,

    /// <summary>Steps, a kerb or an edge behind a side.</summary>
    [Key("edge behind")]
    EdgeBehind,

    /// <summary>The run-off behind the finish is free.</summary>
    [Key("run off free")]
    RunOffFree,

    /// <summary>The wall stands firm, nothing in front of it or on top.</summary>
    [Key("wall firm")]
    WallFirm,

    /// <summary>The goal is anchored, nobody before it.</summary>
    [Key("goal anchored")]
    GoalAnchored,

    /// <summary>A soft ball indoors.</summary>
    [Key("soft ball")]
    SoftBall,

    /// <summary>Shoes that grip, laces tied.</summary>
    [Key("shoes")]
    Shoes,

    /// <summary>No thunder to be heard.</summary>
    [Key("thunder")]
    Thunder,

    /// <summary>Ice and wet patches looked for.</summary>
    [Key("ice and wet")]
    IceAndWet,

    /// <summary>Light enough until the end.</summary>
    [Key("light")]
    Light,

    /// <summary>Shade and water in the heat.</summary>
    [Key("heat")]
    Heat,

    /// <summary>Water near.</summary>
    [Key("water near")]
    WaterNear,

    /// <summary>The neighbours know.</summary>
    [Key("neighbours know")]
    NeighboursKnow,
}

/// <summary>One thing to look at, at a side of the space where it is about one.</summary>
public sealed record FirstTouchItem(FirstTouchKind Kind, SpaceSide? Side = null)
{
    /// <summary>The stored word: "glass behind far", "shoes".</summary>
    public override string ToString() => Side is { } side ? $"{Kind.ToKey()} {side.ToKey()}" : Kind.ToKey();

    /// <summary>Reads the stored word; nothing where it is none, as of a day when other things were looked at.</summary>
    public static FirstTouchItem? Read(string stored) =>
        Keys.TryRead<FirstTouchKind>(stored, out var kind) ? new(kind)
        : stored.LastIndexOf(' ') is > 0 and var space
        && Keys.TryRead(stored[..space], out kind)
        && Keys.TryRead<SpaceSide>(stored[(space + 1)..], out var side)
            ? new(kind, side)
        : null;
}

/// <summary>The short check before the first touch, once a space and day.</summary>
public static class FirstTouchCheck
{
    /// <summary>Below this age in years somebody grown up is near. A figure of ours; a household may want more of it.</summary>
    public const int AloneFrom = 10;

    /// <summary>The season of a day; south of the equator half a year later.</summary>
    public static Season SeasonOf(DateOnly day, bool southern) => (Season)((((day.Month + 9) % 12 / 3) + (southern ? 2 : 0)) % 4);

    /// <summary>What to look at before some drills, each thing once, the gravest first.</summary>
    public static ImmutableArray<FirstTouchItem> Of(
        IEnumerable<DrillCard> cards,
        Space? space,
        int age,
        Season season,
        bool? indoors = null
    ) =>
        [
            .. cards
                .SelectMany(card => Of(card, space, age, season, indoors))
                .Distinct()
                .OrderBy(item => item.Kind)
                .ThenBy(item => item.Side),
        ];

    /// <summary>True where nobody wrote a space down and some drill may be played in a room as well as outdoors: then somebody has to say
    /// where it is.</summary>
    public static bool AsksWhere(IEnumerable<DrillCard> cards, Space? space) =>
        space is null && cards.Any(card => card.Places.HasFlag(Places.Indoors) && card.Places != Places.Indoors);

    /// <summary>What to look at before a drill, the gravest first.</summary>
    /// <param name="card">The drill.</param>
    /// <param name="space">Where it is played; nothing where no space is written down.</param>
    /// <param name="age">The player's age in years.</param>
    /// <param name="season">The season there.</param>
    /// <param name="said">Where no space is written down: whether it is in a room, once somebody said; until then both is looked
    /// at.</param>
    public static ImmutableArray<FirstTouchItem> Of(DrillCard card, Space? space, int age, Season season, bool? said = null)
    {
        var indoors = space is null ? said ?? card.Places == Places.Indoors : space.Kind == Places.Indoors;
        var items = new List<FirstTouchItem> { new(FirstTouchKind.FloorClear), new(FirstTouchKind.Shoes), new(FirstTouchKind.WaterNear) };
        if (age < AloneFrom)
            items.Add(new(FirstTouchKind.SomebodyNear));
        if (space is not null)
        {
            foreach (var side in Enum.GetValues<SpaceSide>())
            {
                if (KindOf(space.Behind[(int)side]) is { } kind)
                    items.Add(new(kind, side));
            }
        }
        if (MeasureTraits.Of(card.MeasuredBy).IsRun)
            items.Add(new(FirstTouchKind.RunOffFree));
        if (card.Gear.Any(item => item.Kind == GearKind.Wall))
            items.Add(new(FirstTouchKind.WallFirm));
        if (card.Gear.Any(item => item.Kind == GearKind.Goal))
            items.Add(new(FirstTouchKind.GoalAnchored));
        // Where no space is written down it may well be a room.
        if (indoors || (space is null && said is null && card.Places.HasFlag(Places.Indoors)))
            items.Add(new(FirstTouchKind.SoftBall));
        if (!indoors)
        {
            items.Add(new(FirstTouchKind.Thunder));
            if (season is Season.Autumn or Season.Winter)
                items.AddRange([new(FirstTouchKind.Light), new(FirstTouchKind.IceAndWet)]);
            if (season == Season.Summer)
                items.Add(new(FirstTouchKind.Heat));
        }
        return [.. items.OrderBy(item => item.Kind).ThenBy(item => item.Side)];
    }

    /// <summary>
    /// Drills for a day when one of these is not as it should be: on the spot, with nothing but a ball, on a small floor indoors,
    /// none of them hard, none of them above the player's level; so many of them, those of the player's own level first.
    /// </summary>
    public static IEnumerable<DrillCard> FineAnyway(DrillCatalogue catalogue, Level level, int age, int most) =>
        catalogue
            .Cards.Where(card =>
                FamilyTraits.Of(card.Family).IsOnTheSpot
                && card.Places.HasFlag(Places.Indoors)
                && card.Gear.Length == 1
                && card.Intensity != Intensity.Hard
                && card.From <= level
                && !(card.LeastAge > age)
                && card.Space.FitsIn(new Floor(1.5, 1.5))
            )
            .OrderByDescending(card => card.From)
            .Take(most);

    private static FirstTouchKind? KindOf(Behind behind) =>
        behind switch
        {
            Behind.Road => FirstTouchKind.RoadBehind,
            Behind.Water => FirstTouchKind.WaterBehind,
            Behind.Glass => FirstTouchKind.GlassBehind,
            Behind.Breakables => FirstTouchKind.BreakablesBehind,
            Behind.StepOrKerb => FirstTouchKind.EdgeBehind,
            Behind.Neighbours => FirstTouchKind.NeighboursKnow,
            _ => null,
        };
}
