using System.Collections.Immutable;

namespace Gambeta.Core.Practice.Counting;

/// <summary>What stands of a list of events.</summary>
public static class PlayEvents
{
    /// <summary>The events that stand: each that was taken back is gone, and so is the taking back.</summary>
    public static ImmutableArray<PlayEvent> Standing(IEnumerable<PlayEvent> events)
    {
        var standing = ImmutableArray.CreateBuilder<PlayEvent>();
        foreach (var happened in events)
        {
            if (happened.Kind != PlayEventKind.TakeBack)
                standing.Add(happened);
            else if (standing.Count > 0)
                standing.RemoveAt(standing.Count - 1);
        }
        return standing.ToImmutable();
    }
}
