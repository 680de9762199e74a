namespace Gambeta.Simulation.Sound;

/// <summary>What dies away by the same part from sample to sample: an exponential without asking for one each time.</summary>
/// <param name="fades">Seconds in which it falls to a third (1/e).</param>
/// <param name="begins">When it begins to, in seconds: the first sample from there on is the first that is asked for.</param>
/// <param name="rate">Samples a second.</param>
internal sealed class Fading(double fades, double begins, int rate)
{
    private readonly double _part = Math.Exp(-1 / (fades * rate));
    private double _now = Math.Exp(-((Math.Ceiling(begins * rate) / rate) - begins) / fades);

    /// <summary>How much is left at the next sample.</summary>
    public double Next()
    {
        var now = _now;
        _now *= _part;
        return now;
    }
}
