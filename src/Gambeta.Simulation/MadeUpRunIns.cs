using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Practice.Counting;

namespace Gambeta.Simulation;

/// <summary>Run-ins, made up.</summary>
internal sealed class MadeUpRunIns : MadeUpTries
{
    /// <inheritdoc/>
    public override MeasuredBy Measure => MeasuredBy.RunInTouches;

    /// <inheritdoc/>
    protected override PlayEventKind EndOf(int touches, int wanted) =>
        touches < Math.Min(wanted, 3) ? PlayEventKind.Slip : PlayEventKind.Stop;
}
