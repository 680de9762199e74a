using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Counting;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Practice.Measuring;

/// <summary>Adds up what happened in a set into the counts that its measure needs (<see cref="WayOfMeasuring.Counted"/>). The counts follow
/// from the events alone.</summary>
public static class Tally
{
    /// <summary>An open-ended set in which nothing more happened is over so long after its last event, in seconds: somebody went in to
    /// eat.</summary>
    public const double QuietEnd = 60;

    /// <summary>The counts of a set.</summary>
    /// <param name="measuredBy">What the drill is measured by.</param>
    /// <param name="feet">The feet at work: with one of them, whatever was tapped is that foot's.</param>
    /// <param name="rules">What the challenge needs to know besides.</param>
    /// <param name="events">Everything that happened, as it was told.</param>
    /// <param name="seconds">How long the set lasted, in seconds.</param>
    /// <param name="timed">True for a round of fixed length, which lasts as long as it lasts.</param>
    public static SetDraft Of(
        MeasuredBy measuredBy,
        Feet feet,
        ChallengeRules rules,
        IReadOnlyList<PlayEvent> events,
        double seconds,
        bool timed
    )
    {
        var lasted = timed || events.Count == 0 ? seconds : Math.Min(seconds, (events[^1].At / 100.0) + QuietEnd);
        return Ways.Of(measuredBy).Counted(new PlayedSet(PlayEvents.Standing(events), feet, rules, lasted));
    }
}
