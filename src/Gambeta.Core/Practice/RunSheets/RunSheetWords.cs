using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Sheets;

namespace Gambeta.Core.Practice.RunSheets;

/// <summary>The words on a run sheet: few, short, and read from three metres.</summary>
internal static class RunSheetWords
{
    public static string Done => Say("run-sheets.done");
    public static string SetOut => Say("run-sheets.set-out-the-yard");

    public static string Label(MeasuredBy measuredBy, int number, int count) =>
        (MeasureTraits.Of(measuredBy).Doses[0], measuredBy) switch
        {
            (DoseForm.Reps, _) => Say("run-sheets.set-of", ("number", number), ("count", count)),
            (DoseForm.Runs, _) => Say("run-sheets.run-of", ("number", number), ("count", count)),
            (DoseForm.Tries, MeasuredBy.LadderRung) when count == 1 => Say("run-sheets.your-ladder"),
            (DoseForm.Tries, _) when count == 1 => Say("run-sheets.your-tries"),
            _ => Say("run-sheets.round-of", ("number", number), ("count", count)),
        };

    public static string Pause(PhaseKind kind, Feet next) =>
        kind switch
        {
            PhaseKind.Ready => Say("run-sheets.get-ready"),
            PhaseKind.Swap => next == Feet.Left ? Say("run-sheets.swap-feet-left") : Say("run-sheets.swap-feet-right"),
            _ => Say("run-sheets.rest"),
        };

    public static string AfterWork(Feet? next, int rest, bool swaps, string? nextDrill) =>
        (next, nextDrill) switch
        {
            (null, null) => Say("run-sheets.then-you-are-done"),
            (null, _) => Say("run-sheets.then", ("nextDrill", nextDrill)),
            (Feet.Left, _) when swaps => Say("run-sheets.then-rest-s-then-left", ("rest", rest)),
            (Feet.Right, _) when swaps => Say("run-sheets.then-rest-s-then-right", ("rest", rest)),
            _ => Say("run-sheets.then-rest-s-then-again", ("rest", rest)),
        };

    public static string Between(string next) => Say("run-sheets.next", ("next", next));

    public static string Then(SheetDrill drill, Feet feet)
    {
        var measuredBy = drill.Card.MeasuredBy;
        var amount = drill.Dose switch
        {
            RoundsDose rounds => $"{rounds.Work.TotalSeconds} s",
            RepsDose reps when measuredBy is MeasuredBy.CleanReps => Say("run-sheets.clean-reps", ("reps", reps.Reps)),
            RepsDose passes when measuredBy is MeasuredBy.CleanPasses => Say("run-sheets.passes", ("reps", passes.Reps)),
            RepsDose touches when measuredBy is MeasuredBy.TouchesInARound => Say("run-sheets.reps", ("reps", touches.Reps)),
            RepsDose shots when measuredBy is MeasuredBy.StrikesByZone => Say("run-sheets.strikes", ("reps", shots.Reps)),
            RepsDose tries => Say("run-sheets.tries", ("reps", tries.Reps)),
            TriesDose goes when measuredBy == MeasuredBy.LadderRung => Say("run-sheets.goes-at-the-ladder", ("tries", goes.Tries)),
            TriesDose runs when measuredBy == MeasuredBy.RunInTouches => Say("run-sheets.run-ins", ("tries", runs.Tries)),
            TriesDose tries => Say("run-sheets.tries-tries", ("tries", tries.Tries)),
            _ when measuredBy == MeasuredBy.StationsTime => Say("run-sheets.once-through-all-stations"),
            _ => Say("run-sheets.one-run-finish-back-at"),
        };
        return (measuredBy == MeasuredBy.CourseTime ? Feet.Both : feet) switch
        {
            Feet.Left => Say("run-sheets.then-left-foot", ("amount", amount)),
            Feet.Right => Say("run-sheets.then-right-foot", ("amount", amount)),
            _ => Say("run-sheets.then-amount", ("amount", amount)),
        };
    }

    /// <summary>What a voice says of what comes.</summary>
    public static string Spoken(string drill, Feet feet) =>
        feet switch
        {
            Feet.Left => Say("run-sheets.left-foot", ("drill", drill)),
            Feet.Right => Say("run-sheets.right-foot", ("drill", drill)),
            _ => drill,
        };
}
