using Gambeta.Core.Base.Touches;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Tests;

/// <summary>A set of a made-up diary, with the hidden chance that one unit of it came off.</summary>
internal sealed record HiddenSet(PracticeSet Set, string Kind, double Chance);

/// <summary>
/// Made-up players whose truth is known, of sorts that the judgement knows nothing of: even and uneven tries, tries that find a rhythm or
/// tire, a skill that clicks overnight, stands still, has moods, or gets worse.
/// </summary>
internal static class SortsOfPlayers
{
    public static readonly string[] All = ["plain", "uneven", "rhythm", "tiring", "click", "still", "moods", "worse"];

    public static IEnumerable<HiddenSet> Diary(string sort, int players, int seed) =>
        Enumerable.Range(0, players).SelectMany(player => OfPlayer(sort, new Random((seed * 1000) + player), player));

    private static IEnumerable<HiddenSet> OfPlayer(string sort, Random chance, int number)
    {
        var (id, weeks, other) = (new Guid(number + 1, 9, 7, [1, 2, 3, 4, 5, 6, 7, 8]), chance.Next(6, 17), Between(0.3, 1.1));
        var days = weeks * 7;
        var skills = new Dictionary<(string, Feet), Func<int, double>>();
        (string Drill, Feet[] Feet, string Kind, int Dose)[] drills =
        [
            ("streak", [Feet.Both], "streak", 10),
            ("round", [Feet.Left, Feet.Right], "round", 30),
            ("reps", [Feet.Left, Feet.Right], "reps", 8),
            ("hits", [Feet.Left, Feet.Right], "hits", 10),
            ("run", [Feet.Both], "run", 3),
            ("passes", [Feet.Left], "passes", 60),
        ];
        foreach (var drill in drills)
        foreach (var feet in drill.Feet)
            skills[(drill.Drill, feet)] = Skill();
        for (var day = 0; day <= days; day++)
        {
            if (chance.NextDouble() >= 0.55)
                continue;
            var (session, order) = (new Guid(day, (short)(number % 30000), 7, [9, 2, 3, 4, 5, 6, 7, 8]), 0);
            foreach (var (drill, feet, kind, dose) in drills.OrderBy(_ => chance.Next()).Take(chance.Next(2, 5)))
            {
                var form = feet.ToDictionary(foot => foot, _ => Bell() * (sort == "moods" ? 0.7 : 0.25));
                for (
                    var i = 0;
                    i
                        < (
                            kind == "streak" ? 1
                            : kind == "run" ? 3
                            : 2
                        );
                    i++
                )
                {
                    foreach (var foot in feet)
                    {
                        var s = skills[(drill, foot)](day) - (foot == Feet.Left ? other : 0) + form[foot] - (0.01 * ++order);
                        var (result, touches, seconds, unit) = Play(kind, dose, s);
                        yield return new HiddenSet(
                            new PracticeSet
                            {
                                Id = new Guid(number, (short)day, (short)order, [7, 2, 3, 4, 5, 6, 7, 8]),
                                SessionId = session,
                                PlayerId = id,
                                Drill = drill,
                                Order = order,
                                Feet = foot,
                                StartedAt = new DateTimeOffset(
                                    JudgedSets.First.AddDays(day).ToDateTime(new TimeOnly(16, 0)),
                                    TimeSpan.Zero
                                ).AddMinutes(order),
                                Day = JudgedSets.First.AddDays(day),
                                Worked = TimeSpan.FromSeconds(seconds),
                                Planned = kind is "round" or "passes" ? TimeSpan.FromSeconds(dose) : null,
                                CountedBy = CountedBy.Tapped,
                                Touches = new TouchCount(touches, 0),
                                Result = result,
                                Plan = new SetPlan(Count: kind is "streak" or "reps" or "hits" ? dose : null),
                            },
                            kind,
                            unit
                        );
                    }
                }
            }
        }

        (SetResult Result, int Touches, double Seconds, double Unit) Play(string kind, int dose, double s)
        {
            var share = 1 / (1 + Math.Exp(-s));
            switch (kind)
            {
                case "streak":
                    var tries = Enumerable.Range(0, dose).Select(_ => Math.Min(120, Try(0.72 + (0.27 * share)))).ToList();
                    return (
                        new TriesResult([.. tries.Select(t => new JugglingTry(t, t == 120 ? TryEnd.Stopped : TryEnd.Dropped))]),
                        tries.Sum(),
                        tries.Sum(),
                        0.72 + (0.27 * share)
                    );
                case "round":
                    return (
                        new RoundResult(),
                        Math.Max(1, (int)Math.Round(((45 + (55 * share)) * dose / 60) + (1.6 * Bell()))),
                        dose,
                        share
                    );
                case "reps":
                    var clean = BinomialModel(dose, 0.45 + (0.53 * share));
                    return (new RepsResult(clean, dose - clean), dose * 4, dose * 4, 0.45 + (0.53 * share));
                case "hits":
                    var hits = BinomialModel(dose, 0.25 + (0.7 * share));
                    return (new HitsResult(hits, dose - hits), dose * 2, dose * 6, 0.25 + (0.7 * share));
                case "run":
                    return (
                        new RunResult(chance.NextDouble() < 0.35 * (1 - share) ? 1 : 0, TimeSpan.FromSeconds(1), false),
                        18,
                        Math.Max(8, (30 - (14 * share)) * Math.Exp(0.05 * Bell())),
                        share
                    );
                default:
                    var (slip, passes, longest, run, slips) = (
                        (0.16 * (1 - share)) + 0.004,
                        (int)Math.Round(32 + (14 * share) + (2 * Bell())),
                        0,
                        0,
                        0
                    );
                    for (var i = 0; i < passes; i++)
                    {
                        if (chance.NextDouble() < slip)
                            (slips, run) = (slips + 1, 0);
                        else
                            longest = Math.Max(longest, ++run);
                    }
                    return (new PassesResult(longest, slips), passes, dose, 1 - slip);
            }
        }

        int Try(double hold)
        {
            if (sort == "uneven")
                hold = Math.Min(0.9995, MathNet.Numerics.Distributions.Beta.Sample(chance, hold * 25, (1 - hold) * 25));
            var touches = 1;
            while (
                touches < 120
                && chance.NextDouble()
                    < (
                        sort == "rhythm" ? hold - (0.06 * Math.Max(0, 1 - (touches / 12.0)))
                        : sort == "tiring" ? Math.Max(0.3, hold + 0.02 - (0.002 * touches))
                        : hold
                    )
            )
                touches++;
            return touches;
        }

        Func<int, double> Skill()
        {
            var (start, end, click) = (Between(-1.2, 0.6), Between(0.8, 2.2), Between(0.25, 0.75));
            return sort switch
            {
                "still" => _ => start + ((end - start) / 2),
                "click" => day => day < days * click ? start : end,
                "worse" => day => end + ((start - end) * Way(day)),
                _ => day => start + ((end - start) * Way(day)),
            };
        }

        double Way(int day) => (1 - Math.Exp(-2.2 * day / days)) / (1 - Math.Exp(-2.2));
        double Between(double low, double high) => low + ((high - low) * chance.NextDouble());
        double Bell() => MathNet.Numerics.Distributions.Normal.Sample(chance, 0, 1);
        int BinomialModel(int n, double p) => Enumerable.Range(0, n).Count(_ => chance.NextDouble() < p);
    }
}
