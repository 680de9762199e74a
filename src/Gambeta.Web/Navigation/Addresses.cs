using Gambeta.Core;

namespace Gambeta.Web.Navigation;

/// <summary>How the values of enumerations stand in an address: their key with hyphens, in every language the same, so that a link can be
/// sent to somebody.</summary>
public static class Addresses
{
    public static string ToAddress<T>(this T value)
        where T : struct, Enum => value.ToKey().Replace(' ', '-');

    /// <summary>Reads what an address says; null where it is no such value.</summary>
    public static T? Read<T>(string? word)
        where T : struct, Enum => word is not null && Keys.TryRead<T>(word.Replace('-', ' '), out var value) ? value : null;
}
