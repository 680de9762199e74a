using System.Collections.Immutable;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Catalogue.Yard;
using Gambeta.Core.Insight.Weeks;
using Gambeta.Core.Practice.Sheets;

namespace Gambeta.Core.Insight.Planning;

/// <summary>How fresh somebody feels before a session.</summary>
public enum Freshness
{
    /// <summary>As on most days.</summary>
    [Key("as usual")]
    AsUsual,

    /// <summary>Full of beans.</summary>
    [Key("fresh")]
    Fresh,

    /// <summary>Tired: nothing hard today.</summary>
    [Key("tired")]
    Tired,
}

/// <summary>What somebody wishes a session to be about.</summary>
public enum WishKind
{
    /// <summary>Nothing: whatever is worth most.</summary>
    [Key("none")]
    None,

    /// <summary>A family of drills.</summary>
    [Key("family")]
    Family,

    /// <summary>The other foot.</summary>
    [Key("other foot")]
    OtherFoot,

    /// <summary>What was marked as a favourite.</summary>
    [Key("favourites")]
    Favourites,
}

/// <summary>A wish.</summary>
/// <param name="Kind">What about.</param>
/// <param name="Family">The family, where it is about one.</param>
public readonly record struct Wish(WishKind Kind, Family Family = default);

/// <summary>What is asked for before a session is planned.</summary>
/// <param name="Minutes">Minutes at hand, see <see cref="SessionMinutes"/>.</param>
/// <param name="Space">Where; nothing where no space was written down, then <paramref name="Indoors"/> says what kind.</param>
/// <param name="Indoors">Whether it is played in a room.</param>
/// <param name="Helper">Whether somebody is there who serves.</param>
/// <param name="SoftBall">Whether a soft ball is played with: in a room only that one may leave the floor.</param>
/// <param name="Fresh">How fresh the player feels.</param>
/// <param name="Wish">What it is to be about.</param>
public sealed record PlanAsk(int Minutes, Space? Space, bool Indoors, bool Helper, bool SoftBall, Freshness Fresh, Wish Wish)
{
    /// <summary>Before anything was asked for: a quarter of an hour alone, in whatever room there is, with the soft ball that belongs
    /// there.</summary>
    public static readonly PlanAsk Usual = new(SessionMinutes.Usual, null, true, false, true, Freshness.AsUsual, default);

    /// <summary>The id of the space, where it is one of the household's.</summary>
    public Guid? SpaceId { get; init; }

    /// <summary>This, played in one of the household's spaces.</summary>
    public PlanAsk In(KeptSpace space) =>
        this with
        {
            Space = space.Space,
            SpaceId = space.Id,
            Indoors = space.Space.Kind == Places.Indoors,
        };

    /// <summary>This, played in a place that nobody measured.</summary>
    public PlanAsk Anywhere(bool indoors) => this with { Space = null, SpaceId = null, Indoors = indoors };

    /// <summary>Items that stay as they are, in their parts.</summary>
    public ImmutableArray<SheetItem> Keep { get; init; } = [];

    /// <summary>Drills that are not wanted today.</summary>
    public ImmutableHashSet<string> Without { get; init; } = [];
}
