using System.Collections.Frozen;
using System.Reflection;

namespace Gambeta.Core;

/// <summary>Under which key a value is stored, sent, written in files and put into addresses: lower-case words with single
/// spaces.</summary>
/// <param name="words">The words.</param>
[AttributeUsage(AttributeTargets.Field)]
public sealed class KeyAttribute(string words) : Attribute
{
    /// <summary>The words.</summary>
    public string Words => words;
}

/// <summary>
/// The keys of enumerations: what is stored, sent and written in card files. Each stands beside its value (<see cref="KeyAttribute"/>), so
/// a value may be renamed and what was stored still reads; <c>tests/shared/stored.json</c> holds them all. A key never changes with the
/// language; what is said is a label (<see cref="Labels"/>).
/// </summary>
public static class Keys
{
    // The days of the week are the framework's own: their keys stand here.
    private static readonly FrozenDictionary<string, string> Days = new Dictionary<string, string>
    {
        [nameof(DayOfWeek.Monday)] = "monday",
        [nameof(DayOfWeek.Tuesday)] = "tuesday",
        [nameof(DayOfWeek.Wednesday)] = "wednesday",
        [nameof(DayOfWeek.Thursday)] = "thursday",
        [nameof(DayOfWeek.Friday)] = "friday",
        [nameof(DayOfWeek.Saturday)] = "saturday",
        [nameof(DayOfWeek.Sunday)] = "sunday",
    }.ToFrozenDictionary();

    /// <summary>The value's key: lower-case words with single spaces.</summary>
    /// <exception cref="TypeInitializationException">A value of this enumeration has no key.</exception>
    public static string ToKey<T>(this T value)
        where T : struct, Enum => Known<T>.Written[value];

    /// <summary>Reads a key; false when no value has it.</summary>
    public static bool TryRead<T>(string key, out T value)
        where T : struct, Enum => Known<T>.Values.TryGetValue(key, out value);

    /// <summary>All keys, for an error that says what would have been understood.</summary>
    public static string Choices<T>()
        where T : struct, Enum => string.Join(", ", Enum.GetValues<T>().Select(v => v.ToKey()));

    /// <summary>The words of a key as one name with capitals, <c>BallMasteryOnTheSpot</c>: how values stand in JSON that is kept.</summary>
    public static string ToName<T>(this T value)
        where T : struct, Enum => NameOf(value.ToKey());

    /// <summary>Reads what <see cref="ToName"/> wrote.</summary>
    public static bool TryReadName<T>(string name, out T value)
        where T : struct, Enum => Known<T>.Names.TryGetValue(name, out value);

    private static string NameOf(string key) => string.Concat(key.Split(' ').Select(word => char.ToUpperInvariant(word[0]) + word[1..]));

    private static string Of(FieldInfo field) =>
        field.GetCustomAttribute<KeyAttribute>()?.Words
        ?? (
            field.DeclaringType == typeof(DayOfWeek)
                ? Days[field.Name]
                : throw new InvalidOperationException($"{field.DeclaringType!.Name}.{field.Name} has no key.")
        );

    // Pages read and write these by the hundred: each enumeration is spelt out once.
    private static class Known<T>
        where T : struct, Enum
    {
        public static readonly FrozenDictionary<T, string> Written = typeof(T)
            .GetFields(BindingFlags.Public | BindingFlags.Static)
            .ToFrozenDictionary(field => (T)field.GetValue(null)!, Of);

        public static readonly FrozenDictionary<string, T> Values = Written.ToFrozenDictionary(w => w.Value, w => w.Key);

        public static readonly FrozenDictionary<string, T> Names = Written.ToFrozenDictionary(w => NameOf(w.Value), w => w.Key);
    }
}
