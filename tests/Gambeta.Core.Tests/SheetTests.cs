using System.Collections.Immutable;
using CsCheck;
using Gambeta.Core.Base.Measures;
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

namespace Gambeta.Core.Tests;

public class SheetTests
{
    private static readonly Dictionary<string, Tempo> Nothing = [];

    private static ImmutableArray<SheetDrill> Drills(params string[] lines) =>
        SheetDrill.Of(new Sheet("Test", SheetNotation.Read(string.Join('\n', lines))), Cards.All, Level.Steady);

    private static SheetSums Sums(params string[] lines) => SheetSums.Of(Drills(lines), Foot.Right, Nothing);

    private static IEnumerable<SheetWarningKind> Warned(int? minutes, params string[] lines) =>
        SheetWarnings.Of(Sums(lines), Foot.Right, card => !card.IsHeading, minutes).Select(w => w.Kind);

    // --- the text of a sheet --------------------------------------------------------------------------------------------

    [Theory]
    [InlineData("warm up: toe-taps")]
    [InlineData("mastery: drag-stop-push, reps 2x15/20")]
    [InlineData("other foot: drag-stop-push, time 1x30/0, other foot only")]
    [InlineData("fun: game-ladder, tries 8/0")]
    [InlineData("test: zigzag-and-home, runs 3/60")]
    public void A_line_reads_back(string line) => SheetNotation.Write(SheetNotation.ReadItem(line)).ShouldBe(line);

    [Theory]
    [InlineData("toe-taps", "must start with a part")]
    [InlineData("dessert: toe-taps", "warm up, mastery")]
    [InlineData("fun: ", "has no drill in it")]
    [InlineData("fun: toe-taps, plenty", "“plenty” is not an amount")]
    [InlineData("fun: toe-taps, time 99x30/20", "does not work as a time")]
    public void A_line_that_is_none_says_why(string line, string why) =>
        Should.Throw<FormatException>(() => SheetNotation.ReadItem(line)).Message.ShouldContain(why);

    [Fact]
    public void Seventeen_drills_do_not_fit_one_page() =>
        Should
            .Throw<FormatException>(() => SheetNotation.Read(string.Join('\n', Enumerable.Repeat("fun: toe-taps", 17))))
            .Message.ShouldContain("16");

    [Fact]
    public void A_dose_that_does_not_suit_the_drill_gives_way_to_the_usual_one()
    {
        Drills("test: zigzag-and-home, time 2x30/20")[0].Dose.ShouldBe(Cards.Zigzag.Doses[Level.Steady]);
        Drills("fun: gone-from-the-shelf", "fun: toe-taps").Length.ShouldBe(1);
    }

    // --- the sums -------------------------------------------------------------------------------------------------------

    [Fact]
    public void Minutes_touches_and_gear_add_up()
    {
        // Two rounds of 20 s with 15 s rest; each foot 8 reps of 8 touches twice: four turns at 60 touches a minute.
        var sums = Sums("warm up: toe-taps, time 2x20/15", "mastery: two-rolls-two-outside, reps 2x8/20");
        var (card, tempo) = (Cards.TwoRolls, Cards.TwoRolls.Tempo.Steady);
        var reps = tempo.TimeFor(8 * card.Pattern.Touches.Length).TotalSeconds * 4;
        sums.Work.TotalSeconds.ShouldBe(40 + reps, 0.01);
        sums.Rest.TotalSeconds.ShouldBe(15);
        sums.Swaps.TotalSeconds.ShouldBe(60);
        sums.Between.TotalSeconds.ShouldBe(6 + 25 + 6);
        sums.SettingOut.ShouldBe(TimeSpan.Zero);
        sums.Minutes.ShouldBe(Math.Round(sums.Total.TotalMinutes * 2, MidpointRounding.AwayFromZero) / 2);
        sums.TouchesAreExact.ShouldBeFalse();
        sums.Surfaces.Sum(s => s.Touches).ShouldBe(sums.Touches.Total);
        sums.Gear.ShouldBe([new GearItem(GearKind.Ball)]);
        Sums("mastery: two-rolls-two-outside, reps 2x8/20").Touches.ShouldBe(new TouchCount(64, 64));
    }

    [Fact]
    public void The_players_own_tempo_counts_where_it_is_known()
    {
        var drills = Drills("mastery: inside-taps, time 1x60/0");
        SheetSums.Of(drills, Foot.Right, new Dictionary<string, Tempo> { ["inside-taps"] = new(90) }).Touches.Total.ShouldBe(90);
        SheetSums.Of(drills, Foot.Right, Nothing).Touches.Total.ShouldBe((int)Cards.InsideTaps.Tempo.Steady.TouchesAMinute);
    }

    [Fact]
    public void Other_foot_only_halves_the_turns()
    {
        var sums = Sums("other foot: drag-stop-push, reps 1x10/20, other foot only");
        (sums.Touches.Left > 0, sums.Touches.Right).ShouldBe((true, 0));
        sums.Swaps.ShouldBe(TimeSpan.Zero);
    }

    [Fact]
    public void The_yard_is_laid_once_for_drills_that_share_a_layout()
    {
        var apart = Sums("test: game-touch-race", "test: zigzag-and-home", "test: game-sole-race");
        (apart.Layings, apart.FewestLayings).ShouldBe((3, 2));
        var together = Sums("test: game-touch-race", "fun: toe-taps", "test: game-sole-race");
        together.Layings.ShouldBe(1);
        together.SettingOut.ShouldBe(Timings.Laying(Cards.All.Find("game-touch-race")!.Layout));
        // Four markers, the things, and the walk from one to the next.
        Timings.Laying(Cards.All.Find("game-touch-race")!.Layout).TotalSeconds.ShouldBe(50);
    }

    [Fact]
    public void The_best_order_keeps_the_parts_and_moves_layouts_to_their_neighbours()
    {
        var drills = Drills(
            "focus: game-touch-race",
            "focus: toe-taps",
            "focus: zigzag-and-home",
            "test: game-sole-race",
            "test: weave-both-feet",
            "fun: game-touch-race"
        );
        LayingOrder
            .Fewest(drills)
            .Select(d => d.Card.Id)
            .ShouldBe(["toe-taps", "zigzag-and-home", "game-touch-race", "game-sole-race", "weave-both-feet", "game-touch-race"]);
        LayingOrder.Layings(LayingOrder.Fewest(drills)).ShouldBe(4);
    }

    private static readonly string[] Mixed =
    [
        "toe-taps",
        "zigzag-and-home",
        "game-touch-race",
        "game-sole-race",
        "weave-both-feet",
        "game-bottle-stations",
    ];

    private static readonly Gen<ImmutableArray<SheetDrill>> AnySheet = Gen.Select(Gen.Int[0, 5], Gen.Int[0, 2])
        .Array[1, 7]
        .Select(rows => Drills([.. rows.OrderBy(r => r.Item2).Select(r => $"{((SheetPart)(2 + r.Item2)).ToKey()}: {Mixed[r.Item1]}")]));

    [Fact]
    public void No_order_within_the_parts_needs_fewer_layings() =>
        AnySheet.Sample(
            drills =>
            {
                var best = LayingOrder.Fewest(drills);
                best.Order(Comparer<SheetDrill>.Create((a, b) => string.CompareOrdinal(a.Card.Id, b.Card.Id)))
                    .Select(d => d.Card.Id)
                    .ShouldBe(drills.Select(d => d.Card.Id).Order(StringComparer.Ordinal));
                best.Select(d => d.Item.Part).ShouldBe(drills.Select(d => d.Item.Part));
                var fewest = Orders(drills).Min(LayingOrder.Layings);
                LayingOrder.Layings(best).ShouldBe(fewest);
            },
            iter: 60
        );

    private static IEnumerable<IEnumerable<SheetDrill>> Orders(ImmutableArray<SheetDrill> drills) =>
        drills
            .GroupBy(d => d.Item.Part)
            .Select(part => Permutations([.. part]))
            .Aggregate(
                (IEnumerable<IEnumerable<SheetDrill>>)
                    [
                        [],
                    ],
                (all, part) => all.SelectMany(before => part.Select(before.Concat))
            );

    private static IEnumerable<IEnumerable<SheetDrill>> Permutations(IReadOnlyList<SheetDrill> drills) =>
        drills.Count == 0
            ?
            [
                [],
            ]
            : drills.SelectMany((drill, i) => Permutations([.. drills.Where((_, j) => j != i)]).Select(rest => rest.Prepend(drill)));

    // --- warnings -------------------------------------------------------------------------------------------------------

    [Fact]
    public void A_sheet_is_warned_of_what_a_coach_would_see()
    {
        Warned(null).ShouldBe([SheetWarningKind.Empty]);
        Warned(20, "warm up: toe-taps", "mastery: inside-taps").ShouldBeEmpty();
        Warned(null, "focus: toe-taps").ShouldBe([SheetWarningKind.NoWarmUp]);
        Warned(null, "warm up: toe-taps", "focus: zigzag-and-home", "focus: out-turn-home", "focus: stop-and-go-lane")
            .ShouldBe([SheetWarningKind.HardRunning]);
        Warned(null, "warm up: toe-taps", "focus: zigzag-and-home", "focus: out-turn-home", "fun: toe-taps", "focus: stop-and-go-lane")
            .ShouldBeEmpty();
        Warned(2, "warm up: toe-taps", "mastery: inside-taps, time 4x30/20").ShouldBe([SheetWarningKind.LongerThanMinutes]);
        Warned(null, "warm up: toe-taps, time 1x20/0", "focus: head-drop-catch").ShouldContain(SheetWarningKind.NotAllowed);
        Warned(null, "warm up: toe-taps", "test: game-touch-race", "test: zigzag-and-home", "test: game-sole-race")
            .ShouldContain(SheetWarningKind.LaidTooOften);
    }

    [Fact]
    public void The_other_foot_is_missed()
    {
        // The player's other foot is the right one here, and everything extra is the left one's.
        var drills = Drills("warm up: toe-taps, time 1x20/0", "focus: drag-stop-push, reps 4x20/20, other foot only");
        var sums = SheetSums.Of(drills, Foot.Right, Nothing);
        SheetWarnings.Of(sums, Foot.Left, _ => true, null).Select(w => w.Kind).ShouldBe([SheetWarningKind.LittleForOtherFoot]);
    }

    // --- ready sheets ---------------------------------------------------------------------------------------------------

    [Fact]
    public void Clean_reps_in_tries_go_on_as_long_as_they_last_and_are_measured_by_the_longest_row()
    {
        var drill = SheetDrill.Of(
            SheetNotation.ReadItem("test: drag-stop-push, tries 4/10"),
            Cards.All.Find("drag-stop-push")!,
            Level.Steady
        );
        (drill.Card.MeasuredBy, drill.Dose).ShouldBe((MeasuredBy.CleanStreak, new TriesDose(4) { Rest = TimeSpan.FromSeconds(10) }));
        SheetDrill
            .Of(SheetNotation.ReadItem("test: drag-stop-push, reps 1x12/20"), Cards.All.Find("drag-stop-push")!, Level.Steady)
            .Card.MeasuredBy.ShouldBe(MeasuredBy.CleanReps);
        // What goes by touches has no mistake that ends it.
        DoseText.WaysOf(Cards.All.Find("toe-taps")!).ShouldNotContain("tries");
        var sheet = RunSheetWriter.Write([drill], Foot.Right, SetFrame.UsualClipPenalty);
        (sheet.Drills[0].MeasuredBy, sheet.Phases.First(phase => phase.Kind == PhaseKind.Work).Target).ShouldBe(
            (MeasuredBy.CleanStreak, 4)
        );
        var set = SetCheck
            .CheckPlayed(
                drill.Card,
                new SetFrame(
                    Guid.NewGuid(),
                    Guid.NewGuid(),
                    Guid.NewGuid(),
                    1,
                    Feet.Left,
                    DateTimeOffset.UnixEpoch,
                    new DateOnly(2026, 5, 20),
                    null,
                    CountedBy.Tapped,
                    null
                )
                {
                    Events = "l100 l100 l100 x100 l100 l100 s100 x100 l100",
                },
                12,
                new DateOnly(2026, 5, 20)
            )
            .Set!;
        // Three, two and none; the last one was still going. A rep has three touches.
        set.Result.ShouldBe(
            new CleanStreakResult([new(3, TryEnd.Dropped), new(2, TryEnd.Stopped), new(0, TryEnd.Dropped), new(1, TryEnd.InTheAir)])
        );
        set.Touches.ShouldBe(new TouchCount(18, 0));
        Scoring.MarksOf(set).Select(mark => (mark.Key.Measure.ToString(), mark.Value)).ShouldBe([("clean streak", 3m)]);
        Cards.All.Find("drag-stop-push")!.MeasuredLike(set.Result.Of).MeasuredBy.ShouldBe(MeasuredBy.CleanStreak);
        Cards.Juggling.MeasuredLike(MeasuredBy.CleanStreak).MeasuredBy.ShouldBe(MeasuredBy.BestStreak);
    }

    public static TheoryData<string> ReadyIds => [.. ReadySheets.All.Select(ready => ready.Id)];

    [Theory]
    [MemberData(nameof(ReadyIds))]
    public void A_ready_sheet_holds_what_it_says(string id)
    {
        var ready = ReadySheets.Find(id)!;
        ready.Sheet.Items.ShouldAllBe(item => Cards.All.Find(item.Drill) != null, "a drill is missing");
        foreach (var item in ready.Sheet.Items)
        {
            var card = Cards.All.Find(item.Drill)!;
            (item.Dose is null || DoseText.Suits(card, item.Dose)).ShouldBeTrue($"{item.Drill} is not dosed like that");
            (item.OtherFootOnly && card.Feet != FeetPlan.EachFoot).ShouldBeFalse($"{item.Drill} is not for each foot");
            // What can be done indoors or on a patio can be done beside a wall or in a garden.
            ready
                .Place.HasFlag(Places.Indoors)
                .ShouldBe(
                    ready.Place.HasFlag(Places.Indoors) && card.Places.HasFlag(Places.Indoors),
                    $"{item.Drill} is not for {ready.Place}"
                );
        }
        ready.NeedsHelper.ShouldBe(
            ready.Sheet.Items.Any(item => Cards.All.Find(item.Drill)!.Gear.Any(gear => gear.Kind == GearKind.Helper))
        );
        var sums = SheetSums.Of(SheetDrill.Of(ready.Sheet, Cards.All, Level.Steady), Foot.Right, Nothing);
        sums.Minutes.ShouldBeInRange(ready.Minutes - 1, ready.Minutes + 1, ready.Id);
        SheetWarnings.Of(sums, Foot.Right, card => !card.IsHeading, null).Select(w => w.Kind).ShouldBeEmpty();
    }

    [Fact]
    public void Sheets_for_every_place_of_eight_to_thirty_five_minutes_ship()
    {
        ReadySheets.All.Count.ShouldBe(21);
        (ReadySheets.All.Min(r => r.Minutes), ReadySheets.All.Max(r => r.Minutes)).ShouldBe((8, 35));
        ReadySheets.All.Select(r => r.Id).ShouldBeUnique();
        ReadySheets
            .All.Select(r => r.Place)
            .Distinct()
            .Order()
            .ShouldBe([Places.Indoors, Places.Patio, Places.Garden, Places.Wall, Places.Goal]);
    }

    // --- the run sheet of a whole session -------------------------------------------------------------------------------

    [Fact]
    public void A_session_lays_the_yard_and_announces_the_next_drill()
    {
        var sheet = RunSheetWriter.Write(
            Drills("warm up: toe-taps, time 1x20/0", "test: game-touch-race, tries 2/0", "fun: game-sole-race, tries 2/0"),
            Foot.Right,
            SetFrame.UsualClipPenalty
        );
        sheet
            .Phases.Select(p => (p.Kind, p.Drill, p.Set))
            .ShouldBe([
                (PhaseKind.Ready, 0, 0),
                (PhaseKind.Work, 0, 1),
                (PhaseKind.Between, 0, 0),
                (PhaseKind.SetOut, 1, 0),
                (PhaseKind.Ready, 1, 0),
                (PhaseKind.Work, 1, 2),
                (PhaseKind.Between, 1, 0),
                (PhaseKind.Ready, 2, 0),
                (PhaseKind.Work, 2, 3),
                (PhaseKind.Done, 2, 0),
            ]);
        sheet.Phases[1].Next.ShouldBe("then Touch race to the line");
        sheet.Phases[2].Label.ShouldBe("Next: Touch race to the line");
        sheet.Phases[2].Spoken.ShouldBe([new(19, "Next: Touch race to the line")]);
        sheet.Phases[3].Seconds.ShouldBeNull();
        sheet.Phases[^2].Next.ShouldBe("then you are done");
    }

    [Fact]
    public void A_session_lasts_as_long_as_its_sums_say() =>
        Gen.Int[0, ReadySheets.All.Count - 1]
            .Select(i => ReadySheets.All[i])
            .Sample(ready =>
            {
                var drills = SheetDrill.Of(ready.Sheet, Cards.All, Level.Steady);
                RunSheetWriter
                    .Write(drills, Foot.Left, SetFrame.UsualClipPenalty)
                    .ExpectedSeconds.ShouldBe(SheetSums.Of(drills, Foot.Left, Nothing).Total.TotalSeconds, 0.1);
                // With a tempo of one's own, too: half of the card's, so that reps take longer.
                var own = drills
                    .Select(drill => drill.Card)
                    .DistinctBy(card => card.Id)
                    .ToDictionary(card => card.Id, card => new Tempo(card.Tempo.Steady.TouchesAMinute / 2));
                RunSheetWriter
                    .Write(drills, Foot.Left, SetFrame.UsualClipPenalty, own: own)
                    .ExpectedSeconds.ShouldBe(SheetSums.Of(drills, Foot.Left, own).Total.TotalSeconds, 0.1);
            });

    // --- the beat -------------------------------------------------------------------------------------------------------

    [Fact]
    public void A_beat_keeps_its_tempo_or_climbs()
    {
        BeatTrack.Of(120, 120, 2).Hundredths.ShouldBe([0, 50, 100, 150]);
        // From 60 to 120 a minute in ten seconds: 15 beats in all, the gaps shrinking from a second to half of one.
        var climbing = BeatTrack.Of(60, 120, 10).Hundredths;
        climbing.Length.ShouldBe(15);
        climbing[1].ShouldBeInRange(95, 100);
        (climbing[^1] - climbing[^2]).ShouldBeInRange(50, 54);
        BeatTrack.Of(120, 60, 10).Hundredths.Length.ShouldBe(15);
        Should.Throw<ArgumentOutOfRangeException>(() => BeatTrack.Of(60, 481, 10));
    }

    [Fact]
    public void There_is_no_beat_for_shots_and_streaks()
    {
        BeatTrack.For(Cards.All.Find("strike-both-feet")!, new RepsDose(8, 1) { Rest = TimeSpan.Zero }).ShouldBeEmpty();
        BeatTrack.For(Cards.Juggling, Cards.Juggling.Doses[Level.Steady]).ShouldBeEmpty();
        BeatTrack.For(Cards.InsideTaps, Cards.InsideTaps.Doses[Level.Steady]).Length.ShouldBe(2);
    }
}
