namespace Gambeta.Core.Insight.Judgement;

/// <summary>Why a target is what it is.</summary>
public enum TargetReason
{
    /// <summary>It is reached about one time in two.</summary>
    [Key("even chance")]
    EvenChance = 0,

    /// <summary>It is a round number near that.</summary>
    [Key("round number")]
    RoundNumber = 1,

    /// <summary>It would be a new record, and that is in reach.</summary>
    [Key("record")]
    Record = 2,
}

/// <summary>The value worth aiming at, in units of its outcome, with the chance to reach it.</summary>
/// <param name="Value">The value in units.</param>
/// <param name="Chance">From 0 to 1.</param>
/// <param name="Reason">Why this one.</param>
public sealed record Target(int Value, double Chance, TargetReason Reason)
{
    /// <summary>Between these chances a record or a round number is preferred to the even chance: still about one in two.</summary>
    public const double Low = 0.36,
        High = 0.64;

    /// <summary>The target of the next set.</summary>
    /// <param name="outlook">What the set will come to.</param>
    /// <param name="toBeat">The least value that would be a record, in units; nothing where there is none to beat.</param>
    public static Target Of(PredictiveDistribution outlook, int? toBeat = null) => Of(outlook, 1, toBeat);

    /// <summary>The target of a sitting: of the best of so many sets.</summary>
    public static Target Of(PredictiveDistribution outlook, int sets, int? toBeat)
    {
        if (toBeat is { } record && Chance(record) is >= Low and <= High and var forRecord)
            return new Target(record, forRecord, TargetReason.Record);
        var even = Even();
        foreach (var step in RoundSteps(even.Value, outlook.Outcome.UnitsInOne))
        {
            // The nearest round number on either side.
            var below = even.Value / step * step;
            var near = even.Value - below <= below + step - even.Value ? below : below + step;
            if (near > 0 && near != even.Value && Chance(near) is >= Low and <= High and var forRound)
                return new Target(near, forRound, TargetReason.RoundNumber);
            if (near == even.Value)
                return even with { Reason = TargetReason.RoundNumber };
        }
        return even;

        double Chance(int value) => sets == 1 ? outlook.Reaches(value) : outlook.ReachesInOneOf(sets, value);

        Target Even()
        {
            var (least, most) = outlook.Outcome.Range;
            var lower = outlook.Outcome.LowerIsBetter;
            // The hardest value that is still reached with an even chance, and the next harder one: whichever lies nearer to the middle.
            var (at, stride) = (outlook.Quantile(0.5), 1);
            var harderBy = lower ? -1 : 1;
            while (at >= least && at <= most && Chance(at) >= 0.5)
                (at, stride) = (at + (harderBy * stride), stride * 2);
            // Now it is beyond, or off the scale: back until it is reached.
            at = Math.Clamp(at, least, most);
            while (at != (lower ? most : least) && Chance(at) < 0.5)
                at -= harderBy;
            var (reached, harder) = (at, at + harderBy);
            var (likely, less) = (Chance(reached), harder >= least && harder <= most ? Chance(harder) : 0);
            // What is reached whatever happens is no target.
            return less > 0 && (Math.Abs(less - 0.5) < Math.Abs(likely - 0.5) || reached <= 0)
                ? new Target(harder, less, TargetReason.EvenChance)
                : new Target(reached, likely, TargetReason.EvenChance);
        }
    }

    // What a child calls a round number: fifty, a hundred; twenty, thirty; in seconds whole ones, then fives.
    private static IEnumerable<int> RoundSteps(int value, int unitsInOne)
    {
        var whole = value / unitsInOne;
        if (whole >= 80)
            yield return 50 * unitsInOne;
        if (whole >= 18)
            yield return 10 * unitsInOne;
        if (unitsInOne > 1)
            yield return unitsInOne;
    }
}
