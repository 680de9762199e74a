using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Catalogue.Layouts;

namespace Gambeta.Core.Catalogue.Amounts;

/// <summary>What a dose amounts to: how long it takes and how many touches it gives each foot.</summary>
/// <param name="Work">Time with the ball.</param>
/// <param name="Rest">Time between the rounds, foot changes included.</param>
/// <param name="Touches">Touches per foot.</param>
/// <param name="TouchesAreExact">True when the touches follow from the reps; false when they are "about", from a tempo.</param>
public sealed record DoseAmount(TimeSpan Work, TimeSpan Rest, TouchCount Touches, bool TouchesAreExact)
{
    /// <summary>Work and rest together.</summary>
    public TimeSpan Total => Work + Rest;
}

/// <summary>The arithmetic of doses.</summary>
public static class DoseArithmetic
{
    /// <summary>Touches that a juggling try is expected to last before anything is known of the player.</summary>
    public const int TouchesOfATry = 8;

    /// <summary>
    /// Adds up a dose for a player. Rests stand between rounds, none after the last.
    /// Rounds: touches are the tempo over the working time. Reps: touches are exact, time is from the tempo.
    /// Tries: <see cref="TouchesOfATry"/> touches a try, and <see cref="Timings.FetchTheBall"/> and the dose's rest between them. Runs: the
    /// touches of the course, or of one pattern where there is none, about.
    /// </summary>
    /// <param name="card">The drill.</param>
    /// <param name="dose">One of its doses, or the household's own.</param>
    /// <param name="preferred">The player's preferred foot: says which is the other one.</param>
    /// <param name="tempo">The player's tempo in this drill, or the card's steady one.</param>
    public static DoseAmount Amount(DrillCard card, Dose dose, Foot preferred, Tempo tempo)
    {
        var turns = card.Turns(preferred);
        var rest = Timings.Rest(dose, swaps: turns.Length > 1);
        var rests = rest * ((dose.Sets * turns.Length) - 1);
        var work = TimeSpan.Zero;
        var touches = default(TouchCount);
        foreach (var feet in turns)
        {
            var pattern = card.Pattern.For(feet);
            var (time, count) = OneTurn(card, pattern, dose, tempo);
            work += time * dose.Sets;
            touches += count * dose.Sets;
        }
        return new DoseAmount(work, rests, touches, TouchesAreExact: dose is RepsDose);
    }

    /// <summary>Touches that one turn of a foot, or of both together, has in a dose: see <see cref="Amount"/>.</summary>
    public static int TouchesOfATurn(DrillCard card, Pattern pattern, Dose dose, Tempo tempo) =>
        dose switch
        {
            RoundsDose rounds => tempo.TouchesIn(rounds.Work),
            RepsDose reps => CardRules.Of(card.MeasuredBy).TouchesIn(pattern, reps.Reps),
            TriesDose tries => TouchesOfATry * tries.Tries,
            _ => CardRules.Of(card.MeasuredBy).TouchesOfARun(card, pattern),
        };

    /// <summary>The time that one turn of a foot, or of both together, is expected to take: see <see cref="Amount"/>.</summary>
    public static TimeSpan TimeOfATurn(DrillCard card, Pattern pattern, Dose dose, Tempo tempo) => OneTurn(card, pattern, dose, tempo).Time;

    private static (TimeSpan Time, TouchCount Touches) OneTurn(DrillCard card, Pattern pattern, Dose dose, Tempo tempo)
    {
        return dose switch
        {
            RoundsDose rounds => (rounds.Work, pattern.Of(tempo.TouchesIn(rounds.Work))),
            RepsDose reps => (
                tempo.TimeFor(CardRules.Of(card.MeasuredBy).MovesIn(pattern, reps.Reps)),
                pattern.Of(CardRules.Of(card.MeasuredBy).TouchesIn(pattern, reps.Reps))
            ),
            TriesDose tries => (
                ((tempo.TimeFor(TouchesOfATry) + TimeSpan.FromSeconds(Timings.FetchTheBall)) * tries.Tries)
                    + (tries.Rest * (tries.Tries - 1)),
                pattern.Of(TouchesOfATry) * tries.Tries
            ),
            RunsDose => (
                tempo.TimeFor(TouchesOfATurn(card, pattern, dose, tempo)),
                (card.Layout?.Way ?? RunWay.Any).Share(pattern, TouchesOfATurn(card, pattern, dose, tempo))
            ),
            _ => throw new ArgumentException($"Unknown dose {dose.GetType().Name}.", nameof(dose)),
        };
    }
}
