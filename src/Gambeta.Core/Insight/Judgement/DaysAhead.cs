using System.Collections.Immutable;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>A day to come, and how likely it is that a value was reached by its end.</summary>
public readonly record struct DayAhead(DateOnly Day, double Chance);

/// <summary>The odds within so many days of practice, and by when a value is likely.</summary>
public static class DaysAhead
{
    /// <summary>Days of practice that are looked at; beyond that nobody knows.</summary>
    public const int Most = 40;

    /// <summary>From this chance on it may happen, and from that it probably has.</summary>
    public const double Early = 0.25,
        Late = 0.75;

    /// <summary>
    /// For each day of practice to come the chance that the best set up to then reaches a value. Exact for the model: days on which it was
    /// not reached say where the level lies, so that the belief is moved on to the next day with what that day would have told; days of one
    /// player are not independent.
    /// </summary>
    /// <param name="key">What is known.</param>
    /// <param name="dose">The dose of a set.</param>
    /// <param name="setsADay">Sets of a day.</param>
    /// <param name="value">The value, in units.</param>
    /// <param name="days">The days of practice, in order.</param>
    public static ImmutableArray<DayAhead> Of(KeyForm key, SetDose dose, int setsADay, int value, IEnumerable<DateOnly> days)
    {
        var (form, missed, ahead) = (key.Form, 1.0, ImmutableArray.CreateBuilder<DayAhead>());
        Span<double> row = stackalloc double[LevelScale.Nodes];
        foreach (var day in days.Take(Most))
        {
            form = form.Begin(new Guid(day.DayNumber, 0, 0, new byte[8]), day);
            if (key.History.Key.Model.Ahead(form, dose) is not { } outcome)
                break;
            var outlook = new PredictiveDistribution(form.Skill!, outcome, key.Calibration);
            missed *= 1 - outlook.ReachesInOneOf(setsADay, value);
            ahead.Add(new DayAhead(day, 1 - missed));
            outlook.MissesAtEach(setsADay, value, row);
            form = form with { Skill = form.Skill!.Seen(row) };
        }
        return ahead.ToImmutable();
    }

    /// <summary>The days between which a value is likely reached for the first time; an open end where the last day that was looked at is
    /// too early for it.</summary>
    public static (DateOnly? From, DateOnly? To) Span(ImmutableArray<DayAhead> ahead) => (First(ahead, Early), First(ahead, Late));

    private static DateOnly? First(ImmutableArray<DayAhead> ahead, double chance) =>
        ahead.Where(day => day.Chance >= chance).Select(day => (DateOnly?)day.Day).FirstOrDefault();
}
