namespace Gambeta.Core.Touches;

/// <summary>
/// Reads the written form of a touch: three words, foot, surface, and where the ball goes, for example "right sole back".
/// </summary>
public static class PatternReader
{
    /// <summary>Reads one touch.</summary>
    /// <exception cref="FormatException">A word is missing, too many or unknown; the message names it and what is understood.</exception>
    public static Touch ReadTouch(string written)
    {
        var words = written.Split(' ', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        if (words.Length != 3)
            throw new FormatException($"'{written}' is not a touch: write foot, surface and where the ball goes, as in 'right sole back'.");
        return new Touch(Word<Foot>(words[0], "foot"), Word<Surface>(words[1], "surface"), Word<BallMove>(words[2], "way the ball goes"));
    }

    /// <summary>Reads a pattern of one touch a line; empty lines are passed over.</summary>
    /// <exception cref="FormatException">A line is no touch, or there is none.</exception>
    public static Pattern Read(string written)
    {
        var lines = written.Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        if (lines.Length == 0) throw new FormatException("A pattern has at least one touch.");
        return new Pattern(lines.Select(ReadTouch));
    }

    private static T Word<T>(string word, string what) where T : struct, Enum =>
        EnumWords.TryRead<T>(word, out var value)
            ? value
            : throw new FormatException($"'{word}' is no {what}; understood are: {EnumWords.Choices<T>()}.");
}
