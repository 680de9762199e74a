using Gambeta.Core.Base.Distances;
using Gambeta.Core.Catalogue.Layouts;

namespace Gambeta.Core.Catalogue.Yard;

/// <summary>A layout that a household kept for a drill, with the space it was made for and the pace it was paced with.</summary>
public sealed record KeptLayout(Layout Layout, string Drill, Guid? SpaceId, double? Pace, string? PacedBy, bool Retired);
