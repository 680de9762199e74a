using System.Collections.Immutable;

namespace Gambeta.Core.Practice;

/// <summary>Heights from which a ball is dropped into the trap square, low to high.</summary>
public enum DropHeight
{
    /// <summary>From the knee.</summary>
    Knee = 1,

    /// <summary>From the hip.</summary>
    Hip,

    /// <summary>From the chest.</summary>
    Chest,

    /// <summary>From the top of the head.</summary>
    Head,

    /// <summary>Thrown to an arm's length above the head.</summary>
    Above,
}

/// <summary>One try at the trap square.</summary>
/// <param name="From">The height that it was played at.</param>
/// <param name="Inside">Whether the ball was killed inside the square.</param>
public readonly record struct TrapTry(DropHeight From, bool Inside);

/// <summary>
/// The rising heights of the trap square: two killed in a row and the next ball comes from one higher, two missed in a row and it comes
/// from one lower. The first comes from the knee. The household's own rule: about half of all tries then come off, whoever plays.
/// </summary>
public static class TrapHeights
{
    /// <summary>In how many tries running the height changes.</summary>
    public const int InARow = 2;

    /// <summary>The tries with their heights, from whether each was killed inside.</summary>
    public static ImmutableArray<TrapTry> Of(IEnumerable<bool> inside)
    {
        var tries = ImmutableArray.CreateBuilder<TrapTry>();
        var (height, row, last) = (DropHeight.Knee, 0, false);
        foreach (var killed in inside)
        {
            tries.Add(new TrapTry(height, killed));
            row = killed == last ? row + 1 : 1;
            last = killed;
            if (row < InARow) continue;
            height = killed ? (DropHeight)Math.Min((int)height + 1, (int)DropHeight.Above) : (DropHeight)Math.Max((int)height - 1, (int)DropHeight.Knee);
            row = 0;
        }
        return tries.ToImmutable();
    }
}
