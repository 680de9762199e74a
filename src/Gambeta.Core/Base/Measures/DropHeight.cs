using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace Gambeta.Core.Base.Measures;

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
