using System.Buffers;

namespace Gambeta.Core;

/// <summary>Signs that are no part of any text: controls other than tabs and line ends, and halves of a character that stand
/// alone.</summary>
public static class NoText
{
    /// <summary>The controls.</summary>
    public static SearchValues<char> Signs { get; } =
        SearchValues.Create(
            Enumerable.Range(0, 0xA0).Select(code => (char)code).Where(c => char.IsControl(c) && c is not ('\t' or '\n' or '\r')).ToArray()
        );

    /// <summary>True when a text can be kept and shown as it is.</summary>
    public static bool IsText(ReadOnlySpan<char> text)
    {
        if (text.IndexOfAny(Signs) >= 0)
            return false;
        for (var i = 0; i < text.Length; i++)
        {
            if (!char.IsSurrogate(text[i]))
                continue;
            if (i + 1 == text.Length || !char.IsSurrogatePair(text[i], text[i + 1]))
                return false;
            i++;
        }
        return true;
    }
}
