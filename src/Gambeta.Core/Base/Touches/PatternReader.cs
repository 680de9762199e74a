using System.Collections.Frozen;
using System.Globalization;

namespace Gambeta.Core.Base.Touches;

/// <summary>
/// Reads the notation of patterns: steps with commas between them, as in <c>R sole back, laces away</c>.
/// <list type="bullet">
/// <item>A touch is foot, surface, and where the ball goes. The foot is <c>R</c> or <c>L</c> and holds until another is named.</item>
/// <item>A sham (<c>over</c>, <c>round</c>, <c>fake</c>, <c>dip</c>, <c>step</c>) is foot and word.</item>
/// <item><c>hand</c>, <c>server</c>, <c>rolled</c>, <c>bounce</c>, <c>catch</c>, <c>turn</c> and <c>run</c> stand alone.</item>
/// <item><c>x3</c> after a step repeats it; <c>~</c> at the end adds everything once more with the feet exchanged.</item>
/// </list>
/// </summary>
public static class PatternReader
{
    /// <summary>The most steps of one pattern, all repeats written out: more cannot be learnt as one rep.</summary>
    public const int MostBeats = 40;

    private static readonly FrozenDictionary<string, Foot> Feet = new Dictionary<string, Foot>
    {
        ["R"] = Foot.Right,
        ["L"] = Foot.Left,
        ["r"] = Foot.Right,
        ["l"] = Foot.Left,
        ["right"] = Foot.Right,
        ["left"] = Foot.Left,
    }.ToFrozenDictionary();

    /// <summary>Reads a pattern. Line ends and semicolons count as commas.</summary>
    /// <exception cref="PatternException">A word is missing, unknown or in the wrong place.</exception>
    public static Pattern Read(string written)
    {
        var beats = new List<Beat>();
        Foot? foot = null;
        var at = 0;
        var mirrors = written.AsSpan().TrimEnd().EndsWith("~");
        var end = mirrors ? written.LastIndexOf('~') : written.Length;
        while (at <= end)
        {
            var comma = written.AsSpan(at, end - at).IndexOfAny(',', ';', '\n');
            var stop = comma < 0 ? end : at + comma;
            ReadStep(new Step(written, at, stop), beats, ref foot);
            at = stop + 1;
        }
        if (mirrors)
            beats.AddRange([.. beats.Select(beat => beat.Mirror())]);
        if (beats.Count > MostBeats)
            throw new PatternException(
                Say("card-files.pattern-too-long", ("beats", beats.Count), ("mostBeats", MostBeats)),
                0,
                written.Length
            );
        if (!beats.Any(beat => beat is Contact or Shown))
            throw new PatternException(Say("card-files.pattern-does-nothing"), end, 0);
        return new Pattern(beats);
    }

    private static void ReadStep(Step step, List<Beat> beats, ref Foot? foot)
    {
        if (!step.Next(out var word))
            return;
        if (Feet.TryGetValue(word, out var named))
        {
            foot = named;
            if (!step.Next(out word))
                throw step.Missing(Say("card-files.surface-is-missing", ("foot", named.ToKey())));
        }
        Beat beat;
        if (Keys.TryRead<Happening>(word, out var happening))
            beat = new Between(happening);
        else if (Keys.TryRead<Sham>(word, out var sham))
            beat = new Shown(foot ?? throw step.Wrong(Say("card-files.foot-is-missing", ("word", word))), sham);
        else
            beat = new Contact(ReadTouch(step, word, foot));

        var times = 1;
        if (step.Next(out var more) && !ReadTimes(more, out times))
            throw step.Wrong(Say("card-files.too-much-in-step", ("more", more)));
        if (step.Next(out var left))
            throw step.Wrong(Say("card-files.left-over", ("left", left)));
        for (var i = 0; i < times; i++)
            beats.Add(beat);
        // A little too long is told whole, at the end; far too long is not even written out.
        if (beats.Count > 10 * MostBeats)
            throw step.Wrong(Say("card-files.too-many-beats", ("beats", beats.Count), ("mostBeats", MostBeats)));
    }

    private static Touch ReadTouch(Step step, string word, Foot? foot)
    {
        if (!Keys.TryRead<Surface>(word, out var surface))
        {
            throw step.Wrong(
                Say(
                    "card-files.bad-surface",
                    ("word", word),
                    ("surfaces", Keys.Choices<Surface>()),
                    ("shams", Keys.Choices<Sham>()),
                    ("happenings", Keys.Choices<Happening>())
                )
            );
        }
        if (foot is null)
            throw step.Wrong(Say("card-files.foot-is-missing", ("word", word)));
        if (!step.Next(out var way))
            throw step.Missing(Say("card-files.way-is-missing", ("choices", Keys.Choices<BallMove>())));
        return Keys.TryRead<BallMove>(way, out var move)
            ? new Touch(foot.Value, surface, move)
            : throw step.Wrong(Say("card-files.bad-way", ("way", way), ("choices", Keys.Choices<BallMove>())));
    }

    private static bool ReadTimes(string word, out int times)
    {
        times = 1;
        return word is ['x', _, ..]
            && int.TryParse(word.AsSpan(1), NumberStyles.None, CultureInfo.InvariantCulture, out times)
            && times is >= 1 and <= MostBeats;
    }

    /// <summary>The words of one step, remembering where the last one stood.</summary>
    private sealed class Step(string written, int at, int stop)
    {
        private int _at = at,
            _start = at,
            _length;

        public bool Next(out string word)
        {
            while (_at < stop && char.IsWhiteSpace(written[_at]))
                _at++;
            _start = _at;
            while (_at < stop && !char.IsWhiteSpace(written[_at]))
                _at++;
            _length = _at - _start;
            word = written.Substring(_start, _length);
            return _length > 0;
        }

        public PatternException Wrong(string reason) => new(Capital(reason), _start, _length);

        public PatternException Missing(string reason) => new(Capital(reason), _start, 0);

        private static string Capital(string reason) => char.ToUpperInvariant(reason[0]) + reason[1..];
    }
}
