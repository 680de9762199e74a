using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Layouts;

namespace Gambeta.Core.Catalogue.Yard;

/// <summary>Which drills have room where another has not.</summary>
public static class NearestFitting
{
    /// <summary>
    /// The drills nearest to one that have room in a space at full size: the same family first, then those that share most
    /// surfaces with it, then in the order of the shelf. Heading drills are left out.
    /// </summary>
    public static IEnumerable<DrillCard> To(DrillCard card, Space space, DrillCatalogue catalogue, int most)
    {
        var surfaces = card.Pattern.Surfaces.Select(s => s.Surface).ToHashSet();
        return catalogue
            .Cards.Where(other => other != card && !other.IsHeading)
            .OrderByDescending(other => other.Family == card.Family)
            .ThenByDescending(other => other.Pattern.Surfaces.Count(s => surfaces.Contains(s.Surface)))
            .Where(other => HasRoom(other, space))
            .Take(most);
    }

    /// <summary>Whether a drill has room at full size: its layout with its margins, or the floor that its card asks for.</summary>
    public static bool HasRoom(DrillCard card, Space space)
    {
        // A wall drill is at home wherever a wall is.
        var atWall = card.Gear.Any(item => item.Kind == GearKind.Wall);
        if (atWall ? space.Wall is null : !card.Places.HasFlag(space.Kind))
            return false;
        return card.Layout is { } layout
            ? Fit.Of(layout, RunOffs.Of(card, space), space).Kind == FitKind.Fits
            : card.Space.FitsIn(new Floor(space.Width, space.Length));
    }
}
