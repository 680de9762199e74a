using System.Collections.Immutable;
using System.Globalization;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Choosing;
using Gambeta.Web.Navigation;

namespace Gambeta.Web.Pages.Drills;

/// <summary>What is chosen on the shelf, as it stands in the address: whoever gets the address sees the same cards.</summary>
public static class ShelfAddress
{
    /// <summary>Reads an address. What means nothing narrows nothing.</summary>
    public static ShelfChoice Read(IQueryCollection query) =>
        new()
        {
            Family = Addresses.Read<Family>(query["family"]),
            Surfaces = [.. Many<Surface>(query["surface"])],
            Feet = Addresses.Read<FeetPlan>(query["feet"]),
            Place = Addresses.Read<Places>(query["place"]) ?? Places.None,
            Gear = query.ContainsKey("gear") ? [.. Many<GearKind>(query["gear"])] : null,
            Room = ShelfChoice.Rooms.Where(room => Room(room) == query["room"]).Select(room => (Floor?)room).FirstOrDefault(),
            Minutes = ShelfChoice
                .MinutesAtHand.Where(minutes => minutes.ToString(CultureInfo.InvariantCulture) == query["minutes"])
                .Select(minutes => (int?)minutes)
                .FirstOrDefault(),
            Level = Addresses.Read<Level>(query["level"]),
            Age =
                int.TryParse(query["age"], NumberStyles.None, CultureInfo.InvariantCulture, out var age) && age is >= 4 and <= 18
                    ? age
                    : null,
            Opponent = Addresses.Read<Opponent>(query["opponent"]),
            DoubleMoves = query["moves"] == "two",
            Words = query["words"].ToString() is { Length: <= 60 } words ? words.Trim() : "",
        };

    /// <summary>The address of a choice.</summary>
    public static string Write(ShelfChoice choice, bool ladders = false)
    {
        var parts = new List<string>(8);
        if (ladders)
            parts.Add("view=ladders");
        if (choice.Family is { } family)
            parts.Add("family=" + family.ToAddress());
        if (!choice.Surfaces.IsEmpty)
            parts.Add("surface=" + string.Join(',', choice.Surfaces.Order().Select(Addresses.ToAddress)));
        if (choice.Feet is { } feet)
            parts.Add("feet=" + feet.ToAddress());
        if (choice.Place != Places.None)
            parts.Add("place=" + choice.Place.ToAddress());
        if (choice.Gear is { } gear)
            parts.Add("gear=" + (gear.IsEmpty ? "none" : string.Join(',', gear.Order().Select(Addresses.ToAddress))));
        if (choice.Room is { } room)
            parts.Add("room=" + Room(room));
        if (choice.Minutes is { } minutes)
            parts.Add(string.Create(CultureInfo.InvariantCulture, $"minutes={minutes}"));
        if (choice.Level is { } level)
            parts.Add("level=" + level.ToAddress());
        if (choice.Age is { } age)
            parts.Add(string.Create(CultureInfo.InvariantCulture, $"age={age}"));
        if (choice.Opponent is { } opponent)
            parts.Add("opponent=" + opponent.ToAddress());
        if (choice.DoubleMoves)
            parts.Add("moves=two");
        if (choice.Words.Length > 0)
            parts.Add("words=" + Uri.EscapeDataString(choice.Words));
        return parts.Count == 0 ? "/drills" : "/drills?" + string.Join('&', parts);
    }

    private static string Room(Floor room) => string.Create(CultureInfo.InvariantCulture, $"{room.Width}x{room.Length}");

    private static ImmutableArray<T> Many<T>(string? words)
        where T : struct, Enum => [.. (words ?? "").Split(',').Select(Addresses.Read<T>).OfType<T>()];
}
