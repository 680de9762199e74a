using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Practice.Together;

/// <summary>What two can do with a drill. The parts are those that people play at home; which drills they suit are rules of our
/// own.</summary>
public static class PairRules
{
    // Reps, passes and tries that are told one by one, so that one knows when the turn is over.
    private static readonly ImmutableHashSet<MeasuredBy> OneByOne =
    [
        MeasuredBy.CleanReps,
        MeasuredBy.CleanPasses,
        MeasuredBy.HitsOutOfTries,
        MeasuredBy.StrikesByZone,
        MeasuredBy.TargetPoints,
        MeasuredBy.BestStreak,
        MeasuredBy.LadderRung,
        MeasuredBy.CleanStreak,
        MeasuredBy.TrapHeights,
    ];

    /// <summary>The part that the other one takes in a drill: the one that is asked for where it suits, what the card itself asks for where
    /// it does not, else a rest.</summary>
    public static OtherPart PartIn(DrillCard card, OtherPart asked) =>
        NeedsAServer(card) ? OtherPart.Serves
        : Suits(card, asked) ? asked
        : OtherPart.Rests;

    /// <summary>
    /// Whether the other one can take this part in a drill. A race wants a course against the clock; a shadow wants a ball that travels and
    /// nobody at a wall or a goal; a server wants a ball that arrives, out of somebody's hands.
    /// </summary>
    public static bool Suits(DrillCard card, OtherPart part) =>
        part switch
        {
            OtherPart.Races => MeasureTraits.Of(card.MeasuredBy).IsRun,
            OtherPart.Shadows => FamilyTraits.Of(card.Family).Travels
                && !NeedsAServer(card)
                && !card.Gear.Any(item => item.Kind is GearKind.Wall or GearKind.Goal),
            OtherPart.Serves => NeedsAServer(card)
                || (card.Family == Family.FirstTouch && card.Pattern.Beats[0] is Between { Happening: Happening.Hand }),
            _ => true,
        };

    /// <summary>True where the card itself wants a helper.</summary>
    public static bool NeedsAServer(DrillCard card) => card.Gear.Any(item => item.Kind == GearKind.Helper);

    /// <summary>
    /// Whether a set with the other one in a part is held against sets played alone. With a shadow, or a ball thrown by somebody where the
    /// card has the player's own hands, it is another task: its touches count, its marks would compare with nothing.
    /// </summary>
    public static bool ComparesWithAlone(DrillCard card, OtherPart part) =>
        part is OtherPart.Rests or OtherPart.Races || (part == OtherPart.Serves && NeedsAServer(card));

    /// <summary>Whether the turn can pass after each rep: they are counted one by one, and there is a number of them.</summary>
    public static bool CanTurnByRep(DrillCard card, Dose dose) =>
        dose is RepsDose or TriesDose && OneByOne.Contains(card.MeasuredIn(dose).MeasuredBy);
}
