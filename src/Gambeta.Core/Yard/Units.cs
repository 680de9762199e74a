namespace Gambeta.Core.Yard;

/// <summary>How lengths are written.</summary>
public enum Units
{
    /// <summary>Metres and centimetres.</summary>
    Metric,

    /// <summary>Feet and inches.</summary>
    Feet,
}
