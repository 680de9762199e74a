using System.Collections.Immutable;
using Gambeta.Core.Base.Touches;

namespace Gambeta.Core.Catalogue.Layouts;

/// <summary>Which foot has the ball on a run.</summary>
public enum RunFeet
{
    /// <summary>Whichever comes.</summary>
    [Key("as it comes")]
    AsItComes,

    /// <summary>The left foot alone.</summary>
    [Key("left foot")]
    LeftFoot,

    /// <summary>The right foot alone.</summary>
    [Key("right foot")]
    RightFoot,

    /// <summary>Half of the way with one foot, half with the other.</summary>
    [Key("half and half")]
    HalfAndHalf,
}

/// <summary>How a layout is run: with which foot, and which turn at which marker. A layout that is run in another way is another layout:
/// times compare within one.</summary>
/// <param name="By">The foot.</param>
/// <param name="Turns">The drill of the turn at each marker, in the order of the markers; empty text where any turn will do. Trailing ones
/// may be left out.</param>
public sealed record RunWay(RunFeet By, ImmutableArray<string> Turns)
{
    /// <summary>As it comes, with any turn.</summary>
    public static readonly RunWay Any = new(RunFeet.AsItComes, []);

    /// <summary>True where nothing is asked for.</summary>
    public bool IsAny => this == Any;

    /// <summary>The turn at a marker, from 0; nothing where any will do.</summary>
    public string? TurnAt(int marker) => marker < Turns.Length && Turns[marker].Length > 0 ? Turns[marker] : null;

    /// <summary>The same way on a layout that has lost a marker.</summary>
    public RunWay Without(int marker) => marker < Turns.Length ? this with { Turns = Turns.RemoveAt(marker) } : this;

    /// <summary>Shares the touches of a run between the feet: as the pattern does where nobody said.</summary>
    public TouchCount Share(Pattern pattern, int touches) =>
        By switch
        {
            RunFeet.LeftFoot => new TouchCount(touches, 0),
            RunFeet.RightFoot => new TouchCount(0, touches),
            RunFeet.HalfAndHalf => new TouchCount(touches / 2, touches - (touches / 2)),
            _ => pattern.Of(touches),
        };

    /// <summary>Whatever stands behind the last turn that was asked for does not matter.</summary>
    public bool Equals(RunWay? other) => other is not null && By == other.By && Asked(Turns).SequenceEqual(Asked(other.Turns));

    /// <inheritdoc/>
    public override int GetHashCode() => Asked(Turns).Aggregate((int)By, HashCode.Combine);

    private static IEnumerable<string> Asked(ImmutableArray<string> turns) =>
        turns.Take(turns.Length - turns.Reverse().TakeWhile(turn => turn.Length == 0).Count());
}
