using System.Globalization;
using System.Text.Json;

namespace Gambeta.Words;

/// <summary>
/// How a language counts: the cardinal plural rules of the Unicode CLDR (release 48, <c>supplemental/plurals.json</c> of its package
/// cldr-core; licence beside it), read as UTS #35 part 3 section 5 writes them. Browsers have the same rules as <c>Intl.PluralRules</c>.
/// </summary>
public sealed class PluralRules
{
    private static readonly Lazy<Dictionary<string, Dictionary<string, string>>> Written = new(ReadAll);

    private readonly (string Category, Relation[][] Any)[] _rules;

    private PluralRules(Dictionary<string, string> rules) =>
        _rules = [
            .. rules
                .Where(rule => rule.Key != Other)
                .Select(rule =>
                    (
                        rule.Key,
                        rule.Value.Split('@')[0].Split(" or ").Select(all => all.Split(" and ").Select(Relation.Parse).ToArray()).ToArray()
                    )
                ),
        ];

    /// <summary>The category of all numbers that no rule names.</summary>
    public const string Other = "other";

    /// <summary>Every language that has rules.</summary>
    public static IEnumerable<string> Languages => Written.Value.Keys;

    /// <summary>The rules of a language by its BCP 47 tag: those of its first part where a longer tag has none of its own. A language that
    /// CLDR does not know has the one category <c>other</c>.</summary>
    public static PluralRules Of(string tag)
    {
        var all = Written.Value;
        return new(all.GetValueOrDefault(tag) ?? all.GetValueOrDefault(tag.Split('-')[0]) ?? []);
    }

    /// <summary>Numbers that CLDR itself gives for each category of a language, as they are written: for tests.</summary>
    public static IEnumerable<(string Category, string Number)> Samples(string tag) =>
        from rule in Written.Value[tag]
        from part in rule.Value.Split('@').Skip(1)
        from range in part[part.IndexOf(' ', StringComparison.Ordinal)..].Split(',', StringSplitOptions.TrimEntries)
        where range is not ("…" or "") && !range.Contains('c', StringComparison.Ordinal)
        from end in range.Split('~')
        select (rule.Key, end);

    /// <summary>The categories of this language, <c>other</c> among them.</summary>
    public IEnumerable<string> Categories => _rules.Select(rule => rule.Category).Append(Other);

    /// <summary>The category of a number. Its visible decimals count, as it is written: 1.0 is not 1 in English.</summary>
    public string Category(decimal number)
    {
        foreach (var (category, any) in _rules)
        {
            foreach (var all in any)
            {
                if (Array.TrueForAll(all, relation => relation.Holds(number)))
                    return category;
            }
        }
        return Other;
    }

    private static Dictionary<string, Dictionary<string, string>> ReadAll()
    {
        using var file = typeof(PluralRules).Assembly.GetManifestResourceStream("cldr/plurals.json")!;
        return JsonSerializer.Deserialize<Dictionary<string, Dictionary<string, string>>>(file)!;
    }

    /// <summary>"n % 10 = 2..4,9": what is taken of a number, what it is divided by, and the ranges that the rest is in or not
    /// in.</summary>
    private sealed record Relation(char Operand, decimal? Modulus, bool Is, (decimal From, decimal To)[] Ranges)
    {
        public static Relation Parse(string text)
        {
            var sides = text.Split('=', 2);
            var isNot = sides[0].TrimEnd().EndsWith('!');
            var left = sides[0].TrimEnd().TrimEnd('!').Split('%', StringSplitOptions.TrimEntries);
            return new(
                left[0][0],
                left.Length > 1 ? decimal.Parse(left[1], CultureInfo.InvariantCulture) : null,
                !isNot,
                [
                    .. sides[1]
                        .Split(',')
                        .Select(range => range.Split("..").Select(end => decimal.Parse(end, CultureInfo.InvariantCulture)).ToArray())
                        .Select(ends => (ends[0], ends[^1])),
                ]
            );
        }

        // n: all of it; i: its whole part; v, f: how many decimals are seen and what they are as a number; w, t: the same without noughts
        // at the end; c, e: the power of ten of a short form such as 1.2 M, which is never written here.
        public bool Holds(decimal number)
        {
            number = Math.Abs(number);
            var whole = decimal.Truncate(number);
            // The same number without noughts at its end: dividing by one written so finely leaves none.
            var least = number / 1.0000000000000000000000000000m;
            var value = Operand switch
            {
                'n' => number,
                'i' => whole,
                'v' => number.Scale,
                'f' => (number - whole) * Power(number.Scale),
                'w' => least.Scale,
                't' => (least - whole) * Power(least.Scale),
                _ => 0,
            };
            if (Modulus is { } modulus)
                value %= modulus;
            // A range holds whole numbers alone.
            var isIn = Array.Exists(Ranges, range => value >= range.From && value <= range.To && value == decimal.Truncate(value));
            return isIn == Is;
        }

        private static decimal Power(int of)
        {
            var power = 1m;
            for (var i = 0; i < of; i++)
                power *= 10;
            return power;
        }
    }
}
