using System.Globalization;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>What is said before a set: the target with its chance, where the set will lie, and the decision that stands.</summary>
public sealed record SaidBefore(Target Target, Quantiles Quantiles, DecisionKind Decision, int UnitsInOne)
{
    /// <summary>As a line of what was replayed.</summary>
    public string ToCsv(Guid set) =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"{set},{In(Target.Value)},{Target.Chance:0.####},{In(Quantiles.Q05)},{In(Quantiles.Q25)},"
                + $"{In(Quantiles.Q50)},{In(Quantiles.Q75)},{In(Quantiles.Q95)},"
                + $"{(Decision == DecisionKind.TooEarly ? "" : Decision.ToKey())}"
        );

    private decimal In(int units) => units / (decimal)UnitsInOne;
}

/// <summary>Goes through the sets of a diary in their order, saying before each what would have been said.</summary>
public sealed class Replay(DrillCatalogue catalogue)
{
    private readonly Dictionary<Guid, PlayerForms> _players = [];

    /// <summary>Sets that were read.</summary>
    public int Sets { get; private set; }

    /// <summary>What would have been said before a set; then the set is taken in. Nothing where too little is known.</summary>
    public SaidBefore? Before(PracticeSet set, Control? said = null)
    {
        Sets++;
        if (!_players.TryGetValue(set.PlayerId, out var forms))
            _players[set.PlayerId] = forms = new PlayerForms(catalogue);
        var known = forms.Before(FormKey.Of(set)).Begin(set.SessionId, set.Day);
        var outlook = known.Now(SetDose.Of(set));
        var before = outlook is null ? null : Say(known, outlook, set);
        var judged = new JudgedSet(set, said);
        forms.Keep(known.With(judged, outlook), judged);
        return before;
    }

    private SaidBefore Say(KeyForm known, PredictiveDistribution outlook, PracticeSet set)
    {
        var bar = CleanBars.Of(catalogue.Find(set.Drill), SetDose.Of(set));
        return new SaidBefore(
            Target.Of(outlook, known.History.BestIn(SetDose.Of(set)) is { } best ? best + (outlook.Outcome.LowerIsBetter ? -1 : 1) : null),
            Quantiles.Of(outlook),
            Decision.Of(known, bar).Kind,
            outlook.Outcome.UnitsInOne
        );
    }
}
