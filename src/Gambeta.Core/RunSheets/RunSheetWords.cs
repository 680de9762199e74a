using System.Globalization;
using Gambeta.Core.Doses;
using Gambeta.Core.Measuring;
using Gambeta.Core.Sheets;
using Gambeta.Core.Touches;

namespace Gambeta.Core.RunSheets;

/// <summary>The words on a run sheet: few, short, and read from three metres.</summary>
internal static class RunSheetWords
{
    public const string Done = "Done";
    public const string SetOut = "Set out the yard";

    public static string Label(MeasuredBy measuredBy, int number, int count) => (Ways.Of(measuredBy).Doses[0], measuredBy) switch
    {
        (DoseForm.Reps, _) => Text($"Set {number} of {count}"),
        (DoseForm.Runs, _) => Text($"Run {number} of {count}"),
        (DoseForm.Tries, MeasuredBy.LadderRung) when count == 1 => "Your ladder",
        (DoseForm.Tries, _) when count == 1 => "Your tries",
        _ => Text($"Round {number} of {count}"),
    };

    public static string Pause(PhaseKind kind, Feet next) => kind switch
    {
        PhaseKind.Ready => "Get ready",
        PhaseKind.Swap => $"Swap feet: {next.ToWords()}",
        _ => "Rest",
    };

    public static string AfterWork(Feet? next, int rest, bool swaps, string? nextDrill) => (next, nextDrill) switch
    {
        (null, null) => "then you are done",
        (null, _) => $"then {nextDrill}",
        _ => Text($"then rest {rest} s") + (swaps ? $", then {next.Value.ToWords()} foot" : ", then again"),
    };

    public static string Between(string next) => $"Next: {next}";

    public static string Then(SheetDrill drill, Feet feet)
    {
        var measuredBy = drill.Card.MeasuredBy;
        var amount = drill.Dose switch
        {
            RoundsDose rounds => Text($"{rounds.Work.TotalSeconds} s"),
            RepsDose reps when measuredBy is MeasuredBy.CleanReps => Text($"{reps.Reps} clean reps"),
            RepsDose passes when measuredBy is MeasuredBy.CleanPasses => Text($"{passes.Reps} passes"),
            RepsDose touches when measuredBy is MeasuredBy.TouchesInARound => Text($"{touches.Reps} reps"),
            RepsDose shots when measuredBy is MeasuredBy.StrikesByZone => Text($"{shots.Reps} strikes"),
            RepsDose tries => Text($"{tries.Reps} tries"),
            TriesDose goes when measuredBy == MeasuredBy.LadderRung => Text($"{goes.Tries} goes at the ladder"),
            TriesDose runs when measuredBy == MeasuredBy.RunInTouches => Text($"{runs.Tries} run-ins"),
            TriesDose tries => Text($"{tries.Tries} tries"),
            _ when measuredBy == MeasuredBy.StationsTime => "once through all stations",
            _ => "one run, finish back at the start",
        };
        var who = feet == Feet.Both ? "" : $", {feet.ToWords()} foot";
        return measuredBy == MeasuredBy.CourseTime ? $"then {amount}" : $"then {amount}{who}";
    }

    /// <summary>What a voice says of what comes.</summary>
    public static string Spoken(string drill, Feet feet) => feet == Feet.Both ? drill : $"{drill}, {feet.ToWords()} foot";

    private static string Text(FormattableString words) => words.ToString(CultureInfo.InvariantCulture);
}
