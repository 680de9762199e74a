namespace Gambeta.Core.Hearing;

/// <summary>
/// Tells from its traits how likely a beginning is a struck ball: fitted to made-up recordings whose every constant was drawn from wide bounds, by several recipes, with voices of a speech
/// synthesizer among the noise.
/// </summary>
public static class BallSound
{
    /// <summary>The net that ships.</summary>
    public static readonly SmallNet Shipped = SmallNet.Read("ball-sound.json", SoundTraits.Count);
}
