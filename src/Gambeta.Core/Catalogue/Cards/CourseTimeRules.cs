using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Layouts;

namespace Gambeta.Core.Catalogue.Cards;

/// <summary>A course against the clock, on a card.</summary>
internal sealed class CourseTimeRules : CardRules
{
    /// <inheritdoc/>
    public override string? Lacks(DrillCard card) => card.Layout is null ? Say("card-files.lacks-its-layout", ("name", card.Name)) : null;

    /// <summary>From the way, not from the pattern: see <see cref="CourseTouches"/>.</summary>
    public override int TouchesOfARun(DrillCard card, Pattern pattern) => CourseTouches.Of(card.Layout) ?? pattern.Touches.Length;
}
