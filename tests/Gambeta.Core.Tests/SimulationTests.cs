using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Counting;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Records;
using Gambeta.Core.Practice.RunSheets;
using Gambeta.Core.Practice.Sets;
using Gambeta.Core.Practice.Sheets;
using Gambeta.Simulation;

namespace Gambeta.Core.Tests;

public class SimulationTests
{
    private static readonly DateTimeOffset Now = new(2026, 5, 20, 21, 0, 0, TimeSpan.FromHours(2));

    private static readonly ModelPlayer Player = new()
    {
        Id = Cards.Player,
        Preferred = Foot.Right,
        StartSkill = 0.25,
        EndSkill = 0.6,
        OtherFootStart = 0.7,
    };

    // One drill for each way of measuring.
    private static readonly string[] Drills =
    [
        "pull-back-laces-away",
        "inside-taps",
        "two-rolls-two-outside",
        "juggling-streak",
        "one-touch-wall-other-foot",
        "zigzag-and-home",
        "game-ladder",
        "kill-dropped",
    ];

    private static IReadOnlyList<PracticeSet> Diary(int seed) =>
        PracticeDiary.Write(
            Cards.All,
            Level.Steady,
            Player,
            new DiaryPlan(10, [DayOfWeek.Monday, DayOfWeek.Wednesday, DayOfWeek.Saturday], 0.1, AwayWeeks: [4], SetsADay: 12, Drills),
            new Random(seed),
            Now
        );

    [Fact]
    public void The_same_seed_gives_the_same_diary()
    {
        Diary(7).ShouldBe(Diary(7));
        Diary(7).Select(s => s.Id).ShouldNotBe(Diary(8).Select(s => s.Id));
    }

    [Fact]
    public void A_diary_keeps_to_its_days_and_never_lies_ahead()
    {
        var diary = Diary(7);
        var today = DateOnly.FromDateTime(Now.DateTime);
        diary.Select(s => s.Day.DayOfWeek).Distinct().ShouldBeSubsetOf([DayOfWeek.Monday, DayOfWeek.Wednesday, DayOfWeek.Saturday]);
        diary.ShouldAllBe(s => s.StartedAt + s.Worked < Now && s.Day > today.AddDays(-70));
        diary.ShouldNotContain(s => (s.Day.DayNumber - today.AddDays(-69).DayNumber) / 7 == 4);
        diary.GroupBy(s => s.SessionId).ShouldAllBe(g => g.Count() == 12 && g.Select(s => s.Day).Distinct().Count() == 1);
        diary.Select(s => s.Id).ShouldBeUnique();
    }

    [Fact]
    public void Practice_shows_bests_beaten_over_weeks_and_the_other_foot_catching_up()
    {
        var bests = Diary(7).SelectMany(Scoring.MarksOf).GroupBy(m => m.Key).Select(g => BestChain.From(g)).ToList();
        bests.Count(chain => chain.Length >= 3).ShouldBeGreaterThan(3);
        bests.Max(chain => chain[^1].Day).ShouldBeGreaterThan(new DateOnly(2026, 4, 20));
        var gapFirst = Player.SkillAt(0, Feet.Right) - Player.SkillAt(0, Feet.Left);
        var gapLast = Player.SkillAt(1, Feet.Right) - Player.SkillAt(1, Feet.Left);
        gapLast.ShouldBeLessThan(gapFirst);
        Player.SkillAt(0.41).ShouldBe(Player.SkillAt(0.35), 1e-12);
    }

    [Fact]
    public void What_is_said_after_a_sitting_goes_with_what_was_played()
    {
        var diary = Diary(7);
        var said = SaidAfter.Of(diary, Cards.All, new Random(3)).ToList();
        said.Select(s => s.Session).ShouldBe(diary.Select(set => set.SessionId).Distinct());
        foreach (var (sitting, after) in diary.GroupBy(set => set.SessionId).Zip(said))
        {
            after.At.ShouldBe(sitting.Max(set => set.StartedAt + set.Worked));
            after.Answers.Select(answer => answer.Drill).ShouldBe(sitting.Select(set => set.Drill).Distinct());
            after.Answers.Select(answer => answer.Item).ShouldBe(Enumerable.Range(0, after.Answers.Count));
            after.End.Effort!.Value.ShouldBeInRange(1, 10);
            // Clean reps cannot have fallen apart, and a fault belongs to what was not under control.
            foreach (var answer in after.Answers)
            {
                var reps = sitting.Where(set => set.Drill == answer.Drill).Select(set => set.Result).OfType<RepsResult>().ToList();
                if (reps.Count > 0 && reps.Sum(r => r.Slips) == 0)
                    answer.Control.ShouldBe(Control.Easy);
                if (answer.Fault is not null)
                    answer.Control.ShouldBeOneOf(Control.Shaky, Control.FellApart);
            }
        }
        said.SelectMany(s => s.Answers).Select(answer => answer.Control).Distinct().Count().ShouldBeGreaterThan(2);
        SaidAfter.Of(diary, Cards.All, new Random(3)).Select(s => s.End.Effort).ShouldBe(said.Select(s => s.End.Effort));
    }

    [Fact]
    public void A_simulated_player_taps_sets_that_every_ready_sheet_takes()
    {
        foreach (var ready in ReadySheets.All)
        {
            var drills = SheetDrill.Of(ready.Sheet, Cards.All, Level.Steady);
            var run = RunSheetWriter.Write(drills, Foot.Right, SetFrame.UsualClipPenalty);
            var (player, again) = (new TappingPlayer(0.5, 0.15, new Random(7)), new TappingPlayer(0.5, 0.15, new Random(7)));
            foreach (var phase in run.Phases.Where(phase => phase.Kind == PhaseKind.Work))
            {
                var (events, seconds) = player.Play(run.Drills[phase.Drill], phase);
                again.Play(run.Drills[phase.Drill], phase).Events.ShouldBe(events);
                var frame = Cards.Frame(phase.Feet, phase.Seconds) with { Events = PlayNotation.Write(events) };
                SetCheck
                    .CheckPlayed(drills[phase.Drill].Card, frame, seconds, Cards.Today)
                    .Problems.ShouldBeEmpty($"{ready.Id}: {run.Drills[phase.Drill].Drill}");
            }
        }
    }

    [Fact]
    public void More_skill_plays_faster_and_fewer_slips_slip_less()
    {
        var run = RunSheetWriter.Write(Cards.Wall, Cards.Wall.Doses[Level.Steady], Foot.Right, SetFrame.UsualClipPenalty);
        (int Touches, int Slips) Play(double skill, double slips)
        {
            var events = new TappingPlayer(skill, slips, new Random(3)).Play(run.Drills[0], run.Phases[1]).Events;
            return (events.Count(e => e.Kind == PlayEventKind.Touch), events.Count(e => e.Kind == PlayEventKind.Slip));
        }
        Play(0.9, 0).Touches.ShouldBeGreaterThan(Play(0.1, 0).Touches);
        (Play(0.5, 0).Slips, Play(0.5, 1).Touches).ShouldBe((0, 0));
    }
}
