using System.Collections.Concurrent;
using System.Text.RegularExpressions;

namespace Gambeta.Core;

/// <summary>The plain words of an enumeration: <c>BallMasteryOnTheSpot</c> is written "ball mastery on the spot".</summary>
public static partial class EnumWords
{
    private static readonly ConcurrentDictionary<Enum, string> Known = new();

    /// <summary>The value as lower-case words with single spaces.</summary>
    public static string ToWords(this Enum value) =>
        Known.GetOrAdd(value, v => Capital().Replace(v.ToString(), " $0").ToLowerInvariant());

    /// <summary>Reads words written by <see cref="ToWords"/>; false when no value has them.</summary>
    public static bool TryRead<T>(string words, out T value) where T : struct, Enum
    {
        foreach (var candidate in Enum.GetValues<T>())
        {
            if (candidate.ToWords() == words)
            {
                value = candidate;
                return true;
            }
        }
        value = default;
        return false;
    }

    /// <summary>All values in words, for an error that says what would have been understood.</summary>
    public static string Choices<T>() where T : struct, Enum =>
        string.Join(", ", Enum.GetValues<T>().Select(v => v.ToWords()));

    [GeneratedRegex("(?<!^)[A-Z]")]
    private static partial Regex Capital();
}
