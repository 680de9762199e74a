using System.Collections.Immutable;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Practice.Measuring;

/// <summary>Counts of each foot, which rounds of touches and of passes share.</summary>
internal static class PerFoot
{
    public static bool HasThem(Feet feet, SetDraft draft) =>
        (feet == Feet.Right || draft.Left is not null) && (feet == Feet.Left || draft.Right is not null);

    public static ImmutableArray<TypedField> Fields(Feet feet) =>
        feet switch
        {
            Feet.Left => [new("left")],
            Feet.Right => [new("right")],
            _ => [new("left"), new("right")],
        };

    public static string? AsTyped(PracticeSet set, string field) =>
        field switch
        {
            "left" => TypedCounts.Text(set.Touches.Left),
            "right" => TypedCounts.Text(set.Touches.Right),
            _ => null,
        };
}
