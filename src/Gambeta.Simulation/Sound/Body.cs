namespace Gambeta.Simulation.Sound;

/// <summary>
/// A body that rings: its modes driven by the push of a foot or floor (half a sine as long as the two are in touch), and the rubbing of the
/// two surfaces. Another recipe than <see cref="Hit"/> on purpose: what is fitted to one way of drawing sounds is worth little elsewhere.
/// </summary>
/// <param name="Modes">What rings: hertz, seconds in which each falls to a third, its part.</param>
/// <param name="Contact">Seconds in touch.</param>
/// <param name="Rubbing">The part of the rubbing.</param>
/// <param name="Below">The hertz below which the rubbing is heard.</param>
/// <param name="Fades">Seconds in which the rubbing falls to a third after they part.</param>
/// <param name="Push">The part of the push itself.</param>
public sealed record Body(
    IReadOnlyList<(double Hertz, double Fades, double Part)> Modes,
    double Contact,
    double Rubbing,
    double Below,
    double Fades,
    double Push
) : IStruck
{
    private const double Lasts = 0.25;

    /// <inheritdoc/>
    public void Add(float[] into, int rate, double at, double gain, Random chance)
    {
        var (from, count, drawn) = ((int)(at * rate), (int)(Lasts * rate), Sounds.Near(chance, 0.05));
        var rings = Modes.Select(mode => new Ring(mode.Hertz * drawn, mode.Fades, mode.Part * Sounds.Near(chance, 0.2), rate)).ToArray();
        var (contact, rubs, under) = (Contact * Sounds.Near(chance, 0.1), Filters.Below(Below, rate), Filters.Above(150, rate));
        // White noise has the same power in a band at every rate.
        var level = Rubbing * Math.Sqrt(rate / 48_000.0);
        var fading = new Fading(Fades, contact, rate);
        for (var i = 0; i < count && from + i < into.Length; i++)
        {
            var t = i / (double)rate;
            var push = t < contact ? Math.Sin(Math.PI * t / contact) : 0;
            var value = 0.0;
            foreach (var ring in rings)
                value += ring.Next(push);
            value += Push * push;
            value += level * under.Process(rubs.Process((float)Sounds.Normal(chance))) * (t < contact ? push + 0.2 : 0.2 * fading.Next());
            if (from + i >= 0)
                into[from + i] += (float)(gain * value);
        }
    }

    // A resonance of two poles.
    private sealed class Ring(double hertz, double fades, double part, int rate)
    {
        private readonly double _one = 2 * Math.Exp(-1 / (fades * rate)) * Math.Cos(2 * Math.PI * hertz / rate),
            _two = -Math.Exp(-2 / (fades * rate)),
            _into = part * Math.Pow(2 * Math.PI * hertz / rate, 2);
        private double _last,
            _before;

        public double Next(double push)
        {
            var value = (_one * _last) + (_two * _before) + (_into * push);
            (_before, _last) = (_last, value);
            return value;
        }
    }
}
