using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Played;
using MathNet.Numerics.Distributions;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>What to do next with a drill and a foot.</summary>
public enum DecisionKind
{
    /// <summary>Too few sets, or on too few days, to say.</summary>
    [Key("too early")]
    TooEarly = 0,

    /// <summary>The rung below.</summary>
    [Key("step back")]
    StepBack = 1,

    /// <summary>More of the same.</summary>
    [Key("stay")]
    Stay = 2,

    /// <summary>The next rung.</summary>
    [Key("move on")]
    MoveOn = 3,
}

/// <summary>A decision, with what it rests on.</summary>
/// <param name="Kind">What to do.</param>
/// <param name="Clean">How much was clean lately, from 0 to 1; the chance of the clean value where a value says it.</param>
/// <param name="Sure">How sure the decision is, from 0 to 1.</param>
/// <param name="Sets">Sets that it looked at.</param>
/// <param name="Days">Days on which they were played.</param>
/// <param name="Word">What the player said lately, where it weighed.</param>
public sealed record Decision(DecisionKind Kind, double Clean, double Sure, int Sets, int Days, Control? Word)
{
    /// <summary>The rule's version: decisions are kept with it.</summary>
    public const int Version = 3;

    /// <summary>So many of the latest sets are looked at: two to four sittings.</summary>
    public const int Looked = 8;

    /// <summary>How many of ten were clean, as they are said.</summary>
    public int CleanInTen => Rounded.Whole(Clean * 10);

    private const int LeastSets = 4;
    private const int LeastDays = 2;
    private const double SureToMoveOn = 0.9,
        SureItFellApart = 0.85;

    /// <summary>How far below the clean bar it falls apart: at the usual bar of three in four that is 56 in a hundred.</summary>
    private const double ApartAt = 0.75;

    /// <summary>The decision after the sets of a key.</summary>
    public static Decision Of(KeyForm key, CleanBar bar)
    {
        var latest = key.History.Latest;
        var looked = latest.Length <= Looked ? latest : latest[^Looked..];
        var days = looked.Select(one => one.Set.Day).Distinct().Count();
        var word = looked.Reverse().Select(one => one.Said).FirstOrDefault(said => said is not null);
        var (clean, above, below) = key.History.Key.Model.Clean(key, looked, bar);
        // A word weighs as much as a set or two, and never alone: it shifts how sure one has to be.
        // Where only a count is known, which says nothing of control, it weighs more: what fell apart is not for moving on.
        var needs = (word, bar.Value) switch
        {
            (Control.FellApart, null) => 0.05,
            (Control.FellApart, _) => 0.2,
            (Control.Shaky, null) => 0.03,
            (Control.Shaky, _) => 0.1,
            (Control.Easy, _) => -0.03,
            _ => 0,
        };
        var kind =
            looked.Length < LeastSets || days < LeastDays ? DecisionKind.TooEarly
            : above >= SureToMoveOn + needs ? DecisionKind.MoveOn
            : below >= SureItFellApart - Math.Min(needs, 0.05) ? DecisionKind.StepBack
            : DecisionKind.Stay;
        return new Decision(
            kind,
            clean,
            kind switch
            {
                DecisionKind.MoveOn => above,
                DecisionKind.StepBack => below,
                _ => 1 - Math.Max(above, below),
            },
            looked.Length,
            days,
            word
        );
    }

    /// <summary>How many levels up or down some decisions of one key lead, in the order in which they were taken: each <em>move on</em> one
    /// up, each <em>step back</em> one down.</summary>
    public static int Steps(IEnumerable<DecisionKind> taken) => taken.Aggregate(0, (steps, kind) => kind switch
            {
                DecisionKind.MoveOn => Math.Min(steps + 1, (int)Level.Sharp),
                DecisionKind.StepBack => Math.Max(steps - 1, -(int)Level.Sharp),
                _ => steps,
            });

    /// <summary>What stands about a drill with all its feet: back when one foot falls apart, on when every foot may, which is when the
    /// slower one may.</summary>
    public static DecisionKind OfFeet(IEnumerable<Verdict> feet)
    {
        var kinds = feet.Select(verdict => verdict.Decision.Kind).ToList();
        return kinds.Count == 0 ? DecisionKind.TooEarly
            : kinds.Contains(DecisionKind.StepBack) ? DecisionKind.StepBack
            : kinds.TrueForAll(kind => kind == DecisionKind.MoveOn) ? DecisionKind.MoveOn
            : kinds.TrueForAll(kind => kind == DecisionKind.TooEarly) ? DecisionKind.TooEarly
            : DecisionKind.Stay;
    }

    /// <summary>
    /// How sure it is that a share lies above the bar, and below where it falls apart, from so many that came off and so many that did not:
    /// a beta posterior with half a unit on either side (Jeffreys).
    /// </summary>
    internal static (double Clean, double Above, double Below) OfShare(double cameOff, double not, double bar)
    {
        var (a, b) = (cameOff + 0.5, not + 0.5);
        return (cameOff / Math.Max(1, cameOff + not), 1 - Beta.CDF(a, b, bar), Beta.CDF(a, b, bar * ApartAt));
    }
}
