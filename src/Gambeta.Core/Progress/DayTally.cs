using Gambeta.Core.Touches;

namespace Gambeta.Core.Progress;

/// <summary>A day with practice, added up.</summary>
/// <param name="Day">The day on the household's calendar.</param>
/// <param name="Touches">Touches per foot.</param>
/// <param name="HasBest">Whether a personal best was set that day.</param>
public sealed record DayTally(DateOnly Day, TouchCount Touches, bool HasBest);
