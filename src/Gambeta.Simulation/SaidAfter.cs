using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Simulation;

/// <summary>What a made-up player says after a sitting.</summary>
/// <param name="Session">The sitting.</param>
/// <param name="At">When it was said: at its end.</param>
/// <param name="Answers">About each drill, in the order played.</param>
/// <param name="End">How hard it was.</param>
public sealed record SaidAfter(Guid Session, DateTimeOffset At, IReadOnlyList<DrillAnswer> Answers, SessionEnd End)
{
    /// <summary>
    /// What is said after each sitting of some sets, first to last. Clean reps are judged by the share that was clean, everything else by
    /// chance; a shaky drill shows the likeliest of its card's faults. The same seed says the same.
    /// </summary>
    public static IEnumerable<SaidAfter> Of(IEnumerable<PracticeSet> sets, DrillCatalogue catalogue, Random chance) =>
        sets.GroupBy(set => set.SessionId)
            .Select(sitting => new SaidAfter(
                sitting.Key,
                sitting.Max(set => set.StartedAt + set.Worked),
                [
                    .. sitting
                        .GroupBy(set => set.Drill)
                        .Select((played, item) => About(item, [.. played], catalogue.Find(played.Key), chance)),
                ],
                new SessionEnd(chance.Next(3, 8), null)
            ));

    private static DrillAnswer About(int item, IReadOnlyList<PracticeSet> played, DrillCard? card, Random chance)
    {
        var control = ControlOf(played, chance);
        return new DrillAnswer(
            item,
            played[0].Drill,
            control,
            control >= Control.Shaky && card?.Faults.FirstOrDefault() is { } fault
                ? fault.Id.Length > 0
                    ? fault.Id
                    : fault.Seen
                : null,
            card is { Feet: FeetPlan.EachFoot } && control < Control.Shaky
                ? chance.NextDouble() < 0.6
                    ? OtherFootFeel.Behind
                    : OtherFootFeel.Same
                : null
        );
    }

    private static Control ControlOf(IReadOnlyList<PracticeSet> played, Random chance)
    {
        var reps = played.Select(set => set.Result).OfType<RepsResult>().ToList();
        var clean =
            reps.Count > 0
                ? reps.Sum(r => r.CleanReps) / (double)Math.Max(1, reps.Sum(r => r.CleanReps + r.Slips))
                : 0.55 + (0.45 * chance.NextDouble());
        return clean switch
        {
            > 0.9 => Control.Easy,
            > 0.7 => Control.Mostly,
            > 0.58 => Control.Shaky,
            _ => Control.FellApart,
        };
    }
}
