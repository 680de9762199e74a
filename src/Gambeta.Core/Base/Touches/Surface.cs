namespace Gambeta.Core.Base.Touches;

/// <summary>The part of the player that meets the ball.</summary>
public enum Surface
{
    /// <summary>The side of the foot that faces the other foot.</summary>
    [Key("inside")]
    Inside,

    /// <summary>The side of the foot that faces away.</summary>
    [Key("outside")]
    Outside,

    /// <summary>Under the foot, mostly the ball of the foot.</summary>
    [Key("sole")]
    Sole,

    /// <summary>The instep, where the shoe is laced.</summary>
    [Key("laces")]
    Laces,

    /// <summary>The tip of the shoe.</summary>
    [Key("toe")]
    Toe,

    /// <summary>The back of the shoe.</summary>
    [Key("heel")]
    Heel,

    /// <summary>The thigh, just above the knee.</summary>
    [Key("thigh")]
    Thigh,

    /// <summary>The chest.</summary>
    [Key("chest")]
    Chest,

    /// <summary>The head: off unless a household allows it.</summary>
    [Key("head")]
    Head,

    /// <summary>The shoulder.</summary>
    [Key("shoulder")]
    Shoulder,
}

/// <summary>Where a touch sends the ball, seen by the player.</summary>
public enum BallMove
{
    /// <summary>It stays where it is, stopped or only tapped.</summary>
    [Key("stay")]
    Stay,

    /// <summary>Towards the player.</summary>
    [Key("back")]
    Back,

    /// <summary>Away, ahead of the player.</summary>
    [Key("away")]
    Away,

    /// <summary>Towards the other foot.</summary>
    [Key("across")]
    Across,

    /// <summary>Sideways, to the outside of the foot that touches.</summary>
    [Key("out")]
    Out,

    /// <summary>Round behind the standing leg, to its other side.</summary>
    [Key("behind")]
    Behind,

    /// <summary>Ahead and towards the side of the other foot.</summary>
    [Key("inward")]
    Inward,

    /// <summary>Ahead and away from the other foot.</summary>
    [Key("outward")]
    Outward,

    /// <summary>Off the floor.</summary>
    [Key("up")]
    Up,

    /// <summary>To the wall, from where it returns.</summary>
    [Key("wall")]
    Wall,

    /// <summary>At the goal or a target.</summary>
    [Key("goal")]
    Goal,
}
