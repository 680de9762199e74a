using System.Buffers;
using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using Gambeta.Core.Base.Touches;

namespace Gambeta.Core.Practice.Counting;

/// <summary>
/// What happened in a set as one line of text, a word an event: what it was, then the hundredths of a second since the word before.
/// <c>l35</c> is the left foot, <c>r</c> the right; <c>x</c> a slip, <c>xl</c> one of the left foot; <c>s</c> stopped on purpose;
/// <c>b</c> takes the one before back; <c>v</c> the run does not count; <c>r#3:120</c> the right foot hit target 3.
/// </summary>
public static class PlayNotation
{
    /// <summary>The most events of one set: eight a second for forty minutes.</summary>
    public const int MostEvents = 20_000;

    /// <summary>The latest an event can be, in hundredths: an hour.</summary>
    private const int Latest = 360_000;

    private static readonly SearchValues<char> Letters = SearchValues.Create("lrxsbv");

    /// <summary>Reads a line that was kept; nothing where it cannot be read any more, so that an old line never closes a page.</summary>
    public static ImmutableArray<PlayEvent>? ReadKept(string line)
    {
        try
        {
            return Read(line);
        }
        catch (FormatException)
        {
            return null;
        }
    }

    /// <summary>Reads the line.</summary>
    /// <exception cref="FormatException">A word is not understood, there are too many, or it lasts longer than an hour.</exception>
    public static ImmutableArray<PlayEvent> Read(string line)
    {
        var events = ImmutableArray.CreateBuilder<PlayEvent>(line.Length / 4);
        var rest = line.AsSpan().Trim();
        var at = 0;
        while (!rest.IsEmpty)
        {
            var end = rest.IndexOf(' ');
            var word = end < 0 ? rest : rest[..end];
            rest = end < 0 ? default : rest[(end + 1)..].TrimStart();
            var happened = ReadWord(word, ref at);
            if (events.Count == MostEvents)
                throw new FormatException($"More than {MostEvents} events in one set.");
            events.Add(happened);
        }
        return events.ToImmutable();
    }

    /// <summary>Writes the line that <see cref="Read"/> reads.</summary>
    public static string Write(IEnumerable<PlayEvent> events)
    {
        var line = new StringBuilder();
        var before = 0;
        foreach (var happened in events)
        {
            if (line.Length > 0)
                line.Append(' ');
            line.Append(
                happened.Kind switch
                {
                    PlayEventKind.Touch => "",
                    PlayEventKind.Slip => "x",
                    PlayEventKind.Stop => "s",
                    PlayEventKind.TakeBack => "b",
                    _ => "v",
                }
            );
            if (happened.Foot is { } foot)
                line.Append(foot == Foot.Left ? 'l' : 'r');
            if (happened.Zone > 0)
                line.Append(CultureInfo.InvariantCulture, $"#{happened.Zone}:");
            line.Append(CultureInfo.InvariantCulture, $"{happened.At - before}");
            before = happened.At;
        }
        return line.ToString();
    }

    private static PlayEvent ReadWord(ReadOnlySpan<char> word, ref int at)
    {
        var letters = word.IndexOfAnyExcept(Letters);
        var (kind, foot) =
            letters < 0
                ? throw Wrong(word)
                : word[..letters] switch
                {
                    "l" => (PlayEventKind.Touch, Foot.Left),
                    "r" => (PlayEventKind.Touch, Foot.Right),
                    "x" => (PlayEventKind.Slip, null),
                    "xl" => (PlayEventKind.Slip, Foot.Left),
                    "xr" => (PlayEventKind.Slip, Foot.Right),
                    "s" => (PlayEventKind.Stop, null),
                    "b" => (PlayEventKind.TakeBack, null),
                    "v" => (PlayEventKind.Void, (Foot?)null),
                    _ => throw Wrong(word),
                };
        var rest = word[letters..];
        var zone = 0;
        if (rest[0] == '#')
        {
            var colon = rest.IndexOf(':');
            if (
                colon < 2
                || kind != PlayEventKind.Touch
                || !int.TryParse(rest[1..colon], NumberStyles.None, CultureInfo.InvariantCulture, out zone)
                || zone is < 1 or > 20
            )
                throw Wrong(word);
            rest = rest[(colon + 1)..];
        }
        if (!int.TryParse(rest, NumberStyles.None, CultureInfo.InvariantCulture, out var after) || after > Latest - at)
            throw Wrong(word);
        at += after;
        return new PlayEvent(at, kind, foot, zone);
    }

    private static FormatException Wrong(ReadOnlySpan<char> word) => new($"'{word}' is no event of a set.");
}
