using System.Collections.Immutable;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.RunSheets;

namespace Gambeta.Core.Practice.Together;

/// <summary>The words of a run sheet of two.</summary>
internal static class PairWords
{
    /// <summary>Who comes in next, and with which foot.</summary>
    public static string ComesIn(ImmutableArray<OneOfTwo> two, Phase next) =>
        next.Second is not null
            ? Say("together.both-by-turns", ("player", Names(two, next)))
            : next.Feet switch
            {
                Feet.Left => Say("together.comes-in-left", ("player", Names(two, next))),
                Feet.Right => Say("together.comes-in-right", ("player", Names(two, next))),
                _ => Say("together.comes-in", ("player", Names(two, next))),
            };

    /// <summary>Whose set it is: one's name, or both, who begins first.</summary>
    public static string Names(ImmutableArray<OneOfTwo> two, Phase work) =>
        work.Second is { } second
            ? Say("together.both", ("one", two[work.Who!.Value].Name), ("other", two[second.Who!.Value].Name))
            : two[work.Who!.Value].Name;

    /// <summary>What the other one does while a drill is worked on.</summary>
    public static string OtherDoes(OtherPart part, string other, DrillCard card) =>
        part switch
        {
            OtherPart.Races => Say("together.other-races", ("player", other)),
            OtherPart.Shadows => Say("together.other-shadows", ("player", other)),
            OtherPart.Serves => card.Feet == FeetPlan.BothTogether
                ? Say("together.other-serves-either", ("serves", Serves(other, card)))
                : Serves(other, card),
            _ => Say("together.other-rests", ("player", other)),
        };

    // As the card has it: along the floor, out of the hands, or, where the ball comes off a wall, by a call.
    private static string Serves(string other, DrillCard card) =>
        Has(card, Happening.Rolled) ? Say("together.other-rolls", ("player", other))
        : Has(card, Happening.Server) || !PairRules.NeedsAServer(card) ? Say("together.other-throws", ("player", other))
        : Say("together.other-calls", ("player", other));

    private static bool Has(DrillCard card, Happening happening) =>
        card.Pattern.Beats.Any(beat => beat is Between between && between.Happening == happening);
}
