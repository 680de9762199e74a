using System.Collections.Immutable;
using System.Runtime.InteropServices;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Sets;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>How much a set is to be: all that may be known before it.</summary>
/// <param name="Round">The length of a timed round; nothing for open-ended sets.</param>
/// <param name="Count">Reps, tries or hits that it is to have; nothing where nobody says.</param>
public readonly record struct SetDose(TimeSpan? Round, int? Count)
{
    /// <summary>The dose as it is written down: "30", "x8", or both.</summary>
    public string Key =>
        string.Create(System.Globalization.CultureInfo.InvariantCulture, $"{Round?.TotalSeconds}{(Count is { } count ? $"x{count}" : "")}");

    /// <summary>The dose of a set as it was planned.</summary>
    public static SetDose Of(PracticeSet set) => new(set.Planned, set.Plan.Count);
}

/// <summary>What is known of a player in one key after some sets: what is believed of the level, and what goes with it.</summary>
/// <param name="Skill">The level by which the key is chiefly judged.</param>
/// <param name="Side">A second level where there is one: passes a minute beside their control, clean runs beside their time.</param>
/// <param name="Kinds">How likely each kind of scatter is: shapes of tries, or noises of a count; adds up to one.</param>
/// <param name="Usual">The number of reps or tries of a set, as it mostly was; for doses that nobody wrote down.</param>
/// <param name="Sets">How many sets it was made of.</param>
/// <param name="EndsAt">The number at which tries are ended on purpose, and how many were, without one that went on past it.</param>
public sealed record Form(
    Posterior? Skill,
    Posterior? Side,
    ImmutableArray<double> Kinds,
    double Usual,
    int Sets,
    (int Touches, int Tries) EndsAt = default
)
{
    /// <summary>Nothing is known.</summary>
    public static readonly Form Empty = new(null, null, [], 0, 0);

    /// <summary>Where known counts fade: each set leaves so much of those before.</summary>
    public const double Fades = 0.8;

    /// <summary>The form at the beginning of a sitting.</summary>
    public Form Begin(Guid sitting, DateOnly day) => this with { Skill = Skill?.Begin(sitting, day), Side = Side?.Begin(sitting, day) };

    /// <summary>The usual number with another one.</summary>
    public double WithUsual(double count) => Usual == 0 ? count : (Usual * Fades) + (count * (1 - Fades));
}

/// <summary>Where a level is looked for before anything was seen, on the scale of its model.</summary>
/// <param name="Mean">The likeliest level.</param>
/// <param name="Spread">How sure that is, as a standard deviation.</param>
public readonly record struct Prior(double Mean, double Spread);

/// <summary>The model of a way of measuring: how a set that came in changes the form, and what the next one will come to.</summary>
public abstract class FormModel
{
    /// <summary>How likely each trend is to begin with: players who begin to measure themselves mostly learn.</summary>
    protected static readonly double[] Trends = [0.08, 0.37, 0.55];

    /// <summary>How likely each mood is to begin with.</summary>
    protected static readonly double[] Moods = [0.3, 0.5, 0.2];

    /// <summary>True for a set that says something: counted, not void.</summary>
    public virtual bool Judges(PracticeSet set) => set.IsKnown;

    /// <summary>The value by which a set is chiefly judged, in units.</summary>
    public abstract int Value(PracticeSet set);

    /// <summary>True where a smaller value is the better one.</summary>
    public virtual bool LowerIsBetter => false;

    /// <summary>What of a dose a best compares within: the length of a round and the number of tries, unless a model says
    /// otherwise.</summary>
    public virtual SetDose Compares(SetDose dose) => dose;

    /// <summary>Units in one of what is said: ten where tenths are counted.</summary>
    public virtual int UnitsInOne => LowerIsBetter ? 10 : 1;

    /// <summary>How clean some sets were: a share, how sure it is that this lies above the bar, and how sure that it falls apart. By the
    /// chance of the bar's value where nothing else is said.</summary>
    public virtual (double Clean, double Above, double Below) Clean(KeyForm key, ImmutableArray<JudgedSet> looked, CleanBar bar)
    {
        if (bar.Value is not { } value || looked.IsEmpty)
            return (0.5, 0, 0);
        if (key.Now(SetDose.Of(looked[^1].Set)) is not { } outlook)
            return (0.5, 0, 0);
        var reaches = outlook.Reaches(value);
        // Eight in ten sets at the clean value are repeatable; below half of it in most sets is falling apart.
        var half = outlook.Outcome.LowerIsBetter ? 1 - outlook.Reaches(value * 2) : 1 - outlook.Reaches((value + 1) / 2);
        return (reaches, reaches, half);
    }

    /// <summary>
    /// A set as pace and control see it; nothing where it says nothing of both. Where nothing but touches is counted the player's word
    /// stands for control, as one touch that was or was not.
    /// </summary>
    public virtual ControlPoint? Control(JudgedSet set) => null;

    /// <summary>The form after a set.</summary>
    public abstract Form Take(Form form, PracticeSet set);

    /// <summary>The belief about a chance at the sitting of a set; begun where nothing was seen yet.</summary>
    protected static Posterior Begun(Posterior? known, Prior usual, PracticeSet set) =>
        (known ?? Chance.Posterior(usual, Trends, Moods)).Begin(set.SessionId, set.Day);

    /// <summary>The belief about a pace at the sitting of a set; begun about its own value where nothing was seen yet, with what a kin says
    /// where there is one.</summary>
    protected static Posterior BegunAt(Form form, Posterior? known, double value, PracticeSet set)
    {
        var begun = known switch
        {
            null => Pace.Posterior(value, new Prior(value, 0.3), Trends, Moods),
            // A first set far from there says that the kin is none: half the way to it is then one standard deviation.
            not null when form.Sets == 0 && known.MeanAndSpread() is var (mean, sure) => Pace.Posterior(
                value,
                new Prior(mean, Math.Max(sure, Math.Abs(value - mean) / 2)),
                Trends,
                Moods
            ),
            _ => known,
        };
        return begun.Begin(set.SessionId, set.Day);
    }

    /// <summary>The form of a key without sets, from that of a kin; its scatter is half the kin's, half anything.</summary>
    public static Form From(Form kin, RelatedPrior kinship)
    {
        return new Form(
            Loosened(kin.Skill),
            Loosened(kin.Side),
            kin.Kinds.IsDefaultOrEmpty ? [] : [.. kin.Kinds.Select(weight => (weight / 2) + (0.5 / kin.Kinds.Length))],
            kin.Usual,
            0
        );

        Posterior? Loosened(Posterior? known)
        {
            if (known is null)
                return null;
            var onChances = known.Scale == LevelScale.Chances;
            var (below, spread) = onChances ? (kinship.Below, kinship.Spread) : (kinship.BelowInPace, kinship.SpreadInPace);
            var (mean, own) = known.MeanAndSpread();
            var prior = new Prior(mean - below, Math.Sqrt((own * own) + (spread * spread)));
            return onChances ? Chance.Posterior(prior, Trends, Moods) : Pace.Posterior(prior.Mean, prior, Trends, Moods);
        }
    }

    /// <summary>The form of a key without sets or kin, from the card; nothing where that says nothing.</summary>
    public virtual Form From(DrillCard card) => Form.Empty;

    /// <summary>Tries of a set in a dose: as many as it says, else as there usually were.</summary>
    protected static int TriesOf(Form form, SetDose dose) => Math.Clamp(dose.Count ?? Rounded.Whole(form.Usual), 1, SetDraft.MostTries);

    /// <summary>What a set in a dose can come to at each level; nothing where the form does not know enough.</summary>
    public abstract Outcome? Ahead(Form form, SetDose dose);
}

/// <summary>Weights of kinds of scatter.</summary>
internal static class Kinds
{
    // So much of the weight goes back to where it began with each set, so that a player may change.
    private const double Opens = 0.004;

    /// <summary>The weights after a set, from how likely each kind made it.</summary>
    public static ImmutableArray<double> After(ImmutableArray<double> kinds, ImmutableArray<double> prior, ReadOnlySpan<double> likely)
    {
        var after = new double[kinds.Length];
        for (var k = 0; k < after.Length; k++)
            after[k] = Math.Max(1e-12, ((kinds[k] * (1 - Opens)) + (prior[k] * Opens)) * likely[k]);
        VectorMath.Normalise(after);
        return ImmutableCollectionsMarshal.AsImmutableArray(after);
    }
}
