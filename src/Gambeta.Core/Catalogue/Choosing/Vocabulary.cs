using System.Collections.Immutable;
using System.Numerics;
using F23.StringSimilarity;

namespace Gambeta.Core.Catalogue.Choosing;

/// <summary>All words by which cards are found: a typed word that begins none of them is taken for the nearest one that it may have
/// been.</summary>
internal sealed class Vocabulary
{
    // A slip in a word of four letters, two in one of seven: figures of ours. Shorter words have too many neighbours.
    private const int OneFrom = 4,
        TwoFrom = 7;

    // Two letters in the wrong order are one slip.
    private static readonly OptimalStringAlignment Slips = new();

    private readonly ImmutableArray<string> _words;
    private readonly ImmutableArray<uint> _letters;

    public Vocabulary(IEnumerable<string> words)
    {
        _words = [.. words.Distinct().Order(StringComparer.Ordinal)];
        _letters = [.. _words.Select(LettersOf)];
    }

    /// <summary>The word itself where some word begins with it, or where nothing is near; else the nearest word, the shorter and then the
    /// first of two alike.</summary>
    public string Nearest(string typed)
    {
        if (typed.Length < OneFrom || Begins(typed))
            return typed;
        var slips = typed.Length < TwoFrom ? 1 : 2;
        var (nearest, least, letters) = (typed, slips + 1d, LettersOf(typed));
        for (var i = 0; i < _words.Length; i++)
        {
            // Each letter that a word has not at all is a slip for itself: most words are out of the question at one look.
            if (BitOperations.PopCount(letters & ~_letters[i]) > slips)
                continue;
            var word = _words[i];
            // A first letter is seldom wrong; one that is may have changed places with the second.
            if (word.Length < typed.Length - slips || (word[0] != typed[0] && word[0] != typed[1]))
                continue;
            // Whoever has not typed the whole word yet meant its beginning.
            var distance = Slips.Distance(typed, word.Length > typed.Length + slips ? word[..typed.Length] : word);
            if (word.Length > typed.Length && distance > 1)
                distance = Math.Min(distance, Slips.Distance(typed, word[..typed.Length]));
            if (distance < least || (distance == least && word.Length < nearest.Length))
                (nearest, least) = (word, distance);
        }
        return least <= slips ? nearest : typed;
    }

    private static uint LettersOf(string word) => word.Aggregate(0u, (mask, letter) => mask | (1u << (letter & 31)));

    private bool Begins(string typed)
    {
        var at = _words.BinarySearch(typed, StringComparer.Ordinal);
        if (at >= 0)
            return true;
        return ~at < _words.Length && _words[~at].StartsWith(typed, StringComparison.Ordinal);
    }
}
