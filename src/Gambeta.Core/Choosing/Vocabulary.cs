using System.Collections.Immutable;
using F23.StringSimilarity;

namespace Gambeta.Core.Choosing;

/// <summary>All words by which cards are found: a typed word that begins none of them is taken for the nearest one that it may have been.</summary>
internal sealed class Vocabulary
{
    // A slip in a word of four letters, two in one of seven: figures of ours. Shorter words have too many neighbours.
    private const int OneFrom = 4, TwoFrom = 7;

    // Two letters in the wrong order are one slip.
    private static readonly OptimalStringAlignment Slips = new();

    private readonly ImmutableArray<string> _words;

    public Vocabulary(IEnumerable<string> words) => _words = [.. words.Distinct().Order(StringComparer.Ordinal)];

    /// <summary>The word itself where some word begins with it, or where nothing is near; else the nearest word, the shorter and then the first of two alike.</summary>
    public string Nearest(string typed)
    {
        if (typed.Length < OneFrom || Begins(typed)) return typed;
        var slips = typed.Length < TwoFrom ? 1 : 2;
        var (nearest, least) = (typed, slips + 1d);
        foreach (var word in _words)
        {
            // A first letter is seldom wrong; one that is may have changed places with the second.
            if (word.Length < typed.Length - slips || (word[0] != typed[0] && word[0] != typed[1])) continue;
            // Whoever has not typed the whole word yet meant its beginning.
            var distance = Math.Min(Slips.Distance(typed, word), word.Length > typed.Length ? Slips.Distance(typed, word[..typed.Length]) : double.MaxValue);
            if (distance < least || (distance == least && word.Length < nearest.Length)) (nearest, least) = (word, distance);
        }
        return least <= slips ? nearest : typed;
    }

    private bool Begins(string typed)
    {
        var at = _words.BinarySearch(typed, StringComparer.Ordinal);
        if (at >= 0) return true;
        return ~at < _words.Length && _words[~at].StartsWith(typed, StringComparison.Ordinal);
    }
}
