using System.Collections.Frozen;
using System.Text.RegularExpressions;

namespace Gambeta.Core;

/// <summary>The plain words of an enumeration: <c>BallMasteryOnTheSpot</c> is written "ball mastery on the spot".</summary>
public static partial class EnumWords
{
    /// <summary>The value as lower-case words with single spaces.</summary>
    public static string ToWords<T>(this T value) where T : struct, Enum => Known<T>.Words[value];

    /// <summary>Reads words written by <see cref="ToWords"/>; false when no value has them.</summary>
    public static bool TryRead<T>(string words, out T value) where T : struct, Enum => Known<T>.Values.TryGetValue(words, out value);

    /// <summary>All values in words, for an error that says what would have been understood.</summary>
    public static string Choices<T>() where T : struct, Enum => string.Join(", ", Enum.GetValues<T>().Select(v => v.ToWords()));

    // Pages read and write these words by the hundred: each enumeration is spelt out once.
    private static class Known<T> where T : struct, Enum
    {
        public static readonly FrozenDictionary<T, string> Words =
            Enum.GetValues<T>().ToFrozenDictionary(v => v, v => Capital().Replace(v.ToString(), " $0").ToLowerInvariant());

        public static readonly FrozenDictionary<string, T> Values = Words.ToFrozenDictionary(w => w.Value, w => w.Key);
    }

    [GeneratedRegex("(?<!^)[A-Z]")]
    private static partial Regex Capital();
}
