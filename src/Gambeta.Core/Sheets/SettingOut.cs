using Gambeta.Core.Yard;

namespace Gambeta.Core.Sheets;

/// <summary>How long it takes to lay the yard anew. The household's own rule: a fetch, a while for each marker, and the walk from one to the next.</summary>
public static class SettingOut
{
    /// <summary>Fetching the things and finding the start.</summary>
    public static readonly TimeSpan Fetching = TimeSpan.FromSeconds(15);

    /// <summary>Putting one marker down and looking at it.</summary>
    public static readonly TimeSpan AMarker = TimeSpan.FromSeconds(5);

    /// <summary>Walking with things in the hands, in metres a second.</summary>
    public const double WalkingSpeed = 1;

    /// <summary>The time for a layout, to the next five seconds; none where nothing is laid.</summary>
    public static TimeSpan TimeFor(Layout? layout)
    {
        if (layout is null) return TimeSpan.Zero;
        var (walk, at) = (0.0, layout.Start);
        foreach (var marker in layout.Markers)
        {
            walk += at.DistanceTo(marker);
            at = marker;
        }
        var seconds = (Fetching + (AMarker * layout.Markers.Length)).TotalSeconds + (walk / WalkingSpeed);
        return TimeSpan.FromSeconds(Math.Ceiling(seconds / 5) * 5);
    }
}
