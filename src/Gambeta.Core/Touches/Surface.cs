namespace Gambeta.Core.Touches;

/// <summary>The part of the player that meets the ball.</summary>
public enum Surface
{
    /// <summary>The side of the foot that faces the other foot.</summary>
    Inside,

    /// <summary>The side of the foot that faces away.</summary>
    Outside,

    /// <summary>Under the foot, mostly the ball of the foot.</summary>
    Sole,

    /// <summary>The instep, where the shoe is laced.</summary>
    Laces,

    /// <summary>The tip of the shoe.</summary>
    Toe,

    /// <summary>The back of the shoe.</summary>
    Heel,

    /// <summary>The thigh, just above the knee.</summary>
    Thigh,

    /// <summary>The chest.</summary>
    Chest,

    /// <summary>The head: off unless a household allows it.</summary>
    Head,

    /// <summary>The shoulder.</summary>
    Shoulder,
}

/// <summary>Where a touch sends the ball, seen by the player.</summary>
public enum BallMove
{
    /// <summary>It stays where it is, stopped or only tapped.</summary>
    Stay,

    /// <summary>Towards the player.</summary>
    Back,

    /// <summary>Away, ahead of the player.</summary>
    Away,

    /// <summary>Towards the other foot.</summary>
    Across,

    /// <summary>Sideways, to the outside of the foot that touches.</summary>
    Out,

    /// <summary>Round behind the standing leg, to its other side.</summary>
    Behind,

    /// <summary>Ahead and towards the side of the other foot.</summary>
    Inward,

    /// <summary>Ahead and away from the other foot.</summary>
    Outward,

    /// <summary>Off the floor.</summary>
    Up,

    /// <summary>To the wall, from where it returns.</summary>
    Wall,

    /// <summary>At the goal or a target.</summary>
    Goal,
}
