namespace Gambeta.Core.Edges.Hearing;

/// <summary>What is usual of a ball that is kept up; 0 where that is not known.</summary>
/// <param name="Touch">Seconds from touch to touch.</param>
/// <param name="Kept">The part of its speed that a bounce keeps.</param>
/// <param name="Down">Seconds from a touch to the floor.</param>
/// <param name="Up">Seconds from the floor to a touch.</param>
public readonly record struct KeptTimes(double Touch, double Kept, double Down, double Up);

/// <summary>
/// What was heard of a ball that is kept up: which beginnings were touches, which bounces, and where tries begin, told together by the best
/// <see cref="KeptUpDecoder"/>. How long touches and flights last here, and what bounces sound like here, is learned from the recording
/// itself: from the chain of one round for the next.
/// </summary>
public sealed class KeptUp
{
    // What is less likely is not looked at. The net's odds weigh less than they say, and what it tells of bounces much less, since rhythm
    // told it as well.
    private const double LeastOdds = -4.25,
        Weight = 0.92,
        Told = 0.3,
        MostTold = 5,
        Like = 0.3,
        MostLike = 3;

    private const int Rounds = 4;

    private readonly int _all;
    private readonly int[] _onsets;
    private readonly double[] _times,
        _ball,
        _bounce;
    private readonly double[][] _shapes;
    private readonly KeptUpDecoder _chain;

    /// <summary>Takes the beginnings of a recording.</summary>
    /// <param name="onsets">They.</param>
    /// <param name="kinds">What each may have been.</param>
    /// <param name="rep">What repeats of the pattern: it may let the ball bounce between touches.</param>
    public KeptUp(IReadOnlyList<Onset> onsets, IReadOnlyList<KindOdds> kinds, SoundCycle rep)
    {
        _all = onsets.Count;
        _onsets = [.. Enumerable.Range(0, _all).Where(i => kinds[i].Ball > LeastOdds)];
        _times = [.. _onsets.Select(i => onsets[i].At)];
        _shapes = [.. _onsets.Select(i => onsets[i].Shape)];
        _ball = [.. _onsets.Select(i => Weight * kinds[i].Ball)];
        _bounce = [.. _onsets.Select(i => Math.Clamp(Told * (kinds[i].Bounce - kinds[i].Touch), -MostTold, MostTold))];
        _chain = new KeptUpDecoder(
            _times,
            [.. _onsets.Select(i => onsets[i].Loudness)],
            rep.Sounds.Any(sound => sound.Kind == HeardKind.Bounce),
            rep.Heard > rep.Sounds.Length / 2
        );
    }

    /// <summary>The sounds of the ball, by the places of their beginnings; of each beginning the chance that it was a touch; and what was
    /// usual.</summary>
    public (List<KeptSound> Sounds, double[] Touch, KeptTimes Usual) Tell()
    {
        Weigh(default, null, null);
        var best = _chain.Best();
        for (var round = 1; round < Rounds; round++)
        {
            Learn(best);
            best = _chain.Best();
        }
        var touch = new double[_all];
        foreach (var (i, chance) in _onsets.Zip(_chain.Chances().Touch))
            touch[i] = chance;
        return ([.. best.Select(sound => sound with { At = _onsets[sound.At] })], touch, UsualOf(best));
    }

    // What each is worth as a touch and as a bounce: its odds, parted by what the net tells of the two and by what is like them here.
    private void Weigh(KeptTimes usual, Likeness? touches, Likeness? bounces)
    {
        var isKnown = touches is { Weight: >= UsualTime.LeastKnown } && bounces is { Weight: >= UsualTime.LeastKnown };
        var (asTouch, asBounce) = (new double[_ball.Length], new double[_ball.Length]);
        for (var i = 0; i < _ball.Length; i++)
        {
            var bounce =
                _bounce[i] + (isKnown ? Math.Clamp(Like * (bounces!.Log(_shapes[i]) - touches!.Log(_shapes[i])), -MostLike, MostLike) : 0);
            var either = Math.Log(1 + Math.Exp(bounce));
            (asTouch[i], asBounce[i]) = (_ball[i] - either, _ball[i] + bounce - either);
        }
        _chain.Weigh(asTouch, asBounce, new FlightOdds(usual));
    }

    private void Learn(List<KeptSound> chain)
    {
        var (touches, bounces) = (new Likeness(), new Likeness());
        foreach (var sound in chain)
            (sound.IsBounce ? bounces : touches).Add(_shapes[sound.At], 1);
        Weigh(UsualOf(chain), touches, bounces);
    }

    private KeptTimes UsualOf(List<KeptSound> chain)
    {
        List<double> again = [],
            kept = [],
            down = [],
            up = [];
        double Gap(int k) => _times[chain[k].At] - _times[chain[k - 1].At];
        for (var k = 1; k < chain.Count; k++)
        {
            var (isBounce, wasBounce) = (chain[k].IsBounce, chain[k - 1].IsBounce);
            if (chain[k].BeginsTry)
                continue;
            if (isBounce != wasBounce)
                (isBounce ? down : up).Add(Gap(k));
            else if (!isBounce)
                again.Add(Gap(k));
            else if (!chain[k - 1].BeginsTry)
                kept.Add(chain[k - 2].IsBounce ? Gap(k) / Gap(k - 1) : Math.Exp(FlightOdds.Part(Gap(k - 1), Gap(k))));
        }
        return new(UsualTime.Of(again), UsualTime.Of(kept), UsualTime.Of(down), UsualTime.Of(up));
    }
}
