using Gambeta.Core;
using Gambeta.Core.Catalogue;
using Gambeta.Core.Judgement;
using Gambeta.Core.Progress;
using Gambeta.Web.Drawing;

namespace Gambeta.Web.Words;

/// <summary>The words of targets and decisions.</summary>
public static class JudgementWords
{
    /// <summary>A decision as a heading.</summary>
    public static string Decision(DecisionKind kind) => kind switch
    {
        DecisionKind.MoveOn => Say("judgement.move-on"),
        DecisionKind.Stay => Say("judgement.stay"),
        DecisionKind.StepBack => Say("judgement.step-back"),
        _ => Say("judgement.too-early"),
    };

    /// <summary>Why it was decided so.</summary>
    public static string Because(Verdict verdict)
    {
        var decision = verdict.Decision;
        var clean = Rounded.Whole(decision.Clean * 10);
        var because = decision.Kind switch
        {
            DecisionKind.MoveOn => Say("judgement.because-move-on", ("clean", clean), ("sets", decision.Sets), ("days", decision.Days)),
            DecisionKind.StepBack => Say("judgement.because-step-back", ("clean", clean), ("sets", decision.Sets), ("days", decision.Days)),
            DecisionKind.TooEarly => Say("judgement.because-too-early", ("sets", decision.Sets), ("days", decision.Days)),
            _ when verdict is { Learning: < 0.15, Decision.Days: >= 3 } => Say("judgement.because-stay-stuck", ("clean", clean)),
            _ => Say("judgement.because-stay", ("clean", clean), ("sets", decision.Sets), ("days", decision.Days)),
        };
        return decision.Word is { } word && decision.Kind != DecisionKind.TooEarly ? $"{because} {Say("judgement.you-said", ("word", Wording.Control(word)))}" : because;
    }

    /// <summary>A target with what it counts: "12 in a row".</summary>
    public static string Value(Verdict verdict, Target target) => Wording.Value(verdict.Measure, verdict.In(target.Value));

    /// <summary>Why a target is what it is.</summary>
    public static string Why(TargetReason reason) => reason switch
    {
        TargetReason.Record => Say("judgement.why-record"),
        TargetReason.RoundNumber => Say("judgement.why-round-number"),
        _ => Say("judgement.why-even-chance"),
    };

    /// <summary>Out of ten days.</summary>
    public static string DaysInTen(double chance) => Say("judgement.days-in-ten", ("count", TenTiles.Laid(chance)));

    /// <summary>Why a drill is offered.</summary>
    public static string Offered(Offer offer) => (offer.Reason, offer.From) switch
    {
        (OfferReason.MoveOn, { } from) => Say("judgement.offer-move-on", ("from", from.Name)),
        (OfferReason.StepBack, { } from) => Say("judgement.offer-step-back", ("from", from.Name)),
        _ => offer.DaysRested is { } days ? Say("today.last-played", ("days", Wording.DaysAgo(days))) : Say("today.new-to-you"),
    };
}
