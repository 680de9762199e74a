namespace Gambeta.Core.Base.Touches;

/// <summary>One contact with the ball: which foot (or side of the body), which surface, and where the ball goes.</summary>
public readonly record struct Touch(Foot Foot, Surface Surface, BallMove Move)
{
    /// <summary>The same touch by the other foot; the ball's move is named from the foot, so it needs no turning.</summary>
    public Touch Mirror() => this with { Foot = Foot.Other() };

    /// <summary>The touch in words: "right sole back".</summary>
    public override string ToString() => $"{Foot.ToKey()} {Surface.ToKey()} {Move.ToKey()}";
}
