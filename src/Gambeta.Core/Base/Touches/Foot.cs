namespace Gambeta.Core.Base.Touches;

/// <summary>One foot.</summary>
public enum Foot
{
    /// <summary>The left foot: ochre, on the left, key F.</summary>
    [Key("left")]
    Left,

    /// <summary>The right foot: petrol, on the right, key J.</summary>
    [Key("right")]
    Right,
}

/// <summary>The feet that a set is worked with.</summary>
public enum Feet
{
    /// <summary>Only the left foot touches the ball.</summary>
    [Key("left")]
    Left,

    /// <summary>Only the right foot touches the ball.</summary>
    [Key("right")]
    Right,

    /// <summary>Both feet in the same set.</summary>
    [Key("both")]
    Both,
}

/// <summary>Small conversions between one foot and the feet of a set.</summary>
public static class FootExtensions
{
    /// <summary>The foot that is not this one.</summary>
    public static Foot Other(this Foot foot) => foot == Foot.Left ? Foot.Right : Foot.Left;

    /// <summary>A set worked with this foot alone.</summary>
    public static Feet Alone(this Foot foot) => foot == Foot.Left ? Feet.Left : Feet.Right;
}
