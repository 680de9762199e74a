using System.Collections.Immutable;
using System.Globalization;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;

namespace Gambeta.Core.Catalogue.Amounts;

/// <summary>A dose on its own as text: <c>time 3x30/20</c>, <c>reps 2x15/20</c>, <c>tries 8/0</c>, <c>runs 4/40</c>; the last number is the
/// rest in seconds.</summary>
public static class DoseText
{
    /// <summary>Reads a dose.</summary>
    /// <exception cref="FormatException">It is none, or out of range.</exception>
    public static Dose Read(string written)
    {
        var words = written.Split(' ', 2, StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries);
        return words switch
        {
            ["time", var form] => DoseReader.OneTime(form),
            ["reps", var form] => DoseReader.OneReps(form),
            ["tries", var form] => DoseReader.OneTries(form),
            ["runs", var form] => DoseReader.OneRuns(form),
            _ => throw new FormatException(Say("card-files.bad-dose", ("written", written))),
        };
    }

    /// <summary>Writes what <see cref="Read"/> reads.</summary>
    public static string Write(Dose dose)
    {
        var rest = (int)dose.Rest.TotalSeconds;
        return dose switch
        {
            RoundsDose rounds => Text($"time {rounds.Rounds}x{(int)rounds.Work.TotalSeconds}/{rest}"),
            RepsDose reps => Text($"reps {reps.Times}x{reps.Reps}/{rest}"),
            TriesDose tries => Text($"tries {tries.Tries}/{rest}"),
            RunsDose runs => Text($"runs {runs.Runs}/{rest}"),
            _ => throw new ArgumentException($"Unknown dose {dose.GetType().Name}.", nameof(dose)),
        };
    }

    /// <summary>The words that a drill's dose may begin with, its usual one first: a course is run, a streak is tried, everything else goes
    /// by reps or time; clean reps also in tries, each as long as it lasts.</summary>
    public static ImmutableArray<string> WaysOf(DrillCard card) =>
        MeasureTraits.Of(card.MeasuredBy) is var way && way.LastingAs is null
            ? [.. way.Doses.Select(form => form.ToKey())]
            : [.. way.Doses.Append(DoseForm.Tries).Select(form => form.ToKey())];

    /// <summary>True when the drill can be played in this dose.</summary>
    public static bool Suits(DrillCard card, Dose dose) => WaysOf(card).Contains(Write(dose).Split(' ')[0]);

    private static string Text(FormattableString words) => words.ToString(CultureInfo.InvariantCulture);
}
