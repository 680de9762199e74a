using System.Globalization;

namespace Gambeta.Core.Base.Things;

/// <summary>Kinds of things that a drill can need.</summary>
public enum GearKind
{
    /// <summary>A ball.</summary>
    [Key("ball")]
    Ball,

    /// <summary>Something flat or low to go round.</summary>
    [Key("marker")]
    Marker,

    /// <summary>Something upright to go round or pass: a chair will do.</summary>
    [Key("upright")]
    Upright,

    /// <summary>A wall, a garage door, a rebounder.</summary>
    [Key("wall")]
    Wall,

    /// <summary>A goal, or two sticks.</summary>
    [Key("goal")]
    Goal,

    /// <summary>Chalk or tape, to mark targets and squares.</summary>
    [Key("chalk")]
    Chalk,

    /// <summary>An empty bottle to knock over.</summary>
    [Key("bottle")]
    Bottle,

    /// <summary>Somebody who throws or rolls the ball.</summary>
    [Key("helper")]
    Helper,
}

/// <summary>So many of a kind, at least one.</summary>
public readonly record struct GearItem(GearKind Kind, int Count = 1)
{
    /// <summary>Reads "ball" or "4 markers".</summary>
    /// <exception cref="FormatException">It is neither.</exception>
    public static GearItem Parse(string written)
    {
        var space = written.IndexOf(' ');
        var count = 1;
        if (space > 0 && !int.TryParse(written.AsSpan(0, space), NumberStyles.None, CultureInfo.InvariantCulture, out count))
            count = 0;
        var word = written[(space + 1)..];
        if (count > 1 && word.EndsWith('s'))
            word = word[..^1];
        return count is >= 1 and <= 20 && Keys.TryRead<GearKind>(word, out var kind)
            ? new GearItem(kind, count)
            : throw new FormatException(Say("card-files.bad-gear", ("written", written), ("choices", Keys.Choices<GearKind>())));
    }

    /// <inheritdoc/>
    public override string ToString() =>
        Count == 1 ? Kind.ToKey() : string.Create(CultureInfo.InvariantCulture, $"{Count} {Kind.ToKey()}s");
}
