namespace Gambeta.Core.Hearing;

/// <summary>
/// How likely each beginning is a ball: first by itself (<see cref="SoundNet.Alone"/>, and what was learned of the place), then by what stands about it (<see cref="SoundCompany"/>).
/// The beginnings are taken in stretches, each with those before and after it, so that what was told once stays and a long set costs no more than a short one.
/// </summary>
/// <param name="cycle">What can be heard of the drill.</param>
/// <param name="place">What the ball sounds like here, where that was learned.</param>
public sealed class BallOdds(SoundCycle cycle, PlaceSound? place = null)
{
    /// <summary>Beginnings of a stretch; as many before it and after it are looked at with it.</summary>
    public const int Stretch = 140;

    private const double MostAlone = 8;

    private readonly List<double> _settled = [];

    /// <summary>The log odds of beginnings of one recording, in their order; those that were there before stand first.</summary>
    public double[] Of(IReadOnlyList<Onset> onsets)
    {
        var odds = new double[onsets.Count];
        _settled.CopyTo(odds);
        for (var from = _settled.Count; from < onsets.Count; from += Stretch)
        {
            var (first, last, until) = (Math.Max(0, from - Stretch), Math.Min(onsets.Count, from + (2 * Stretch)), Math.Min(onsets.Count, from + Stretch));
            List<Onset> looked = [.. onsets.Skip(first).Take(last - first)];
            double[] alone = [.. looked.Select(onset => Alone(onset, place))];
            foreach (var (i, numbers) in SoundCompany.Of(looked, alone, cycle, from - first, until - first).Index()) odds[from + i] = SoundNet.InCompany.LogOdds(numbers);
            // Nothing comes any more that would change these.
            if (from + (2 * Stretch) <= onsets.Count) _settled.AddRange(odds[from..until]);
        }
        return odds;
    }

    /// <summary>The log odds of a beginning by itself.</summary>
    /// <param name="onset">The beginning.</param>
    /// <param name="place">What the ball sounds like here, where that was learned.</param>
    /// <param name="other">Another net than the one that ships: while nets are fitted.</param>
    public static double Alone(Onset onset, PlaceSound? place, SoundNet? other = null) => Math.Clamp((other?.LogOdds(onset.Traits) ?? onset.Alone) + (place?.For(onset) ?? 0), -MostAlone, MostAlone);

    /// <summary>The chance that log odds mean.</summary>
    public static double Chance(double odds) => 1 / (1 + Math.Exp(-odds));
}
