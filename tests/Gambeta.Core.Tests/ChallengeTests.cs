using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Counting;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Records;
using Gambeta.Core.Practice.Sets;

namespace Gambeta.Core.Tests;

/// <summary>Every challenge scored from what happened, written out by hand.</summary>
public class ChallengeTests
{
    private static DrillCard Card(string id) => Cards.All.Find(id)!;

    private static PracticeSet Played(
        string drill,
        string events,
        double seconds,
        Feet feet = Feet.Both,
        int? planned = null,
        double penalty = 1
    )
    {
        var frame = Cards.Frame(feet, planned) with { Events = events, ClipPenalty = TimeSpan.FromSeconds(penalty) };
        var check = SetCheck.CheckPlayed(Card(drill), frame, seconds, Cards.Today);
        check.Problems.ShouldBeEmpty();
        return check.Set!;
    }

    private static IEnumerable<(string Measure, decimal Value)> Marks(PracticeSet set) =>
        Scoring.MarksOf(set).Select(mark => (mark.Key.Measure.ToString(), mark.Value));

    // --- streak tries ---------------------------------------------------------------------------------------------------

    [Fact]
    public void Tries_end_by_a_drop_or_by_stopping_and_the_longest_counts()
    {
        var set = Played("juggling-streak", "l50 r40 l45 x60 r300 s200 x400 l90 r50", 12);
        ((TriesResult)set.Result).Tries.ShouldBe([
            new(3, TryEnd.Dropped),
            new(1, TryEnd.Stopped),
            new(0, TryEnd.Dropped),
            new(2, TryEnd.InTheAir),
        ]);
        Marks(set).ShouldBe([("streak", 3)]);
        set.Touches.ShouldBe(new TouchCount(3, 3));
    }

    [Fact]
    public void A_drop_at_the_first_touch_is_a_try_and_no_mark()
    {
        var set = Played("juggling-streak", "x100", 5);
        ((TriesResult)set.Result).Tries.ShouldBe([new(0, TryEnd.Dropped)]);
        Marks(set).ShouldBeEmpty();
    }

    [Fact]
    public void A_tie_is_no_new_best()
    {
        var first = Played("juggling-streak", "l50 r40 x60", 5) with
        {
            StartedAt = new DateTimeOffset(2026, 5, 20, 17, 0, 0, TimeSpan.Zero),
        };
        var second = Played("juggling-streak", "r50 l40 s60", 5) with { StartedAt = first.StartedAt.AddMinutes(1) };
        var chain = BestChain.From(Scoring.MarksOf(first).Concat(Scoring.MarksOf(second)));
        chain.ShouldHaveSingleItem().SetId.ShouldBe(first.Id);
    }

    // --- the ladder -----------------------------------------------------------------------------------------------------

    [Fact]
    public void The_highest_rung_counts_and_the_time_until_it_was_finished()
    {
        // One; one, two; a drop in the middle of the third rung; one again.
        var set = Played("game-ladder", "l100 s100 l100 r100 s100 l100 r100 x100 l100 s50", 12);
        Marks(set).ShouldBe([("ladder rung", 2), ("rung seconds 2", 5)]);
    }

    [Fact]
    public void A_ladder_that_ends_in_the_middle_of_a_rung_keeps_the_rung_below()
    {
        var set = Played("game-ladder", "l100 s100 l100 r100 s100 l100 r80", 7);
        // Two touches that the end of the set caught are no third rung.
        ((LadderResult)set.Result).Rung.ShouldBe(2);
    }

    [Theory]
    [InlineData("l100 s100 l100 r100 s100 b50 x50", 1)] // the catch was none: it dropped
    [InlineData("l100 s100 l100 r100 s100 b20 b20 s20", 1)] // nor the second touch: one in the hands is not two
    [InlineData("l100 s100 b20 b20 l30 s30", 1)] // back across a whole rung, and up again
    [InlineData("b10 l100 s100", 1)] // nothing there to take back
    public void Taking_back_goes_across_a_rung(string events, int rung) =>
        ((LadderResult)Played("game-ladder", events, 10).Result).Rung.ShouldBe(rung);

    // --- the timed course -----------------------------------------------------------------------------------------------

    [Fact]
    public void A_penalty_makes_the_faster_run_lose()
    {
        var (clean, clipped) = (Played("zigzag-and-home", "s2240", 22.4), Played("zigzag-and-home", "x900 s1150", 20.5, penalty: 2));
        Marks(clean).ShouldBe([("course seconds", 22.4m)]);
        Marks(clipped).ShouldBe([("course seconds", 22.5m)]);
        Scoring.MarksOf(clean).Single().Beats(Scoring.MarksOf(clipped).Single()).ShouldBeTrue();
        Marks(Played("zigzag-and-home", "x900 s1150", 20.5, penalty: 1)).ShouldBe([("course seconds", 21.5m)]);
    }

    [Fact]
    public void A_run_that_does_not_count_is_kept_and_makes_no_mark()
    {
        var set = Played("zigzag-and-home", "v300 s1100", 14);
        set.Result.ShouldBe(new RunResult(0, TimeSpan.FromSeconds(1), Void: true));
        Marks(set).ShouldBeEmpty();
        Marks(Played("zigzag-and-home", "v300 b20 s1100", 14.2)).ShouldBe([("course seconds", 14.2m)]);
    }

    // --- stations -------------------------------------------------------------------------------------------------------

    [Fact]
    public void A_hit_moves_the_target_on_and_a_miss_is_tried_again()
    {
        var set = Played("game-bottle-stations", "l300 x400 r500 x300 x600 l700 r900", 37.04);
        set.Result.ShouldBe(new StationsResult([1, 2, 3, 1], 4));
        Marks(set).ShouldBe([("stations seconds", 37.1m)]);
        set.Touches.Total.ShouldBe(7);
    }

    [Fact]
    public void Stations_that_were_not_all_hit_have_no_time()
    {
        var set = Played("game-bottle-stations", "l300 x400 r500", 30);
        ((StationsResult)set.Result).Finished.ShouldBeFalse();
        Marks(set).ShouldBeEmpty();
        // Taken back, the last hit is none.
        ((StationsResult)Played("game-bottle-stations", "l1 l1 l1 l1 b1", 30).Result).Finished.ShouldBeFalse();
    }

    // --- targets on a wall ----------------------------------------------------------------------------------------------

    [Fact]
    public void Each_target_has_its_points()
    {
        var set = Played("game-wall-target", "l#1:200 l#2:300 x300 l#3:300 l200", 20, Feet.Left);
        set.Result.ShouldBe(new TargetsResult([1, 2, 0, 3, 1]));
        Marks(set).ShouldBe([("points out of 5", 7)]);
        set.Touches.ShouldBe(new TouchCount(5, 0));
        // A fourth target is not on this wall.
        ((TargetsResult)Played("game-wall-target", "l#4:200", 20, Feet.Left).Result).Total.ShouldBe(0);
    }

    // --- the run-in -----------------------------------------------------------------------------------------------------

    [Fact]
    public void Most_touches_of_a_run_in_that_got_there_count()
    {
        var set = Played("game-touch-race", "l30 r30 l30 r30 x50 l30 r30 l30 s50 r30 l30 s60", 12);
        ((RunInResult)set.Result).Most.ShouldBe(3);
        Marks(set).ShouldBe([("run in touches", 3)]);
        Marks(Played("game-touch-race", "l30 r30 x40", 4)).ShouldBeEmpty();
    }

    // --- clean passes ---------------------------------------------------------------------------------------------------

    [Fact]
    public void The_longest_run_of_passes_and_the_passes_a_minute_count()
    {
        var set = Played("one-touch-wall", "r100 r100 x100 r100 r100 r100 x50 r100", 30, Feet.Right, planned: 30);
        set.Result.ShouldBe(new PassesResult(3, 2));
        Marks(set).ShouldBe([("longest run", 3), ("passes a minute 30", 12)]);
        ((PassesResult)Played("one-touch-wall", "x100", 30, Feet.Right, planned: 30).Result).LongestRun.ShouldBe(0);
    }

    // --- the trap square ------------------------------------------------------------------------------------------------

    [Fact]
    public void Two_killed_running_raise_the_ball_and_two_missed_lower_it()
    {
        // Knee, knee; hip, hip; chest out, chest out; hip in, hip out, hip in, hip in.
        var set = Played("game-trap-square", "r1 r1 r1 r1 x1 x1 r1 x1 r1 r1", 60, Feet.Right);
        var traps = (TrapResult)set.Result;
        traps
            .Tries.Select(t => t.From)
            .ShouldBe([
                DropHeight.Knee,
                DropHeight.Knee,
                DropHeight.Hip,
                DropHeight.Hip,
                DropHeight.Chest,
                DropHeight.Chest,
                DropHeight.Hip,
                DropHeight.Hip,
                DropHeight.Hip,
                DropHeight.Hip,
            ]);
        traps.ByHeight.ShouldBe([(DropHeight.Knee, 2, 2), (DropHeight.Hip, 5, 6), (DropHeight.Chest, 0, 2)]);
        Marks(set).ShouldBe([("trap height", (int)DropHeight.Hip)]);
        Marks(Played("game-trap-square", "r1 x1 r1 x1", 60, Feet.Right)).ShouldBeEmpty();
    }

    [Fact]
    public void The_heights_end_at_the_top_and_at_the_bottom()
    {
        TrapHeights.Of(Enumerable.Repeat(true, 14))[^1].From.ShouldBe(DropHeight.Above);
        TrapHeights.Of(Enumerable.Repeat(false, 5))[^1].From.ShouldBe(DropHeight.Knee);
        new Measure(MeasureKind.TrapHeight).CanBeBeaten((int)DropHeight.Above).ShouldBeFalse();
    }

    // --- strikes --------------------------------------------------------------------------------------------------------

    [Fact]
    public void Strikes_are_hits_by_zone_and_the_feet_are_compared()
    {
        var set = Played("strike-both-feet", "l#1:500 r#6:600 xl500 r#6:500 xr500 l#2:500", 60);
        var strikes = (StrikesResult)set.Result;
        strikes.ByZone.ShouldBe([1, 1, 0, 0, 0, 2]);
        (strikes.By(Foot.Left), strikes.By(Foot.Right)).ShouldBe(((2, 3), (2, 3)));
        set.Touches.ShouldBe(new TouchCount(3, 3));
        Marks(set).ShouldBe([("hits out of 6", 4)]);
    }

    [Fact]
    public void Typed_strikes_need_no_zones()
    {
        var set = Cards.Set(
            Card("strike-both-feet"),
            Cards.Frame(),
            new StrikesDraft
            {
                Reps = 4,
                Slips = 2,
                Seconds = 60,
            }
        );
        Marks(set).ShouldBe([("hits out of 6", 4)]);
    }

    // --- what is bad ----------------------------------------------------------------------------------------------------

    [Theory]
    [InlineData("l")]
    [InlineData("q20")]
    [InlineData("l-20")]
    [InlineData("l#0:20")]
    [InlineData("x#2:20")]
    [InlineData("l400000")]
    [InlineData("l99999999999")]
    public void Taps_that_cannot_be_read_are_refused(string events) =>
        SetCheck
            .CheckPlayed(Cards.InsideTaps, Cards.Frame(planned: 30) with { Events = events }, 30, Cards.Today)
            .Problems.ShouldBe([SetProblem.EventsUnclear]);

    [Fact]
    public void A_set_left_open_ends_a_minute_after_its_last_tap()
    {
        Played("juggling-streak", "l50 r40 x60", 3000).Worked.ShouldBe(TimeSpan.FromSeconds(61.5));
        Played("inside-taps", "l50 r40", 30, planned: 30).Worked.ShouldBe(TimeSpan.FromSeconds(30));
    }

    [Fact]
    public void The_notation_reads_back()
    {
        const string line = "l35 r0 x120 xl1 xr2 s3 b4 v5 r#3:120 l#20:7";
        PlayNotation.Write(PlayNotation.Read(line)).ShouldBe(line);
        PlayNotation.Read("  ").ShouldBeEmpty();
        PlayNotation.Read("l100 r50")[1].ShouldBe(new PlayEvent(150, PlayEventKind.Touch, Foot.Right));
    }

    // --- rhythm ---------------------------------------------------------------------------------------------------------

    [Fact]
    public void Rhythm_is_tempo_the_longest_pause_and_how_even_it_was()
    {
        // Five gaps: 50, 50, 60, 50, 190: four of them near the middle one, 400 hundredths in all.
        TouchTiming.Of(PlayNotation.Read("l100 r50 l50 r60 l50 x10 r180")).ShouldBe(new TouchTiming(75, 1.9, 0.8));
        TouchTiming.Of(PlayNotation.Read("l100 r50 l50 r60")).ShouldBeNull();
        TouchTiming.Of(PlayNotation.Read("l0 r0 l0 r0 l0")).ShouldBeNull();
        // A touch that was taken back is none.
        TouchTiming.Of(PlayNotation.Read("l100 r50 l50 r50 l50 l10 b10"))!.TouchesAMinute.ShouldBe(120);
    }
}
