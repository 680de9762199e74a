using System.Collections.Immutable;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Layouts;

namespace Gambeta.Core.Catalogue.Yard;

/// <summary>Things that a household has or has not.</summary>
public enum Thing
{
    /// <summary>Balls.</summary>
    [Key("ball")]
    Ball,

    /// <summary>Flat or low markers.</summary>
    [Key("marker")]
    Marker,

    /// <summary>Uprights: poles, a chair that may be used for it.</summary>
    [Key("upright")]
    Upright,

    /// <summary>A wall that may be played against.</summary>
    [Key("wall")]
    Wall,

    /// <summary>A net or board that gives the ball back.</summary>
    [Key("rebounder")]
    Rebounder,

    /// <summary>A goal.</summary>
    [Key("goal")]
    Goal,

    /// <summary>Chalk.</summary>
    [Key("chalk")]
    Chalk,

    /// <summary>Tape that sticks to floor or wall.</summary>
    [Key("tape")]
    Tape,

    /// <summary>Empty plastic bottles.</summary>
    [Key("bottle")]
    Bottle,

    /// <summary>A marked square, a mat or a large tile, to kill a ball in.</summary>
    [Key("square")]
    Square,
}

/// <summary>What is missing for a drill.</summary>
/// <param name="Needed">What the card asks for.</param>
/// <param name="There">How many of it there are.</param>
public sealed record Lack(GearItem Needed, int There);

/// <summary>What a household has, by kind of thing.</summary>
/// <param name="Counts">How many of each; what is not named is not there.</param>
public sealed record Kit(ImmutableDictionary<Thing, int> Counts)
{
    /// <summary>Most of one thing that is worth writing down.</summary>
    public const int Most = 99;

    /// <summary>Nothing at all.</summary>
    public static readonly Kit Empty = new(ImmutableDictionary<Thing, int>.Empty);

    /// <summary>How many there are.</summary>
    public int this[Thing thing] => Counts.GetValueOrDefault(thing);

    /// <summary>How many of what a drill asks for there are. A rebounder is a wall; tape and a ready square do what chalk does; somebody to
    /// help is no thing.</summary>
    public int CountFor(GearKind kind) =>
        kind switch
        {
            GearKind.Ball => this[Thing.Ball],
            GearKind.Marker => this[Thing.Marker],
            GearKind.Upright => this[Thing.Upright],
            GearKind.Wall => this[Thing.Wall] + this[Thing.Rebounder],
            GearKind.Goal => this[Thing.Goal],
            GearKind.Chalk => this[Thing.Chalk] + this[Thing.Tape] + this[Thing.Square],
            GearKind.Bottle => this[Thing.Bottle],
            _ => int.MaxValue,
        };

    /// <summary>
    /// What is missing for a drill, played in a space where one is given: its wall counts; and on a layout where one is given: it may
    /// need more or fewer things than the card says.
    /// </summary>
    public IEnumerable<Lack> Missing(DrillCard card, Space? space = null, Layout? layout = null)
    {
        var needs = layout?.Needs;
        var gear = card.Gear.Where(item => item.Kind != needs?.Kind);
        return (needs is { } laid ? gear.Append(laid) : gear)
            .Where(item => !(item.Kind == GearKind.Wall && space?.Wall is not null))
            .Select(item => new Lack(item, CountFor(item.Kind)))
            .Where(lack => lack.There < lack.Needed.Count);
    }

    /// <summary>The kinds of gear of which there is any, as the shelf asks for them.</summary>
    public ImmutableHashSet<GearKind> Kinds =>
        [.. Enum.GetValues<GearKind>().Where(kind => kind is not (GearKind.Ball or GearKind.Helper) && CountFor(kind) > 0)];
}
