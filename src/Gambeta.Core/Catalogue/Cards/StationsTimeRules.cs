using Gambeta.Core.Catalogue.Layouts;

namespace Gambeta.Core.Catalogue.Cards;

/// <summary>Stations one after the other, on a card.</summary>
internal sealed class StationsTimeRules : CardRules
{
    /// <inheritdoc/>
    public override string? Lacks(DrillCard card) =>
        card.Layout is not { } layout ? Say("card-files.lacks-its-layout", ("name", card.Name))
        : layout.Markers.IsEmpty ? Say("card-files.lacks-its-markers", ("name", card.Name))
        : null;

    /// <inheritdoc/>
    public override ChallengeRules Rules(DrillCard card) => ChallengeRules.None with { Stations = card.Layout!.Markers.Length };
}
