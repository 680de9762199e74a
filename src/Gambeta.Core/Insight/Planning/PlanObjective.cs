using Gambeta.Core.Catalogue.Amounts;
using Gambeta.Core.Practice.Sheets;

namespace Gambeta.Core.Insight.Planning;

/// <summary>
/// What makes a session good, as one number: named terms with weights, each with its reason in docs/planning.md. The empty session is worth
/// nothing.
/// </summary>
public static class PlanObjective
{
    /// <summary>Each part of a session that is there at all.</summary>
    public static double OfPart(SheetPart part) =>
        part switch
        {
            SheetPart.WarmUp => 0.5,
            SheetPart.Mastery => 0.3,
            SheetPart.Focus => 0.5,
            SheetPart.OtherFoot => 0.3,
            SheetPart.Test => 0.1,
            _ => 0.3,
        };

    /// <summary>Each minute of the asked ones that is used, with the ball or for it.</summary>
    public const double AMinute = 0.05;

    /// <summary>Each laying of the yard.</summary>
    public const double ALaying = -0.12;

    /// <summary>Each drill of a family that the part has already.</summary>
    public const double SameFamily = -0.15;

    /// <summary>Each hundred touches that the other foot lacks of its share.</summary>
    public const double AHundredTouchesShort = -0.15;

    /// <summary>The worth of a session.</summary>
    /// <param name="plan">Its drills in their order.</param>
    /// <param name="share">Of a hundred touches so many are to be the other foot's.</param>
    public static double Of(IReadOnlyList<PlanOption> plan, int share) => Of(plan, share, SecondsOf(plan));

    /// <summary>The same where it is known how long it takes.</summary>
    internal static double Of(IReadOnlyList<PlanOption> plan, int share, double seconds)
    {
        var (value, surplus, lies) = (0.0, 0.0, (string?)null);
        for (var i = 0; i < plan.Count; i++)
        {
            var option = plan[i];
            value += option.Gain;
            surplus += Surplus(option, share);
            if (!HasBefore(plan, i, _ => true))
                value += OfPart(option.Drill.Item.Part);
            else if (HasBefore(plan, i, other => other.Drill.Card.Family == option.Drill.Card.Family))
                value += SameFamily;
            if (option.Layout is not { } layout)
                continue;
            if (layout != lies)
                value += ALaying;
            lies = layout;
        }
        return value + (AMinute * seconds / 60) + OfFeet(surplus);
    }

    private static bool HasBefore(IReadOnlyList<PlanOption> plan, int at, Func<PlanOption, bool> such)
    {
        for (var i = at - 1; i >= 0 && plan[i].Drill.Item.Part == plan[at].Drill.Item.Part; i--)
        {
            if (such(plan[i]))
                return true;
        }
        return false;
    }

    /// <summary>What a session takes, in seconds: the sums of its sheet.</summary>
    public static double SecondsOf(IReadOnlyList<PlanOption> plan)
    {
        var (seconds, lies) = ((double)plan.Count * Timings.GetReady, (string?)null);
        for (var i = 0; i < plan.Count; i++)
        {
            seconds += plan[i].Seconds + (i < plan.Count - 1 ? plan[i].After : 0);
            if (plan[i].Layout is not { } layout)
                continue;
            if (layout != lies)
                seconds += plan[i].Laying;
            lies = layout;
        }
        return seconds;
    }

    /// <summary>How many touches more than its share a drill gives the other foot; below zero where fewer.</summary>
    public static double Surplus(PlanOption option, int share) => option.Other - (option.Touches * share / 100.0);

    /// <summary>What a surplus or a lack of the other foot's touches is worth.</summary>
    public static double OfFeet(double surplus) => AHundredTouchesShort * Math.Max(0, -surplus) / 100;
}
