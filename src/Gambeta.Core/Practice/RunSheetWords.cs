using System.Globalization;
using Gambeta.Core.Catalogue;
using Gambeta.Core.Touches;

namespace Gambeta.Core.Practice;

/// <summary>The words on a run sheet: few, short, and read from three metres.</summary>
internal static class RunSheetWords
{
    public const string Done = "Done";

    public static string Label(MeasuredBy measuredBy, int number, int count) => measuredBy switch
    {
        MeasuredBy.CleanReps or MeasuredBy.HitsOutOfTries => Text($"Set {number} of {count}"),
        MeasuredBy.CourseTime => Text($"Run {number} of {count}"),
        MeasuredBy.BestStreak => "Your tries",
        MeasuredBy.LadderRung => "Your ladder",
        _ => Text($"Round {number} of {count}"),
    };

    public static string Pause(PhaseKind kind, Feet next) => kind switch
    {
        PhaseKind.Ready => "Get ready",
        PhaseKind.Swap => $"Swap feet: {next.ToWords()}",
        _ => "Rest",
    };

    public static string AfterWork(Feet? next, int rest, bool swaps) => next is null
        ? "then you are done"
        : Text($"then rest {rest} s") + (swaps ? $", then {next.Value.ToWords()} foot" : ", then again");

    public static string Then(MeasuredBy measuredBy, Dose dose, Feet feet)
    {
        var amount = dose switch
        {
            RoundsDose rounds => Text($"{rounds.Work.TotalSeconds} s"),
            RepsDose tries when measuredBy == MeasuredBy.HitsOutOfTries => Text($"{tries.Reps} tries"),
            RepsDose reps => Text($"{reps.Reps} clean reps"),
            TriesDose goes when measuredBy == MeasuredBy.LadderRung => Text($"{goes.Tries} goes at the ladder"),
            TriesDose tries => Text($"{tries.Tries} tries"),
            _ => "one run, finish back at the start",
        };
        var who = feet == Feet.Both ? "" : $", {feet.ToWords()} foot";
        return measuredBy == MeasuredBy.CourseTime ? $"then {amount}" : $"then {amount}{who}";
    }

    private static string Text(FormattableString words) => words.ToString(CultureInfo.InvariantCulture);
}
