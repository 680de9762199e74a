using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;

namespace Gambeta.Core.Practice.Played;

/// <summary>A sound in doubt: counted or not, and how likely that was right.</summary>
/// <param name="At">Hundredths of a second since the set began.</param>
/// <param name="IsCounted">Whether it counts as a touch.</param>
/// <param name="Sure">How sure that is, in hundredths.</param>
public readonly record struct DoubtfulSound(int At, bool IsCounted, int Sure);

/// <summary>
/// What is kept of a set that was counted by ear besides its events: whether the count may be trusted, whether somebody said that it is
/// right, and which sounds were in doubt. Written as <c>trusted</c>, <c>right</c> or <c>doubted</c>, then a word a doubtful sound:
/// <c>t1234:55</c> counts and is 55 in a hundred sure, <c>o1300:62</c> does not count.
/// </summary>
/// <param name="IsTrusted">Whether the count may stand as it was heard.</param>
/// <param name="IsSaidRight">Whether somebody looked at it and said that it is right.</param>
/// <param name="Doubts">The sounds in doubt, in their order.</param>
public sealed partial record HeardMark(bool IsTrusted, bool IsSaidRight, ImmutableArray<DoubtfulSound> Doubts)
{
    /// <summary>The most doubtful sounds that are kept of a set.</summary>
    public const int MostDoubts = 60;

    /// <summary>The longest line that is read.</summary>
    public const int LongestLine = 1000;

    /// <summary>Whether the count may be a record and is judged by.</summary>
    public bool Counts => IsTrusted || IsSaidRight;

    /// <summary>Reads a line; nothing where it is none.</summary>
    public static HeardMark? Read(string? line)
    {
        if (line is null || line.Length > LongestLine || Line().Match(line) is not { Success: true } read)
            return null;
        return new HeardMark(
            read.Groups[1].Value == "trusted",
            read.Groups[1].Value == "right",
            [
                .. read.Groups[2]
                    .Captures.Take(MostDoubts)
                    .Select(word => new DoubtfulSound(
                        Number(word.Value[1..word.Value.IndexOf(':')]),
                        word.Value[0] == 't',
                        Number(word.Value[(word.Value.IndexOf(':') + 1)..])
                    )),
            ]
        );
    }

    /// <summary>The line that <see cref="Read"/> reads.</summary>
    public override string ToString() =>
        string.Join(
            ' ',
            Doubts
                .Select(one => string.Create(CultureInfo.InvariantCulture, $"{(one.IsCounted ? 't' : 'o')}{one.At}:{one.Sure}"))
                .Prepend(
                    IsSaidRight ? "right"
                    : IsTrusted ? "trusted"
                    : "doubted"
                )
        );

    private static int Number(string digits) => int.Parse(digits, CultureInfo.InvariantCulture);

    [GeneratedRegex("^(trusted|right|doubted)(?: ([to][0-9]{1,6}:[0-9]{1,3}))*$")]
    private static partial Regex Line();
}
