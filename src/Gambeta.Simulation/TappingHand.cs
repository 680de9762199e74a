using Gambeta.Core;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Practice.Counting;
using Gambeta.Core.Practice.RunSheets;

namespace Gambeta.Simulation;

/// <summary>The hand that taps: keeps the time, gives each foot its turn, and stops when the round is over.</summary>
/// <param name="feet">The feet at work.</param>
/// <param name="gap">Seconds between two taps.</param>
/// <param name="limit">The length of the round in seconds; nothing where the player ends it.</param>
/// <param name="chance">The source of chance.</param>
public sealed class TappingHand(Feet feet, double gap, int? limit, Random chance)
{
    private readonly List<PlayEvent> _events = [];
    private bool _left;

    /// <summary>What was tapped.</summary>
    public IReadOnlyList<PlayEvent> Events => _events;

    /// <summary>How long it has been at it.</summary>
    public double Seconds { get; private set; }

    /// <summary>Whether another tap fits.</summary>
    public bool HasTime => limit is null || Seconds < limit;

    /// <summary>Does nothing for a while.</summary>
    public void Wait(double seconds) => Seconds += seconds;

    /// <summary>Taps what is no touch, so many seconds later.</summary>
    public void Add(PlayEventKind kind, double after)
    {
        Seconds += after;
        if (limit is null || Seconds < limit)
            _events.Add(new PlayEvent(Rounded.Whole(Seconds * 100), kind));
    }

    /// <summary>Taps a touch, or a slip; true when it was a touch.</summary>
    public bool Try(double before, bool wrong, int zone)
    {
        Seconds += before + (gap * (0.85 + (0.3 * chance.NextDouble())));
        if (limit is not null && Seconds >= limit)
            return false;
        _left = feet == Feet.Left || (feet == Feet.Both && !_left);
        var foot = _left ? Foot.Left : Foot.Right;
        _events.Add(
            wrong
                ? new PlayEvent(Rounded.Whole(Seconds * 100), PlayEventKind.Slip, zone > 0 && feet == Feet.Both ? foot : null)
                : new PlayEvent(Rounded.Whole(Seconds * 100), PlayEventKind.Touch, foot, zone)
        );
        return !wrong;
    }

    /// <summary>Taps until as many came off as the phase asks for, or the time is up.</summary>
    public void UntilClean(Phase phase, Func<bool> wrong)
    {
        for (var clean = 0; clean < (phase.Target ?? int.MaxValue) && HasTime; )
            clean += Try(0, wrong(), 0) ? 1 : 0;
    }
}
