using System.Collections.Immutable;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Insight.Weeks;
using Gambeta.Core.Practice.Sheets;

namespace Gambeta.Core.Insight.Planning;

/// <summary>
/// Plans a session: of all that could stand in it the drills and amounts that are worth most together (<see cref="PlanObjective"/>), in the
/// order of the parts, within the minutes, never three hard ones running.
/// </summary>
public static class SessionPlanner
{
    /// <summary>How far from the minutes a session may end and still be of so many, to the half, in seconds.</summary>
    public const double Within = 14.9;

    /// <summary>Plans what is asked.</summary>
    public static SessionPlan Plan(PlanFacts facts, PlanAsk ask)
    {
        var minutes = Math.Clamp(ask.Minutes, SessionMinutes.Least, SessionMinutes.Most(facts.Age));
        var options = PlanOptions.Of(facts, ask);
        var best = Best(options, minutes, facts.CatchUp.Share);
        return new SessionPlan(
            [.. best.Select(option => new PlannedDrill(option.Drill.Item with { Dose = option.Drill.Dose }, option.Reason))],
            minutes,
            best.Count == 0 ? 0 : PlanObjective.Of(best, facts.CatchUp.Share),
            [.. Notes(facts, ask, options, best, minutes)],
            LeftOut(facts, options, best)
        )
        {
            Laid = facts.Laid,
            Next = facts.Next,
            NextTest = facts.NextTest,
        };
    }

    /// <summary>The best session of some options.</summary>
    public static IReadOnlyList<PlanOption> Best(PlanOptions options, int minutes, int share)
    {
        var search = new PlanSearch(minutes * 60, share, options.NewOnlyOnce);
        foreach (var part in Enum.GetValues<SheetPart>())
        {
            var kept = options.Kept.Where(option => option.Drill.Item.Part == part).ToList();
            foreach (var option in kept)
                search.Place([option], isMust: true, isKept: true);
            var free = options.Parts[(int)part];
            var slots = PlanOptions.Slots(part, minutes) - kept.Count;
            for (var slot = 0; slot < slots; slot++)
                search.Place(free, isMust: part == SheetPart.WarmUp && slot == 0 && !free.IsEmpty);
        }
        return PlanPolish.Better(search.Best(), options, minutes, share);
    }

    private static IEnumerable<PlanNote> Notes(
        PlanFacts facts,
        PlanAsk ask,
        PlanOptions options,
        IReadOnlyList<PlanOption> best,
        int minutes
    )
    {
        if (facts.IsHurt)
            yield return PlanNote.Hurt;
        else if (best.Count == 0)
            yield return PlanNote.NothingMayBePlayed;
        if (!facts.IsHurt && facts.Laid is { Kind: not DayKind.Practice })
            yield return PlanNote.RestDay;
        else if (!facts.IsHurt && facts.IsLight)
            yield return PlanNote.LightDay;
        if (ask.Minutes < SessionMinutes.Least)
            yield return PlanNote.TooShort;
        if (ask.Minutes > minutes)
            yield return PlanNote.TooLongForTheAge;
        if (best.Count == 0)
            yield break;
        var seconds = PlanObjective.SecondsOf(best);
        if (seconds < (minutes * 60) - Within)
            yield return PlanNote.MinutesLeft;
        if (seconds > (minutes * 60) + Within)
            yield return PlanNote.KeptTooLong;
        bool Waits(SheetPart part) => !options.Parts[(int)part].IsEmpty && best.All(option => option.Drill.Item.Part != part);
        if (Waits(SheetPart.Test) || (!facts.MayTest && facts.Verdicts.Any(drill => facts.RecordsInReach(drill.Key).Any())))
            yield return PlanNote.TestWaits;
        if (Waits(SheetPart.OtherFoot))
            yield return PlanNote.OtherFootWaits;
    }

    private static ImmutableDictionary<string, PlanRule> LeftOut(PlanFacts facts, PlanOptions options, IReadOnlyList<PlanOption> best)
    {
        var planned = best.Select(option => option.Drill.Card.Id).ToHashSet();
        return facts
            .Catalogue.Cards.Where(card => !planned.Contains(card.Id))
            .ToImmutableDictionary(card => card.Id, card => options.Rules.GetValueOrDefault(card.Id, PlanRule.OthersCameFirst));
    }
}
