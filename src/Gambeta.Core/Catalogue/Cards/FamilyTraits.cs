using System.Collections.Immutable;

namespace Gambeta.Core.Catalogue.Cards;

/// <summary>What is true of the drills of a family wherever one is met: a row a family. A test says which one is missing. Shares are the
/// household's own figures.</summary>
/// <param name="Key">The family.</param>
public sealed record FamilyTraits(Family Key)
{
    /// <summary>The share of clean ones that is enough, from 0 to 1, where neither the card nor its measure says another.</summary>
    public double CleanShare { get; init; } = CleanBar.UsualShare;

    /// <summary>True where the ball stays close and nothing else is wanted: what a session's first part is made of.</summary>
    public bool IsBallMastery { get; init; }

    /// <summary>True where it is played on one spot, so that it goes on in a room when nothing else does.</summary>
    public bool IsOnTheSpot { get; init; }

    /// <summary>True for games: a session ends with one.</summary>
    public bool IsForFun { get; init; }

    /// <summary>True where the ball travels with the player, so that somebody can follow at arm's length.</summary>
    public bool Travels { get; init; }

    /// <summary>True where nobody who plays it sees the way.</summary>
    public bool EyesAreOnTheBall { get; init; }

    /// <summary>True where it turns, starts and stops hard enough to need room where a burst ends.</summary>
    public bool Bursts { get; init; }

    /// <summary>True where the ball flies hard enough that a room needs a soft one, whatever its pattern says.</summary>
    public bool FliesHard { get; init; }

    /// <summary>All of them, in the order of <see cref="Family"/>.</summary>
    public static readonly ImmutableArray<FamilyTraits> All =
    [
        new(Family.BallMasteryOnTheSpot) { IsBallMastery = true, IsOnTheSpot = true },
        new(Family.BallMasteryMoving) { IsBallMastery = true, Travels = true },
        new(Family.Juggling) { EyesAreOnTheBall = true },
        new(Family.FirstTouch),
        new(Family.WallPassing),
        new(Family.DribblingAndTurns) { Travels = true, Bursts = true },
        // A feint that is not clean is lost; a strike at a zone that is always hit is too near.
        new(Family.Feints)
        {
            CleanShare = 0.8,
            Travels = true,
            Bursts = true,
        },
        new(Family.Striking) { CleanShare = 0.6, FliesHard = true },
        new(Family.Games) { IsForFun = true },
    ];

    /// <summary>The row of a family.</summary>
    public static FamilyTraits Of(Family family) => All[(int)family];
}
