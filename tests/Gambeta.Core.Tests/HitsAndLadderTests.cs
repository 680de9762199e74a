using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Records;
using Gambeta.Core.Practice.RunSheets;
using Gambeta.Core.Practice.Sets;

namespace Gambeta.Core.Tests;

public class HitsAndLadderTests
{
    private static readonly DrillCard Kill = Cards.All.Find("kill-juggled")!;
    private static readonly DrillCard Climb = Cards.All.Find("game-ladder")!;

    private static PracticeSet Goes(string goes) =>
        Cards.Set(
            Climb,
            Cards.Frame(),
            new LadderDraft
            {
                Seconds = 60,
                TryTouches = [.. goes.Split(' ').Select(go => int.Parse(go.TrimEnd('x')))],
                TryDropped = [.. goes.Split(' ').Select(go => go.EndsWith('x'))],
            }
        );

    [Theory]
    [InlineData("1x", 0)]
    [InlineData("1 2 3", 3)]
    [InlineData("1 2 2x 1 2", 2)]
    [InlineData("1 2 3x 1 2 3 4", 4)]
    [InlineData("1 1", 1)]
    [InlineData("5 5 5", 3)]
    [InlineData("1 2 3 0x", 3)]
    public void The_highest_rung_finished_counts_and_a_drop_leads_back_to_one(string goes, int rung)
    {
        var set = Goes(goes);
        ((LadderResult)set.Result).Rung.ShouldBe(rung);
        Scoring
            .MarksOf(set)
            .Select(mark => (mark.Key.Measure.Kind, mark.Value))
            .ShouldBe(rung == 0 ? [] : [(MeasureKind.LadderRung, rung)]);
        set.Touches.Total.ShouldBe(goes.Split(' ').Sum(go => int.Parse(go.TrimEnd('x'))));
    }

    [Fact]
    public void Hits_compare_only_out_of_as_many_tries_and_cannot_be_bettered_when_all_hit()
    {
        var set = Cards.Set(
            Kill,
            Cards.Frame(Feet.Right),
            new RepsDraft
            {
                Reps = 7,
                Slips = 3,
                Seconds = 60,
            }
        );
        set.Result.ShouldBe(new HitsResult(7, 3));
        // Three touches a try, hit or not.
        set.Touches.ShouldBe(new TouchCount(0, 30));
        var mark = Scoring.MarksOf(set).ShouldHaveSingleItem();
        (mark.Key.Measure, mark.Value).ShouldBe((new Measure(MeasureKind.HitsOutOf, 10), 7));
        Measure.Parse(mark.Key.Measure.ToString()).ShouldBe(mark.Key.Measure);
        mark.Key.Measure.CanBeBeaten(9).ShouldBeTrue();
        mark.Key.Measure.CanBeBeaten(10).ShouldBeFalse();
        NearRecords.Nearest([(mark with { Value = 10 }, [8m])], 3).ShouldBeEmpty();
        SetCheck
            .Check(Kill, Cards.Frame(Feet.Right), new SetDraft { Seconds = 60 }, Cards.Today)
            .Problems.ShouldBe([SetProblem.CountMissing]);
    }

    [Fact]
    public void A_run_sheet_counts_tries_and_goes_down()
    {
        var sheet = RunSheetWriter.Write(Kill, Kill.Doses[Level.Steady], Foot.Right, SetFrame.UsualClipPenalty);
        sheet.Phases[1].Target.ShouldBe(10);
        sheet.Phases[0].Next.ShouldBe("then 10 tries, left foot");
        RunSheetWriter
            .Write(Climb, Climb.Doses[Level.Steady], Foot.Right, SetFrame.UsualClipPenalty)
            .Phases[0]
            .Next.ShouldBe("then 16 tries at the ladder");
    }

    [Fact]
    public void Headers_are_played_and_scored_but_add_no_touch()
    {
        var head = Cards.All.Find("thigh-and-head")!;
        var set = Cards.Set(
            head,
            Cards.Frame(Feet.Right),
            new RepsDraft
            {
                Reps = 3,
                Slips = 1,
                Seconds = 40,
            }
        );
        set.Touches.ShouldBe(new TouchCount(0, 4));
    }
}
