using System.Collections.Immutable;

namespace Gambeta.Core.Base.Touches;

/// <summary>
/// The steps of one rep in their order: touches, shams, and what happens to the ball between them. A rep is one pass through it.
/// A pattern of one foot is written for the right foot; <see cref="Mirror"/> gives it for the left.
/// </summary>
public sealed class Pattern : IEquatable<Pattern>
{
    private readonly string _written;

    /// <summary>Makes a pattern.</summary>
    /// <exception cref="ArgumentException">No foot does anything in it.</exception>
    public Pattern(IEnumerable<Beat> beats)
    {
        Beats = [.. beats];
        Touches = [.. Beats.OfType<Contact>().Select(contact => contact.Touch)];
        var feet = Touches.IsEmpty
            ? [.. Beats.OfType<Shown>().Select(shown => shown.By)]
            : Touches.Select(touch => touch.Foot).ToImmutableArray();
        if (feet.IsEmpty)
            throw new ArgumentException("In a pattern a foot does something.", nameof(beats));
        Moves = feet.Length;
        PerRep = Count(Touches);
        Surfaces = [.. Touches.GroupBy(t => t.Surface).Select(g => new SurfaceCount(g.Key, g.Count()))];
        Leads = feet[0].Alone();
        Feet = feet.All(foot => foot == feet[0]) ? Leads : Feet.Both;
        _written = PatternWriter.Write(this);
    }

    /// <summary>The steps, first to last.</summary>
    public ImmutableArray<Beat> Beats { get; }

    /// <summary>The touches among the steps, first to last.</summary>
    public ImmutableArray<Touch> Touches { get; }

    /// <summary>What a tempo counts in one rep: the touches, or the shams where the ball is not touched at all.</summary>
    public int Moves { get; }

    /// <summary>Touches of each foot, or of that side of the body, in one rep. Headers are left out: they count towards nothing.</summary>
    public TouchCount PerRep { get; }

    /// <summary>Touches of each surface in one rep, in the order in which the surfaces first come.</summary>
    public ImmutableArray<SurfaceCount> Surfaces { get; }

    /// <summary>The feet that the pattern uses.</summary>
    public Feet Feet { get; }

    /// <summary>True when the ball leaves the floor: such a pattern is drawn from the side.</summary>
    public bool InTheAir =>
        Beats.Any(beat =>
            beat is Between { Happening: not (Happening.Turn or Happening.Rolled or Happening.Run) } or Contact { Touch.Move: BallMove.Up }
            || beat is Contact { Touch.Surface: var surface } && !SurfaceTraits.Of(surface).IsOfTheFoot
        );

    /// <summary>True when the head meets the ball.</summary>
    public bool HasHeading => Touches.Any(touch => touch.Surface == Surface.Head);

    /// <summary>True when its second half is its first with the feet exchanged: a pass through it is played once by each side.</summary>
    public bool IsMirrored =>
        Beats.Length % 2 == 0 && Beats.Take(Beats.Length / 2).Select(beat => beat.Mirror()).SequenceEqual(Beats.Skip(Beats.Length / 2));

    /// <summary>The same pattern with the feet exchanged. Mirroring twice gives it back.</summary>
    public Pattern Mirror() => new(Beats.Select(beat => beat.Mirror()));

    /// <summary>The foot that begins: what a pattern of two feet is named by where the sides are worked in turn.</summary>
    public Feet Leads { get; }

    /// <summary>The pattern as the given feet play it: mirrored when it is written for the other foot to lead.</summary>
    public Pattern For(Feet feet) => feet is Feet.Both || Leads == feet ? this : Mirror();

    /// <summary>
    /// Touches per foot when only so many touches of the pattern were played, from its first touch on, repeating.
    /// </summary>
    public TouchCount Of(int touches)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(touches);
        return Touches.IsEmpty ? default : (PerRep * (touches / Touches.Length)) + Count(Touches.Take(touches % Touches.Length));
    }

    /// <inheritdoc/>
    public bool Equals(Pattern? other) => other is not null && _written == other._written;

    /// <inheritdoc/>
    public override bool Equals(object? obj) => Equals(obj as Pattern);

    /// <inheritdoc/>
    public override int GetHashCode() => StringComparer.Ordinal.GetHashCode(_written);

    /// <summary>The pattern in its notation, as <see cref="PatternReader"/> reads it.</summary>
    public override string ToString() => _written;

    private static TouchCount Count(IEnumerable<Touch> touches)
    {
        var (left, right) = (0, 0);
        foreach (var touch in touches)
        {
            if (!SurfaceTraits.Of(touch.Surface).Counts)
                continue;
            if (touch.Foot == Foot.Left)
                left++;
            else
                right++;
        }
        return new TouchCount(left, right);
    }
}

/// <summary>How often a surface meets the ball in one rep.</summary>
public readonly record struct SurfaceCount(Surface Surface, int Touches);
