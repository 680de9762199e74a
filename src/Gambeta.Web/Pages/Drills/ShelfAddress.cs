using System.Collections.Immutable;
using System.Globalization;
using Gambeta.Core;
using Gambeta.Core.Catalogue;
using Gambeta.Core.Choosing;
using Gambeta.Core.Touches;

namespace Gambeta.Web.Pages.Drills;

/// <summary>What is chosen on the shelf, as it stands in the address: whoever gets the address sees the same cards.</summary>
public static class ShelfAddress
{
    /// <summary>Reads an address. What means nothing narrows nothing.</summary>
    public static ShelfChoice Read(IQueryCollection query) => new()
    {
        Family = One<Family>(query["family"]),
        Surfaces = [.. Many<Surface>(query["surface"])],
        Feet = One<FeetPlan>(query["feet"]),
        Place = One<Places>(query["place"]) ?? Places.None,
        Gear = query.ContainsKey("gear") ? [.. Many<GearKind>(query["gear"])] : null,
        Room = ShelfChoice.Rooms.Where(room => Room(room) == query["room"]).Select(room => (Floor?)room).FirstOrDefault(),
        Minutes = ShelfChoice.MinutesAtHand.Where(minutes => minutes.ToString(CultureInfo.InvariantCulture) == query["minutes"]).Select(minutes => (int?)minutes).FirstOrDefault(),
        Level = One<Level>(query["level"]),
        Age = int.TryParse(query["age"], NumberStyles.None, CultureInfo.InvariantCulture, out var age) && age is >= 4 and <= 18 ? age : null,
        Words = query["words"].ToString() is { Length: <= 60 } words ? words.Trim() : "",
    };

    /// <summary>The address of a choice.</summary>
    public static string Write(ShelfChoice choice, bool ladders = false)
    {
        var parts = new List<string>(8);
        if (ladders) parts.Add("view=ladders");
        if (choice.Family is { } family) parts.Add("family=" + Word(family));
        if (!choice.Surfaces.IsEmpty) parts.Add("surface=" + string.Join(',', choice.Surfaces.Order().Select(Word)));
        if (choice.Feet is { } feet) parts.Add("feet=" + Word(feet));
        if (choice.Place != Places.None) parts.Add("place=" + Word(choice.Place));
        if (choice.Gear is { } gear) parts.Add("gear=" + (gear.IsEmpty ? "none" : string.Join(',', gear.Order().Select(Word))));
        if (choice.Room is { } room) parts.Add("room=" + Room(room));
        if (choice.Minutes is { } minutes) parts.Add(string.Create(CultureInfo.InvariantCulture, $"minutes={minutes}"));
        if (choice.Level is { } level) parts.Add("level=" + Word(level));
        if (choice.Age is { } age) parts.Add(string.Create(CultureInfo.InvariantCulture, $"age={age}"));
        if (choice.Words.Length > 0) parts.Add("words=" + Uri.EscapeDataString(choice.Words));
        return parts.Count == 0 ? "/drills" : "/drills?" + string.Join('&', parts);
    }

    private static string Room(Floor room) => string.Create(CultureInfo.InvariantCulture, $"{room.Width}x{room.Length}");

    private static string Word<T>(T value) where T : struct, Enum => value.ToWords().Replace(' ', '-');

    private static T? One<T>(string? word) where T : struct, Enum =>
        word is not null && EnumWords.TryRead<T>(word.Replace('-', ' '), out var value) ? value : null;

    private static ImmutableArray<T> Many<T>(string? words) where T : struct, Enum =>
        [.. (words ?? "").Split(',').Select(One<T>).OfType<T>()];
}
