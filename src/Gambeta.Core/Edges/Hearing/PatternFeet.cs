using Gambeta.Core.Base.Touches;

namespace Gambeta.Core.Edges.Hearing;

/// <summary>
/// Whose foot each touch was. What is heard of a pattern repeats sooner than its feet do (a kick and the wall, whichever foot it was): how
/// often it was gone through tells where in the whole pattern a touch lies.
/// </summary>
/// <param name="cycle">The whole pattern, whose <see cref="SoundCycle.Shortest"/> is what is told apart by ear.</param>
internal sealed class PatternFeet(SoundCycle cycle)
{
    private readonly int _length = cycle.Shortest.Sounds.Length;
    private int _reps,
        _last = -1;

    /// <summary>Whose foot the next sound was; nothing where it was no touch, or the pattern does not say.</summary>
    /// <param name="place">Its place in what repeats.</param>
    public Foot? Next(int place)
    {
        if (place <= _last)
            _reps++;
        _last = place;
        return cycle.Sounds[((_reps * _length) + place) % cycle.Sounds.Length].Foot;
    }

    /// <summary>Whoever keeps a ball up begins a try with the foot with which the pattern begins.</summary>
    public void Begin() => (_reps, _last) = (0, -1);
}
