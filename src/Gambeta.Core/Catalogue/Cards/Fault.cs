namespace Gambeta.Core.Catalogue.Cards;

/// <summary>A typical fault: what is seen, what causes it, and what mends it. The id is empty where a card wrote it for itself.</summary>
public sealed record Fault(string Id, string Seen, string Cause, string Fix);
