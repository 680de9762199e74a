using System.Runtime.CompilerServices;

namespace Gambeta.Words;

/// <summary>Something made of words, made once for each language that is spoken.</summary>
public sealed class PerLanguage<T>(Func<T> make)
    where T : class
{
    private readonly ConditionalWeakTable<Language, T> made = [];

    /// <summary>It, in the language of whoever is being answered.</summary>
    public T Now => made.GetValue(Language.Current, _ => make());
}
