using System.Security.Cryptography;
using Gambeta.Web.Navigation;

namespace Gambeta.Web.Security;

/// <summary>
/// Six words, made by chance, that lead back into a household without its password. They are shown once, to be written down or printed;
/// only a hash is kept. Each word of the list is known by its first four letters. Six of almost two thousand are more than anybody can
/// guess: about two to the power of 65.
/// </summary>
public static class RecoveryWords
{
    public const int Count = 6;

    private static readonly Lazy<string[]> Words = new(() => [.. Lists.Lines("words.txt")]);

    /// <summary>How many words there are to choose from.</summary>
    public static int Choices => Words.Value.Length;

    public static string Make() => string.Join(' ', RandomNumberGenerator.GetItems<string>(Words.Value, Count));

    public static string Hash(string words) => Passwords.Hash(Tidy(words));

    public static bool Matches(string? hash, string? typed) => Passwords.Matches(hash, Tidy(typed));

    // Commas, line ends and capitals do not matter to who copies them from paper.
    private static string Tidy(string? typed) =>
        string.Join(
            ' ',
            (typed ?? "").ToLowerInvariant().Split([' ', ',', '.', ';', '-', '\n', '\r', '\t'], StringSplitOptions.RemoveEmptyEntries)
        );
}
