using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Catalogue.Safety;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Insight.Planning;
using Gambeta.Core.Insight.Weeks;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Sets;
using Gambeta.Web.Words;

namespace Gambeta.Web.Tests;

public class WordingTests
{
    private static readonly DateOnly Today = new(2026, 5, 20);

    [Fact]
    public void Days_are_said_as_people_say_them()
    {
        Wording.Day(Today, Today).ShouldBe("today");
        Wording.Day(Today.AddDays(-1), Today).ShouldBe("yesterday");
        Wording.Day(Today.AddDays(-11), Today).ShouldBe("9 May");
        Wording.Day(Today.AddYears(-1), Today).ShouldBe("20 May 2025");
        Wording.DaysAgo(6).ShouldBe("6 days ago");
        Wording.Days(0).ShouldBe("less than a day");
    }

    [Theory]
    [InlineData(14, "½ min")]
    [InlineData(46, "1 min")]
    [InlineData(80, "1½ min")]
    [InlineData(1290, "21½ min")]
    public void Minutes_are_to_the_half(int seconds, string words) => Wording.Minutes(TimeSpan.FromSeconds(seconds)).ShouldBe(words);

    [Theory]
    [InlineData(MeasureKind.TouchesIn, 41, "41 touches", "41")]
    [InlineData(MeasureKind.Streak, 1234, "1,234 in a row", "1,234")]
    [InlineData(MeasureKind.CleanReps, 1, "1 clean rep", "1")]
    [InlineData(MeasureKind.PassesAMinute, 41.3, "41.3 a minute", "41.3")]
    [InlineData(MeasureKind.CourseSeconds, 24, "24.0 s", "24.0")]
    public void Values_carry_what_they_count(MeasureKind kind, double value, string words, string figure)
    {
        Wording.Value(new Measure(kind, 30), (decimal)value).ShouldBe(words);
        Wording.Figure(new Measure(kind, 30), (decimal)value).ShouldBe(figure);
    }

    [Fact]
    public void What_is_estimated_says_about()
    {
        var household = new TestHousehold(Guid.NewGuid(), Guid.NewGuid());
        Wording.Brief(Played.Round(household, 35, 0, CountedBy.Estimated)).ShouldBe("about 35");
        Wording.Brief(Played.Round(household, 35, 0)).ShouldBe("35");
        var reps = Played.Round(household, 36, 0) with { Feet = Feet.Left, Result = new RepsResult(8, 1) };
        Wording.Brief(reps).ShouldBe("8 clean");
        Wording.Full(reps).ShouldBe("8 clean reps, 1 slip");
    }

    [Fact]
    public void Every_problem_has_words_of_its_own() => Enum.GetValues<SetProblem>().Select(Wording.Problem).ShouldBeUnique();

    [Fact]
    public void Hits_and_ladders_say_out_of_how_many_and_how_high()
    {
        var household = new TestHousehold(Guid.NewGuid(), Guid.NewGuid());
        var hits = Played.Round(household, 10, 0) with { Result = new HitsResult(7, 3) };
        (Wording.Brief(hits), Wording.Full(hits)).ShouldBe(("7 of 10", "7 of 10"));
        var ladder = Played.Round(household, 3, 0) with { Result = new LadderResult([new(1, TryEnd.Stopped), new(1, TryEnd.Dropped)]) };
        (Wording.Brief(ladder), Wording.Full(ladder)).ShouldBe(("step 1", "step 1, tries of 1 (stopped), 1"));
        Wording.Value(new Measure(MeasureKind.HitsOutOf, 12), 9).ShouldBe("9 of 12");
        Wording.Unit(new Measure(MeasureKind.HitsOutOf, 12)).ShouldBe("of 12 tries");
        Wording.Value(new Measure(MeasureKind.LadderRung), 4).ShouldBe("step 4");
    }

    [Fact]
    public void A_dose_is_said_in_the_words_of_its_drill()
    {
        var cards = DrillCatalogue.Shipped();
        Said("pull-back-laces-away", DoseWay.Time).ShouldBe("3 × 30 s each foot");
        Said("pull-back-laces-away", DoseWay.Reps).ShouldBe("2 × 25 reps each foot");
        Said("kill-dropped", DoseWay.Reps).ShouldBe("2 × 10 tries each foot");
        Said("game-ladder", DoseWay.Own).ShouldBe("16 tries");
        Said("juggling-one-foot", DoseWay.Own).ShouldBe("6 tries each foot");
        Said("weave-other-foot", DoseWay.Own).ShouldBe("3 runs, other foot");
        Wording.Gear(cards.Find("zigzag-and-home")!.Gear).ShouldBe("ball, 4 markers");
        new Lengths(Units.Metric).Room(new Floor(1, 1.5)).ShouldBe("1 × 1.5 m");

        string Said(string id, DoseWay way) => Wording.Dose(cards.Find(id)!, cards.Find(id)!.Doses[Level.Steady, way]);
    }

    [Fact]
    public void Every_caution_has_words_of_its_own_and_heading_defers_to_association_and_club()
    {
        var heading = DrillCatalogue.Shipped().Find("head-drop-catch")!;
        var words = Enum.GetValues<CautionKind>().Select(kind => Wording.Caution(kind, heading, new Lengths(Units.Metric))).ToList();
        words.ShouldBeUnique();
        words[(int)CautionKind.Heading].ShouldContain("rules of your own association and club");
        words[(int)CautionKind.TooYoung].ShouldBe("For players of 12 and up.");
    }

    [Fact]
    public void Every_way_of_measuring_has_its_words()
    {
        foreach (var way in Ways.All)
        {
            var words = MeasureWords.Of(way.Key);
            foreach (var field in way.Fields(Feet.Both))
                words.Fields.ShouldContainKey(field.Name, $"{way.Key}");
            words.Marks.Keys.Order().ShouldBe(MeasureTraits.Of(way.Key).Keeps.Select(rule => rule.Kind).Order());
        }
    }

    [Theory]
    [InlineData(1.0, Control.FellApart, "10 in 10 were clean lately, in 8 sets on 3 days. You move on when it feels under control too.")]
    [InlineData(0.8, Control.Shaky, "8 in 10 were clean lately, in 8 sets on 3 days. You move on when it feels under control too.")]
    [InlineData(1.0, Control.Easy, "10 in 10 were clean lately, in 8 sets on 3 days. A few more clean ones")]
    [InlineData(0.6, Control.FellApart, "6 in 10 were clean lately, in 8 sets on 3 days. A few more clean ones")]
    public void Whoever_holds_back_with_a_word_is_told_so(double clean, Control word, string said) =>
        JudgementWords.Because(new Decision(DecisionKind.Stay, clean, 0.5, 8, 3, word), false).ShouldStartWith(said);

    [Fact]
    public void A_month_that_is_over_is_no_rhythm_any_more()
    {
        var rhythm = Rhythm.Usual with { School = RhythmSchool.EveryDayForAMonth, Since = new DateOnly(2026, 5, 1) };
        WeeksWords.Rhythm(rhythm, new DateOnly(2026, 5, 9)).ShouldStartWith("Every day for a month");
        WeeksWords.Rhythm(rhythm, new DateOnly(2026, 7, 9)).ShouldStartWith("Every other day");
    }

    [Theory]
    [InlineData(0.0, "Hardly any were clean lately. Go slower")]
    [InlineData(0.2, "Only 2 in 10 were clean lately. Go slower")]
    [InlineData(0.5, "5 in 10 were clean lately, in 8 sets on 3 days. A few more clean ones")]
    public void Nobody_is_told_to_go_on_with_what_is_hardly_ever_clean(double clean, string said)
    {
        var decision = new Decision(DecisionKind.Stay, clean, 0.5, 8, 3, null);
        JudgementWords.Because(decision, false).ShouldStartWith(said);
        PlanWords
            .Why(new PlanReason(ReasonKind.Stays, null, decision.CleanInTen), DrillCatalogue.Shipped())
            .Contains("slower", StringComparison.Ordinal)
            .ShouldBe(clean < 0.3);
    }
}
