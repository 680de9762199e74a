using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Practice.Sheets;

namespace Gambeta.Core.Insight.Planning;

/// <summary>A drill in one amount, as it could stand in a plan.</summary>
/// <param name="Drill">The drill with its part and dose.</param>
/// <param name="Seconds">Work and rest.</param>
/// <param name="After">The pause after it, where another one follows.</param>
/// <param name="Laying">Seconds to lay its yard, where that does not lie.</param>
/// <param name="Gain">What it is worth in this amount.</param>
/// <param name="Other">Touches of the other foot.</param>
/// <param name="Touches">Touches of both.</param>
/// <param name="IsNew">Whether it is something new.</param>
/// <param name="Reason">Why it is offered.</param>
public sealed record PlanOption(
    SheetDrill Drill,
    double Seconds,
    int After,
    int Laying,
    double Gain,
    int Other,
    int Touches,
    bool IsNew,
    PlanReason Reason
)
{
    /// <summary>The key of its layout; nothing where nothing is laid.</summary>
    public string? Layout => Drill.Card.Layout?.Key;

    /// <summary>Whether it is hard work.</summary>
    public bool IsHard => Drill.Card.Intensity == Catalogue.Cards.Intensity.Hard;

    /// <summary>The same amount in other numbers: so many sets, tries or runs.</summary>
    internal static Dose WithSets(Dose dose, int sets) =>
        dose switch
        {
            RoundsDose rounds => rounds with { Rounds = sets },
            RepsDose reps => reps with { Times = sets },
            TriesDose tries => tries with { Tries = sets },
            RunsDose runs => runs with { Runs = sets },
            _ => dose,
        };

    /// <summary>How many sets, tries or runs a dose has.</summary>
    internal static int SetsOf(Dose dose) => dose is TriesDose tries ? tries.Tries : dose.Sets;
}
