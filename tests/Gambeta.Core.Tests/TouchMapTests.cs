using CsCheck;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.TouchMaps;

namespace Gambeta.Core.Tests;

public class TouchMapTests
{
    [Fact]
    public void At_ninety_touches_a_minute_the_ball_flies_667_ms_and_rises_545_mm()
    {
        var map = TouchMap.Of(PatternReader.Read("R laces up ~"), new Tempo(90));
        map.View.ShouldBe(MapView.Air);
        map.Paths.ShouldAllBe(path => Math.Abs(path.Seconds - 0.6667) < 0.0001 && Math.Abs(path.Rise - 54.5) < 0.05);
    }

    [Fact]
    public void Arcs_meet_their_contacts_and_the_way_has_no_gap() =>
        Gen.Select(PatternTests.AnyPattern, Gen.Int[10, 240])
            .Sample(
                (pattern, tempo) =>
                {
                    var map = TouchMap.Of(pattern, new Tempo(tempo));
                    map.Stops.Select(stop => stop.Touch).ShouldBe(pattern.Touches);
                    foreach (var stop in map.Stops)
                    {
                        // What the touch sends begins where it meets the ball.
                        map.Paths.First(path => path.After == stop.Number).From.ShouldBe(stop.At);
                    }
                    foreach (var (path, next) in map.Paths.Zip(map.Paths.Skip(1)))
                    {
                        var shot = path.After > 0 && map.Stops[path.After - 1].Touch.Move == BallMove.Goal && path.To.Up == map.Line;
                        if (!shot)
                            next.From.ShouldBe(path.To);
                    }
                    map.Paths.ShouldAllBe(path => path.Seconds > 0 && double.IsFinite(path.Bend.Up));
                }
            );

    [Fact]
    public void A_flight_obeys_gravity_all_along_its_curve() =>
        Gen.Select(Gen.Double[0, 150], Gen.Double[0, 150], Gen.Double[0.1, 1.5], Gen.Double[0, 1])
            .Sample(
                (from, to, seconds, share) =>
                {
                    var path = FreeFlight.Path(new(0, from), new(100, to), seconds, 1);
                    var onTheCurve =
                        ((1 - share) * (1 - share) * path.From.Up)
                        + (2 * (1 - share) * share * path.Bend.Up)
                        + (share * share * path.To.Up);
                    var t = share * seconds;
                    onTheCurve.ShouldBe(from + (FreeFlight.SpeedFor(from, to, seconds) * t) - (FreeFlight.G * t * t / 2), 1e-6);
                }
            );

    [Theory]
    [InlineData(25, 25, 1.2)]
    [InlineData(25, 25, 0.9)]
    [InlineData(25, 60, 1.4)]
    public void A_ball_leaves_the_floor_with_four_fifths_of_its_speed(double from, double to, double seconds)
    {
        var first = FreeFlight.TimeToBounce(from, to, seconds)!.Value;
        FreeFlight.SpeedFor(from, 0, first).ShouldBeGreaterThan(0, "sent up, not down");
        var comes = (FreeFlight.G * first) - FreeFlight.SpeedFor(from, 0, first);
        FreeFlight.SpeedFor(0, to, seconds - first).ShouldBe(0.8 * comes, 0.01);
    }

    [Fact]
    public void A_dropped_ball_falls_from_rest_and_comes_back_to_64_hundredths()
    {
        var map = TouchMap.Of(PatternReader.Read("hand, bounce, R sole stay"), new Tempo(20));
        map.Paths[0].Seconds.ShouldBe(FreeFlight.FallTime(90), 1e-9);
        map.Paths[0].Rise.ShouldBe(0, 1e-9);
        map.Paths[1].Rise.ShouldBe(90 * 0.64, 0.01);
    }

    [Fact]
    public void No_card_shows_a_ball_that_gains_by_bouncing()
    {
        var gains = new List<string>();
        foreach (var card in Cards.All.Cards.Where(card => card.Pattern.InTheAir))
        {
            foreach (var tempo in new[] { card.Tempo.Slow, card.Tempo.Steady, card.Tempo.Fast })
            {
                var map = TouchMap.Of(card.Pattern, tempo);
                foreach (
                    var (down, up) in map
                        .Paths.Zip(map.Paths.Skip(1))
                        .Where(pair =>
                            pair is { First.Kind: PathKind.Flight, Second.Kind: PathKind.Flight }
                            && map.Marks.Any(mark => mark.Key == "bounce" && mark.At == pair.First.To)
                        )
                )
                {
                    var comes = (FreeFlight.G * down.Seconds) - FreeFlight.SpeedFor(down.From.Up, down.To.Up, down.Seconds);
                    var goes = FreeFlight.SpeedFor(up.From.Up, up.To.Up, up.Seconds);
                    if (goes > (FreeFlight.Bounce * comes) + 0.01)
                        gains.Add(
                            $"{card.Id} at {tempo.TouchesAMinute}: comes {comes:0}, goes {goes:0} from {down.From.Up:0} to "
                                + $"{up.To.Up:0} in {down.Seconds:0.00}+{up.Seconds:0.00}"
                        );
                }
            }
        }
        gains.ShouldBeEmpty();
    }

    [Fact]
    public void The_mirrored_map_of_a_floor_is_its_mirror_image() =>
        PatternTests
            .AnyPattern.Where(pattern => !pattern.InTheAir)
            .Sample(pattern =>
            {
                var (map, other) = (TouchMap.Of(pattern, new Tempo(60)), TouchMap.Of(pattern.Mirror(), new Tempo(60)));
                foreach (var (a, b) in map.Stops.Zip(other.Stops))
                {
                    b.At.Right.ShouldBe(-a.At.Right, 1e-6);
                    b.At.Up.ShouldBe(a.At.Up, 1e-6);
                    b.Touch.Foot.ShouldBe(a.Touch.Foot.Other());
                }
            });

    [Fact]
    public void The_ball_goes_where_the_pattern_says()
    {
        var pullBack = TouchMap.Of(Cards.PullBack.Pattern, new Tempo(60));
        pullBack.Stops[1].At.Up.ShouldBeLessThan(pullBack.Stops[0].At.Up);
        pullBack.Stops[1].At.Right.ShouldBe(pullBack.Stops[0].At.Right);
        // There and back: the rep closes where it began.
        pullBack.Paths[^1].To.ShouldBe(pullBack.Stops[0].At);

        var taps = TouchMap.Of(Cards.InsideTaps.Pattern, new Tempo(60));
        taps.Stops[1].At.Right.ShouldBeGreaterThan(taps.Stops[0].At.Right, "the left foot sends it to the right");

        var wall = TouchMap.Of(PatternReader.Read("R inside wall ~"), new Tempo(60));
        wall.Line.ShouldNotBeNull();
        wall.Paths.Count(path => path.To.Up == wall.Line).ShouldBe(2);

        var hook = TouchMap.Of(PatternReader.Read("R laces away, inside back, turn, laces away"), new Tempo(60));
        hook.Stops.Select(stop => stop.Turned).ShouldBe([false, false, true]);
        hook.Paths[^1].To.Up.ShouldBeLessThan(hook.Paths[^1].From.Up, "turned round, ahead is down the map");
    }
}
