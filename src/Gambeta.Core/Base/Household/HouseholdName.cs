using System.Globalization;
using System.Text;

namespace Gambeta.Core.Base.Household;

/// <summary>What can be wrong with the name of a household. A page words it.</summary>
public enum NameProblem
{
    /// <summary>Shorter than <see cref="HouseholdName.Shortest"/> or longer than <see cref="HouseholdName.Longest"/>.</summary>
    Length,

    /// <summary>It holds signs that cannot be seen, or that turn the direction of what follows.</summary>
    UnseenSigns,

    /// <summary>It mixes letters of two alphabets that look alike.</summary>
    MixedAlphabets,
}

/// <summary>
/// The name that a household signs in with. Two names that look the same are the same: compared is a key in one form of each letter (NFKC),
/// without capitals, with single spaces, and with letters of other alphabets that look like Latin ones read as these. The database makes
/// the same key (<c>household_name_key</c>).
/// </summary>
public static class HouseholdName
{
    /// <summary>Fewest letters.</summary>
    public const int Shortest = 2;

    /// <summary>Most letters.</summary>
    public const int Longest = 40;

    private const string LookAlike = "аеорсухіјѕԁһоακινορτυχ";
    private const string Latin = "aeopcyxijsdhoakivoptux";

    /// <summary>The name as it is kept: one form of each letter, single spaces, none at the ends.</summary>
    public static string Tidy(string? typed) =>
        string.Join(
            ' ',
            (typed is not null && NoText.IsText(typed) ? typed : "")
                .Normalize(NormalizationForm.FormKC)
                .Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries)
        );

    /// <summary>What two names are compared by.</summary>
    public static string Key(string? typed)
    {
        var key = new StringBuilder(Tidy(typed).ToLowerInvariant());
        for (var i = 0; i < key.Length; i++)
        {
            var at = LookAlike.IndexOf(key[i], StringComparison.Ordinal);
            if (at >= 0)
                key[i] = Latin[at];
        }
        return key.ToString();
    }

    /// <summary>What is wrong with a name, or nothing.</summary>
    public static NameProblem? Wrong(string? typed)
    {
        if (!NoText.IsText(typed))
            return NameProblem.UnseenSigns;
        var name = Tidy(typed);
        if (name.Length is < Shortest or > Longest)
            return NameProblem.Length;
        if (
            name.Any(c =>
                CharUnicodeInfo.GetUnicodeCategory(c)
                    is UnicodeCategory.Format
                        or UnicodeCategory.Control
                        or UnicodeCategory.PrivateUse
                        or UnicodeCategory.OtherNotAssigned
            )
        )
            return NameProblem.UnseenSigns;
        return name.Where(char.IsLetter).Select(AlphabetOf).Where(alphabet => alphabet > 0).Distinct().Count() > 1
            ? NameProblem.MixedAlphabets
            : null;
    }

    // The three whose letters can be taken for each other's.
    private static int AlphabetOf(char letter) =>
        letter switch
        {
            < '\u0250' or (>= '\u1e00' and <= '\u1eff') => 1,
            (>= '\u0370' and <= '\u03ff') or (>= '\u1f00' and <= '\u1fff') => 2,
            >= '\u0400' and <= '\u052f' => 3,
            _ => 0,
        };
}
