using System.Collections.Immutable;

namespace Gambeta.Core.Touches;

/// <summary>
/// The touches of one rep in their order. A rep is one pass through the pattern.
/// A pattern of one foot is written for the right foot; <see cref="Mirror"/> gives it for the left.
/// </summary>
public sealed class Pattern : IEquatable<Pattern>
{
    /// <summary>Makes a pattern.</summary>
    /// <exception cref="ArgumentException">There is no touch in it.</exception>
    public Pattern(IEnumerable<Touch> touches)
    {
        Touches = [.. touches];
        if (Touches.IsEmpty) throw new ArgumentException("A pattern has at least one touch.", nameof(touches));
        PerRep = new TouchCount(Touches.Count(t => t.Foot == Foot.Left), Touches.Count(t => t.Foot == Foot.Right));
        Surfaces = [.. Touches.GroupBy(t => t.Surface).Select(g => new SurfaceCount(g.Key, g.Count()))];
    }

    /// <summary>The touches, first to last.</summary>
    public ImmutableArray<Touch> Touches { get; }

    /// <summary>Touches of each foot in one rep.</summary>
    public TouchCount PerRep { get; }

    /// <summary>Touches of each surface in one rep, in the order in which the surfaces first come.</summary>
    public ImmutableArray<SurfaceCount> Surfaces { get; }

    /// <summary>The feet that the pattern uses.</summary>
    public Feet Feet => PerRep.Left == 0 ? Feet.Right : PerRep.Right == 0 ? Feet.Left : Feet.Both;

    /// <summary>The same pattern with the feet exchanged. Mirroring twice gives it back.</summary>
    public Pattern Mirror() => new(Touches.Select(t => t.Mirror()));

    /// <summary>The pattern as the given feet play it: mirrored when it is written for the other foot.</summary>
    public Pattern For(Feet feet) => Feet is Feet.Both || feet is Feet.Both || Feet == feet ? this : Mirror();

    /// <summary>
    /// Touches per foot when only so many touches of the pattern were played, from its first touch on, repeating.
    /// </summary>
    public TouchCount Of(int touches)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(touches);
        var whole = PerRep * (touches / Touches.Length);
        var rest = Touches.Take(touches % Touches.Length).ToList();
        return whole + new TouchCount(rest.Count(t => t.Foot == Foot.Left), rest.Count(t => t.Foot == Foot.Right));
    }

    /// <inheritdoc/>
    public bool Equals(Pattern? other) => other is not null && Touches.SequenceEqual(other.Touches);

    /// <inheritdoc/>
    public override bool Equals(object? obj) => Equals(obj as Pattern);

    /// <inheritdoc/>
    public override int GetHashCode() => Touches.Aggregate(17, HashCode.Combine);

    /// <summary>One touch a line, as <see cref="PatternReader"/> reads it.</summary>
    public override string ToString() => string.Join('\n', Touches);
}

/// <summary>How often a surface meets the ball in one rep.</summary>
public readonly record struct SurfaceCount(Surface Surface, int Touches);
