using CsCheck;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Amounts;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.RunSheets;
using Gambeta.Core.Practice.Sheets;

namespace Gambeta.Core.Tests;

public class RunSheetTests
{
    private static RunSheet Sheet(DrillCard card, Level level = Level.Steady) =>
        RunSheetWriter.Write(card, card.Doses[level], Foot.Right, SetFrame.UsualClipPenalty);

    [Fact]
    public void A_one_foot_drill_swaps_feet_after_every_round()
    {
        var phases = Sheet(Cards.PullBack).Phases;
        phases
            .Select(p => p.Kind)
            .ShouldBe([
                PhaseKind.Ready,
                PhaseKind.Work,
                PhaseKind.Swap,
                PhaseKind.Work,
                PhaseKind.Swap,
                PhaseKind.Work,
                PhaseKind.Swap,
                PhaseKind.Work,
                PhaseKind.Swap,
                PhaseKind.Work,
                PhaseKind.Swap,
                PhaseKind.Work,
                PhaseKind.Done,
            ]);
        phases
            .Where(p => p.Kind == PhaseKind.Work)
            .Select(p => p.Feet)
            .ShouldBe([Feet.Left, Feet.Right, Feet.Left, Feet.Right, Feet.Left, Feet.Right]);
        var second = phases.First(p => p is { Kind: PhaseKind.Work, Set: 2 });
        second.Label.ShouldBe("Round 2 of 6");
        second.Next.ShouldBe("then rest 20\u00a0s, then left foot");
        phases[2].Label.ShouldBe("Swap feet: right");
        phases[2].Next.ShouldBe("then 30 s, right foot");
        phases[^2].Next.ShouldBe("then you are done");
    }

    [Fact]
    public void Sounds_fall_on_the_start_the_half_the_last_three_seconds_and_the_end()
    {
        Sheet(Cards.PullBack)
            .Phases[1]
            .Sounds.ShouldBe([
                new(0, Sound.Go),
                new(15, Sound.Half),
                new(27, Sound.Tick),
                new(28, Sound.Tick),
                new(29, Sound.Tick),
                new(30, Sound.Stop),
            ]);
        Sheet(Cards.PullBack).Phases[2].Sounds[0].ShouldBe(new SoundAt(0, Sound.Swap));
        Sheet(Cards.Zigzag).Phases[1].Sounds.ShouldBe([new(0, Sound.Go)]);
    }

    [Fact]
    public void Open_ended_sets_have_a_target_but_no_clock()
    {
        var reps = Sheet(Cards.TwoRolls).Phases[1];
        reps.Seconds.ShouldBeNull();
        reps.Target.ShouldBe(8);
        reps.ExpectedSeconds.ShouldBe(32);
        Sheet(Cards.TwoRolls).Drills[0].TouchesARep.ShouldBe(new TouchCount(0, 4));
        var tries = Sheet(Cards.Juggling);
        tries.Phases.Select(p => p.Kind).ShouldBe([PhaseKind.Ready, PhaseKind.Work, PhaseKind.Done]);
        tries.Phases[1].Target.ShouldBe(10);
    }

    [Fact]
    public void A_foot_change_takes_its_time_even_without_rest()
    {
        var sheet = RunSheetWriter.Write(
            Cards.PullBack,
            new RoundsDose(1, TimeSpan.FromSeconds(20)) { Rest = TimeSpan.Zero },
            Foot.Right,
            SetFrame.UsualClipPenalty
        );
        sheet.Phases[2].Seconds.ShouldBe(Timings.ShortestSwap);
    }

    [Fact]
    public void Every_sheet_plays_the_sets_of_its_dose_and_its_pauses_are_the_rests() =>
        Gen.Select(Gen.Int[0, Cards.All.Cards.Length - 1].Select(i => Cards.All.Cards[i]), Gen.Enum<Level>(), Gen.Enum<Foot>())
            .Sample(
                (card, level, preferred) =>
                {
                    var dose = card.Doses[level];
                    var sheet = RunSheetWriter.Write(card, dose, preferred, SetFrame.UsualClipPenalty);
                    var amount = DoseArithmetic.Amount(card, dose, preferred, card.Tempo.Steady);
                    var work = sheet.Phases.Where(p => p.Kind == PhaseKind.Work).ToList();
                    work.Select(p => p.Set).ShouldBe(Enumerable.Range(1, dose.Sets * card.Turns(preferred).Length));
                    work.Sum(p => p.ExpectedSeconds).ShouldBe(amount.Work.TotalSeconds, 0.01);
                    (sheet.ExpectedSeconds - work.Sum(p => p.ExpectedSeconds) - Timings.GetReady).ShouldBe(amount.Rest.TotalSeconds, 0.01);
                    sheet.Phases.Count(p => p.Kind == PhaseKind.Done).ShouldBe(1);
                    sheet.Phases[^1].Kind.ShouldBe(PhaseKind.Done);
                }
            );
}
