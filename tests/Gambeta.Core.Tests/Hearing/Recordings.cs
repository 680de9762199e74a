using Gambeta.Core.Base.Touches;
using Gambeta.Core.Edges.Hearing;
using Gambeta.Simulation.Sound;

namespace Gambeta.Core.Tests.Hearing;

/// <summary>Made-up recordings that nothing was fitted to (<c>tools/learn-to-hear</c> takes seeds below 10,000) and no constant chosen on
/// (that was done on seeds up to 100,000), and how what is heard of them compares with the truth.</summary>
internal static class Recordings
{
    public const int FirstSeed = 1_000_000;

    public static (Scene Scene, MadeRecording Made) Make(int seed, double decibels, SceneKind? kind = null)
    {
        var chance = new Random(seed);
        var scene = new Scene(kind ?? (SceneKind)(seed % 3), 45, (NoiseKind)chance.Next(6), decibels)
        {
            Rate = new[] { 48_000, 44_100, 16_000 }[chance.Next(3)],
            IsSoftBall = chance.Next(3) == 0,
            IsIndoors = chance.Next(3) == 0,
        };
        return (scene, new SimulatedMicrophone(seed).Record(scene));
    }

    /// <summary>What the drill of a scene sounds like: known, as its card is known.</summary>
    public static SoundCycle CycleOf(MadeRecording made, SceneKind kind)
    {
        var (touch, wall) = (new CycleSound(HeardKind.Touch), new CycleSound(HeardKind.Wall));
        return kind switch
        {
            SceneKind.Wall
                when made.Truth.Count(sound => sound.Kind == TrueKind.Touch)
                    > 1.5 * made.Truth.Count(sound => sound.Kind == TrueKind.Wall) => new([touch, wall, touch], 0, false),
            SceneKind.Wall => new([touch, wall], 0, false),
            SceneKind.Bounced => new([touch, new(HeardKind.Bounce)], 0, true),
            _ => SoundCycle.Plain with { Falls = kind == SceneKind.Juggling },
        };
    }

    public static HeardSet Hear(MadeRecording made, SceneKind kind) =>
        Ear.Of(FrameMaker.Of(made.Samples, made.Rate), new ListeningFor(CycleOf(made, kind)));

    /// <summary>Touches that were heard within 50 ms of a true one, each true one once.</summary>
    public static int Hits(IReadOnlyList<double> truth, IReadOnlyList<double> heard)
    {
        var (hits, next) = (0, 0);
        foreach (var at in truth)
        {
            while (next < heard.Count && heard[next] < at - 0.05)
                next++;
            if (next < heard.Count && heard[next] <= at + 0.05)
                (hits, next) = (hits + 1, next + 1);
        }
        return hits;
    }
}

/// <summary>What came of many recordings.</summary>
internal sealed class HearingScore
{
    private int _truth,
        _heard,
        _hits,
        _sets,
        _trusted,
        _wrongTrusted,
        _tries,
        _exact,
        _withinOne;

    public double F1 => 2.0 * _hits / Math.Max(1, _truth + _heard);

    public double Exact => _exact / (double)Math.Max(1, _tries);

    public double WithinOne => _withinOne / (double)Math.Max(1, _tries);

    public int Sets => _sets;

    public int Trusted => _trusted;

    public int WrongTrusted => _wrongTrusted;

    public void Add(MadeRecording made, SceneKind kind, HeardSet heard)
    {
        var truth = made.Truth.Where(sound => sound.Kind == TrueKind.Touch).ToList();
        var times = heard.Touches.Select(touch => touch.At).ToList();
        _truth += truth.Count;
        _heard += times.Count;
        _hits += Recordings.Hits([.. truth.Select(sound => sound.At)], times);
        _sets++;
        if (heard.IsTrusted)
        {
            _trusted++;
            if (Math.Abs(times.Count - truth.Count) > 0.02 * truth.Count)
                _wrongTrusted++;
        }
        if (kind != SceneKind.Juggling)
            return;
        foreach (var one in truth.GroupBy(sound => sound.Try))
        {
            var (from, to) = (one.First().At - 0.6, made.Truth.Last(sound => sound.Try == one.Key).At + 0.9);
            var off = Math.Abs(times.Count(at => at > from && at < to) - one.Count());
            _tries++;
            if (off == 0)
                _exact++;
            if (off <= 1)
                _withinOne++;
        }
    }

    public override string ToString() =>
        $"{_sets} recordings, {_truth} touches: F1 {F1:0.000}, tries exact {Exact:0.00}, within one {WithinOne:0.00} of {_tries}, "
        + $"trusted {_trusted / (double)Math.Max(1, _sets):0.00}, of those wrong by more than 2 % {_wrongTrusted} of {_trusted}";
}
