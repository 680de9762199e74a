using Microsoft.AspNetCore.Identity;

namespace Gambeta.Web.Access;

/// <summary>Passwords of households, hashed by the framework's own hasher.</summary>
public static class Passwords
{
    public const int Shortest = 8;

    private static readonly PasswordHasher<string> Hasher = new();

    // Checked when there is no such household, so that the time taken does not tell which names exist.
    private static readonly string Nobody = Hasher.HashPassword("", Guid.NewGuid().ToString());

    public static string Hash(string password) => Hasher.HashPassword("", password);

    public static bool Matches(string? hash, string password) =>
        Hasher.VerifyHashedPassword("", string.IsNullOrEmpty(hash) ? Nobody : hash, password) != PasswordVerificationResult.Failed
        && !string.IsNullOrEmpty(hash);
}
