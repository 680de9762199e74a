using System.Diagnostics;
using System.Text;
using CsCheck;
using Gambeta.Core.Edges.Calendars;
using Gambeta.Core.Insight.Weeks;

namespace Gambeta.Core.Tests.Weeks;

/// <summary>Calendars out and in.</summary>
public sealed class CalendarTests
{
    private static readonly string[] Frequencies = ["SECONDLY", "MINUTELY", "HOURLY", "DAILY", "WEEKLY", "MONTHLY", "YEARLY"];

    private static readonly DateOnly Monday = new(2026, 9, 14);

    private static string File(params string[] events) =>
        "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Club//EN\r\n"
        + string.Concat(events.Select((one, i) => $"BEGIN:VEVENT\r\nUID:{i}@club\r\nDTSTAMP:20260101T000000Z\r\n{one}\r\nEND:VEVENT\r\n"))
        + "END:VCALENDAR\r\n";

    private static (IReadOnlyList<ClubDate> Dates, ClubCalendarProblem Problem) Read(
        string text,
        string zone = "Europe/Madrid",
        int most = 400
    ) => ClubCalendar.Read(text, ClubKind.Match, zone, Monday, Monday.AddDays(365), most);

    [Fact]
    public void Days_are_those_of_the_household_whatever_zone_an_event_is_written_in()
    {
        // Half past eleven at night in New York is the next morning in Madrid; both changes of the clocks lie between.
        Read(File("DTSTART;TZID=America/New_York:20261031T233000\r\nDTEND;TZID=America/New_York:20261101T003000"))
            .Dates.ShouldBe([new ClubDate(new(2026, 11, 1), ClubKind.Match, 60)]);
        Read(File("DTSTART:20261024T223000Z\r\nDTEND:20261024T233000Z"))
            .Dates.ShouldBe([new ClubDate(new(2026, 10, 25), ClubKind.Match, 60)]);
        Read(File("DTSTART;VALUE=DATE:20261024\r\nDTEND;VALUE=DATE:20261025"))
            .Dates.ShouldBe([new ClubDate(new(2026, 10, 24), ClubKind.Match, ClubCalendar.UsualMinutes)]);
        Read(File("DTSTART:20261024T110000\r\nDTEND:20261024T123000"))
            .Dates.ShouldBe([new ClubDate(new(2026, 10, 24), ClubKind.Match, 90)]);
    }

    [Fact]
    public void Events_that_come_back_are_followed_over_the_change_of_the_clocks()
    {
        var (dates, _) = Read(
            File(
                "DTSTART;TZID=Europe/Madrid:20260919T230000\r\nDTEND;TZID=Europe/Madrid:20260919T235900\r\nRRULE:FREQ=WEEKLY;COUNT=10\r\n"
                    + "EXDATE;TZID=Europe/Madrid:20261003T230000"
            )
        );
        dates.Count.ShouldBe(9);
        dates.ShouldAllBe(date => date.Day.DayOfWeek == DayOfWeek.Saturday && date.Minutes == 59);
        dates.ShouldNotContain(date => date.Day == new DateOnly(2026, 10, 3));
    }

    [Fact]
    public void Five_thousand_matches_and_files_that_are_none_are_answered_at_once()
    {
        var clock = Stopwatch.StartNew();
        Read(File([.. Enumerable.Range(0, 5000).Select(i => $"DTSTART:{Monday.AddDays(i):yyyyMMdd}T100000Z")]))
            .Problem.ShouldBeOneOf(ClubCalendarProblem.TooLarge, ClubCalendarProblem.TooMany);
        Read(File([.. Enumerable.Range(0, 1500).Select(i => $"DTSTART:{Monday.AddDays(i):yyyyMMdd}T100000Z")]), most: 200)
            .Problem.ShouldBe(ClubCalendarProblem.TooMany);
        Read(File("DTSTART:20200101T100000Z")).Problem.ShouldBe(ClubCalendarProblem.Nothing);
        string[] none =
        [
            "",
            "BEGIN",
            "BEGIN:VCALENDAR",
            "\0",
            "<html>",
            new('B', 200_000),
            string.Concat(Enumerable.Repeat("BEGIN:VCALENDAR\r\n", 12_000)),
            string.Concat(Enumerable.Repeat("BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\n", 6_000)),
            File("DTSTART:99999999T999999Z"),
            File("DTSTART;TZID=Nowhere/Else:20261024T223000"),
            File("DTSTART:00010101T000000Z\r\nRRULE:FREQ=DAILY"),
            File("DTSTART:20260914T000000Z\r\nRRULE:FREQ=SECONDLY"),
            File("DTSTART:20260914T000000Z\r\nRRULE:FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30"),
            File("DTSTART:20260914T000000Z\r\nRRULE:FREQ=DAILY;INTERVAL=0"),
            File("DTSTART:20260914T000000Z\r\nRRULE:FREQ=MONTHLY;BYDAY=5MO;BYSETPOS=99"),
            File("RRULE:FREQ=WEEKLY"),
            File(
                "DTSTART:20260914T000000Z\r\nRRULE:FREQ=WEEKLY;BYHOUR=0,1,2,3,4,5,6,7,8,9,10,11,12;"
                    + "BYMINUTE=0,1,2,3,4,5;BYSECOND=0,1,2,3,4,5"
            ),
            File("DTSTART:20260914T000000Z\r\nDTEND:00010101T000000Z"),
            File($"SUMMARY:{new string('a', 100_000)}\r\nDTSTART:20260914T000000Z"),
            File("DTSTART:20260914T000000Z\r\nRRULE:FREQ=WEEKLY;UNTIL=99991231T000000Z"),
            File("DTSTART:20260914T000000Z\r\nDURATION:P99999999999D"),
        ];
        foreach (var text in none)
            Should.NotThrow(() => Read(text), text.Length > 60 ? text[^60..] : text);
        // Not a timed test: a machine ten times as slow is still far from this, a rule that never ends is not.
        clock.Elapsed.ShouldBeLessThan(TimeSpan.FromMinutes(2));
    }

    // Each of these took a thread for good, or minutes of one, before the bounds.
    [Theory]
    [InlineData("DTSTART:20260914T100000Z\r\nRRULE:FREQ=DAILY\r\nEXRULE:FREQ=SECONDLY")]
    [InlineData("DTSTART:20260914T100000Z\r\nRRULE:FREQ=DAILY;BYMONTH=2;BYMONTHDAY=30")]
    [InlineData("DTSTART:20260914T100000Z\r\nRRULE:FREQ=WEEKLY;BYMONTH=2;BYMONTHDAY=30")]
    [InlineData("DTSTART:20260914T100000Z\r\nRRULE:FREQ=MONTHLY;BYMONTH=2;BYMONTHDAY=30")]
    [InlineData("DTSTART:20260914T100000Z\r\nRRULE:FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30,31")]
    [InlineData("DTSTART:20260914T100000Z\r\nRRULE:FREQ=YEARLY;BYWEEKNO=1;BYMONTH=7")]
    [InlineData("DTSTART:20260914T100000Z\r\nRRULE:FREQ=YEARLY;BYYEARDAY=200;BYMONTH=1")]
    [InlineData("DTSTART:20260914T100000Z\r\nRRULE:FREQ=MONTHLY;BYDAY=MO;BYSETPOS=20")]
    [InlineData("DTSTART:00010101T100000Z\r\nRRULE:FREQ=DAILY;COUNT=2000000000")]
    [InlineData("DTSTART:00010101T100000Z\r\nRRULE:FREQ=DAILY;INTERVAL=2000000000")]
    [InlineData(
        "DTSTART:20000101T100000Z\r\nRRULE:FREQ=DAILY;BYHOUR=0,1,2,3,4,5,6,7,8,9,10,11,12,13;BYMINUTE=0,1,2,3,4,5;BYSECOND=0,1,2,3"
    )]
    [InlineData("DTSTART:20260914T100000Z\r\nRRULE:FREQ=HOURLY;BYMONTH=2;BYMONTHDAY=30")]
    [InlineData("DTSTART:20260914T100000Z\r\nRRULE:FREQ=DAILY\r\nRRULE:FREQ=SECONDLY")]
    public void A_rule_that_never_ends_is_left_out(string rule)
    {
        var (text, answered) = (File(rule, "DTSTART:20261010T100000Z"), (IReadOnlyList<ClubDate>?)null);
        // On a thread of its own: what never ends is a failure, not a run that hangs.
        var reading = new Thread(() => answered = Read(text).Dates) { IsBackground = true };
        reading.Start();
        reading.Join(TimeSpan.FromMinutes(1)).ShouldBeTrue(rule);
        // What stands beside it is taken in all the same.
        answered!.ShouldContain(date => date.Day == new DateOnly(2026, 10, 10));
    }

    [Fact]
    public void However_many_rules_there_are_all_of_them_are_answered()
    {
        var part = Gen.OneOf(
            Gen.Int[-40, 40].Array[1, 6].Select(days => "BYMONTHDAY=" + string.Join(',', days)),
            Gen.Int[0, 14].Array[1, 6].Select(months => "BYMONTH=" + string.Join(',', months)),
            Gen.Int[-6, 6].Select(n => $"BYDAY={n}MO,SU"),
            Gen.Int[-400, 400].Select(n => $"BYYEARDAY={n}"),
            Gen.Int[-60, 60].Select(n => $"BYWEEKNO={n}"),
            Gen.Int[-400, 400].Select(n => $"BYSETPOS={n}"),
            Gen.Int[-1, 70].Select(n => $"BYHOUR={n}"),
            Gen.Int[-2, 2_000_000].Select(n => $"INTERVAL={n}"),
            Gen.Int[0, int.MaxValue].Select(n => $"COUNT={n}"),
            Gen.Int[1, 9998].Select(n => $"UNTIL={n:0000}0101T000000Z")
        );
        var rule = Gen.Select(Gen.Int[0, 6].Select(i => Frequencies[i]), part.Array[0, 4])
            .Select((often, parts) => string.Join(';', parts.Prepend("FREQ=" + often)));
        var one = Gen.Select(Gen.Int[1, 9998], rule, rule, Gen.Int[0, 9])
            .Select(
                (year, first, second, n) => $"DTSTART:{year:0000}0305T100000Z\r\nRRULE:{first}" + (n == 0 ? $"\r\nEXRULE:{second}" : "")
            );
        one.Array[1, 12]
            .Sample(
                events =>
                {
                    var reading = new Thread(() => Read(File(events))) { IsBackground = true };
                    reading.Start();
                    reading.Join(TimeSpan.FromMinutes(1)).ShouldBeTrue(string.Join('\n', events));
                },
                iter: 400
            );
        // A whole file of the longest rules that are followed costs no more than its bound.
        Read(File([.. Enumerable.Repeat("DTSTART:19800101T100000Z\r\nRRULE:FREQ=DAILY", 2000)]))
            .Problem.ShouldBe(ClubCalendarProblem.TooMany);
    }

    [Fact]
    public void The_feed_tells_whole_days_and_is_the_same_when_it_is_asked_again()
    {
        var weeks = WeeksPlanner.LayOut(new WeeksFacts { Today = Monday, Age = 10 });
        string Written() =>
            PracticeCalendar.Write(
                weeks,
                "Practice",
                "secret",
                day => ($"Practice, {day.Minutes} min; and \\ more,\nthan that", "Planned"),
                new Uri("https://gambeta.example/weeks")
            );
        var text = Written();
        Written().ShouldBe(text);
        // Read back by hand, line by line as RFC 5545 has them: no line over 75 bytes, folded lines joined.
        text.Split("\r\n").ShouldAllBe(line => Encoding.UTF8.GetByteCount(line) <= 75);
        var lines = text.Replace("\r\n ", "", StringComparison.Ordinal).Split("\r\n");
        lines.Count(line => line == "BEGIN:VEVENT").ShouldBe(weeks.Days.Count(day => day.Kind == DayKind.Practice));
        lines
            .Where(line => line.StartsWith("DTSTART", StringComparison.Ordinal))
            .ShouldBe(weeks.Days.Where(day => day.Kind == DayKind.Practice).Select(day => $"DTSTART;VALUE=DATE:{day.Day:yyyyMMdd}"));
        lines
            .Where(line => line.StartsWith("UID", StringComparison.Ordinal))
            .Distinct()
            .Count()
            .ShouldBe(weeks.Days.Count(day => day.Kind == DayKind.Practice));
        lines.ShouldContain(
            "SUMMARY:Practice\\, 20 min\\; and \\\\ more\\,\\nthan that".Replace("20", $"{weeks.Now.Minutes}", StringComparison.Ordinal)
        );
        text.ShouldNotContain("secret");
    }
}
