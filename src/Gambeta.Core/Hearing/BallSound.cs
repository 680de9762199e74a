using System.Text.Json;

namespace Gambeta.Core.Hearing;

/// <summary>
/// Tells from its traits how likely a beginning is a struck ball: a net of one hidden layer (hyperbolic tangents), fitted by <c>tools/listen --learn 1000 --noise</c> to made-up recordings
/// whose every constant was drawn from wide bounds, by several recipes, with voices of a speech synthesizer among the noise. Its numbers lie in <c>Hearing/ball-sound.json</c>.
/// </summary>
/// <param name="In">The weights into each hidden unit: a row a unit, its offset last.</param>
/// <param name="Out">The weights out of them, the offset last.</param>
public sealed record BallSound(float[][] In, float[] Out)
{
    /// <summary>The one that ships.</summary>
    public static readonly BallSound Shipped = Read();

    /// <summary>The log odds of a ball.</summary>
    public double LogOdds(ReadOnlySpan<float> traits)
    {
        var sum = Out[^1];
        for (var unit = 0; unit < In.Length; unit++)
        {
            var into = In[unit][^1];
            for (var i = 0; i < traits.Length; i++) into += In[unit][i] * traits[i];
            sum += Out[unit] * MathF.Tanh(into);
        }
        return sum;
    }

    private static BallSound Read()
    {
        using var file = typeof(BallSound).Assembly.GetManifestResourceStream("ball-sound.json")!;
        var read = JsonSerializer.Deserialize<BallSound>(file)!;
        return read.In.All(unit => unit.Length == SoundTraits.Count + 1) && read.Out.Length == read.In.Length + 1 ? read : throw new InvalidDataException("ball-sound.json is of other traits.");
    }
}
