using Gambeta.Core.Catalogue;
using Gambeta.Core.Sets;

namespace Gambeta.Core.Progress;

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
    /// One piece of advice from what the player said: what fell apart comes first, then a foot far behind, then what was shaky; only a
    /// sitting without any of these moves on, from its last clean drill. One calm day is no proof, so the page says "try".
    /// </summary>
    public static NextTime Of(IReadOnlyList<DrillAnswer> answers, DrillCatalogue catalogue)
    {
        if (First(a => a.Control == Control.FellApart) is { } apart) return new(NextTimeKind.StepBack, apart, catalogue.Rungs.Below(apart).FirstOrDefault());
        if (First(a => a.OtherFoot == OtherFootFeel.FarBehind) is { } foot) return new(NextTimeKind.OtherFoot, foot);
        if (First(a => a.Control == Control.Shaky) is { } shaky) return new(NextTimeKind.Stay, shaky);
        var clean = answers.Where(a => a.Control == Control.Easy).Select(a => catalogue.Find(a.Drill)).OfType<DrillCard>().LastOrDefault(card => catalogue.Rungs.Above(card).Any());
        return clean is null ? new(NextTimeKind.GoOn) : new(NextTimeKind.MoveOn, clean, catalogue.Rungs.Above(clean).First());

        DrillCard? First(Func<DrillAnswer, bool> said) => answers.Where(said).Select(a => catalogue.Find(a.Drill)).OfType<DrillCard>().FirstOrDefault();
    }
}
