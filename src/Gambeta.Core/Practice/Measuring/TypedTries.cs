using System.Globalization;
using Gambeta.Core.Base.Measures;

namespace Gambeta.Core.Practice.Measuring;

/// <summary>
/// Tries as people write and read them, the same on every screen: a number a try, with a star at the rarer end. A juggling try usually
/// drops, so its star says "stopped on purpose"; a run-in usually gets there, so its star says "lost". A wave says that it was still up
/// when the set ended. The practice screen writes them so too (<c>typed.js</c>); the cases in <c>tests/shared/typed-tries.json</c> hold
/// both to it.
/// </summary>
public static class TypedTries
{
    /// <summary>The tries in their order: "12, 7, 19*".</summary>
    public static string Write(TriedResult tried) =>
        string.Join(
            ", ",
            tried.Tries.Select(t =>
                t.Touches.ToString(CultureInfo.InvariantCulture)
                + t.End switch
                {
                    TryEnd.InTheAir => "~",
                    var end => end == (tried is RunInResult ? TryEnd.Dropped : TryEnd.Stopped) ? "*" : "",
                }
            )
        );

    /// <summary>Whether a try that was written was dropped; nothing for one still up.</summary>
    public static bool? Dropped(string written, MeasuredBy measuredBy) =>
        written.EndsWith('~') ? null : written.EndsWith('*') == (measuredBy == MeasuredBy.RunInTouches);
}
