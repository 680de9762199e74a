namespace Gambeta.Core.Practice.Played;

/// <summary>One drill of what was to be played, as it was when the sitting began.</summary>
/// <param name="Drill">The card's id.</param>
/// <param name="Layout">The layout's key, where there is one.</param>
/// <param name="Rounds">How often the feet take their turn.</param>
/// <param name="Seconds">The length of a round; nothing where the player ends it.</param>
/// <param name="Count">Reps or tries; nothing in a round or a run.</param>
public sealed record PlannedPart(string Drill, string? Layout, int Rounds, int? Seconds, int? Count);

/// <summary>A sitting: somebody practises, from the first touch to the last.</summary>
/// <param name="Id">Made on the device when it begins.</param>
/// <param name="PlayerId">Who practises.</param>
/// <param name="OutingId">What sittings of several players share who go out together; its own id for one alone.</param>
/// <param name="SpaceId">Where, as far as it is known.</param>
/// <param name="Sheet">The sheet that is played; nothing for a drill on its own.</param>
/// <param name="Plan">What is to be played.</param>
/// <param name="StartedAt">When it began.</param>
public sealed record Sitting(
    Guid Id,
    Guid PlayerId,
    Guid OutingId,
    Guid? SpaceId,
    string? Sheet,
    IReadOnlyList<PlannedPart> Plan,
    DateTimeOffset StartedAt
);
