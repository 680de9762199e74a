using System.Collections.Immutable;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Amounts;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;

namespace Gambeta.Core.Practice.Sheets;

/// <summary>What one drill of a sheet comes to.</summary>
/// <param name="Drill">The drill.</param>
/// <param name="Amount">Its work, rests and touches.</param>
/// <param name="Laying">The time to lay its yard before it; none where it lies already, or nothing is laid.</param>
/// <param name="Tempo">The tempo that was reckoned with.</param>
/// <param name="TempoIsOwn">True when that is the player's own, from the rounds that were counted.</param>
public sealed record DrillSum(SheetDrill Drill, DoseAmount Amount, TimeSpan Laying, Tempo Tempo, bool TempoIsOwn);

/// <summary>What a sheet comes to for a player.</summary>
/// <param name="Drills">Drill by drill.</param>
/// <param name="Work">Time with the ball.</param>
/// <param name="Rest">Rests between rounds of the same foot.</param>
/// <param name="Swaps">Pauses in which the foot changes.</param>
/// <param name="SettingOut">Laying the yard.</param>
/// <param name="Between">From one drill to the next, the first get-ready among it.</param>
/// <param name="Touches">Touches per foot.</param>
/// <param name="Surfaces">Touches per surface, most first.</param>
/// <param name="TouchesAreExact">True when every touch follows from reps; otherwise they are "about".</param>
/// <param name="Gear">All that has to lie ready, the ball among it.</param>
/// <param name="Layings">How often the yard is laid.</param>
/// <param name="FewestLayings">How often it would have to be, in the best order.</param>
/// <param name="HardRunning">The most hard drills in a row.</param>
public sealed record SheetSums(
    ImmutableArray<DrillSum> Drills,
    TimeSpan Work,
    TimeSpan Rest,
    TimeSpan Swaps,
    TimeSpan SettingOut,
    TimeSpan Between,
    TouchCount Touches,
    ImmutableArray<SurfaceCount> Surfaces,
    bool TouchesAreExact,
    ImmutableArray<GearItem> Gear,
    int Layings,
    int FewestLayings,
    int HardRunning
)
{
    /// <summary>Everything together.</summary>
    public TimeSpan Total => Work + Rest + Swaps + SettingOut + Between;

    /// <summary>Minutes in all, to the nearest half, halves of a half upwards; 0 for an empty sheet.</summary>
    public double Minutes => Rounded.Half(Total.TotalMinutes);

    /// <summary>Adds up the drills of a sheet.</summary>
    /// <param name="drills">The drills in their order.</param>
    /// <param name="preferred">The player's preferred foot.</param>
    /// <param name="own">The player's own tempo in drills where it is known; the card's steady one stands in elsewhere.</param>
    public static SheetSums Of(ImmutableArray<SheetDrill> drills, Foot preferred, IReadOnlyDictionary<string, Tempo> own)
    {
        var sums = ImmutableArray.CreateBuilder<DrillSum>(drills.Length);
        var (swaps, surfaces) = (TimeSpan.Zero, new Dictionary<Surface, int>());
        foreach (var (drill, anew) in drills.Zip(LayingOrder.Anew(drills)))
        {
            var (card, dose) = (drill.Card, drill.Dose);
            var isOwn = own.TryGetValue(card.Id, out var tempo);
            if (!isOwn)
                tempo = card.Tempo.Steady;
            var amount = DoseArithmetic.Amount(card, dose, preferred, tempo);
            // With two turns a set every pause changes the foot.
            if (card.Turns(preferred).Length > 1)
                swaps += amount.Rest;
            foreach (var (surface, touches) in SurfacesOf(card, dose, preferred, tempo))
                surfaces[surface] = surfaces.GetValueOrDefault(surface) + touches;
            sums.Add(new DrillSum(drill, amount, anew ? Timings.Laying(card.Layout) : TimeSpan.Zero, tempo, isOwn));
        }
        return new SheetSums(
            sums.ToImmutable(),
            Sum(s => s.Amount.Work),
            Sum(s => s.Amount.Rest) - swaps,
            swaps,
            Sum(s => s.Laying),
            TimeSpan.FromSeconds(
                drills.IsEmpty ? 0 : (Timings.GetReady * drills.Length) + drills.SkipLast(1).Sum(drill => Timings.After(drill.Dose))
            ),
            sums.Aggregate(default(TouchCount), (all, s) => all + s.Amount.Touches),
            [
                .. surfaces
                    .Where(s => s.Value > 0)
                    .OrderByDescending(s => s.Value)
                    .ThenBy(s => s.Key)
                    .Select(s => new SurfaceCount(s.Key, s.Value)),
            ],
            sums.All(s => s.Amount.TouchesAreExact),
            GearOf(drills),
            LayingOrder.Layings(drills),
            LayingOrder.Layings(LayingOrder.Fewest(drills)),
            HardIn(drills)
        );

        TimeSpan Sum(Func<DrillSum, TimeSpan> of) => sums.Aggregate(TimeSpan.Zero, (all, s) => all + of(s));
    }

    // A touch beyond the whole reps is the pattern's next one. Headers count towards nothing.
    private static Dictionary<Surface, int> SurfacesOf(DrillCard card, Dose dose, Foot preferred, Tempo tempo)
    {
        var counted = new Dictionary<Surface, int>();
        foreach (var feet in card.Turns(preferred))
        {
            var pattern = card.Pattern.For(feet);
            var touches = DoseArithmetic.TouchesOfATurn(card, pattern, dose, tempo);
            if (pattern.Touches.IsEmpty)
                continue;
            var (whole, over) = (touches / pattern.Touches.Length, touches % pattern.Touches.Length);
            for (var i = 0; i < pattern.Touches.Length; i++)
            {
                var surface = pattern.Touches[i].Surface;
                if (SurfaceTraits.Of(surface).Counts)
                    counted[surface] = counted.GetValueOrDefault(surface) + ((whole + (i < over ? 1 : 0)) * dose.Sets);
            }
        }
        return counted;
    }

    // One drill is played at a time: of each kind the most that any needs.
    private static ImmutableArray<GearItem> GearOf(ImmutableArray<SheetDrill> drills) =>
        [
            .. drills
                .SelectMany(drill => drill.Card.Layout?.Needs is { } needs ? drill.Card.Gear.Add(needs) : drill.Card.Gear)
                .GroupBy(item => item.Kind)
                .OrderBy(kind => kind.Key)
                .Select(kind => new GearItem(kind.Key, kind.Max(item => item.Count))),
        ];

    private static int HardIn(ImmutableArray<SheetDrill> drills)
    {
        var (most, running) = (0, 0);
        foreach (var drill in drills)
        {
            running = drill.Card.Intensity == Intensity.Hard ? running + 1 : 0;
            most = Math.Max(most, running);
        }
        return most;
    }
}
