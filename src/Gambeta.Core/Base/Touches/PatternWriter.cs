using System.Text;

namespace Gambeta.Core.Base.Touches;

/// <summary>Writes a pattern in its shortest form: a foot only where it changes, repeats as <c>x2</c>, a mirrored half as
/// <c>~</c>.</summary>
public static class PatternWriter
{
    /// <summary>What <see cref="PatternReader"/> reads back as the same pattern.</summary>
    public static string Write(Pattern pattern)
    {
        var beats = pattern.Beats;
        var half = beats.Length / 2;
        var mirrored = pattern.IsMirrored;
        var count = mirrored ? half : beats.Length;
        var written = new StringBuilder();
        Foot? foot = null;
        for (var i = 0; i < count; )
        {
            var times = 1;
            while (i + times < count && beats[i + times] == beats[i])
                times++;
            if (i > 0)
                written.Append(", ");
            if (beats[i].Foot is { } by && by != foot)
            {
                written.Append(by == Foot.Right ? "R " : "L ");
                foot = by;
            }
            written.Append(beats[i].Written);
            if (times > 1)
                written.Append(" x").Append(times);
            i += times;
        }
        return mirrored ? written.Append(" ~").ToString() : written.ToString();
    }
}
