using System.Collections.Immutable;
using Gambeta.Core.Catalogue;

namespace Gambeta.Core.Yard;

/// <summary>A household thing that may stand in for gear.</summary>
/// <param name="What">The thing, for "4 ...".</param>
/// <param name="IsGoodEnough">Whether it does.</param>
/// <param name="Reason">What to mind, or why it does not do; empty where there is nothing to say.</param>
public sealed record StandIn(string What, bool IsGoodEnough, string Reason = "")
{
    /// <summary>What stands in for a kind of gear, the best first, and what people try that does not do.</summary>
    public static ImmutableArray<StandIn> For(GearKind kind) => kind switch
    {
        GearKind.Marker =>
        [
            new("shoes", true), new("bottles, half full", true, "they fall when clipped, so nobody argues"), new("rolled socks", true, "indoors"), new("cups, upside down", true),
            new("chalk crosses", true, "nobody can clip a cross: write those times down apart"),
            new("stones or bricks", false, "the ball jumps off them and an ankle turns on them"),
        ],
        GearKind.Upright =>
        [
            new("chair", true, "its back towards you"), new("broom in a bucket", true, "fill the bucket with sand or water"), new("rucksack, standing", true),
            new("flower pot", false, "it breaks and cuts"), new("younger brother or sister", false, "they move, and a ball in the face ends the day"),
        ],
        GearKind.Wall =>
        [
            new("garage door", true, "ask first: it is loud and it dents"), new("bench on its side", true, "for ground passes; wedge its feet"), new("kerb, low", true, "for ground passes, never beside a road"),
            new("wire fence", false, "it gives the ball back anywhere or not at all"), new("door with glass", false, "it breaks"),
        ],
        GearKind.Goal =>
        [
            new("two sticks", true, "a goal's width apart, blunt end up"), new("two shoes", true, "everything above knee height is over"), new("chalked frame on a wall", true),
            new("garden table on its side", false, "it falls over and its edges split"),
        ],
        GearKind.Chalk =>
        [
            new("tape", true, "peel it off the same day"), new("string, laid in a square", true), new("wet sponge", true, "gone when it dries: quick rounds"), new("towel", true, "as a square; the ball dies softer on it"),
            new("paint", false, "it stays"),
        ],
        GearKind.Bottle => [new("empty carton", true), new("tower of cups", true), new("glass bottle", false, "it breaks and cuts")],
        GearKind.Ball =>
        [
            new("soft foam ball", true, "indoors; its records are its own"), new("ball of socks", false, "it does not roll and hardly bounces: touches on it do not compare"),
            new("tennis ball", false, "another game: fine for fun, no record"),
        ],
        _ => [new("wall or a stair", true, "throw or roll the ball at it yourself")],
    };
}
