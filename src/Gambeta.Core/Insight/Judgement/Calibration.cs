using System.Collections.Immutable;
using System.Runtime.InteropServices;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>
/// What happened beside what was said corrects what is said: a set may come out better or worse than its model thinks, by more or by less.
/// The odds of a chance are shifted and stretched, and each of some shifts and stretches is believed in as far as it made what happened
/// likely.
/// </summary>
/// <remarks>Shifting and stretching log-odds is Platt's scaling (Advances in Large Margin Classifiers, 1999), here with a belief over its
/// two numbers instead of a fit.</remarks>
public sealed class Calibration
{
    private static readonly double[] Shifts = [-0.9, -0.4, 0, 0.4, 0.9];
    private static readonly double[] Factors = [.. Shifts.Select(shift => Math.Exp(-shift))];
    private static readonly double[] Stretches = [0.8, 1, 1.25];
    private static readonly double[] OfShifts = [0.06, 0.2, 0.48, 0.2, 0.06];
    private static readonly double[] OfStretches = [0.14, 0.72, 0.14];
    private const double Opens = 0.01;

    private static readonly ImmutableArray<double> Prior = [.. OfShifts.SelectMany(_ => OfStretches, (a, b) => a * b)];

    private readonly ImmutableArray<double> _weights;

    private Calibration(ImmutableArray<double> weights) => _weights = weights;

    /// <summary>Before anything happened: as the model says, give or take.</summary>
    public static readonly Calibration None = new(Prior);

    /// <summary>A chance as it is said.</summary>
    public double Of(double chance)
    {
        if (chance is <= 0 or >= 1)
            return chance;
        // With the odds against it as a number, each shift is a factor and each stretch a power.
        var (against, sum) = ((1 - chance) / chance, 0.0);
        for (var j = 0; j < Stretches.Length; j++)
        {
            var stretched = Stretches[j] == 1 ? against : Math.Pow(against, Stretches[j]);
            for (var i = 0; i < Shifts.Length; i++)
                sum += _weights[(i * Stretches.Length) + j] / (1 + (Factors[i] * stretched));
        }
        return sum;
    }

    /// <summary>After a set, of which the model thought that it comes to at least its value, and to more, with these chances.</summary>
    public Calibration After(double reached, double beyond)
    {
        const double Edge = 1e-4;
        var (reach, more) = (Math.Clamp(reached, Edge, 1 - Edge), Math.Clamp(beyond, Edge, 1 - Edge));
        var weights = new double[_weights.Length];
        for (var j = 0; j < Stretches.Length; j++)
        {
            var (a, b) = (Math.Pow((1 - reach) / reach, Stretches[j]), Math.Pow((1 - more) / more, Stretches[j]));
            for (var i = 0; i < Shifts.Length; i++)
            {
                var k = (i * Stretches.Length) + j;
                var likely = (reached >= 1 - Edge ? 1 : 1 / (1 + (Factors[i] * a))) - (beyond <= Edge ? 0 : 1 / (1 + (Factors[i] * b)));
                // Never nothing: a number that was typed wrong must not decide.
                weights[k] = ((_weights[k] * (1 - Opens)) + (Prior[k] * Opens)) * (likely + 0.01);
            }
        }
        VectorMath.Normalise(weights);
        return new Calibration(ImmutableCollectionsMarshal.AsImmutableArray(weights));
    }
}
