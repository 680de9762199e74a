namespace Gambeta.Core.Insight.Judgement;

/// <summary>Five values between which a set will lie: it stays below or at each with 5, 25, 50, 75 and 95 in a hundred.</summary>
public readonly record struct Quantiles(int Q05, int Q25, int Q50, int Q75, int Q95)
{
    /// <summary>Those of an outlook.</summary>
    public static Quantiles Of(PredictiveDistribution outlook)
    {
        // From the middle outwards: what was worked out for one lies beside the next.
        var middle = outlook.Quantile(0.5);
        return new(
            Q25: outlook.Quantile(0.25),
            Q75: outlook.Quantile(0.75),
            Q05: outlook.Quantile(0.05),
            Q95: outlook.Quantile(0.95),
            Q50: middle
        );
    }
}
