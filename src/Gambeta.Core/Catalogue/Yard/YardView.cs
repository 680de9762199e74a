using Gambeta.Core.Base.Distances;
using Gambeta.Core.Catalogue.Layouts;

namespace Gambeta.Core.Catalogue.Yard;

/// <summary>All of a household's yard.</summary>
/// <param name="Spaces">Its spaces, oldest first.</param>
/// <param name="Kit">Its things.</param>
/// <param name="Layouts">Its layouts, latest first, those put away last.</param>
/// <param name="Paces">The pace in use of each player; players without one are missing.</param>
public sealed record YardView(
    IReadOnlyList<KeptSpace> Spaces,
    Kit Kit,
    IReadOnlyList<KeptLayout> Layouts,
    IReadOnlyDictionary<Guid, KnownPace> Paces
)
{
    /// <summary>The space of an id, or nothing.</summary>
    public KeptSpace? Find(Guid? id) => id is { } wanted ? Spaces.FirstOrDefault(space => space.Id == wanted) : null;

    /// <summary>The layouts that are kept for a drill and not put away, latest first.</summary>
    public IEnumerable<KeptLayout> Of(string drill) => Layouts.Where(layout => layout.Drill == drill && !layout.Retired);

    /// <summary>The layout that was laid out last for a drill: it lies in the yard until another is asked for. Nothing where none was
    /// kept.</summary>
    public KeptLayout? Latest(string drill) => Of(drill).FirstOrDefault();

    /// <summary>The layout of a key that was kept for a drill, put away or not, or nothing.</summary>
    public KeptLayout? Find(string drill, string? key) =>
        Layouts.FirstOrDefault(layout => layout.Drill == drill && layout.Layout.Key == key);

    /// <summary>The layout on which a drill is played: the one that is asked for, or else what was laid out last. Nothing where the card's
    /// own lies.</summary>
    public KeptLayout? For(string drill, string? asked) => asked is null ? Latest(drill) : Find(drill, asked);

    /// <summary>Where it is played: the space that is asked for, or else where the layout was placed, or else the first that
    /// suits.</summary>
    public KeptSpace? Where(Guid? asked, KeptLayout? layout, Func<Space, bool> suits) =>
        Find(asked) ?? Find(layout?.SpaceId) ?? Spaces.FirstOrDefault(space => suits(space.Space));
}
