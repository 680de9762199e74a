namespace Gambeta.Core.Judgement;

/// <summary>Five values between which a set will lie: it stays below or at each with 5, 25, 50, 75 and 95 in a hundred.</summary>
public readonly record struct Quantiles(int Q05, int Q25, int Q50, int Q75, int Q95)
{
    /// <summary>Those of an outlook.</summary>
    public static Quantiles Of(Outlook outlook) => new(outlook.Quantile(0.05), outlook.Quantile(0.25), outlook.Quantile(0.5), outlook.Quantile(0.75), outlook.Quantile(0.95));
}
