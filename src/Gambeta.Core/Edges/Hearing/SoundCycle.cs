using System.Collections.Immutable;
using Gambeta.Core.Base.Touches;

namespace Gambeta.Core.Edges.Hearing;

/// <summary>A sound that a pattern makes.</summary>
/// <param name="Kind">What.</param>
/// <param name="Foot">Whose foot, of a touch.</param>
public readonly record struct CycleSound(HeardKind Kind, Foot? Foot = null);

/// <summary>
/// What can be heard of a pattern, in its order: a ball in the air or against a wall is struck and sounds, a sole that rolls, drags or
/// stands on it makes none that could be told from a shoe.
/// </summary>
/// <param name="Sounds">The sounds of one rep.</param>
/// <param name="Silent">The touches of one rep that are not heard.</param>
/// <param name="Falls">True when the ball is kept in the air: what is not caught falls, and bounces.</param>
public sealed record SoundCycle(ImmutableArray<CycleSound> Sounds, int Silent, bool Falls)
{
    /// <summary>Touches of a rep that are heard.</summary>
    public int Heard => Sounds.Count(sound => sound.Kind == HeardKind.Touch);

    /// <summary>What repeats of it, whichever foot it is: a kick and the wall, where the feet go by turns or come ten by ten.</summary>
    public SoundCycle Shortest
    {
        get
        {
            for (var length = 1; length < Sounds.Length; length++)
            {
                if (
                    Sounds.Length % length == 0
                    && Enumerable.Range(length, Sounds.Length - length).All(i => Sounds[i].Kind == Sounds[i - length].Kind)
                )
                    return this with { Sounds = Sounds[..length] };
            }
            return this;
        }
    }

    /// <summary>True when the sound at this place of the pattern is a touch after which the wall follows.</summary>
    public bool IsPass(int place) => Sounds[place].Kind == HeardKind.Touch && Sounds[(place + 1) % Sounds.Length].Kind == HeardKind.Wall;

    /// <summary>True when all of it is heard.</summary>
    public bool IsWhole => Silent == 0 && Heard > 0;

    /// <summary>Every touch on its own: what is known where nobody says what is played.</summary>
    public static readonly SoundCycle Plain = new([new(HeardKind.Touch)], 0, true);

    /// <summary>What can be heard of a pattern.</summary>
    /// <param name="pattern">The pattern as it is played.</param>
    /// <param name="feet">The feet at work: with one of them whatever is touched is that foot's.</param>
    public static SoundCycle Of(Pattern pattern, Feet feet = Feet.Both)
    {
        var (sounds, silent) = (ImmutableArray.CreateBuilder<CycleSound>(), 0);
        foreach (var beat in pattern.For(feet).Beats)
        {
            switch (beat)
            {
                case Contact { Touch: var touch } when IsStruck(touch):
                    sounds.Add(new(HeardKind.Touch, touch.Foot));
                    if (touch.Move == BallMove.Wall)
                        sounds.Add(new(HeardKind.Wall));
                    break;
                case Contact:
                    silent++;
                    break;
                case Between { Happening: Happening.Bounce }:
                    sounds.Add(new(HeardKind.Bounce));
                    break;
            }
        }
        return new(sounds.ToImmutable(), silent, pattern.InTheAir && !sounds.Any(sound => sound.Kind == HeardKind.Wall));
    }

    /// <summary>True when a touch strikes the ball so that it can be heard.</summary>
    public static bool IsStruck(Touch touch) =>
        !SurfaceTraits.Of(touch.Surface).OnlyRolls
        && (
            touch.Move is BallMove.Up or BallMove.Wall or BallMove.Goal or BallMove.Across or BallMove.Away
            || (touch.Move is BallMove.Stay && SurfaceTraits.Of(touch.Surface).StrikesInPlace)
        );
}
