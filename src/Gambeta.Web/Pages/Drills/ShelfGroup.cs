using System.Collections.Immutable;
using System.Globalization;
using Gambeta.Core;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Choosing;
using Gambeta.Web.Words;

namespace Gambeta.Web.Pages.Drills;

/// <summary>One choice in a group: what it says, how many cards it would leave, whether it is chosen, and where it leads.</summary>
public sealed record ShelfOption(string Words, int Count, bool Chosen, string Address);

/// <summary>A group of choices that a letter opens and a number chooses from.</summary>
/// <param name="Key">The letter.</param>
/// <param name="Name">What is chosen.</param>
/// <param name="Options">What there is to choose from, ten at most.</param>
/// <param name="IsFirst">Whether it is among what most choose by; the others wait behind one press.</param>
public sealed record ShelfGroup(string Key, string Name, IReadOnlyList<ShelfOption> Options, bool IsFirst = false)
{
    /// <summary>Whether something is chosen in it.</summary>
    public bool IsChosen => Options.Any(option => option.Chosen);

    /// <summary>Every group, with the counts of a view.</summary>
    public static IReadOnlyList<ShelfGroup> All(ShelfChoice choice, ShelfCounts counts, bool ladders, Lengths lengths)
    {
        return
        [
            new(
                "F",
                Say("drills.family-label"),
                [
                    .. Enum.GetValues<Family>()
                        .Select(
                            (family, i) =>
                                Option(
                                    Wording.Sentence(family.Label()),
                                    counts.Families[i],
                                    choice.Family == family,
                                    choice with
                                    {
                                        Family = Toggled(choice.Family, family),
                                    }
                                )
                        ),
                ],
                IsFirst: true
            ),
            new("G", Say("drills.gear-at-hand"), Gear(choice, counts, Option), IsFirst: true),
            new(
                "D",
                Say("drills.opponent-label"),
                [
                    .. Enum.GetValues<Opponent>()
                        .Select(
                            (opponent, i) =>
                                Option(
                                    opponent.Label(),
                                    counts.Opponents[i],
                                    choice.Opponent == opponent,
                                    choice with
                                    {
                                        Opponent = Toggled(choice.Opponent, opponent),
                                    }
                                )
                        ),
                    Option(
                        Say("drills.double-moves"),
                        counts.DoubleMoves,
                        choice.DoubleMoves,
                        choice with
                        {
                            DoubleMoves = !choice.DoubleMoves,
                        }
                    ),
                ]
            ),
            new(
                "P",
                Say("drills.place-label"),
                [
                    .. Enum.GetValues<Places>()
                        .Where(place => place != Places.None)
                        .Select(
                            (place, i) =>
                                Option(
                                    place.Label(),
                                    counts.Places[i],
                                    choice.Place == place,
                                    choice with
                                    {
                                        Place = choice.Place == place ? Places.None : place,
                                    }
                                )
                        ),
                ]
            ),
            new(
                "S",
                Say("drills.surfaces"),
                [
                    .. Enum.GetValues<Surface>()
                        .Select(
                            (surface, i) =>
                                Option(
                                    surface.Label(),
                                    counts.Surfaces[i],
                                    choice.Surfaces.Contains(surface),
                                    choice with
                                    {
                                        Surfaces = Toggled(choice.Surfaces, surface),
                                    }
                                )
                        ),
                ]
            ),
            new(
                "M",
                Say("drills.minutes-label"),
                [
                    .. ShelfChoice.MinutesAtHand.Select(
                        (minutes, i) =>
                            Option(
                                Say("drills.up-to", ("minutes", minutes)),
                                counts.Minutes[i],
                                choice.Minutes == minutes,
                                choice with
                                {
                                    Minutes = Toggled(choice.Minutes, minutes),
                                }
                            )
                    ),
                ]
            ),
            new(
                "B",
                Say("drills.feet-label"),
                [
                    .. Enum.GetValues<FeetPlan>()
                        .Select(
                            (feet, i) =>
                                Option(feet.Label(), counts.Feet[i], choice.Feet == feet, choice with { Feet = Toggled(choice.Feet, feet) })
                        ),
                ]
            ),
            new(
                "R",
                Say("drills.room-label"),
                [
                    .. ShelfChoice.Rooms.Select(
                        (room, i) =>
                            Option(
                                lengths.Room(room),
                                counts.Rooms[i],
                                choice.Room == room,
                                choice with
                                {
                                    Room = Toggled(choice.Room, room),
                                }
                            )
                    ),
                ]
            ),
            new(
                "L",
                Say("drills.level-label"),
                [
                    .. Enum.GetValues<Level>()
                        .Select(
                            (level, i) =>
                                Option(
                                    level.Label(),
                                    counts.Levels[i],
                                    choice.Level == level,
                                    choice with
                                    {
                                        Level = Toggled(choice.Level, level),
                                    }
                                )
                        ),
                ]
            ),
            new(
                "A",
                Say("drills.age-label"),
                [
                    .. ShelfChoice.Ages.Select(
                        (age, i) =>
                            Option(
                                age.ToString(CultureInfo.InvariantCulture),
                                counts.Ages[i],
                                choice.Age == age,
                                choice with
                                {
                                    Age = Toggled(choice.Age, age),
                                }
                            )
                    ),
                ]
            ),
        ];

        ShelfOption Option(string words, int count, bool chosen, ShelfChoice then) =>
            new(words, count, chosen, ShelfAddress.Write(then, ladders));
    }

    private static IReadOnlyList<ShelfOption> Gear(
        ShelfChoice choice,
        ShelfCounts counts,
        Func<string, int, bool, ShelfChoice, ShelfOption> option
    )
    {
        var none = choice.Gear is { IsEmpty: true };
        return
        [
            option(Say("drills.only-a-ball"), counts.Gear[(int)GearKind.Ball], none, choice with { Gear = none ? null : [] }),
            .. Enum.GetValues<GearKind>()
                .Where(kind => kind != GearKind.Ball)
                .Select(kind =>
                {
                    var now = choice.Gear ?? [];
                    var then = Toggled(now, kind);
                    return option(
                        kind == GearKind.Marker ? YardWords.Several(kind) : kind.Label(),
                        counts.Gear[(int)kind],
                        now.Contains(kind),
                        choice with
                        {
                            Gear = then.IsEmpty ? null : then,
                        }
                    );
                }),
        ];
    }

    private static T? Toggled<T>(T? now, T value)
        where T : struct => EqualityComparer<T?>.Default.Equals(now, value) ? null : value;

    private static ImmutableHashSet<T> Toggled<T>(ImmutableHashSet<T> now, T value) =>
        now.Remove(value) is var without && without.Count < now.Count ? without : now.Add(value);
}
