using System.Collections.Frozen;
using Gambeta.Core;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.RunSheets;

namespace Gambeta.Simulation;

/// <summary>How a made-up player plays and taps a set of a measure. A test has one of each played.</summary>
public abstract class MadeUp
{
    private static readonly FrozenDictionary<MeasuredBy, MadeUp> All = OneOfEach.In<MadeUp>().ToFrozenDictionary(madeUp => madeUp.Measure);

    /// <summary>The measure that is played so.</summary>
    public abstract MeasuredBy Measure { get; }

    /// <summary>How a measure is played.</summary>
    public static MadeUp Of(MeasuredBy measure) => All[measure];

    /// <summary>Touches that one tap stands for, where a rep has so many.</summary>
    public virtual int TouchesATap(TouchCount perRep) => 1;

    /// <summary>What a made-up player counts in one turn.</summary>
    public abstract SetDraft Modelled(ModelTurn turn);

    /// <summary>What a made-up player taps in one phase of work.</summary>
    public abstract void Tap(TappingPlayer player, TappingHand hand, RunDrill drill, Phase phase);
}
