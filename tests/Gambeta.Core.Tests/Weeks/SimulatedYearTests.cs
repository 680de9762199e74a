using System.Globalization;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Insight.Planning;
using Gambeta.Core.Insight.Weeks;
using Gambeta.Core.Practice.Sheets;
using MathNet.Numerics.Statistics;

namespace Gambeta.Core.Tests.Weeks;

/// <summary>
/// Years of made-up players who skip days as people do: what the weeks promise holds in each of them, each promise reckoned anew here.
/// <c>GAMBETA_SIMULATED_PLAYERS=200</c> for more, and for the table that docs/planning.md shows.
/// </summary>
public sealed class SimulatedYearTests
{
    private static readonly int Players = int.TryParse(
        Environment.GetEnvironmentVariable("GAMBETA_SIMULATED_PLAYERS"),
        CultureInfo.InvariantCulture,
        out var many
    )
        ? many
        : 4;

    private static readonly Lazy<SimulatedYear[]> Years = new(() =>
        [.. Enumerable.Range(1, Players).AsParallel().AsOrdered().Select(SimulatedYear.Of)]
    );

    private static IEnumerable<(int Seed, SimulatedYear Year)> Numbered => Years.Value.Select((year, i) => (i + 1, year));

    [Fact]
    public void No_week_is_laid_out_for_more_than_a_tenth_over_the_usual_one()
    {
        foreach (var (seed, year) in Numbered)
        {
            // The usual week again, as arithmetic: the median of the last six with practice that were not laid out as light ones; half of
            // the week before a break after one.
            var (usual, last, before, full, back) = (new List<double>(), 0.0, 0.0, 0, 0);
            foreach (var week in year.Played.Chunk(7))
            {
                var away = year.AwayDays;
                var club = week.Where(day => !away.Contains(day.Day))
                    .Sum(day =>
                        year.Rhythm.Club.Where(one => one.Day == day.Day.DayOfWeek)
                            .Sum(one => one.Minutes * (one.Kind == ClubKind.Match ? 7.0 : 6.0))
                    );
                var load = week.Sum(day => day.Load) + club;
                // The first week counts as if it had been whole.
                if (usual.Count == 0 && load > 0)
                    load = load * 7 / (7 - Array.FindIndex(week, day => day.Load > 0));
                if (usual.Count > 0)
                {
                    var most = Math.Max(300, 1.1 * usual.TakeLast(6).Median());
                    if (back == 1)
                        most = Math.Min(most, Math.Max(150, before / 2));
                    if (back == 2)
                        most = Math.Min(most, Math.Max(150, before * 0.75));
                    // A session that is harder than it was laid out, by whoever played it, may carry a week over it; a plan never does.
                    var done = 0.0;
                    foreach (var day in week)
                    {
                        if (day.Laid.Kind == DayKind.Practice)
                            (done + club + day.Laid.Load).ShouldBeLessThanOrEqualTo(most + 0.001, $"player {seed}, {day.Day}");
                        done += day.Load;
                    }
                }
                var light = full >= 3;
                if (light)
                    foreach (var day in week.Where(day => day.Laid.Kind == DayKind.Practice))
                        day.Laid.Hardness.ShouldBe(Hardness.Light, $"player {seed}, {day.Day}");
                if (load <= 0)
                    (before, full, back) = usual.Count == 0 ? (before, full, back) : (back == 1 ? before : last, 0, 1);
                else
                {
                    last = light ? usual.TakeLast(6).Median() : load;
                    if (!light)
                        usual.Add(load);
                    (full, back) = (light ? 0 : full + 1, back == 1 ? 2 : 0);
                }
            }
        }
    }

    [Fact]
    public void Hard_days_never_touch_and_no_day_is_doubled()
    {
        foreach (var (seed, year) in Numbered)
        {
            var days = year.Played;
            for (var i = 1; i < days.Count; i++)
            {
                if (days[i].Laid is { Kind: DayKind.Practice, Hardness: Hardness.Hard })
                    (days[i - 1].Load >= 7 * Math.Max(1, days[i - 1].Minutes)).ShouldBeFalse($"player {seed}, {days[i].Day}");
            }
            days.ShouldAllBe(day => day.Laid.Kind != DayKind.Practice || day.Laid.Minutes <= year.Rhythm.Minutes);
        }
    }

    [Fact]
    public void Something_new_comes_on_two_days_of_seven_at_most_and_tests_on_one_of_a_week()
    {
        foreach (var (seed, year) in Numbered)
        {
            var known = 0;
            var newDays = new List<DateOnly>();
            foreach (var day in year.Played.Where(day => !day.Begun.IsEmpty))
            {
                // The first eight drills are met as they come.
                if (known >= 8)
                {
                    newDays.Add(day.Day);
                    newDays.Count(one => one > day.Day.AddDays(-7)).ShouldBeLessThanOrEqualTo(2, $"player {seed}, {day.Day}");
                    day.Begun.Length.ShouldBe(1, $"player {seed}, {day.Day}");
                }
                known += day.Begun.Length;
            }
            foreach (var week in year.Played.Chunk(7))
            {
                var tests = week.Where(day => day.Session is not null)
                    .Select(day => day.Session!.Drills.Count(drill => drill.Item.Part == SheetPart.Test))
                    .Where(count => count > 0)
                    .ToList();
                tests.Count.ShouldBeLessThanOrEqualTo(1, $"player {seed}, {week[0].Day}");
                tests.ShouldAllBe(count => count <= 2);
            }
        }
    }

    [Fact]
    public void Minutes_are_kept_to_the_half()
    {
        foreach (var (seed, year) in Numbered)
        foreach (var day in year.Played.Where(day => day.Session is { } session && !session.Notes.Contains(PlanNote.MinutesLeft)))
            Math.Abs(day.Minutes - day.Laid.Minutes).ShouldBeLessThanOrEqualTo(0.25, $"player {seed}, {day.Day}");
    }

    [Fact]
    public void What_was_begun_comes_back_within_its_distance()
    {
        var (all, late, worst) = Returns();
        Console.WriteLine($"returns {all}, late {late}, worst {worst} days of practice after");
        ((double)late / all).ShouldBeLessThan(0.05);
    }

    [Fact]
    public void The_feet_come_level() => Numbered.Select(one => Math.Abs(one.Year.Gap)).Median().ShouldBeLessThan(0.1);

    [Fact]
    public void The_table()
    {
        var rows = new (string Name, Func<int, SimulatedYear, (double Gained, double Hours)> Of)[]
        {
            ("this planner", (_, year) => year.Gained),
            ("a fixed sheet", (seed, year) => year.GainedWith(seed, (may, _, _) => may.Take(6))),
            ("the longest rested", (seed, year) =>
                year.GainedWith(seed, (may, last, _) => may.OrderBy(card => last.GetValueOrDefault(card.Id)))
            ),
            ("at random", (seed, year) => year.GainedWith(seed, (may, _, chance) => may.OrderBy(_ => chance.Next()))),
        };
        foreach (var (name, of) in rows)
        {
            var gained = Numbered.AsParallel().Select(one => of(one.Seed, one.Year)).ToList();
            Console.WriteLine(
                $"| {name} | {gained.Sum(one => one.Gained) / gained.Sum(one => one.Hours):F3} | "
                    + $"{gained.Select(one => one.Gained / one.Hours).Median():F3} |"
            );
        }
        var practised = Numbered.SelectMany(one => one.Year.Played).Where(day => day.Session is not null).ToList();
        Console.WriteLine(
            $"players {Players}, sessions {practised.Count}, hours {practised.Sum(day => day.Minutes) / 60:F0}, begun "
                + $"{practised.Sum(day => day.Begun.Length) / (double)Players:F1}, tests "
                + $"{practised.Count(day => day.Session!.Drills.Any(drill => drill.Item.Part == SheetPart.Test)) / (double)Players:F1}, "
                + $"gap {Numbered.Select(one => one.Year.Gap).Median():F3}"
        );
        practised.ShouldNotBeEmpty();
    }

    // A ladder is late where it was not seen by the second day of practice after it was due; light days hold less, and are not counted.
    private static (int All, int Late, int Worst) Returns()
    {
        var (all, late, worst) = (0, 0, 0);
        foreach (var (_, year) in Numbered)
        {
            var practised = year
                .Played.Where(day => day.Session is not null && day.Laid.Hardness != Hardness.Light)
                .Select(day => day.Day)
                .ToList();
            foreach (var ladder in Cards.All.Rungs.Ladders)
            {
                var visits = year.Visits(ladder.Select(card => card.Id));
                for (var i = 0; i < visits.Count; i++)
                {
                    var due = visits[i].Day.AddDays(Spacing.After(visits.Take(i + 1)));
                    var seen = i + 1 < visits.Count ? visits[i + 1].Day : (DateOnly?)null;
                    var missed = practised.Count(day => day >= due && (seen is null || day < seen));
                    if (seen is null && missed == 0)
                        continue;
                    all++;
                    if (missed > 2)
                        late++;
                    worst = Math.Max(worst, missed);
                }
            }
        }
        return (all, late, worst);
    }
}
