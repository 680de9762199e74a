namespace Gambeta.Core;

/// <summary>One object of each class of a kind: a new class is found by itself, and no list has to name it.</summary>
public static class OneOfEach
{
    /// <summary>One object of each class that is of a kind and lies beside it, in the assembly of the kind; each has a constructor without
    /// parameters.</summary>
    public static IEnumerable<T> In<T>() =>
        typeof(T)
            .Assembly.GetTypes()
            .Where(type => !type.IsAbstract && type.IsSubclassOf(typeof(T)))
            .Select(type => (T)Activator.CreateInstance(type)!);
}
