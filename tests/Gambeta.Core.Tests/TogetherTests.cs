using System.Collections.Immutable;
using System.Text.Json;
using CsCheck;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Amounts;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Records;
using Gambeta.Core.Practice.RunSheets;
using Gambeta.Core.Practice.Sets;
using Gambeta.Core.Practice.Sheets;
using Gambeta.Core.Practice.Together;

namespace Gambeta.Core.Tests;

/// <summary>Two on one sheet, held against what each would play alone.</summary>
public class TogetherTests
{
    private sealed record Case(Sheet Sheet, Level One, Level Other, Foot OnesFoot, Foot OthersFoot, OtherPart Part, TurnBy By, bool Lays)
    {
        public OneOfTwo First => new("Ana", OnesFoot, SheetDrill.Of(Sheet, Cards.All, One));

        public OneOfTwo Second => new("Bo", OthersFoot, SheetDrill.Of(Sheet, Cards.All, Other));

        public RunSheet Both => PairSheetWriter.Write(First, Second, Part, By, SetFrame.UsualClipPenalty, Lays);

        public RunSheet Alone(int who) => who == 0 ? Of(First) : Of(Second);

        private RunSheet Of(OneOfTwo player) => RunSheetWriter.Write(player.Drills, player.Preferred, SetFrame.UsualClipPenalty, Lays);
    }

    private static readonly Gen<Sheet> Sheets = Gen.OneOf(
        Gen.Int[0, ReadySheets.All.Count - 1].Select(i => ReadySheets.All[i].Sheet),
        Gen.Int[0, Cards.All.Cards.Length - 1]
            .Array[1, 6]
            .Select(those => new Sheet("Made up", [.. those.Select(i => new SheetItem(SheetPart.Focus, Cards.All.Cards[i].Id))]))
    );

    private static readonly Gen<Case> Cases = Gen.Select(
        Sheets,
        Gen.Enum<Level>(),
        Gen.Enum<Level>(),
        Gen.Enum<Foot>(),
        Gen.Enum<Foot>(),
        Gen.Enum<OtherPart>(),
        Gen.Enum<TurnBy>(),
        Gen.Bool,
        (sheet, one, other, onesFoot, othersFoot, part, by, lays) => new Case(sheet, one, other, onesFoot, othersFoot, part, by, lays)
    );

    private static IEnumerable<Phase> Works(RunSheet sheet, int who) =>
        sheet
            .Phases.Where(phase => phase.Kind == PhaseKind.Work)
            .SelectMany(phase => phase.Second is { } second ? [phase, second] : new[] { phase })
            .Where(phase => phase.Who == who);

    [Fact]
    public void Each_plays_exactly_what_they_would_play_alone() =>
        Cases.Sample(
            one =>
            {
                var both = one.Both;
                for (var who = 0; who < 2; who++)
                {
                    var (mine, alone) = (
                        Works(both, who).ToList(),
                        one.Alone(who).Phases.Where(phase => phase.Kind == PhaseKind.Work).ToList()
                    );
                    mine.Select(work =>
                            (both.Drills[work.Drill].Drill, both.Drills[work.Drill].Item, work.Feet, work.Seconds, work.Target, work.Cue)
                        )
                        .ShouldBe(
                            alone.Select(work =>
                                (one.Alone(who).Drills[work.Drill].Drill, (int?)work.Drill, work.Feet, work.Seconds, work.Target, work.Cue)
                            )
                        );
                    mine.ShouldAllBe(work => both.Drills[work.Drill].Who == who);
                }
                both.Phases.Select(phase => phase.Set)
                    .Where(set => set > 0)
                    .ShouldBe(Enumerable.Range(1, both.Phases.Count(phase => phase.Kind == PhaseKind.Work)));
                both.Phases.Count(phase => phase.Kind == PhaseKind.SetOut)
                    .ShouldBe(one.Alone(0).Phases.Count(phase => phase.Kind == PhaseKind.SetOut));
                both.Phases[^1].Kind.ShouldBe(PhaseKind.Done);
            },
            iter: 400
        );

    [Fact]
    public void Nobody_rests_less_than_alone_and_who_stays_behind_alone_rests_as_long_as_alone() =>
        Cases.Sample(
            one =>
            {
                var both = one.Both;
                for (var who = 0; who < 2; who++)
                {
                    var (doses, since, drill) = (who == 0 ? one.First.Drills : one.Second.Drills, double.PositiveInfinity, -1);
                    foreach (var phase in both.Phases)
                    {
                        var works = phase.Kind == PhaseKind.Work && (phase.Who == who || phase.Second?.Who == who);
                        if (works && phase.Drill / 2 == drill)
                            since.ShouldBeGreaterThanOrEqualTo(Timings.Rest(doses[drill].Dose, swaps: true).TotalSeconds - 1e-6);
                        since = works ? 0 : since + phase.ExpectedSeconds;
                        if (works)
                            drill = phase.Drill / 2;
                    }
                }
                both.Phases.Where(phase => phase.AloneSeconds is not null)
                    .ShouldAllBe(phase => phase.AloneSeconds >= phase.Seconds && phase.Seconds >= Timings.ChangePlayers);
            },
            iter: 400
        );

    [Fact]
    public void The_turn_passes_after_each_round_as_long_as_both_have_one_and_who_was_second_begins_the_next_drill() =>
        Cases.Sample(
            one =>
            {
                var both = one.Both;
                foreach (var drill in both.Phases.Where(phase => phase.Kind == PhaseKind.Work).GroupBy(phase => phase.Drill / 2))
                {
                    var order = drill.Select(phase => phase.Who!.Value).ToList();
                    order[0].ShouldBe(drill.Key % 2);
                    if (drill.First().Second is not null)
                        continue;
                    var sets = Math.Min(order.Count(who => who == 0), order.Count(who => who == 1));
                    order.Take(sets * 2).Chunk(2).ShouldAllBe(pair => pair[0] == drill.Key % 2 && pair[1] != pair[0]);
                }
            },
            iter: 200
        );

    [Fact]
    public void By_the_rep_both_are_in_one_set_where_reps_are_told_one_by_one_and_nowhere_else() =>
        Cases.Sample(
            one =>
            {
                foreach (var work in one.Both.Phases.Where(phase => phase.Kind == PhaseKind.Work))
                {
                    var at = work.Drill / 2;
                    var can =
                        one.By == TurnBy.Rep
                        && PairRules.CanTurnByRep(one.First.Drills[at].Card, one.First.Drills[at].Dose)
                        && PairRules.CanTurnByRep(one.Second.Drills[at].Card, one.Second.Drills[at].Dose);
                    if (work.Second is not null)
                        can.ShouldBeTrue();
                    // A set that only one of them has is played alone.
                    if (can && work.Second is null)
                        Works(one.Both, 0)
                            .Count(set => set.Drill / 2 == at)
                            .ShouldNotBe(Works(one.Both, 1).Count(set => set.Drill / 2 == at));
                    if (work.Second is not null)
                        (work.Seconds, work.Second.Seconds).ShouldBe((null, null));
                }
            },
            iter: 200
        );

    [Fact]
    public void No_phase_says_only_what_a_single_player_reads()
    {
        var sheet = new Case(
            new Sheet("Two", [new(SheetPart.Focus, "pull-back-laces-away"), new(SheetPart.Focus, "zigzag-and-home")]),
            Level.Steady,
            Level.FirstWeeks,
            Foot.Right,
            Foot.Left,
            OtherPart.Races,
            TurnBy.Round,
            true
        ).Both;
        sheet
            .Phases.Take(4)
            .Select(phase => phase.Label)
            .ShouldBe(["Ana: Get ready", "Ana: Round 1 of 6", "Bo is next: right foot", "Bo: Round 1 of 4"]);
        sheet.Phases[1].OtherDoes.ShouldBe("Bo watches, two steps outside the lines.");
        sheet.Phases[1].Next.ShouldBe("then Bo is next: right foot");
        var race = sheet.Phases.Where(phase => phase.Kind == PhaseKind.Work && phase.Drill >= 2).ToList();
        race[0].OtherDoes.ShouldBe("Ana waits behind the start and runs next.", "who was second begins");
        sheet
            .Phases.Where(phase => phase.Kind == PhaseKind.Between)
            .Select(phase => (phase.Label, phase.IsLast))
            .ShouldBe([("Ana, how was it?", null), ("Bo, how was it?", null), ("Bo, how was it?", true), ("Ana, how was it?", true)]);
        sheet.Drills.Select(drill => drill.With).ShouldBe([null, null, OtherPart.Races, OtherPart.Races]);
    }

    [Fact]
    public void Other_cards_are_not_one_sheet()
    {
        var (one, other) = (
            new OneOfTwo("Ana", Foot.Right, [Drill(Cards.PullBack)]),
            new OneOfTwo("Bo", Foot.Right, [Drill(Cards.InsideTaps)])
        );
        Should.Throw<ArgumentException>(() => PairSheetWriter.Write(one, other, OtherPart.Rests, TurnBy.Round, SetFrame.UsualClipPenalty));
    }

    private static SheetDrill Drill(DrillCard card) => SheetDrill.Of(new SheetItem(SheetPart.Focus, card.Id), card, Level.Steady);

    // What a body can do: nobody shadows a strike or stands before a wall, nobody races without a course, and who is served needs a ball
    // that comes.
    [Theory]
    [InlineData("zigzag-and-home", OtherPart.Races, true)]
    [InlineData("toe-taps", OtherPart.Races, false)]
    [InlineData("scissors", OtherPart.Shadows, true)]
    [InlineData("behind-fake-and-away", OtherPart.Shadows, false)]
    [InlineData("strike-after-feint", OtherPart.Shadows, false)]
    [InlineData("juggling-streak", OtherPart.Shadows, false)]
    [InlineData("toe-taps", OtherPart.Shadows, false)]
    [InlineData("travelling-rolls", OtherPart.Shadows, true)]
    [InlineData("trap-sole", OtherPart.Serves, true)]
    [InlineData("served-inside-volley", OtherPart.Serves, true)]
    [InlineData("strike-inside-dead-ball", OtherPart.Serves, false)]
    [InlineData("strike-rolled-first-time", OtherPart.Serves, true)]
    [InlineData("one-touch-wall", OtherPart.Serves, false)]
    public void What_the_other_one_can_do_follows_from_the_drill(string drill, OtherPart part, bool suits)
    {
        var card = Cards.All.Find(drill)!;
        PairRules.Suits(card, part).ShouldBe(suits);
        PairRules.PartIn(card, part).ShouldBe(suits ? part : OtherPart.Rests);
    }

    [Fact]
    public void A_card_that_wants_a_helper_gets_one_whatever_was_asked_for()
    {
        foreach (var card in Cards.All.Cards.Where(PairRules.NeedsAServer))
        {
            foreach (var asked in Enum.GetValues<OtherPart>())
                PairRules.PartIn(card, asked).ShouldBe(OtherPart.Serves, card.Id);
            PairRules.ComparesWithAlone(card, OtherPart.Serves).ShouldBeTrue(card.Id);
        }
    }

    [Theory]
    [InlineData("scissors", OtherPart.Shadows, false)]
    [InlineData("trap-sole", OtherPart.Serves, false)]
    [InlineData("served-inside-volley", OtherPart.Serves, true)]
    [InlineData("zigzag-and-home", OtherPart.Races, true)]
    [InlineData("toe-taps", OtherPart.Rests, true)]
    public void With_a_shadow_or_other_hands_a_set_is_no_record(string drill, OtherPart part, bool counts)
    {
        var card = Cards.All.Find(drill)!;
        var frame = Cards.Frame(card.Turns(Foot.Right)[0], planned: 30) with { With = part };
        var draft = Ways.Of(card.MeasuredBy)
            .ReadSent(JsonDocument.Parse("""{"left":12,"right":12,"reps":6,"slips":2,"clips":0,"seconds":30}""").RootElement);
        var set = SetCheck.Check(card, frame, draft, Cards.Today).Set!;
        (set.With is null).ShouldBe(counts);
        Scoring.MarksOf(set).Any().ShouldBe(counts && Scoring.MarksOf(set with { With = null }).Any());
        set.Touches.Total.ShouldBeGreaterThan(0, "its touches count all the same");
        Correction
            .Check(card, set, draft, set.StartedAt, set.Day, Cards.Today, true)
            .Set!.With.ShouldBe(set.With, "a correction makes no record of it");
    }

    [Fact]
    public void Cautions_say_where_the_other_one_stands()
    {
        Of(("toe-taps", OtherPart.Rests)).ShouldBe([PairCaution.RoomForTwo]);
        Of(("scissors", OtherPart.Shadows), ("zigzag-and-home", OtherPart.Races))
            .ShouldBe([PairCaution.RoomForTwo, PairCaution.NoTackling, PairCaution.OneRunsAtATime]);
        Of(("strike-inside-dead-ball", OtherPart.Rests)).ShouldBe([PairCaution.RoomForTwo, PairCaution.BehindTheStriker]);
        Of(("strike-rolled-first-time", OtherPart.Serves), ("served-inside-volley", OtherPart.Serves))
            .ShouldBe([PairCaution.RoomForTwo, PairCaution.ServerBesideTheGoal, PairCaution.SoftThrows]);
        PairCautions.Of([(Cards.InsideTaps, OtherPart.Rests)], (8, 11)).ShouldContain(PairCaution.GiveWay);
        // A wall strikes back: whoever waits is never before it, whichever card with a wall or a goal it is.
        foreach (var card in Cards.All.Cards.Where(card => card.Gear.Any(item => item.Kind is GearKind.Wall or GearKind.Goal)))
        {
            foreach (var part in Enum.GetValues<OtherPart>())
                PairCautions
                    .Of([(card, PairRules.PartIn(card, part))], (9, 9))
                    .ShouldContain(
                        caution => caution == PairCaution.BehindTheStriker || caution == PairCaution.ServerBesideTheGoal,
                        card.Id
                    );
        }

        static IEnumerable<PairCaution> Of(params (string Drill, OtherPart Part)[] drills) =>
            PairCautions.Of(drills.Select(one => (Cards.All.Find(one.Drill)!, one.Part)), (9, 9));
    }

    [Fact]
    public void A_race_is_between_the_best_runs_that_count_on_one_layout()
    {
        var runs = new[] { Run(12.04, 0), Run(11.0, 2), Run(9.0, 0, isVoid: true) };
        Race.Of(runs, [Run(12.1, 0)]).ShouldBe([new Race("zigzag-and-home", 12.1m, 12.1m)]);
        Race.Of(runs, [Run(12.1, 0) with { Layout = "another" }]).ShouldBeEmpty();
        Race.Of(runs, []).ShouldBeEmpty();

        static PracticeSet Run(double seconds, int clips, bool isVoid = false) =>
            SetCheck
                .Check(
                    Cards.Zigzag,
                    Cards.Frame(),
                    new RunDraft
                    {
                        Seconds = seconds,
                        Clips = clips,
                        Void = isVoid,
                    },
                    Cards.Today
                )
                .Set!;
    }
}
