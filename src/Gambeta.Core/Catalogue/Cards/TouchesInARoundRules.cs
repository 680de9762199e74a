using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Doses;

namespace Gambeta.Core.Catalogue.Cards;

/// <summary>Rounds of touches, on a card.</summary>
internal sealed class TouchesInARoundRules : CardRules
{
    /// <summary>By reps the aim is their touches.</summary>
    public override int? Target(Dose dose, Pattern pattern) =>
        dose is RepsDose reps ? reps.Reps * pattern.Touches.Length : base.Target(dose, pattern);
}
