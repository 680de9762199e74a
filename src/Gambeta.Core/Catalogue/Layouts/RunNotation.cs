using System.Collections.Immutable;
using System.Globalization;
using Gambeta.Core.Base.Distances;

namespace Gambeta.Core.Catalogue.Layouts;

/// <summary>
/// The written form of a run: the markers by number with the side on which each is passed, in order, commas between.
/// "1 left, 2 right, 3 right loop, 4 left round, over 0 0" passes 1 on its left, 2 on its right, goes once all the way round 3 and on past
/// it on the right, turns about 4 keeping left of it, and then goes over the spot 0 m to the right and 0 m ahead.
/// </summary>
public static class RunNotation
{
    /// <summary>Most steps of one run.</summary>
    public const int MostSteps = 80;

    /// <summary>Reads a run over so many markers; nothing written is no run.</summary>
    /// <exception cref="FormatException">A step cannot be read; the message says which and what would be understood.</exception>
    public static ImmutableArray<RunStep> Read(string written, int markers)
    {
        var steps = written.Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries);
        if (steps.Length > MostSteps)
            throw new FormatException(Say("card-files.run-too-long", ("mostSteps", MostSteps)));
        return [.. steps.Select(step => ReadStep(step, markers))];
    }

    /// <summary>Writes what <see cref="Read"/> reads, to the millimetre.</summary>
    public static string Write(IEnumerable<RunStep> steps) =>
        string.Join(
            ", ",
            steps.Select(step =>
                step switch
                {
                    Past past => $"{past.Marker + 1} {past.Side.ToKey()}"
                        + past.Loops switch
                        {
                            0 => past.IsRound ? " round" : "",
                            1 => " loop",
                            var loops => $" {loops} loops",
                        },
                    Over over => string.Create(CultureInfo.InvariantCulture, $"over {over.Spot.Right:0.###} {over.Spot.Ahead:0.###}"),
                    _ => throw new ArgumentException("There is no such step.", nameof(steps)),
                }
            )
        );

    private static RunStep ReadStep(string step, int markers)
    {
        var words = step.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        if (words is ["over", var right, var ahead] && Metres(right) is { } r && Metres(ahead) is { } a)
            return new Over(new Spot(r, a));
        if (
            words.Length is 2 or 3 or 4
            && int.TryParse(words[0], NumberStyles.None, CultureInfo.InvariantCulture, out var number)
            && Keys.TryRead<Side>(words[1], out var side)
        )
        {
            if (number < 1 || number > markers)
                throw new FormatException(Say("card-files.there-is-no-marker", ("step", step), ("number", number)));
            if (words.Length == 2)
                return new Past(number - 1, side);
            if (words is [_, _, "round"])
                return new Past(number - 1, side, 0, IsRound: true);
            if (words is [_, _, "loop"])
                return new Past(number - 1, side, 1);
            if (
                words is [_, _, var many, "loops"]
                && int.TryParse(many, NumberStyles.None, CultureInfo.InvariantCulture, out var loops)
                && loops is >= 2 and <= 5
            )
                return new Past(number - 1, side, loops);
        }
        throw new FormatException(Say("card-files.bad-step", ("step", step)));
    }

    private static double? Metres(string written) =>
        double.TryParse(
            written,
            NumberStyles.AllowLeadingSign | NumberStyles.AllowDecimalPoint,
            CultureInfo.InvariantCulture,
            out var value
        )
        && Math.Abs(value) <= LayoutCheck.Farthest
            ? value
            : null;
}
