using Gambeta.Core;

namespace Gambeta.Storage;

/// <summary>Values as they are written in columns.</summary>
internal static class Stored
{
    /// <summary>Reads an enumeration's words, which a check constraint or this application wrote.</summary>
    public static T Word<T>(string words)
        where T : struct, Enum =>
        Keys.TryRead<T>(words, out var value) ? value : throw new InvalidDataException($"'{words}' is no {typeof(T).Name}.");
}
