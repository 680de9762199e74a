using System.Collections.Frozen;
using System.Text.RegularExpressions;

namespace Gambeta.Core;

/// <summary>
/// The keys of enumerations: what is stored, sent and written in card files, in plain lower-case words: <c>BallMasteryOnTheSpot</c> has "ball mastery on the
/// spot". A key never changes with the language; what is said is a label (<see cref="Labels"/>).
/// </summary>
public static partial class Keys
{
    /// <summary>The value's key: lower-case words with single spaces.</summary>
    public static string ToKey<T>(this T value) where T : struct, Enum => Known<T>.Written[value];

    /// <summary>Reads a key; false when no value has it.</summary>
    public static bool TryRead<T>(string key, out T value) where T : struct, Enum => Known<T>.Values.TryGetValue(key, out value);

    /// <summary>All keys, for an error that says what would have been understood.</summary>
    public static string Choices<T>() where T : struct, Enum => string.Join(", ", Enum.GetValues<T>().Select(v => v.ToKey()));

    internal static string OfName(string name) => Capital().Replace(name, " $0").ToLowerInvariant();

    // Pages read and write these by the hundred: each enumeration is spelt out once.
    private static class Known<T> where T : struct, Enum
    {
        public static readonly FrozenDictionary<T, string> Written = Enum.GetValues<T>().ToFrozenDictionary(v => v, v => OfName(v.ToString()));

        public static readonly FrozenDictionary<string, T> Values = Written.ToFrozenDictionary(w => w.Value, w => w.Key);
    }

    [GeneratedRegex("(?<!^)[A-Z]")]
    private static partial Regex Capital();
}
