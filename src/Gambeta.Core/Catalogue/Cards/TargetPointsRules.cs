using Gambeta.Core.Catalogue.Layouts;

namespace Gambeta.Core.Catalogue.Cards;

/// <summary>Chalked targets, on a card.</summary>
internal sealed class TargetPointsRules : CardRules
{
    /// <inheritdoc/>
    public override ChallengeRules Rules(DrillCard card) =>
        ChallengeRules.None with
        {
            TargetPoints = [.. Enumerable.Range(0, TargetsOn(card.Layout)).Select(ChalkTargets.PointsOf)],
        };

    private static int TargetsOn(Layout? layout) =>
        layout is not null && layout.Measures.TryGetValue("targets", out var targets) ? (int)targets : 1;
}
