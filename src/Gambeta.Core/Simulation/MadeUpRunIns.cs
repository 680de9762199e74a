using System.Collections.Immutable;
using Gambeta.Core.Counting;
using Gambeta.Core.Doses;
using Gambeta.Core.Measuring;
using Gambeta.Core.RunSheets;
using Gambeta.Core.Sets;
using Gambeta.Core.Touches;

namespace Gambeta.Core.Simulation;

/// <summary>Run-ins, made up.</summary>
internal sealed class MadeUpRunIns : MadeUpTries
{
    /// <inheritdoc/>
    protected override PlayEventKind EndOf(int touches, int wanted) => touches < Math.Min(wanted, 3) ? PlayEventKind.Slip : PlayEventKind.Stop;
}
