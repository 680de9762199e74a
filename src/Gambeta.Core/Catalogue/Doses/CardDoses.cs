using System.Collections.Immutable;
using Gambeta.Core.Base.Things;

namespace Gambeta.Core.Catalogue.Doses;

/// <summary>
/// How much of a drill for each level, by time and by reps, and by the drill's own measure where that is neither.
/// Every list holds three doses: first weeks, steady, sharp.
/// </summary>
/// <param name="ByTime">Rounds of a fixed time.</param>
/// <param name="ByReps">Sets of reps.</param>
/// <param name="Own">Tries or runs, where the drill is measured by those; otherwise nothing.</param>
/// <param name="Usual">Which of the three a player gets without asking.</param>
public sealed record CardDoses(ImmutableArray<RoundsDose> ByTime, ImmutableArray<RepsDose> ByReps, ImmutableArray<Dose>? Own, DoseWay Usual)
{
    /// <summary>The usual dose of a level.</summary>
    public Dose this[Level level] => this[level, Usual];

    /// <summary>The dose of a level in one of the ways.</summary>
    /// <exception cref="ArgumentException">The drill has no dose of that way.</exception>
    public Dose this[Level level, DoseWay way] =>
        way switch
        {
            DoseWay.Time => ByTime[(int)level],
            DoseWay.Reps => ByReps[(int)level],
            _ => Own is { } own
                ? own[(int)level]
                : throw new ArgumentException("This drill is dosed by time and by reps only.", nameof(way)),
        };
}

/// <summary>Ways to set an amount.</summary>
public enum DoseWay
{
    /// <summary>Rounds of a fixed time.</summary>
    Time,

    /// <summary>So many reps.</summary>
    Reps,

    /// <summary>Tries of a streak or a ladder, or runs of a course.</summary>
    Own,
}
