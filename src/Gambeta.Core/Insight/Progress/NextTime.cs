using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Insight.Progress;

/// <summary>What to do next time.</summary>
public enum NextTimeKind
{
    /// <summary>It fell apart: one rung back.</summary>
    StepBack,

    /// <summary>Shaky: the same again, slower.</summary>
    Stay,

    /// <summary>The other foot was far behind: a set more of it.</summary>
    OtherFoot,

    /// <summary>Calm and clean: the next rung.</summary>
    MoveOn,

    /// <summary>Nothing stands out, or nobody said: go on as today.</summary>
    GoOn,
}

/// <summary>The advice after a sitting, with what it is about.</summary>
/// <param name="Kind">What to do.</param>
/// <param name="Drill">The drill that it follows from; nothing for <see cref="NextTimeKind.GoOn"/>.</param>
/// <param name="Towards">The drill to go to, where there is one.</param>
public sealed record NextTime(NextTimeKind Kind, DrillCard? Drill = null, DrillCard? Towards = null)
{
    /// <summary>
    /// One piece of advice from what was decided and said: a drill that was decided to step back comes first, then a foot far behind, then what was shaky or fell apart
    /// today; only a sitting without any of these moves on, from the last drill of which that was decided. A word alone moves nobody up or down: it slows.
    /// </summary>
    /// <param name="answers">What was said about the drills of the sitting.</param>
    /// <param name="catalogue">Where they are found.</param>
    /// <param name="decided">What stands about a drill with all its feet, see <see cref="Decision.OfFeet"/>.</param>
    public static NextTime Of(IReadOnlyList<DrillAnswer> answers, DrillCatalogue catalogue, Func<string, DecisionKind> decided)
    {
        if (First(a => decided(a.Drill) == DecisionKind.StepBack) is { } apart) return new(NextTimeKind.StepBack, apart, catalogue.Rungs.Below(apart).FirstOrDefault());
        if (First(a => a.OtherFoot == OtherFootFeel.FarBehind) is { } foot) return new(NextTimeKind.OtherFoot, foot);
        if (First(a => a.Control is Control.Shaky or Control.FellApart) is { } shaky) return new(NextTimeKind.Stay, shaky);
        var clean = answers.Where(a => decided(a.Drill) == DecisionKind.MoveOn).Select(a => catalogue.Find(a.Drill)).OfType<DrillCard>().LastOrDefault(card => catalogue.Rungs.Above(card).Any());
        return clean is null ? new(NextTimeKind.GoOn) : new(NextTimeKind.MoveOn, clean, catalogue.Rungs.Above(clean).First());

        DrillCard? First(Func<DrillAnswer, bool> said) => answers.Where(said).Select(a => catalogue.Find(a.Drill)).OfType<DrillCard>().FirstOrDefault();
    }
}
