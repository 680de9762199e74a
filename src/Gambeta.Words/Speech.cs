namespace Gambeta.Words;

/// <summary>Says things in the language of whoever is being answered; imported wherever something is said.</summary>
public static class Speech
{
    /// <summary>A message of <see cref="Language.Current"/> with its places filled. A name that nobody knows is said as it is, so that it
    /// is seen; a test finds it before.</summary>
    /// <param name="key">Theme and name, with a dot between: "today.last-time".</param>
    /// <param name="values">What stands in its places. Numbers are written with a point; what a language writes otherwise comes as
    /// text.</param>
    public static string Say(string key, params ReadOnlySpan<(string Name, object? Value)> values)
    {
        var language = Language.Current;
        return language.Find(key)?.Format(values, language.Plural) ?? key;
    }

    /// <summary>The label of a value: theme <c>labels</c>, under the name of its enumeration and its key, such as
    /// <c>surface.outside</c>.</summary>
    /// <param name="kind">The enumeration, in words with hyphens.</param>
    /// <param name="key">The value's key; spaces become hyphens.</param>
    /// <param name="values">What stands in its places.</param>
    public static string SayLabel(string kind, string key, params ReadOnlySpan<(string Name, object? Value)> values) =>
        Say($"labels.{kind}.{key.Replace(' ', '-')}", values);
}
