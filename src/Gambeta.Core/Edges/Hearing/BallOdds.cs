namespace Gambeta.Core.Edges.Hearing;

/// <summary>
/// What each beginning was, as log odds, by what stands about it (<see cref="SoundCompany"/>). The beginnings are taken in stretches, each
/// with those before and after it, so that what was told once stays and a long set costs no more than a short one.
/// </summary>
/// <param name="cycle">What can be heard of the drill.</param>
/// <param name="place">What the ball sounds like here, where that was learned.</param>
public sealed class BallOdds(SoundCycle cycle, SpaceSound? place = null)
{
    /// <summary>Beginnings of a stretch; as many after it are looked at with it, and what is told of those stands until more is
    /// known.</summary>
    public const int Stretch = 32;

    // And so many before it.
    private const int Before = 64;

    private readonly SoundCompany _net = SoundCompany.Shipped;
    private readonly List<float[]> _looks = [];
    private readonly List<KindOdds> _settled = [];

    /// <summary>The odds of beginnings of one recording, in their order; those that were there before stand first.</summary>
    public KindOdds[] Of(IReadOnlyList<Onset> onsets)
    {
        while (_looks.Count < onsets.Count)
            _looks.Add(_net.Look(SoundToken.Of(onsets[_looks.Count], place, cycle)));
        var odds = new KindOdds[onsets.Count];
        _settled.CopyTo(odds);
        while (_settled.Count < onsets.Count)
        {
            var (from, until) = (_settled.Count, Math.Min(onsets.Count, _settled.Count + (2 * Stretch)));
            var first = Math.Max(0, from - Before);
            var told = _net.Tell(
                [.. Enumerable.Range(first, until - first).Select(i => onsets[i].Frame)],
                _looks.GetRange(first, until - first),
                from - first,
                Louder(onsets, first, until)
            );
            for (var i = from; i < until; i++)
                odds[i] = KindOdds.From(told[i - from]);
            if (from + (2 * Stretch) > onsets.Count)
                break;
            // Nothing comes any more that would change these.
            _settled.AddRange(odds[from..(from + Stretch)]);
        }
        return odds;
    }

    // A microphone near or far, turned up or down, is no matter: what lies in the middle is taken for as loud as the net knows it.
    private static float Louder(IReadOnlyList<Onset> onsets, int first, int last)
    {
        var loud = Enumerable.Range(first, last - first).Select(i => onsets[i].Loudness).Order().ToList();
        return (float)((SoundToken.UsualLoudness - loud[loud.Count / 2]) / SoundToken.OfLoudness);
    }
}
