using YamlDotNet.Core;
using YamlDotNet.Core.Events;

namespace Gambeta.Core.Base.Yaml;

/// <summary>
/// A YAML parser that lets through only what a drill file is made of: lists, "word: value" lines and texts, a few deep. Each event is
/// looked at before anything is built of it, so that no file can grow when it is read: an anchor could hold itself, an alias a copy of a
/// copy of a copy.
/// </summary>
internal sealed class PlainYaml(string file, IParser inner) : IParser
{
    /// <summary>How deep lists and mappings may lie in each other; a card needs four.</summary>
    public const int Deepest = 8;

    /// <summary>Most texts in one file: 200 cards of a hundred.</summary>
    public const int MostTexts = 20_000;

    /// <summary>The longest text: no purpose, cue or pattern comes near.</summary>
    public const int LongestText = 2000;

    // Whether each mapping that is open (a list is nothing) wants a key next.
    private readonly Stack<bool?> _open = new();
    private int _texts;

    public ParsingEvent? Current => inner.Current;

    public bool MoveNext()
    {
        if (!inner.MoveNext())
            return false;
        Look(inner.Current!);
        return true;
    }

    private void Look(ParsingEvent read)
    {
        if (read is AnchorAlias)
            throw Wrong(read, Say("card-files.no-star"));
        if (read is NodeEvent node)
        {
            if (!node.Anchor.IsEmpty)
                throw Wrong(read, Say("card-files.no-ampersand"));
            if (!node.Tag.IsEmpty)
                throw Wrong(read, Say("card-files.no-exclamation"));
            // In a mapping it is a word's turn, then its value's.
            if (_open.TryPeek(out var wantsKey) && wantsKey is { } key)
            {
                if (key && read is not Scalar)
                    throw Wrong(read, Say("card-files.word-before-colon"));
                _open.Pop();
                _open.Push(!key);
            }
        }
        switch (read)
        {
            case Scalar text:
                if (++_texts > MostTexts)
                    throw Wrong(read, Say("card-files.too-many-texts", ("mostTexts", MostTexts)));
                if (text.Value.Length > LongestText)
                    throw Wrong(read, Say("card-files.text-has-too-many-letters", ("longestText", LongestText)));
                if (text.Value.AsSpan().IndexOfAny(NoText.Signs) >= 0)
                    throw Wrong(read, Say("card-files.text-has-a-bad-sign"));
                break;
            case SequenceStart or MappingStart:
                if (_open.Count == Deepest)
                    throw Wrong(read, Say("card-files.too-deep"));
                _open.Push(read is MappingStart ? true : null);
                break;
            case SequenceEnd or MappingEnd:
                _open.Pop();
                break;
        }
    }

    private CatalogueException Wrong(ParsingEvent at, string reason) => new(file, at.Start.Line, reason);
}
