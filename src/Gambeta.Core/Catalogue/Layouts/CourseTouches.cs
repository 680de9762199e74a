using System.Runtime.CompilerServices;

namespace Gambeta.Core.Catalogue.Layouts;

/// <summary>
/// About how often the ball is touched on a course. A pattern says how it is touched there, not how often on the way: that follows from the
/// length and from the turns. Our own reckoning, for a ball kept close: a touch each <see cref="MetresATouch"/>, a stride or so of a
/// running child, and one more at each half-turn.
/// </summary>
public static class CourseTouches
{
    /// <summary>Metres from a touch to the next on the straight.</summary>
    public const double MetresATouch = 1;

    // A card's layout is the same object all day, and pages ask by the hundred.
    private static readonly ConditionalWeakTable<Layout, StrongBox<int>> Reckoned = [];

    /// <summary>Touches of one run, at least one; nothing where nobody runs or the layout cannot be run.</summary>
    public static int? Of(Layout? layout) =>
        layout is null || layout.Steps.IsEmpty ? null
        : Reckoned.GetValue(layout, static asked => new(Course.Of(asked).Course is { } course ? Of(course) : 0)).Value
            is > 0
                and var touches
            ? touches
        : null;

    /// <summary>Touches of one run of a course, at least one.</summary>
    public static int Of(Course course) => Math.Max(1, Rounded.Whole((course.Length / MetresATouch) + (course.Turning / Math.PI)));
}
