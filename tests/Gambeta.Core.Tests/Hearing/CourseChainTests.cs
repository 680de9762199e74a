using Gambeta.Core.Edges.Hearing;

namespace Gambeta.Core.Tests.Hearing;

/// <summary>Courses through a pattern, held against every course there may be, gone through one by one, and against times that keep a beat
/// with some left out.</summary>
public sealed class CourseChainTests
{
    private static readonly CycleSound Touch = new(HeardKind.Touch),
        Wall = new(HeardKind.Wall);

    public static TheoryData<int, int> Patterns =>
        new()
        {
            { 1, 4 },
            { 2, 4 },
            { 3, 3 },
        };

    [Theory]
    [MemberData(nameof(Patterns))]
    public void The_best_course_and_all_chances_are_those_of_every_course_gone_through(int length, int sounds)
    {
        var (chance, rep) = (new Random(5), RepOf(length));
        for (var time = 0; time < 60; time++)
        {
            var (at, times) = (1.0, new double[sounds]);
            for (var i = 0; i < times.Length; i++)
                times[i] = at += 0.06 + (chance.NextDouble() * (time % 3 == 0 ? 2.2 : 0.8));
            double[] all = [.. times.Append(times[0] + chance.NextDouble()).Order()];
            double[][] worth = [.. times.Select(_ => Enumerable.Range(0, length).Select(_ => (chance.NextDouble() - 0.4) * 10).ToArray())];
            var odds = new PatternOdds([.. Enumerable.Range(0, length).Select(place => time % 2 == 0 ? 0 : 0.3 + (0.1 * place))]);
            var chain = new PatternDecoder(times, all, rep);
            chain.Weigh(worth, odds);

            var (sum, best, most, of) = (1.0, new List<PatternSound>(), 0.0, times.Select(_ => new double[length]).ToArray());
            foreach (var one in Every([], 0, times, length))
            {
                var value = Worth(one, times, all, worth, odds, rep);
                if (value > most)
                    (most, best) = (value, one);
                sum += Math.Exp(PatternDecoder.Tempered * value);
                foreach (var sound in one)
                    of[sound.At][sound.Place] += Math.Exp(PatternDecoder.Tempered * value);
            }
            var (told, isWorth) = chain.Best();
            told.ShouldBe(best);
            isWorth.ShouldBe(most, 1e-9);
            var chances = chain.Chances();
            for (var i = 0; i < times.Length; i++)
            for (var place = 0; place < length; place++)
                chances[i][place].ShouldBe(of[i][place] / sum, 1e-9);
        }
    }

    [Fact]
    public void A_touch_of_which_nothing_was_heard_is_no_likelier_than_a_pause_and_one_that_was_hidden_is_likelier()
    {
        double[] heard = [.. Enumerable.Range(0, 20).Where(i => i != 9).Select(i => 1 + (0.5 * i))];
        double Of(params double[] others)
        {
            var chain = new PatternDecoder(heard, [.. heard.Concat(others).Order()], RepOf(1));
            chain.Weigh([.. heard.Select(_ => new[] { 4.0 })], new PatternOdds([0.5]));
            var (course, _) = chain.Best();
            course.Count.ShouldBe(heard.Length);
            return chain.Steps(course[8], course[9]).Single(way => way.Steps == 2).Chance;
        }
        Of().ShouldBeInRange(0.2, 0.5);
        Of(5.52).ShouldBeGreaterThan(Of() + 0.15);
        // What sounds long before it was due hides nothing.
        Of(5.1).ShouldBe(Of());
    }

    [Fact]
    public void A_kick_and_the_wall_go_on_by_turns_where_one_of_them_was_not_heard()
    {
        List<(double At, int Place)> all = [.. Enumerable.Range(0, 24).Select(i => (1 + (i / 2 * 1.1) + (i % 2 * 0.4), i % 2))];
        var heard = all.Where((_, i) => i is not (7 or 14)).ToList();
        double[] times = [.. heard.Select(sound => sound.At)];
        var chain = new PatternDecoder(times, times, RepOf(2));
        chain.Weigh([.. heard.Select(_ => new[] { 3.0, 3.0 })], new PatternOdds([0.4, 0.7]));
        var (course, _) = chain.Best();
        course.Select(sound => sound.Place).ShouldBe(heard.Select(sound => sound.Place));
        course.Skip(1).ShouldAllBe(sound => !sound.Begins);
    }

    private static SoundCycle RepOf(int length) =>
        new(
            length switch
            {
                1 => [Touch],
                2 => [Touch, Wall],
                _ => [Touch, Wall, Touch],
            },
            0,
            false
        );

    private static IEnumerable<List<PatternSound>> Every(List<PatternSound> so, int from, double[] times, int length)
    {
        for (var i = from; i < times.Length; i++)
        {
            for (var place = 0; place < length; place++)
            {
                foreach (var begins in so.Count == 0 ? new[] { true } : [true, false])
                {
                    List<PatternSound> now = [.. so, new(i, place, begins)];
                    yield return now;
                    foreach (var one in Every(now, i + 1, times, length))
                        yield return one;
                }
            }
        }
    }

    // Another way to the same: one course from its beginning to its end.
    private static double Worth(List<PatternSound> course, double[] times, double[] all, double[][] worth, PatternOdds odds, SoundCycle rep)
    {
        var (sum, length) = (0.0, rep.Sounds.Length);
        for (var k = 0; k < course.Count; k++)
        {
            var (i, place, begins) = course[k];
            sum += worth[i][place];
            if (begins)
            {
                if (k > 0 && !(times[course[k - 1].At] < times[i] - PatternDecoder.Pause))
                    return double.NegativeInfinity;
                sum +=
                    length == 1 ? PatternDecoder.NewSeries
                    : place == 0 ? PatternDecoder.NewPattern
                    : PatternDecoder.NewInTheMiddle;
                continue;
            }
            var (j, from) = (course[k - 1].At, course[k - 1].Place);
            var gap = times[i] - times[j];
            var toWall = rep.Sounds[from].Kind == HeardKind.Wall || rep.Sounds[place].Kind == HeardKind.Wall;
            if (gap > PatternDecoder.LongestGap || gap < (toWall ? PatternDecoder.ShortestToWall : BallPath.ShortestTouch))
                return double.NegativeInfinity;
            var best = double.NegativeInfinity;
            for (var steps = 1; steps <= Math.Max(length, PatternOdds.MostMissed + 1); steps++)
            {
                if ((from + steps) % length != place)
                    continue;
                var due = times[j] + (gap * odds.Lasts(from, 1) / odds.Lasts(from, 2));
                var fits = odds.Fits(from, steps, Math.Log(gap));
                best = Math.Max(
                    best,
                    fits
                        + odds.Missing(
                            steps,
                            fits > PatternOdds.Worst && all.Any(at => at >= due - (0.14 * gap) && at < due + (0.14 * gap))
                        )
                );
            }
            sum += best;
        }
        return sum;
    }
}
