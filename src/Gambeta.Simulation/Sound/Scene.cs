using Gambeta.Core;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Edges.Hearing;

namespace Gambeta.Simulation.Sound;

/// <summary>What is practised in a recording.</summary>
public enum SceneKind
{
    /// <summary>Tries of juggling, each with a drop and bounces, or a catch.</summary>
    [Key("juggling")]
    Juggling,

    /// <summary>Passes against a wall, each with the wall's sound after it.</summary>
    [Key("wall")]
    Wall,

    /// <summary>Taps from foot to foot.</summary>
    [Key("taps")]
    Taps,

    /// <summary>No ball at all.</summary>
    [Key("nothing")]
    Nothing,

    /// <summary>A place that is learned: ten seconds of quiet, then ten touches.</summary>
    [Key("place")]
    Place,

    /// <summary>A ball that is let bounce once after each touch.</summary>
    [Key("bounced")]
    Bounced,
}

/// <summary>What a true sound was.</summary>
public enum TrueKind
{
    /// <summary>A touch of the ball.</summary>
    [Key("touch")]
    Touch,

    /// <summary>The ball on the floor after a drop.</summary>
    [Key("bounce")]
    Bounce,

    /// <summary>The ball against the wall.</summary>
    [Key("wall")]
    Wall,

    /// <summary>A signal of the application's own.</summary>
    [Key("beep")]
    Beep,
}

/// <summary>A sound as it truly was.</summary>
/// <param name="At">Seconds since the beginning.</param>
/// <param name="Kind">What.</param>
/// <param name="Foot">Whose foot, of a touch.</param>
/// <param name="Try">The number of the try, from 1.</param>
public sealed record TrueSound(double At, TrueKind Kind, Foot? Foot = null, int Try = 1);

/// <summary>What a recording is to be.</summary>
/// <param name="Kind">What is practised.</param>
/// <param name="Seconds">How long it lasts.</param>
/// <param name="Noise">What else is in the air.</param>
/// <param name="Decibels">The mean power of a touch's first 40 ms against the noise's, both between 80 Hz and 6 kHz.</param>
public sealed record Scene(SceneKind Kind, double Seconds, NoiseKind Noise, double Decibels)
{
    /// <summary>Seconds of quiet before the touches by which a place is learned.</summary>
    public const double QuietSeconds = SpaceSound.QuietFrames / (double)SoundFrame.ASecond;

    /// <summary>The touches by which a place is learned.</summary>
    public const int LearningTouches = SpaceSound.AskedTouches;

    /// <summary>Samples a second.</summary>
    public int Rate { get; init; } = 48_000;

    /// <summary>A soft ball of foam or felt.</summary>
    public bool IsSoftBall { get; init; }

    /// <summary>The echo of a room; nothing outdoors.</summary>
    public bool IsIndoors { get; init; }

    /// <summary>Drawn from wider bounds still, and its sounds by two recipes at once: some of what is learned from.</summary>
    public bool IsWide { get; init; }

    /// <summary>Longest try of juggling.</summary>
    public int MostTouches { get; init; } = 20;

    /// <summary>Signals of the application, at these seconds.</summary>
    public IReadOnlyList<double> Beeps { get; init; } = [];

    /// <summary>A noise from elsewhere in place of the made-up one, as samples at the scene's rate.</summary>
    public float[]? OtherNoise { get; init; }
}

/// <summary>A made-up recording with the truth beside it.</summary>
/// <param name="Samples">Between -1 and 1.</param>
/// <param name="Rate">Samples a second.</param>
/// <param name="Truth">What truly happened, in order.</param>
public sealed record MadeRecording(float[] Samples, int Rate, IReadOnlyList<TrueSound> Truth);
