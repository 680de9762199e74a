using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Practice.Together;

/// <summary>What is minded when two play in one yard, besides what each drill asks for. A page words it.</summary>
public enum PairCaution
{
    /// <summary>Who has no turn stands two steps away, outside the lines.</summary>
    RoomForTwo,

    /// <summary>The shadow keeps an arm's length and its feet to itself.</summary>
    NoTackling,

    /// <summary>One runs at a time; the other one starts when the first is past the line.</summary>
    OneRunsAtATime,

    /// <summary>Who serves stands to the side of the goal and out of the line of the strike.</summary>
    ServerBesideTheGoal,

    /// <summary>Throws are soft, below the chest, and only when the other one looks.</summary>
    SoftThrows,

    /// <summary>Who waits stands behind who strikes, never between ball and wall or goal.</summary>
    BehindTheStriker,

    /// <summary>One is much younger or smaller: the older one gives way.</summary>
    GiveWay,
}

/// <summary>Which cautions two carry.</summary>
public static class PairCautions
{
    /// <summary>From this many years between them on the older one gives way. A figure of ours.</summary>
    public const int YearsApart = 3;

    /// <summary>The cautions of some drills, each once, in the order in which they are said.</summary>
    /// <param name="drills">Each drill with the part that the other one takes in it.</param>
    /// <param name="ages">How old both are, in years.</param>
    public static ImmutableArray<PairCaution> Of(IEnumerable<(DrillCard Card, OtherPart Part)> drills, (int One, int Other) ages)
    {
        var cautions = new SortedSet<PairCaution> { PairCaution.RoomForTwo };
        foreach (var (card, part) in drills)
        {
            var strikes = card.Gear.Any(item => item.Kind is GearKind.Goal or GearKind.Wall);
            if (part == OtherPart.Shadows)
                cautions.Add(PairCaution.NoTackling);
            if (part == OtherPart.Races || MeasureTraits.Of(card.MeasuredBy).IsRun)
                cautions.Add(PairCaution.OneRunsAtATime);
            if (part == OtherPart.Serves)
                cautions.Add(strikes ? PairCaution.ServerBesideTheGoal : PairCaution.SoftThrows);
            else if (strikes)
                cautions.Add(PairCaution.BehindTheStriker);
        }
        if (Math.Abs(ages.One - ages.Other) >= YearsApart)
            cautions.Add(PairCaution.GiveWay);
        return [.. cautions];
    }
}
