using System.Globalization;
using Gambeta.Core.Catalogue;
using Gambeta.Core.Sets;

namespace Gambeta.Core.Judgement;

/// <summary>What is said before a set: the target with its chance, where the set will lie, and the decision that stands.</summary>
public sealed record SaidBefore(Target Target, Quantiles Quantiles, DecisionKind Decision, int UnitsInOne)
{
    /// <summary>As a line of what was replayed.</summary>
    public string ToCsv(Guid set) => string.Create(CultureInfo.InvariantCulture,
        $"{set},{In(Target.Value)},{Target.Chance:0.####},{In(Quantiles.Q05)},{In(Quantiles.Q25)},{In(Quantiles.Q50)},{In(Quantiles.Q75)},{In(Quantiles.Q95)},{(Decision == DecisionKind.TooEarly ? "" : Decision.ToKey())}");

    private decimal In(int units) => units / (decimal)UnitsInOne;
}

/// <summary>Goes through the sets of a diary in their order, saying before each what would have been said.</summary>
public sealed class Replay(DrillCatalogue catalogue)
{
    private readonly Dictionary<FormKey, KeyForm> _keys = [];

    /// <summary>Sets that were read.</summary>
    public int Sets { get; private set; }

    /// <summary>What would have been said before a set; then the set is taken in. Nothing where too little is known.</summary>
    public SaidBefore? Before(PracticeSet set, Control? said = null)
    {
        Sets++;
        var key = FormKey.Of(set);
        var known = (_keys.GetValueOrDefault(key) ?? KeyForm.Empty(key)).Begin(set.SessionId, set.Day);
        var before = Say(known, set);
        _keys[key] = known.With(new JudgedSet(set, said));
        return before;
    }

    private SaidBefore? Say(KeyForm known, PracticeSet set)
    {
        if (known.Ahead(set.SessionId, set.Day, SetDose.Of(set)) is not { } outlook) return null;
        var bar = CleanBars.Of(catalogue.Find(set.Drill), SetDose.Of(set));
        return new SaidBefore(
            Target.Of(outlook, known.History.Best is { } best ? best + (outlook.Outcome.LowerIsBetter ? -1 : 1) : null), Quantiles.Of(outlook),
            Decision.Of(known, bar).Kind, outlook.Outcome.UnitsInOne);
    }
}
