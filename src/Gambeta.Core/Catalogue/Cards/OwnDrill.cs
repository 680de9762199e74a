namespace Gambeta.Core.Catalogue.Cards;

/// <summary>A household's own drill card as it was written.</summary>
public sealed record OwnDrill(string DrillId, string Card, bool Retired)
{
    private OwnDrill()
        : this("", "", false) { }
}
