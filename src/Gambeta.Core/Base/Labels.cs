using System.Collections.Frozen;
using System.Text.RegularExpressions;

namespace Gambeta.Core;

/// <summary>How the values of enumerations are called where somebody reads them, in the language that is spoken; what is stored and written
/// is their key (<see cref="Keys"/>).</summary>
public static partial class Labels
{
    /// <summary>The value's label, in the middle of a sentence: "inside", "ball mastery on the spot".</summary>
    public static string Label<T>(this T value)
        where T : struct, Enum => Say(Known<T>.Names[value]);

    // Pages say these by the hundred: the name of each is put together once.
    private static class Known<T>
        where T : struct, Enum
    {
        public static readonly FrozenDictionary<T, string> Names = Enum.GetValues<T>().ToFrozenDictionary(value => value, NameOf);

        private static string NameOf(T value) =>
            $"labels.{Capital().Replace(typeof(T).Name, "-$0").ToLowerInvariant()}.{value.ToKey().Replace(' ', '-')}";
    }

    [GeneratedRegex("(?<!^)[A-Z]")]
    private static partial Regex Capital();
}
