namespace Gambeta.Core.Base.Distances;

/// <summary>How lengths are written.</summary>
public enum Units
{
    /// <summary>Metres and centimetres.</summary>
    [Key("metric")]
    Metric,

    /// <summary>Feet and inches.</summary>
    [Key("feet")]
    Feet,
}
