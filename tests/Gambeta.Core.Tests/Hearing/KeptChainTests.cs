using Gambeta.Core.Edges.Hearing;

namespace Gambeta.Core.Tests.Hearing;

/// <summary>Touches and bounces told together, held against every chain there may be, gone through one by one, and against a ball that
/// flies as a ball does.</summary>
public sealed class KeptChainTests
{
    [Theory]
    [InlineData(false, false)]
    [InlineData(true, false)]
    [InlineData(true, true)]
    public void The_best_chain_and_all_chances_are_those_of_every_chain_gone_through(bool isLetBounce, bool isTwice)
    {
        var chance = new Random(3);
        for (var time = 0; time < 60; time++)
        {
            var (at, times) = (1.0, new double[5]);
            for (var i = 0; i < times.Length; i++)
                times[i] = at += 0.05 + (chance.NextDouble() * (time % 3 == 0 ? 2 : 0.7));
            double[] Drawn(double spread) => [.. times.Select(_ => (chance.NextDouble() - 0.4) * spread)];
            var (loud, asTouch, asBounce) = (Drawn(20), Drawn(12), Drawn(12));
            var flight = time % 2 == 0 ? new FlightOdds(default) : new FlightOdds(new(0.45, 0.6, 0.5, 0.3));
            var chain = new KeptUpDecoder(times, loud, isLetBounce, isTwice);
            chain.Weigh(asTouch, asBounce, flight);
            var (touch, bounce) = chain.Chances();

            var (all, best, most, ofTouch, ofBounce) = (
                1.0,
                new List<KeptSound>(),
                0.0,
                new double[times.Length],
                new double[times.Length]
            );
            foreach (var one in Every([], 0, times))
            {
                var worth = Worth(one, times, loud, asTouch, asBounce, flight, isLetBounce, isTwice);
                if (worth > most)
                    (most, best) = (worth, one);
                var weight = Math.Exp(KeptUpDecoder.Tempered * worth);
                all += weight;
                foreach (var sound in one)
                    (sound.IsBounce ? ofBounce : ofTouch)[sound.At] += weight;
            }
            chain.Best().ShouldBe(best);
            for (var i = 0; i < times.Length; i++)
            {
                touch[i].ShouldBe(ofTouch[i] / all, 1e-9);
                bounce[i].ShouldBe(ofBounce[i] / all, 1e-9);
            }
        }
    }

    [Fact]
    public void A_ball_that_flies_as_a_ball_does_is_told_by_its_times_alone()
    {
        var (times, loud, truth) = (new List<double>(), new List<double>(), new List<KeptSound>());
        var t = 1.0;
        foreach (var (touches, bounces) in new[] { (5, 3), (9, 4), (3, 1), (7, 0), (4, 2), (12, 6) })
        {
            for (var i = 0; i < touches; i++, t += 0.6)
                Add(-20, false, i == 0);
            if (bounces > 0)
            {
                // Up for 0.3 s, and from its highest point past the foot, 0.35 m below it, to the floor.
                var fast = 9.81 * 0.3;
                var floor = Math.Sqrt((fast * fast) + (2 * 9.81 * 0.35));
                t += -0.6 + ((fast + floor) / 9.81);
                for (var i = 0; i < bounces; i++)
                {
                    Add(-15 - (i * 3.9), true, false);
                    floor *= 0.64;
                    t += 2 * floor / 9.81;
                }
            }
            t += 1.6;
        }
        var chain = new KeptUpDecoder(times, loud);
        double[] either = [.. times.Select(_ => 3.0)];
        chain.Weigh(either, either, new FlightOdds(new(0.6, 0.64, 0, 0)));
        chain.Best().ShouldBe(truth);
        var (touch, bounce) = chain.Chances();
        // After the try with one bounce and the one that was caught nobody can be as sure.
        truth.Count(sound => (sound.IsBounce ? bounce : touch)[sound.At] > 0.9).ShouldBeGreaterThan(truth.Count - 5);

        void Add(double loudness, bool isBounce, bool begins)
        {
            truth.Add(new KeptSound(times.Count, isBounce, begins));
            times.Add(t);
            loud.Add(loudness);
        }
    }

    [Fact]
    public void Of_nothing_comes_nothing()
    {
        var chain = new KeptUpDecoder([], []);
        chain.Weigh([], [], new FlightOdds(default));
        chain.Best().ShouldBeEmpty();
        chain.Chances().Touch.ShouldBeEmpty();
        // Where none is likely none is chosen.
        chain = new KeptUpDecoder([1, 2], [0, 0]);
        chain.Weigh([-3, -3], [-3, -3], new FlightOdds(default));
        chain.Best().ShouldBeEmpty();
    }

    // Every choice of sounds, each as a touch or a bounce, as a part of what was before or as the beginning of a try.
    private static IEnumerable<List<KeptSound>> Every(List<KeptSound> before, int from, double[] times)
    {
        for (var i = from; i < times.Length; i++)
        {
            foreach (var isBounce in new[] { false, true })
            {
                foreach (var begins in before.Count == 0 ? new[] { true } : [true, false])
                {
                    List<KeptSound> one = [.. before, new KeptSound(i, isBounce, begins)];
                    yield return one;
                    foreach (var more in Every(one, i + 1, times))
                        yield return more;
                }
            }
        }
    }

    private static double Worth(
        List<KeptSound> chain,
        double[] times,
        double[] loud,
        double[] asTouch,
        double[] asBounce,
        FlightOdds flight,
        bool isLetBounce,
        bool isTwice
    )
    {
        var sum = 0.0;
        for (var k = 0; k < chain.Count; k++)
        {
            var (i, isBounce, begins) = chain[k];
            sum += isBounce ? asBounce[i] : asTouch[i];
            var apart = k > 0 ? times[i] - times[chain[k - 1].At] : double.PositiveInfinity;
            if (begins)
            {
                if (apart <= KeptUpDecoder.Pause)
                    return double.NegativeInfinity;
                sum += KeptUpDecoder.NewTry + (isBounce ? KeptUpDecoder.BeginsOnFloor : 0);
                continue;
            }
            var (was, gap) = (chain[k - 1], Math.Log(apart));
            if (
                apart > KeptUpDecoder.LongestGap
                || apart
                    < (
                        was.IsBounce
                            ? isBounce
                                ? KeptUpDecoder.ShortestBounce
                                : KeptUpDecoder.ShortestUp
                            : BallPath.ShortestTouch
                    )
            )
                return double.NegativeInfinity;
            // The interval before it, if the one before it goes on as well.
            var before = was.BeginsTry ? (double?)null : times[was.At] - times[chain[k - 2].At];
            var fromTouch = before is not null && !chain[k - 2].IsBounce;
            if (!was.IsBounce && !isBounce)
                sum += flight.Touches(gap, fromTouch ? Math.Log(before!.Value) : null, !isLetBounce || isTwice);
            else if (!was.IsBounce)
                sum += isLetBounce ? flight.Down(gap) : flight.Falls(gap);
            else if (!isBounce)
                sum += isLetBounce && (before is null || fromTouch) ? flight.Up(gap) : double.NegativeInfinity;
            else
                sum +=
                    flight.Softer(loud[i] - loud[was.At])
                    + (
                        before is not { } last ? flight.Later(null)
                        : fromTouch ? flight.First(FlightOdds.Part(last, apart), isLetBounce)
                        : flight.Later(gap - Math.Log(last))
                    );
        }
        return sum;
    }
}
