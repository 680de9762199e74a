using CsCheck;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Records;

namespace Gambeta.Core.Tests;

public class RecordTests
{
    private static readonly MarkKey Streak = new(Cards.Player, "juggling-streak", new Measure(MeasureKind.Streak), Feet.Both, "");
    private static readonly MarkKey Course = new(
        Cards.Player,
        "zigzag-and-home",
        new Measure(MeasureKind.CourseSeconds),
        Feet.Both,
        "zigzag-4-2.0x0.8"
    );

    private static Mark At(MarkKey key, int day, decimal value) =>
        new(
            key,
            value,
            new DateTimeOffset(2026, 1, 1, 18, 0, 0, TimeSpan.Zero).AddDays(day),
            new DateOnly(2026, 1, 1).AddDays(day),
            Guid.CreateVersion7()
        );

    private static readonly Gen<Mark[]> SomeMarks = Gen.Select(
            Gen.Bool.Select(streak => streak ? Streak : Course),
            Gen.Select(Gen.Int[0, 60], Gen.Int[1, 30]).Array[0, 40]
        )
        .Select((key, made) => made.Select(m => At(key, m.Item1, m.Item2)).ToArray());

    [Fact]
    public void A_tie_is_no_new_best_and_the_first_to_do_it_stands()
    {
        var first = At(Streak, 1, 12);
        BestChain.From([At(Streak, 3, 12), first, At(Streak, 2, 9)]).ShouldBe([first]);
    }

    [Fact]
    public void For_a_course_less_is_better()
    {
        var chain = BestChain.From([At(Course, 1, 24.3m), At(Course, 2, 25.0m), At(Course, 3, 23.9m)]);
        chain.Select(m => m.Value).ShouldBe([24.3m, 23.9m]);
    }

    [Fact]
    public void A_best_knows_how_long_the_one_before_it_stood()
    {
        var bests = PersonalBest.Of(BestChain.From([At(Streak, 0, 10), At(Streak, 12, 15), At(Streak, 40, 19)])).ToList();
        bests.Select(b => b.DaysStood).ShouldBe([null, 12, 28]);
        bests.Select(b => b.Gain).ShouldBe([null, 5m, 4m]);
    }

    [Fact]
    public void Taking_an_old_best_away_lets_the_ones_it_hid_stand_again()
    {
        var absurd = At(Streak, 2, 400);
        Mark[] marks = [At(Streak, 1, 10), absurd, At(Streak, 3, 12), At(Streak, 5, 14)];
        BestChain.From(marks)[^1].ShouldBe(absurd);
        BestChain.From(marks.Where(m => m != absurd)).Select(m => m.Value).ShouldBe([10m, 12m, 14m]);
    }

    [Fact]
    public void Every_mark_in_a_chain_beats_the_one_before_and_the_last_is_beaten_by_none() =>
        SomeMarks.Sample(marks =>
        {
            var chain = BestChain.From(marks);
            chain.Zip(chain.Skip(1)).ShouldAllBe(pair => pair.Second.Beats(pair.First) && pair.Second > pair.First);
            if (marks.Length == 0)
                return;
            var standing = chain[^1];
            marks.ShouldAllBe(m => !m.Beats(standing));
        });

    [Fact]
    public void Adding_marks_one_by_one_in_any_order_gives_the_chain_of_them_all() =>
        SomeMarks.Sample(marks =>
        {
            var grown = marks.Aggregate(BestChain.From([]), BestChain.With);
            grown.ShouldBe(BestChain.From(marks));
        });

    [Theory]
    [InlineData(18340, 0, 18.4)]
    [InlineData(18400, 0, 18.4)]
    [InlineData(18401, 0, 18.5)]
    [InlineData(18400, 2, 20.4)]
    public void Hand_times_are_rounded_up_to_the_tenth_and_a_clip_costs_a_second(int milliseconds, int clips, double seconds) =>
        HandTiming
            .CourseSeconds(TimeSpan.FromMilliseconds(milliseconds), new RunResult(clips, SetFrame.UsualClipPenalty))
            .ShouldBe((decimal)seconds);

    [Fact]
    public void A_clip_can_make_the_faster_run_the_worse_one()
    {
        var clean = Cards.Set(Cards.Zigzag, Cards.Frame(minute: 0), new SetDraft { Seconds = 18.9 });
        var clipped = Cards.Set(Cards.Zigzag, Cards.Frame(minute: 5), new RunDraft { Seconds = 18.1, Clips = 1 });
        BestChain.From(Scoring.MarksOf(clean).Concat(Scoring.MarksOf(clipped))).Select(m => m.SetId).ShouldBe([clean.Id]);
    }

    [Fact]
    public void A_round_counts_when_it_was_played_to_its_end_and_each_length_for_itself()
    {
        Marks(30, 30).ShouldBe([(new Measure(MeasureKind.TouchesIn, 30), 41m)]);
        Marks(20, 20).ShouldBe([(new Measure(MeasureKind.TouchesIn, 20), 41m)]);
        Marks(12, 30).ShouldBeEmpty();
        Marks(31, 30).ShouldBeEmpty();

        static IEnumerable<(Measure, decimal)> Marks(double seconds, int planned) =>
            Scoring
                .MarksOf(Cards.Set(Cards.PullBack, Cards.Frame(Feet.Left, planned), new SetDraft { Left = 41, Seconds = seconds }))
                .Select(m => (m.Key.Measure, m.Value));
    }

    [Fact]
    public void Passes_make_two_marks_and_a_round_cut_short_only_the_run()
    {
        var whole = Cards.Set(
            Cards.Wall,
            Cards.Frame(Feet.Left, 45),
            new PassesDraft
            {
                Left = 31,
                LongestRun = 17,
                Slips = 2,
                Seconds = 45,
            }
        );
        Scoring
            .MarksOf(whole)
            .Select(m => (m.Key.Measure.Kind, m.Value))
            .ShouldBe([(MeasureKind.LongestRun, 17m), (MeasureKind.PassesAMinute, 41.3m)]);
        var cut = Cards.Set(
            Cards.Wall,
            Cards.Frame(Feet.Left, 45),
            new PassesDraft
            {
                Left = 31,
                LongestRun = 17,
                Seconds = 40,
            }
        );
        Scoring.MarksOf(cut).Select(m => m.Key.Measure.Kind).ShouldBe([MeasureKind.LongestRun]);
    }

    [Fact]
    public void What_was_estimated_or_came_to_nothing_is_no_mark()
    {
        Scoring
            .MarksOf(Cards.Set(Cards.PullBack, Cards.Frame(Feet.Left, 30, CountedBy.Estimated), new SetDraft { Seconds = 30 }))
            .ShouldBeEmpty();
        Scoring.MarksOf(Cards.Set(Cards.PullBack, Cards.Frame(Feet.Left, 30), new SetDraft { Left = 0, Seconds = 30 })).ShouldBeEmpty();
        Scoring
            .MarksOf(
                Cards.Set(
                    Cards.Juggling,
                    Cards.Frame(counted: CountedBy.Typed),
                    new TriesDraft
                    {
                        TryTouches = [7],
                        TryDropped = [true],
                        Seconds = 9,
                    }
                )
            )
            .Single()
            .Value.ShouldBe(7);
    }

    [Fact]
    public void Marks_are_kept_apart_by_player_feet_and_layout()
    {
        var set = Cards.Set(Cards.Zigzag, Cards.Frame(), new SetDraft { Seconds = 20 });
        var key = Scoring.MarksOf(set).Single().Key;
        key.ShouldBe(Course);
        key.ShouldNotBe(key with { Layout = "another" });
        key.ShouldNotBe(key with { Feet = Feet.Left });
    }

    [Theory]
    [InlineData(MeasureKind.TouchesIn, 30, "touches in 30")]
    [InlineData(MeasureKind.Streak, 0, "streak")]
    [InlineData(MeasureKind.CourseSeconds, 0, "course seconds")]
    public void A_measure_is_read_back_as_it_is_written(MeasureKind kind, int seconds, string written)
    {
        new Measure(kind, seconds).ToString().ShouldBe(written);
        Measure.Parse(written).ShouldBe(new Measure(kind, seconds));
        Should.Throw<FormatException>(() => Measure.Parse("goals 3"));
    }

    [Fact]
    public void The_nearest_records_come_first_and_say_what_beats_them()
    {
        var nearest = NearRecords.Nearest(
            [(At(Streak, 1, 40), [30m, 38m, 12m]), (At(Course, 1, 20.0m), [20.5m, 22m]), (At(Streak with { Feet = Feet.Left }, 1, 9), [])],
            most: 3
        );
        nearest.Select(n => (n.Best.Value, n.Form, n.ToBeat)).ShouldBe([(20.0m, 20.5m, 19.9m), (40m, 38m, 41m)]);
        nearest[0].Gap.ShouldBe(0.025m);
        // Ten of ten cannot be beaten: nothing is said to beat.
        var full = At(new MarkKey(Guid.Empty, "kill-dropped", new Measure(MeasureKind.HitsOutOf, 10), Feet.Left, ""), 1, 10);
        var ten = new RepsDose(10, 1) { Rest = TimeSpan.Zero };
        Standing.ToBeat(Cards.All.Find("kill-dropped")!, ten, [full]).ShouldBeEmpty();
        Standing
            .ToBeat(Cards.All.Find("kill-dropped")!, ten, [full with { Value = 9 }])
            .ShouldBe(new Dictionary<Feet, decimal> { [Feet.Left] = 9 });
        new Measure(MeasureKind.PassesAMinute, 40).ToBeat(40.5m).ShouldBe(42);
    }

    [Fact]
    public void One_pass_more_in_the_round_beats_a_tempo_and_nothing_less_does()
    {
        foreach (var seconds in new[] { 20, 30, 45, 60, 90, 240 })
            for (var passes = 0; passes < 400; passes++)
            {
                decimal Tempo(int of) => Math.Round(of * 60m / seconds, 1);
                var toBeat = new Measure(MeasureKind.PassesAMinute, seconds).ToBeat(Tempo(passes));
                toBeat.ShouldBeGreaterThan(Tempo(passes));
                toBeat.ShouldBeLessThanOrEqualTo(Tempo(passes + 1));
            }
        new Measure(MeasureKind.PassesAMinute, 60).ToBeat(40).ShouldBe(41);
    }
}
