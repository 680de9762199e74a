namespace Gambeta.Core.Edges.Hearing;

/// <summary>What was heard of a pattern in which the ball does not fall (<see cref="PatternFit"/>); a touch that was drowned between two
/// is added.</summary>
internal static class HeardPattern
{
    private const double LeastTold = 0.05;

    /// <summary>Everything that was heard, and how sure it is that the sounds were told apart as the pattern has them.</summary>
    /// <param name="onsets">The beginnings.</param>
    /// <param name="kinds">What each may have been.</param>
    /// <param name="rep">What repeats.</param>
    /// <param name="feet">Whose foot each was.</param>
    public static (List<HeardTouch> Heard, double Course) Of(
        IReadOnlyList<Onset> onsets,
        KindOdds[] kinds,
        SoundCycle rep,
        PatternFeet feet
    )
    {
        var told = new PatternFit(onsets, kinds, rep).Tell();
        var heard = new List<HeardTouch>();
        void Add(double at, int place, double sure, bool ends = false) =>
            heard.Add(new HeardTouch(at, rep.Sounds[place].Kind, feet.Next(place), sure, EndsTry: ends, IsPass: rep.IsPass(place)));
        for (var k = 0; k < told.Sounds.Count; k++)
        {
            var (i, place, begins) = told.Sounds[k];
            if (k > 0)
                Missing(onsets[told.Sounds[k - 1].At].At, onsets[i].At, told.Sounds[k - 1].Place, begins, told.Missing[k - 1]);
            // Where the wall is heard first, somebody kicked before it.
            if (begins && rep.Sounds[place].Kind == HeardKind.Wall && Kicked(onsets[i].At, Before(place)) is { } kicked)
                Add(kicked, Before(place), Drowned.Sure);
            Add(
                onsets[i].At,
                place,
                rep.Sounds[place].Kind == HeardKind.Touch ? told.Touch[i] : told.Ball[i],
                k == told.Sounds.Count - 1 || told.Sounds[k + 1].Begins
            );
        }
        var chosen = told.Sounds.Select(sound => sound.At).ToHashSet();
        heard.AddRange(
            Enumerable
                .Range(0, onsets.Count)
                .Where(i => !chosen.Contains(i) && told.Touch[i] > LeastTold)
                .Select(i => new HeardTouch(onsets[i].At, HeardKind.Other, null, 1 - told.Touch[i]))
        );
        return (heard, told.Sure);

        // What may be missing between two: counted where that is likelier than a pause, and in doubt either way.
        void Missing(double from, double to, int place, bool isPause, IReadOnlyList<(int Steps, double Chance)> ways)
        {
            var likeliest = isPause || ways.Count == 0 ? 1 : ways.MaxBy(way => way.Chance).Steps;
            foreach (var (steps, chance) in ways)
            {
                if (steps == 1 || (steps != likeliest && chance < LeastTold))
                    continue;
                for (var step = 1; step < steps; step++)
                {
                    var missed = (place + step) % rep.Sounds.Length;
                    if (rep.Sounds[missed].Kind != HeardKind.Touch)
                        continue;
                    var at = from + ((to - from) * told.Usual.Lasts(place, step) / told.Usual.Lasts(place, steps));
                    if (steps == likeliest)
                        Add(at, missed, chance);
                    else
                        heard.Add(new HeardTouch(at, HeardKind.Other, null, 1 - chance));
                }
            }
        }

        // When the kick was that must have been before a wall; nothing where nobody kicked, or it is not known how long that takes here.
        double? Kicked(double wall, int place) =>
            rep.Sounds[place].Kind == HeardKind.Touch && told.Usual.IsKnown(place) && wall - told.Usual.Lasts(place, 1) is > 0 and var at
                ? at
                : null;

        int Before(int place) => (place + rep.Sounds.Length - 1) % rep.Sounds.Length;
    }
}
