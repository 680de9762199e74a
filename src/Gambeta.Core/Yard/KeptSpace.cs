namespace Gambeta.Core.Yard;

/// <summary>A space with its id.</summary>
public sealed record KeptSpace(Guid Id, Space Space);
