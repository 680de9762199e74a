using System.Collections.Immutable;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Counting;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Practice.Measuring;

/// <summary>What happened in a set, as every way of measuring looks at it.</summary>
/// <param name="Standing">The events that stand, in their order; what was taken back is gone.</param>
/// <param name="Feet">The feet at work.</param>
/// <param name="Rules">What the drill says besides.</param>
/// <param name="Seconds">How long it lasted.</param>
public sealed record PlayedSet(ImmutableArray<PlayEvent> Standing, Feet Feet, ChallengeRules Rules, double Seconds)
{
    /// <summary>A draft with the time and the touches of each foot.</summary>
    public TDraft Touched<TDraft>(TDraft draft)
        where TDraft : SetDraft
    {
        var touches = CountTouches();
        return draft with { Left = touches.Left, Right = touches.Right, Seconds = Seconds };
    }

    private TouchCount CountTouches()
    {
        var (left, right) = (0, 0);
        foreach (var happened in Standing)
        {
            if (happened.Kind != PlayEventKind.Touch)
                continue;
            if (FootOf(happened) == Foot.Left)
                left++;
            else
                right++;
        }
        return new TouchCount(left, right);
    }

    /// <summary>What came off and what did not, in order.</summary>
    public IEnumerable<PlayEvent> Tries => Standing.Where(e => e.Kind is PlayEventKind.Touch or PlayEventKind.Slip);

    /// <summary>How many events of a kind there are.</summary>
    public int Count(PlayEventKind kind) => Standing.Count(e => e.Kind == kind);

    /// <summary>Whose foot it was. With one foot at work either half of the glass is that foot: nobody aims with a ball at the
    /// feet.</summary>
    public Foot FootOf(PlayEvent happened) =>
        Feet switch
        {
            Feet.Left => Foot.Left,
            Feet.Right => Foot.Right,
            _ => happened.Foot ?? Foot.Right,
        };
}
