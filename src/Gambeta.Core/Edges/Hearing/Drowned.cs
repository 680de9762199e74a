namespace Gambeta.Core.Edges.Hearing;

/// <summary>A touch that was hidden by something else: where touches keep time, one cannot have been skipped, and something sounded just
/// when it was due.</summary>
internal static class Drowned
{
    /// <summary>How sure a touch is that nobody heard.</summary>
    public const double Sure = 0.55;

    private const double About = 0.14,
        Least = 1.65,
        Most = 2.35;

    /// <summary>When a touch may be hidden between two; nothing where none is.</summary>
    /// <param name="from">Seconds of the one.</param>
    /// <param name="to">Seconds of the next.</param>
    /// <param name="usual">Seconds from touch to touch, usually; 0 where that is not known.</param>
    /// <param name="others">When something else sounded.</param>
    public static double? Between(double from, double to, double usual, IReadOnlyList<double> others) =>
        IsTwice(from, to, usual) && others.Any(at => Math.Abs(at - ((from + to) / 2)) < About * (to - from)) ? (from + to) / 2 : null;

    /// <summary>Where twice the usual time passed and nothing sounded in between: perhaps a pause, perhaps a touch too soft to be heard. It
    /// is not counted, and in doubt.</summary>
    /// <param name="from">Seconds of the one.</param>
    /// <param name="to">Seconds of the next.</param>
    /// <param name="usual">Seconds from touch to touch, usually; 0 where that is not known.</param>
    /// <param name="others">When something else sounded.</param>
    public static HeardTouch? Silent(double from, double to, double usual, IReadOnlyList<double> others) =>
        IsTwice(from, to, usual) && Between(from, to, usual, others) is null
            ? new HeardTouch((from + to) / 2, HeardKind.Other, null, Sure)
            : null;

    private static bool IsTwice(double from, double to, double usual) => usual > 0 && (to - from) / usual is > Least and < Most;
}
