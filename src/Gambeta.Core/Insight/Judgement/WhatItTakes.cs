namespace Gambeta.Core.Insight.Judgement;

/// <summary>What would make it eight in ten: more sets on the day, or a smaller value.</summary>
/// <param name="Sets">The least number of sets with which the day's best reaches the target with that chance; nothing where ten would not
/// do.</param>
/// <param name="Value">The hardest value that is reached with that chance in the usual number of sets; in units.</param>
public sealed record WhatItTakes(int? Sets, int Value)
{
    /// <summary>Eight in ten.</summary>
    public const double Wanted = 0.8;

    private const int MostSets = 10;

    /// <summary>For a target of a day with so many sets.</summary>
    public static WhatItTakes Of(PredictiveDistribution outlook, int sets, Target target)
    {
        var more = Enumerable
            .Range(sets, Math.Max(0, MostSets - sets + 1))
            .Where(n => outlook.ReachesInOneOf(n, target.Value) >= Wanted)
            .Select(n => (int?)n)
            .FirstOrDefault();
        var (least, most) = outlook.Outcome.Range;
        var (easier, easiest) = outlook.Outcome.LowerIsBetter ? (1, most) : (-1, least);
        var value = target.Value;
        for (
            var stride = 1;
            value != easiest && outlook.ReachesInOneOf(sets, value) < Wanted;
            stride = 1 + (Math.Abs(target.Value - value) / 10)
        )
            value = Math.Clamp(value + (easier * stride), least, most);
        return new WhatItTakes(more, value);
    }
}
