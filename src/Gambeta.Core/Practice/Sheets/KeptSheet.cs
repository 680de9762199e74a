namespace Gambeta.Core.Practice.Sheets;

/// <summary>A sheet of a household.</summary>
/// <param name="Id">Made by whoever put it together.</param>
/// <param name="Sheet">The sheet.</param>
/// <param name="Minutes">The minutes at hand that it was made for, where that was said.</param>
public sealed record KeptSheet(Guid Id, Sheet Sheet, int? Minutes);
