namespace Gambeta.Core.Edges.Hearing;

/// <summary>What was heard of a ball that is kept up, from its touches and bounces (<see cref="KeptUp"/>); a touch that was drowned between
/// two is added.</summary>
internal static class HeardKeptUp
{
    private const double LeastTold = 0.05;

    /// <summary>Everything that was heard; of a bounce it is told how sure it is that it was no touch.</summary>
    /// <param name="onsets">The beginnings.</param>
    /// <param name="kinds">What each may have been.</param>
    /// <param name="rep">What repeats of the pattern.</param>
    /// <param name="feet">Whose foot each was.</param>
    public static List<HeardTouch> Of(IReadOnlyList<Onset> onsets, KindOdds[] kinds, SoundCycle rep, PatternFeet feet)
    {
        var (sounds, touch, usual) = new KeptUp(onsets, kinds, rep).Tell();
        var (heard, chosen) = (new List<HeardTouch>(), sounds.Select(sound => sound.At).ToHashSet());
        var others = Enumerable.Range(0, onsets.Count).Where(i => !chosen.Contains(i)).Select(i => onsets[i].At).ToList();
        // The places of the touches in what repeats, gone through by turns: a bounce is no foot's.
        int[] places = [.. Enumerable.Range(0, rep.Sounds.Length).Where(place => rep.Sounds[place].Kind == HeardKind.Touch)];
        var told = 0;
        void Add(double at, double sure) => heard.Add(new HeardTouch(at, HeardKind.Touch, feet.Next(places[told++ % places.Length]), sure));
        // From the floor it may be the next touch but one.
        double? Missed(double from, double to, bool isUp) =>
            !isUp ? Drowned.Between(from, to, usual.Touch, others)
            : usual is { Up: > 0, Down: > 0 } && to - from > Math.Sqrt(usual.Up * FlightOdds.UpLater(usual)) ? from + usual.Up
            : null;
        for (var k = 0; k < sounds.Count; k++)
        {
            var (i, isBounce, begins) = sounds[k];
            if (begins)
            {
                EndTry(heard);
                told = 0;
                feet.Begin();
            }
            if (isBounce)
            {
                heard.Add(new HeardTouch(onsets[i].At, HeardKind.Bounce, null, 1 - touch[i]));
                continue;
            }
            if (
                !begins
                && !sounds[k - 1].IsBounce
                && Drowned.Silent(onsets[sounds[k - 1].At].At, onsets[i].At, usual.Touch, others) is { } silent
            )
                heard.Add(silent);
            if (!begins && Missed(onsets[sounds[k - 1].At].At, onsets[i].At, sounds[k - 1].IsBounce) is { } missed)
                Add(missed, Drowned.Sure);
            Add(onsets[i].At, touch[i]);
        }
        EndTry(heard);
        heard.AddRange(
            Enumerable
                .Range(0, onsets.Count)
                .Where(i => !chosen.Contains(i) && touch[i] > LeastTold)
                .Select(i => new HeardTouch(onsets[i].At, HeardKind.Other, null, 1 - touch[i]))
        );
        return heard;
    }

    private static void EndTry(List<HeardTouch> heard)
    {
        var last = heard.FindLastIndex(sound => sound.Kind == HeardKind.Touch);
        if (last >= 0)
            heard[last] = heard[last] with { EndsTry = true };
    }
}
