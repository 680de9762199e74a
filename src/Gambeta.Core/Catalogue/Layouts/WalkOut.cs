using System.Collections.Immutable;
using Gambeta.Core.Base.Distances;

namespace Gambeta.Core.Catalogue.Layouts;

/// <summary>One walk from a spot to the next: so many half paces ahead and to the right, and the same by tape.</summary>
/// <param name="To">The number of the marker it leads to, from 1; 0 for the start; nothing for the finish.</param>
/// <param name="HalvesAhead">Half paces ahead; below zero, back.</param>
/// <param name="HalvesRight">Half paces to the right; below zero, to the left.</param>
/// <param name="Tape">By tape: metres to the right and ahead of the spot before.</param>
public sealed record Walk(int? To, int HalvesAhead, int HalvesRight, Spot Tape);

/// <summary>
/// Directions for setting a layout out on foot. Each walk goes from where the walker stands, not from where the marker should be:
/// what was rounded off is made good by the next walk, so nothing adds up and no marker is off by more than a quarter pace each way.
/// </summary>
public static class WalkOut
{
    /// <summary>The walks, from the origin to the start where that lies elsewhere, then to each marker in its order, then to the finish
    /// where it is none of them.</summary>
    public static ImmutableArray<Walk> Of(Layout layout, Pace pace)
    {
        var walks = ImmutableArray.CreateBuilder<Walk>();
        var (stands, tapeAt) = (default(Spot), default(Spot));
        if (layout.Start != default)
            Go(0, layout.Start);
        for (var i = 0; i < layout.Markers.Length; i++)
            Go(i + 1, layout.Markers[i]);
        if (layout.Finish != layout.Start && !layout.Markers.Contains(layout.Finish))
            Go(null, layout.Finish);
        return walks.ToImmutable();

        void Go(int? to, Spot there)
        {
            var (ahead, right) = (pace.Halves(there.Ahead - stands.Ahead), pace.Halves(there.Right - stands.Right));
            walks.Add(new Walk(to, ahead, right, there - tapeAt));
            stands += new Spot(right, ahead) * (pace.Metres / 2);
            tapeAt = there;
        }
    }
}
