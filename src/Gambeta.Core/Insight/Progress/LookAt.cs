using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Insight.Progress;

/// <summary>What the one thing to look at is about.</summary>
public enum LookAtKind
{
    /// <summary>The fault that was seen last time.</summary>
    Fault,

    /// <summary>It is played faster than control allows.</summary>
    Slower,

    /// <summary>The other foot was far behind.</summary>
    OtherFoot,

    /// <summary>Nothing stands out: the card's first cue.</summary>
    Cue,
}

/// <summary>The one thing to look at today, for somebody beside the yard who never played.</summary>
/// <param name="Kind">What it is about.</param>
/// <param name="Fault">The fault, where it is one; else the card's first, for what to say when it is stuck.</param>
/// <param name="Cue">The card's first cue.</param>
/// <param name="Pace">Units a minute up to which control is there, where that is it.</param>
public sealed record LookAt(LookAtKind Kind, Fault? Fault, string Cue, int? Pace)
{
    /// <summary>From what was said about the drill last time, and what stands about its feet: one thing only, the most useful
    /// first.</summary>
    public static LookAt Of(DrillCard card, DrillAnswer? last, IEnumerable<Verdict> feet)
    {
        var (cue, usual) = (card.Cues[0], card.Faults.FirstOrDefault());
        if (card.FaultNamed(last?.Fault) is { } fault)
            return new LookAt(LookAtKind.Fault, fault, cue, null);
        // For whom it fell apart lately; who is calm may go to the edge of it.
        var limit = feet.Where(verdict =>
                verdict.Tempo.Kind == ControlKind.Limit && !verdict.Key.Model.LowerIsBetter && verdict.Decision.Kind != DecisionKind.MoveOn
            )
            .Select(verdict => (int?)Rounded.Whole(verdict.Tempo.Tempo))
            .Min();
        if (limit is not null && last?.Control is Control.Shaky or Control.FellApart)
            return new LookAt(LookAtKind.Slower, usual, cue, limit);
        return new LookAt(last?.OtherFoot == OtherFootFeel.FarBehind ? LookAtKind.OtherFoot : LookAtKind.Cue, usual, cue, null);
    }
}
