namespace Gambeta.Core.Base.Touches;

/// <summary>A written pattern that cannot be read, with the place where it goes wrong.</summary>
public sealed class PatternException(string reason, int start, int length) : FormatException(reason)
{
    /// <summary>The first character that cannot be read, from 0.</summary>
    public int Start { get; } = start;

    /// <summary>How many characters are wrong; 0 where something is missing.</summary>
    public int Length { get; } = length;
}
