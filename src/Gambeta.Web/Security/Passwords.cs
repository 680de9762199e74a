using System.Collections.Frozen;
using System.Text;
using Gambeta.Core;
using Gambeta.Web.Navigation;
using Microsoft.AspNetCore.Identity;

namespace Gambeta.Web.Security;

/// <summary>Passwords and recovery words of households, hashed by the framework's own hasher.</summary>
public static class Passwords
{
    public const int Shortest = 8,
        Longest = 200;

    private static readonly PasswordHasher<string> Hasher = new();

    // Checked when there is no such household, so that the time taken does not tell which names exist.
    private static readonly string Nobody = Hasher.HashPassword("", Guid.NewGuid().ToString());

    // The passwords that are tried first everywhere, from the package that ./start copies them from. Nothing is sent anywhere to compare.
    private static readonly Lazy<FrozenSet<string>> Common = new(() =>
        Lists.Lines("common-passwords.txt").ToFrozenSet(StringComparer.OrdinalIgnoreCase)
    );

    public static string Hash(string password) => Hasher.HashPassword("", OneForm(password));

    public static bool Matches(string? hash, string? password)
    {
        var (known, typed) = (string.IsNullOrEmpty(hash) ? Nobody : hash, password ?? "");
        // Nothing that long was ever taken, and hashing it would cost.
        if (typed.Length > Longest)
            typed = "";
        var right =
            Hasher.VerifyHashedPassword("", known, OneForm(typed)) != PasswordVerificationResult.Failed
            // Kept before passwords had one form.
            || (OneForm(typed) != typed && Hasher.VerifyHashedPassword("", known, typed) != PasswordVerificationResult.Failed);
        return right && !string.IsNullOrEmpty(hash);
    }

    /// <summary>What is wrong with a password that somebody chose, in words; nothing when it will do.</summary>
    public static string? Wrong(string? password, string? name)
    {
        var chosen = password ?? "";
        if (chosen.Length is < Shortest or > Longest)
            return Say("refusals.password-length", ("shortest", Shortest), ("longest", Longest));
        if (!NoText.IsText(chosen))
            return Say("refusals.password-has-a-bad-sign");
        var plain = OneForm(chosen).Trim();
        if (plain.Distinct().Count() < 4 || Common.Value.Contains(plain))
            return Say("refusals.password-is-common");
        return string.Equals(plain, name?.Trim(), StringComparison.OrdinalIgnoreCase) ? Say("refusals.password-is-the-name") : null;
    }

    // An é can be written in two ways; both open.
    private static string OneForm(string password) => NoText.IsText(password) ? password.Normalize(NormalizationForm.FormC) : password;
}
