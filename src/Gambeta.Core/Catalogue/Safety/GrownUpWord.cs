using System.Globalization;

namespace Gambeta.Core.Catalogue.Safety;

/// <summary>
/// Four letters or digits that the grown-ups of a household know. After a pain a child cannot press its own way back into practice: a
/// grown-up says it with these. They keep a child honest and nobody out: what must be kept from others is behind the password.
/// </summary>
public static class GrownUpWord
{
    /// <summary>How many signs there are.</summary>
    public const int Signs = 4;

    /// <summary>The word as it is kept, in capitals; nothing where it is not four letters of a to z or digits. Spaces do not
    /// count.</summary>
    public static string? Tidy(string? typed)
    {
        var word = string.Concat((typed ?? "").Where(sign => !char.IsWhiteSpace(sign))).ToUpperInvariant();
        return word.Length == Signs && word.All(char.IsAsciiLetterOrDigit) ? word : null;
    }

    /// <summary>
    /// What a page carries so that it can ask without network: FNV-1a, 32 bits, over the signs of "household:word", as eight hexadecimal
    /// digits. It hides the word from a glance at the page, no more. The browser's grown-up.js does the same; both are held to the same
    /// examples.
    /// </summary>
    public static string Seal(string household, string word)
    {
        const uint basis = 2166136261,
            prime = 16777619;
        return $"{household}:{word}"
            .Aggregate(basis, (hash, sign) => unchecked((hash ^ sign) * prime))
            .ToString("x8", CultureInfo.InvariantCulture);
    }
}
