using CsCheck;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Catalogue.Layouts;

namespace Gambeta.Core.Tests;

public class WalkOutTests
{
    [Fact]
    public void The_zigzag_walked_in_paces_of_68_centimetres()
    {
        var zigzag = Shape.Of(ShapeKind.Zigzag).Lay(new Dictionary<string, double> { ["ahead"] = 2.5 * 0.68, ["side"] = 2 * 0.68 });
        WalkOut
            .Of(zigzag, new Pace(0.68))
            .Select(walk => (walk.To, walk.HalvesAhead, walk.HalvesRight))
            .ShouldBe([(1, 5, -4), (2, 5, 8), (3, 5, -8), (4, 5, 4)]);
    }

    [Fact]
    public void Walking_the_directions_reproduces_every_marker_within_half_a_paces_rounding() =>
        Gen.Select(Gen.Select(Gen.Double[-20, 20], Gen.Double[-20, 20], (x, y) => new Spot(x, y)).Array[1, 20], Gen.Double[0.2, 1.2])
            .Sample(
                (spots, pace) =>
                {
                    var layout = new Layout
                    {
                        Start = spots[0],
                        Finish = spots[0],
                        Markers = [.. spots.Skip(1)],
                    };
                    var stands = default(Spot);
                    var tape = default(Spot);
                    foreach (var walk in WalkOut.Of(layout, new Pace(pace)))
                    {
                        stands += new Spot(walk.HalvesRight, walk.HalvesAhead) * (pace / 2);
                        tape += walk.Tape;
                        var there = walk.To == 0 ? spots[0] : layout.Markers[walk.To!.Value - 1];
                        Math.Abs(stands.Right - there.Right).ShouldBeLessThanOrEqualTo((pace / 4) + 1e-9);
                        Math.Abs(stands.Ahead - there.Ahead).ShouldBeLessThanOrEqualTo((pace / 4) + 1e-9);
                        tape.DistanceTo(there).ShouldBeLessThan(1e-9);
                    }
                }
            );

    [Fact]
    public void A_finish_of_its_own_is_walked_to_last()
    {
        var line = Shape.Of(ShapeKind.Line).Lay(new Dictionary<string, double> { ["home"] = 0, ["markers"] = 2 });
        WalkOut.Of(line, new Pace(0.5)).Select(walk => walk.To).ShouldBe([1, 2, null]);
    }

    [Theory]
    [InlineData(6.8, 10, 0.68, null)]
    [InlineData(1.5, 10, 0.15, PaceProblem.TooShort)]
    [InlineData(14, 10, 1.4, PaceProblem.ALeap)]
    [InlineData(double.NaN, 10, double.NaN, PaceProblem.TooShort)]
    public void A_pace_comes_from_ten_walked_ones(double metres, int age, double pace, PaceProblem? problem) =>
        Pace.FromWalk(metres, age).ShouldBe((new Pace(pace), problem));

    [Fact]
    public void Without_a_tape_it_follows_from_the_height_or_the_age()
    {
        Pace.FromHeight(1.40).Metres.ShouldBe(0.57);
        Pace.FromAge(10).Metres.ShouldBe(0.57);
        Pace.FromAge(6).ShouldBe(Pace.FromHeight(1.156));
        (Pace.UsualHeight(2), Pace.UsualHeight(60)).ShouldBe((Pace.UsualHeight(4), Pace.UsualHeight(19)));
    }

    [Theory]
    [InlineData(PaceSource.Walked, "2026-03-01", "2026-08-31", null)]
    [InlineData(PaceSource.Walked, "2026-03-01", "2026-09-01", PaceIsOld.HalfAYear)]
    [InlineData(PaceSource.FromHeight, "2026-11-20", "2027-01-01", PaceIsOld.ABirthdayCame)]
    [InlineData(PaceSource.FromAge, "2026-11-20", "2026-11-20", PaceIsOld.NeverMeasured)]
    public void A_pace_grows_old(PaceSource source, string on, string today, PaceIsOld? old) =>
        new KnownPace(new Pace(0.6), source, DateOnly.Parse(on, null)).IsOld(DateOnly.Parse(today, null)).ShouldBe(old);

    [Fact]
    public void Layouts_within_five_centimetres_are_the_same_layout()
    {
        var zigzag = Shape.Of(ShapeKind.Zigzag).Lay(new Dictionary<string, double>());
        zigzag
            .IsSameAs(zigzag with { Name = "Another name", Markers = zigzag.Markers.SetItem(0, zigzag.Markers[0] + new Spot(0.05, 0)) })
            .ShouldBeTrue();
        zigzag.IsSameAs(zigzag with { Markers = zigzag.Markers.SetItem(0, zigzag.Markers[0] + new Spot(0.051, 0)) }).ShouldBeFalse();
        zigzag.IsSameAs(zigzag with { Steps = zigzag.Steps.SetItem(0, new Past(0, Side.Right)) }).ShouldBeFalse();
        zigzag.IsSameAs(zigzag with { Clearance = 0.46 }).ShouldBeFalse();
        zigzag.IsSameAs(zigzag with { WallAhead = 12 }).ShouldBeFalse();
        zigzag.IsSameAs(zigzag.Scaled(0.9)).ShouldBeFalse();
        // Elsewhere in the yard and turned it is the same run.
        zigzag.IsSameAs(zigzag.Moved(1.2, new Spot(3, 4))).ShouldBeTrue();
    }
}
