using System.Numerics.Tensors;

namespace Gambeta.Core.Hearing;

/// <summary>
/// What stands about each beginning of a recording, as numbers for <see cref="SoundNet.InCompany"/>: how likely it is a ball by itself, how it resembles what surely is one here and what surely
/// is none, what the sounds are that are most like it, what sounded at which time before and after it, and in which time surely balls follow each other here. A place, a ball and a microphone sound alike for a whole round, and whoever
/// plays keeps time, whatever both are.
/// </summary>
public static class SoundCompany
{
    /// <summary>How many numbers of each.</summary>
    public const int Count = Own + (5 * Lags) + (2 * Near * OfNear) + (2 * OfKin);

    // Times apart are told in steps of a tenth of themselves, from 0.16 s on.
    private const int Own = 7, Lags = 24, Near = 3, OfNear = 5, OfKin = 3, Few = 4, Many = 12;

    private const double FirstLag = 0.16, LagStep = 1.1, Enough = 3, Sure = 0.7;

    /// <summary>The longest time apart that is told, in seconds.</summary>
    public static readonly double Farthest = FirstLag * Math.Pow(LagStep, Lags);

    /// <summary>The numbers of some beginnings.</summary>
    /// <param name="onsets">The beginnings of one stretch, in their order.</param>
    /// <param name="alone">The log odds of each by itself.</param>
    /// <param name="cycle">What can be heard of the drill.</param>
    /// <param name="from">The first whose numbers are asked for.</param>
    /// <param name="until">The one after the last.</param>
    public static float[][] Of(IReadOnlyList<Onset> onsets, IReadOnlyList<double> alone, SoundCycle cycle, int from, int until)
    {
        double[] chances = [.. alone.Select(BallOdds.Chance)];
        var here = new Here(onsets, chances);
        float[][] traits = [.. onsets.Select(onset => onset.Traits)], levels = [.. onsets.Select(onset => Array.ConvertAll(onset.Levels, level => (float)level))];
        var hasWall = cycle.Sounds.Any(sound => sound.Kind == HeardKind.Wall);
        return [.. Enumerable.Range(from, until - from).Select(i =>
        {
            var numbers = new float[Count];
            numbers[0] = Number(alone[i] / 4, 2);
            here.Tell(onsets[i], numbers);
            (numbers[5], numbers[6]) = (cycle.Falls ? 1 : 0, hasWall ? 1 : 0);
            Times(onsets, chances, i, numbers.AsSpan(Own, 4 * Lags));
            here.Rhythm.CopyTo(numbers.AsSpan(Own + (4 * Lags)));
            Nearest(onsets, alone, i, numbers.AsSpan(Own + (5 * Lags), 2 * Near * OfNear));
            Kin(traits, chances, i, 2, numbers.AsSpan(Own + (5 * Lags) + (2 * Near * OfNear), OfKin));
            Kin(levels, chances, i, 10, numbers.AsSpan(Own + (5 * Lags) + (2 * Near * OfNear) + OfKin, OfKin));
            return numbers;
        })];
    }

    private static float Number(double of, double most) => (float)Math.Clamp(of, -most, most);

    private static int Lag(double seconds) => seconds < FirstLag ? -1 : (int)(Math.Log(seconds / FirstLag) / Math.Log(LagStep));

    // How like two sound, from 0 to 1, however loud.
    private static double Alike(Onset one, Onset other)
    {
        var sum = 0.0;
        for (var band = 0; band < SoundFrame.Bands; band++) sum += Math.Abs(one.Shape[band] - other.Shape[band]);
        return Math.Exp(-sum / SoundFrame.Bands / 5);
    }

    // At each time before it and after it: how likely a ball what sounded then, and how like this one.
    private static void Times(IReadOnlyList<Onset> onsets, double[] chances, int i, Span<float> numbers)
    {
        foreach (var direction in new[] { -1, 1 })
        {
            for (var k = i + direction; k >= 0 && k < onsets.Count && Math.Abs(onsets[k].At - onsets[i].At) is var apart && apart < Farthest; k += direction)
            {
                if (Lag(apart) is not (>= 0 and < Lags and var lag)) continue;
                var place = lag + (direction < 0 ? 0 : 2 * Lags);
                numbers[place] = Math.Max(numbers[place], (float)chances[k]);
                numbers[place + Lags] = Math.Max(numbers[place + Lags], (float)Alike(onsets[i], onsets[k]));
            }
        }
    }

    // The beginnings next to it, whatever they are.
    private static void Nearest(IReadOnlyList<Onset> onsets, IReadOnlyList<double> alone, int i, Span<float> numbers)
    {
        var place = 0;
        foreach (var step in new[] { -3, -2, -1, 1, 2, 3 })
        {
            var k = i + step;
            if (k >= 0 && k < onsets.Count && Math.Abs(onsets[k].At - onsets[i].At) is var apart && apart < 2 * Farthest)
            {
                numbers[place] = 1;
                numbers[place + 1] = Number(Math.Log(apart / 0.3), 2);
                numbers[place + 2] = Number(alone[k] / 4, 2);
                numbers[place + 3] = Number((onsets[k].Loudness - onsets[i].Loudness) / 10, 3);
                numbers[place + 4] = (float)Alike(onsets[i], onsets[k]);
            }
            place += OfNear;
        }
    }

    // What those are that are most like it, wherever they lie: how likely balls the nearest few and many, and how far off the few.
    private static void Kin(float[][] all, double[] chances, int i, double usual, Span<float> numbers)
    {
        Span<double> nearest = stackalloc double[Many];
        Span<int> who = stackalloc int[Many];
        var known = 0;
        for (var k = 0; k < all.Length; k++)
        {
            if (k == i) continue;
            double far = TensorPrimitives.Distance<float>(all[i], all[k]);
            if (known == Many && far >= nearest[Many - 1]) continue;
            var place = known < Many ? known++ : Many - 1;
            for (; place > 0 && nearest[place - 1] > far; place--) (nearest[place], who[place]) = (nearest[place - 1], who[place - 1]);
            (nearest[place], who[place]) = (far, k);
        }
        if (known < Few) return;
        for (var k = 0; k < known; k++)
        {
            if (k < Few) (numbers[0], numbers[2]) = (numbers[0] + (float)(2 * chances[who[k]] / Few), numbers[2] + Number(nearest[k] / usual / Few, 1));
            numbers[1] += (float)(2 * chances[who[k]] / known);
        }
    }

    // What is alike through the whole stretch.
    private sealed class Here
    {
        private readonly Likeness _balls = new(), _others = new(), _ballShapes = new(), _otherShapes = new();
        private readonly double _loudness;

        /// <summary>How often surely balls follow each other in each time, as parts of all.</summary>
        public float[] Rhythm { get; } = new float[Lags];

        public Here(IReadOnlyList<Onset> onsets, double[] chances)
        {
            var (last, many) = (-1, 0);
            for (var i = 0; i < onsets.Count; i++)
            {
                var p = chances[i];
                if (p > Sure)
                {
                    _balls.Add(onsets[i].Levels, p);
                    _ballShapes.Add(onsets[i].Shape, p);
                    _loudness += p * onsets[i].Loudness;
                    if (last >= 0 && Lag(onsets[i].At - onsets[last].At) is >= 0 and < Lags and var lag) (Rhythm[lag], many) = (Rhythm[lag] + 1, many + 1);
                    last = i;
                }
                else if (p < 1 - Sure)
                {
                    _others.Add(onsets[i].Levels, 1 - p);
                    _otherShapes.Add(onsets[i].Shape, 1 - p);
                }
            }
            _loudness /= Math.Max(1e-9, _balls.Weight);
            for (var lag = 0; lag < Lags; lag++) Rhythm[lag] *= 3f / Math.Max(3, many);
        }

        public void Tell(Onset onset, float[] numbers)
        {
            if (_balls.Weight >= Enough && _others.Weight >= Enough)
            {
                numbers[1] = Number((_balls.Log(onset.Levels) - _others.Log(onset.Levels)) / 10, 3);
                numbers[2] = Number((_ballShapes.Log(onset.Shape) - _otherShapes.Log(onset.Shape)) / 10, 3);
            }
            if (_balls.Weight >= Enough) numbers[3] = Number((onset.Loudness - _loudness) / 10, 3);
            numbers[4] = (float)Math.Log(1 + _balls.Weight) / 4;
        }
    }
}
