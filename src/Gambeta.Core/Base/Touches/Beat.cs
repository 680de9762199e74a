namespace Gambeta.Core.Base.Touches;

/// <summary>What can happen to the ball, or be shown to an opponent, between two touches.</summary>
public enum Happening
{
    /// <summary>The player's own hand lets the ball go.</summary>
    [Key("hand")]
    Hand,

    /// <summary>A helper's hands serve the ball.</summary>
    [Key("server")]
    Server,

    /// <summary>The ball meets the floor.</summary>
    [Key("bounce")]
    Bounce,

    /// <summary>Hands take the ball: the player's own, or those that served it.</summary>
    [Key("catch")]
    Catch,

    /// <summary>The player turns round.</summary>
    [Key("turn")]
    Turn,

    /// <summary>A helper plays the ball along the floor, back or for the first time.</summary>
    [Key("rolled")]
    Rolled,

    /// <summary>The player runs without the ball: past it, round a marker, away and back.</summary>
    [Key("run")]
    Run,
}

/// <summary>A move of the foot or the body that does not touch the ball.</summary>
public enum Sham
{
    /// <summary>The foot goes round the front of the ball from the inside out.</summary>
    [Key("over")]
    Over,

    /// <summary>The foot goes round the front of the ball from the outside in.</summary>
    [Key("round")]
    Round,

    /// <summary>The foot swings as for a pass or a shot and stops.</summary>
    [Key("fake")]
    Fake,

    /// <summary>The shoulder over this foot drops.</summary>
    [Key("dip")]
    Dip,

    /// <summary>The foot is set down: past the ball, or on the floor again between two touches.</summary>
    [Key("step")]
    Step,
}

/// <summary>One step of a pattern: a touch, a sham, or something that happens to the ball.</summary>
public abstract record Beat
{
    /// <summary>The same step on the other foot.</summary>
    public abstract Beat Mirror();

    /// <summary>The foot it belongs to; nothing where no foot takes part.</summary>
    public virtual Foot? Foot => null;

    /// <summary>Its words without the foot.</summary>
    public abstract string Written { get; }
}

/// <summary>A touch.</summary>
public sealed record Contact(Touch Touch) : Beat
{
    /// <inheritdoc/>
    public override Beat Mirror() => new Contact(Touch.Mirror());

    /// <inheritdoc/>
    public override Foot? Foot => Touch.Foot;

    /// <inheritdoc/>
    public override string Written => $"{Touch.Surface.ToKey()} {Touch.Move.ToKey()}";
}

/// <summary>A sham: counts no touch.</summary>
public sealed record Shown(Foot By, Sham Sham) : Beat
{
    /// <inheritdoc/>
    public override Beat Mirror() => new Shown(By.Other(), Sham);

    /// <inheritdoc/>
    public override Foot? Foot => By;

    /// <inheritdoc/>
    public override string Written => Sham.ToKey();
}

/// <summary>Something between touches: counts no touch and has no foot.</summary>
public sealed record Between(Happening Happening) : Beat
{
    /// <inheritdoc/>
    public override Beat Mirror() => this;

    /// <inheritdoc/>
    public override string Written => Happening.ToKey();
}
