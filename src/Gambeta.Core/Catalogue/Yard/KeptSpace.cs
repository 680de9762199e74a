using Gambeta.Core.Catalogue.Layouts;

namespace Gambeta.Core.Catalogue.Yard;

/// <summary>A space with its id.</summary>
public sealed record KeptSpace(Guid Id, Space Space);
