using System.Collections.Immutable;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Amounts;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Catalogue.Safety;
using Gambeta.Core.Catalogue.Yard;

namespace Gambeta.Core.Tests;

public class YardTests
{
    private static readonly Space Patio = new()
    {
        Name = "Patio",
        Kind = Places.Patio,
        Width = 5,
        Length = 8.5,
        Behind = [Behind.Glass, Behind.OpenGround, Behind.Road, Behind.Neighbours],
    };

    private static Kit Has(params (Thing Thing, int Count)[] things) => new(things.ToImmutableDictionary(t => t.Thing, t => t.Count));

    [Fact]
    public void What_is_missing_for_a_drill_is_counted()
    {
        Has((Thing.Ball, 1), (Thing.Marker, 3)).Missing(Cards.Zigzag).ShouldBe([new Lack(new GearItem(GearKind.Marker, 4), 3)]);
        Has((Thing.Ball, 2), (Thing.Marker, 4)).Missing(Cards.Zigzag).ShouldBeEmpty();
        // A longer line than the card's needs more.
        var line = Shape.Of(ShapeKind.Line).Lay(new Dictionary<string, double> { ["markers"] = 7 });
        Has((Thing.Ball, 2), (Thing.Marker, 5)).Missing(Cards.Zigzag, null, line).ShouldBe([new Lack(new GearItem(GearKind.Marker, 7), 5)]);
        Kit.Empty.Missing(Cards.Juggling).Select(lack => lack.Needed.Kind).ShouldBe([GearKind.Ball]);
    }

    [Fact]
    public void A_rebounder_or_the_wall_of_the_space_is_a_wall_and_tape_is_chalk()
    {
        var target = Cards.All.Find("game-wall-target")!;
        Has((Thing.Ball, 1)).Missing(target).Select(lack => lack.Needed.Kind).ShouldBe([GearKind.Wall, GearKind.Chalk], ignoreOrder: true);
        Has((Thing.Ball, 1), (Thing.Rebounder, 1), (Thing.Tape, 1)).Missing(target).ShouldBeEmpty();
        Has((Thing.Ball, 1), (Thing.Square, 1)).Missing(target, Patio with { Wall = new SpaceWall(SpaceSide.Far, 4, 2) }).ShouldBeEmpty();
        Has((Thing.Tape, 1), (Thing.Rebounder, 1)).Kinds.ShouldBe([GearKind.Chalk, GearKind.Wall], ignoreOrder: true);
    }

    [Fact]
    public void Every_kind_of_gear_has_a_stand_in_and_what_does_not_do_says_why()
    {
        foreach (var kind in Enum.GetValues<GearKind>())
        {
            var all = StandIn.For(kind);
            all[0].IsGoodEnough.ShouldBeTrue(kind.ToString());
            all.Where(standIn => !standIn.IsGoodEnough).ShouldAllBe(standIn => standIn.Reason.Length > 0);
        }
    }

    [Fact]
    public void Drills_that_have_room_are_named_for_one_that_has_not()
    {
        var small = Patio with { Width = 2.2, Length = 4 };
        var instead = NearestFitting.To(Cards.Zigzag, small, Cards.All, 3).ToList();
        instead.Count.ShouldBe(3);
        foreach (var card in instead)
        {
            card.Places.HasFlag(Places.Patio).ShouldBeTrue();
            if (card.Layout is { } layout)
                Fit.Of(layout, RunOffs.Of(card), small).Kind.ShouldBe(FitKind.Fits);
            else
                card.Space.FitsIn(new Floor(2.2, 4)).ShouldBeTrue();
        }
        NearestFitting.HasRoom(Cards.Zigzag, small).ShouldBeFalse();
        NearestFitting.HasRoom(Cards.Wall, small).ShouldBeFalse();
        NearestFitting.HasRoom(Cards.Wall, small with { Width = 6, Length = 8, Wall = new SpaceWall(SpaceSide.Near, 4, 2) }).ShouldBeTrue();
    }

    [Fact]
    public void Chalk_targets_are_larger_for_the_young_and_the_far_and_stand_on_the_wall()
    {
        var targets = ChalkTargets.For(10, 4, 3, 6, 3).Targets;
        // Five degrees to either side at four metres are 70 cm.
        targets.Select(target => (target.Right, target.Bottom, target.Points)).ShouldBe([(0, 0, 1), (1, 0, 2), (0, 1, 3)]);
        targets[0].Size.ShouldBe(0.7, 1e-9);
        ChalkTargets.For(7, 4, 1, 6, 3).Targets[0].Size.ShouldBeGreaterThan(0.7);
        ChalkTargets.For(10, 6, 1, 6, 3).Targets[0].Size.ShouldBeGreaterThan(0.7);
        ChalkTargets.For(16, 1.5, 1, 6, 3).Targets[0].Size.ShouldBe(ChalkTargets.Smallest);
        targets[2].At(1.38).ShouldBe(BodyHeight.Chest);
    }

    [Fact]
    public void Targets_never_touch_and_keep_the_numbers_points_and_forgiveness_of_the_rules()
    {
        foreach (var age in Enumerable.Range(5, 13))
        foreach (var distance in new[] { 1.0, 2, 3.3, 4, 6, 9, 15 })
        foreach (var (width, height) in new[] { (12.0, 4.0), (3, 3), (2, 1.5) })
        {
            var chalk = ChalkTargets.For(age, distance, 6, width, height);
            foreach (var target in chalk.Targets)
            {
                target.Points.ShouldBe(ChalkTargets.PointsOf(target.Number - 1));
                foreach (var other in chalk.Targets.Where(other => other.Number < target.Number))
                {
                    var across = Math.Abs(target.Right - other.Right) - ((target.Size + other.Size) / 2);
                    var up = Math.Max(target.Bottom - other.Bottom - other.Size, other.Bottom - target.Bottom - target.Size);
                    Math.Max(across, up).ShouldBeGreaterThan(0.2, $"{age} years, {distance} m: {target.Number} and {other.Number}");
                }
            }
            // A pass that strays by what is said, from straight in front, strikes the edge of the low one.
            if (chalk.Targets.FirstOrDefault(target => target.Number == 1) is { } low)
                (distance * Math.Tan(chalk.Stray * Math.PI / 180)).ShouldBe(low.Size / 2, 1e-9);
        }
    }

    [Fact]
    public void Targets_that_the_wall_has_no_room_for_are_left_out()
    {
        var narrow = ChalkTargets.For(10, 4, 6, 1.5, 1);
        narrow.LeftOut.ShouldBe(5);
        narrow.Targets.ShouldAllBe(target => target.Right == 0 && target.Bottom == 0);
        foreach (var target in ChalkTargets.For(12, 5, 6, 4, 2.2).Targets)
        {
            (Math.Abs(target.Right) + (target.Size / 2)).ShouldBeLessThanOrEqualTo(2 + 1e-9);
            (target.Bottom + target.Size).ShouldBeLessThanOrEqualTo(2.2 + 1e-9);
        }
    }

    [Theory]
    [InlineData("2026-01-15", false, Season.Winter)]
    [InlineData("2026-03-01", false, Season.Spring)]
    [InlineData("2026-08-31", false, Season.Summer)]
    [InlineData("2026-11-23", false, Season.Autumn)]
    [InlineData("2026-12-01", false, Season.Winter)]
    [InlineData("2026-01-15", true, Season.Summer)]
    [InlineData("2026-07-01", true, Season.Winter)]
    public void Seasons_turn_over_south_of_the_equator(string day, bool southern, Season season) =>
        FirstTouchCheck.SeasonOf(DateOnly.Parse(day, null), southern).ShouldBe(season);

    [Fact]
    public void The_check_follows_from_space_drill_age_and_season_the_gravest_first()
    {
        FirstTouchCheck
            .Of(Cards.Zigzag, Patio, 8, Season.Winter)
            .Select(item => item.ToString())
            .ShouldBe([
                "road behind far",
                "somebody near",
                "floor clear",
                "glass behind near",
                "run off free",
                "shoes",
                "thunder",
                "ice and wet",
                "light",
                "water near",
                "neighbours know left",
            ]);
        FirstTouchCheck
            .Of(
                Cards.Juggling,
                Patio with
                {
                    Kind = Places.Indoors,
                    Behind = [Behind.OpenGround, Behind.OpenGround, Behind.OpenGround, Behind.OpenGround],
                },
                12,
                Season.Summer
            )
            .Select(item => item.Kind)
            .ShouldBe([FirstTouchKind.FloorClear, FirstTouchKind.SoftBall, FirstTouchKind.Shoes, FirstTouchKind.WaterNear]);
        FirstTouchCheck
            .Of(Cards.Wall, null, 12, Season.Summer)
            .Select(item => item.Kind)
            .ShouldBe([
                FirstTouchKind.FloorClear,
                FirstTouchKind.WallFirm,
                FirstTouchKind.Shoes,
                FirstTouchKind.Thunder,
                FirstTouchKind.Heat,
                FirstTouchKind.WaterNear,
            ]);
    }

    [Fact]
    public void On_a_day_that_does_not_do_small_indoor_drills_are_left()
    {
        var fine = FirstTouchCheck.FineAnyway(Cards.All, Level.FirstWeeks, 8, 4).ToList();
        fine.Count.ShouldBe(4);
        fine.ShouldAllBe(card =>
            card.Places.HasFlag(Places.Indoors)
            && card.Gear.Length == 1
            && card.From == Level.FirstWeeks
            && card.Intensity != Intensity.Hard
        );
    }

    [Fact]
    public void A_layout_that_is_run_in_another_way_is_another_layout_and_its_touches_are_that_foots()
    {
        var zigzag = Cards.Zigzag.Layout!;
        var left = zigzag with { Way = new RunWay(RunFeet.LeftFoot, []) };
        left.IsSameAs(zigzag).ShouldBeFalse();
        left.IsSameAs(zigzag with { Way = new RunWay(RunFeet.LeftFoot, ["", ""]) }).ShouldBeTrue("nothing asked for at the end is nothing");
        (zigzag with { Way = new RunWay(RunFeet.AsItComes, ["", "turn-outside-hook"]) })
            .IsSameAs(zigzag with { Way = new RunWay(RunFeet.AsItComes, ["turn-outside-hook"]) })
            .ShouldBeFalse();
        left.Scaled(0.8).Way.ShouldBe(left.Way);
        left.Moved(1, new Spot(2, 3)).Way.ShouldBe(left.Way);
        new RunWay(RunFeet.AsItComes, ["a", "b", "c"]).Without(1).Turns.ShouldBe(["a", "c"]);
        var pattern = Cards.Zigzag.Pattern;
        foreach (var by in Enum.GetValues<RunFeet>())
            new RunWay(by, []).Share(pattern, 17).Total.ShouldBe(17);
        new RunWay(RunFeet.LeftFoot, []).Share(pattern, 17).ShouldBe(new TouchCount(17, 0));
        new RunWay(RunFeet.HalfAndHalf, []).Share(pattern, 17).ShouldBe(new TouchCount(8, 9));
        var amount = DoseArithmetic.Amount(
            Cards.Zigzag with
            {
                Layout = left,
            },
            new RunsDose(3) { Rest = TimeSpan.FromSeconds(40) },
            Foot.Right,
            Cards.Zigzag.Tempo.Steady
        );
        (amount.Touches.Right, amount.Touches.Left % 3).ShouldBe((0, 0));
        amount.Touches.Left.ShouldBe(3 * CourseTouches.Of(left)!.Value);
    }
}
