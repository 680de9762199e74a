using System.Collections.Immutable;
using System.Globalization;
using Gambeta.Core;
using Gambeta.Core.Catalogue;
using Gambeta.Core.Choosing;
using Gambeta.Core.Touches;
using Gambeta.Core.Yard;
using Gambeta.Web.Words;

namespace Gambeta.Web.Pages.Drills;

/// <summary>One choice in a group: what it says, how many cards it would leave, whether it is chosen, and where it leads.</summary>
public sealed record ShelfOption(string Words, int Count, bool Chosen, string Address);

/// <summary>A group of choices that a letter opens and a number chooses from.</summary>
public sealed record ShelfGroup(string Key, string Name, IReadOnlyList<ShelfOption> Options)
{
    /// <summary>Every group, with the counts of a view.</summary>
    public static IReadOnlyList<ShelfGroup> All(ShelfChoice choice, ShelfCounts counts, bool ladders, Lengths lengths)
    {
        return
        [
            new("F", "Family", [.. Enum.GetValues<Family>().Select((family, i) =>
                Option(Wording.Sentence(family.ToWords()), counts.Families[i], choice.Family == family, choice with { Family = Toggled(choice.Family, family) }))]),
            new("P", "Place", [.. Enum.GetValues<Places>().Where(place => place != Places.None).Select((place, i) =>
                Option(place.ToWords(), counts.Places[i], choice.Place == place, choice with { Place = choice.Place == place ? Places.None : place }))]),
            new("G", "Gear at hand", Gear(choice, counts, Option)),
            new("S", "Surfaces", [.. Enum.GetValues<Surface>().Select((surface, i) =>
                Option(surface.ToWords(), counts.Surfaces[i], choice.Surfaces.Contains(surface), choice with { Surfaces = Toggled(choice.Surfaces, surface) }))]),
            new("M", "Minutes", [.. ShelfChoice.MinutesAtHand.Select((minutes, i) =>
                Option($"up to {minutes}", counts.Minutes[i], choice.Minutes == minutes, choice with { Minutes = Toggled(choice.Minutes, minutes) }))]),
            new("B", "Feet", [.. Enum.GetValues<FeetPlan>().Select((feet, i) =>
                Option(feet.ToWords(), counts.Feet[i], choice.Feet == feet, choice with { Feet = Toggled(choice.Feet, feet) }))]),
            new("R", "Room", [.. ShelfChoice.Rooms.Select((room, i) =>
                Option(lengths.Room(room), counts.Rooms[i], choice.Room == room, choice with { Room = Toggled(choice.Room, room) }))]),
            new("L", "Level", [.. Enum.GetValues<Level>().Select((level, i) =>
                Option(level.ToWords(), counts.Levels[i], choice.Level == level, choice with { Level = Toggled(choice.Level, level) }))]),
            new("A", "Age", [.. ShelfChoice.Ages.Select((age, i) =>
                Option(age.ToString(CultureInfo.InvariantCulture), counts.Ages[i], choice.Age == age, choice with { Age = Toggled(choice.Age, age) }))]),
        ];

        ShelfOption Option(string words, int count, bool chosen, ShelfChoice then) => new(words, count, chosen, ShelfAddress.Write(then, ladders));
    }

    private static IReadOnlyList<ShelfOption> Gear(ShelfChoice choice, ShelfCounts counts, Func<string, int, bool, ShelfChoice, ShelfOption> option)
    {
        var none = choice.Gear is { IsEmpty: true };
        return
        [
            option("only a ball", counts.Gear[(int)GearKind.Ball], none, choice with { Gear = none ? null : [] }),
            .. Enum.GetValues<GearKind>().Where(kind => kind != GearKind.Ball).Select(kind =>
            {
                var now = choice.Gear ?? [];
                var then = Toggled(now, kind);
                return option(kind == GearKind.Marker ? "markers" : kind.ToWords(), counts.Gear[(int)kind], now.Contains(kind), choice with { Gear = then.IsEmpty ? null : then });
            }),
        ];
    }

    private static T? Toggled<T>(T? now, T value) where T : struct => EqualityComparer<T?>.Default.Equals(now, value) ? null : value;

    private static ImmutableHashSet<T> Toggled<T>(ImmutableHashSet<T> now, T value) => now.Remove(value) is var without && without.Count < now.Count ? without : now.Add(value);
}
