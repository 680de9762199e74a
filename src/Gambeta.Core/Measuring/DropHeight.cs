using System.Collections.Immutable;
using System.Text.Json.Nodes;
using System.Text.Json;
using Gambeta.Core.Catalogue;
using Gambeta.Core.Counting;
using Gambeta.Core.Diaries;
using Gambeta.Core.Doses;
using Gambeta.Core.Judgement;
using Gambeta.Core.Records;
using Gambeta.Core.RunSheets;
using Gambeta.Core.Sets;
using Gambeta.Core.Simulation;
using Gambeta.Core.Touches;

namespace Gambeta.Core.Measuring;

/// <summary>Heights from which a ball is dropped into the trap square, low to high.</summary>
public enum DropHeight
{
    /// <summary>From the knee.</summary>
    Knee = 1,

    /// <summary>From the hip.</summary>
    Hip,

    /// <summary>From the chest.</summary>
    Chest,

    /// <summary>From the top of the head.</summary>
    Head,

    /// <summary>Thrown to an arm's length above the head.</summary>
    Above,
}
