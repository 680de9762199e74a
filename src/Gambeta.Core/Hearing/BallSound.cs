using System.Text.Json;

namespace Gambeta.Core.Hearing;

/// <summary>
/// Tells from its traits how likely a beginning is a struck ball: a net of layers whose units let through what is above 0 (rectifiers), fitted by <c>tools/learn-ball-sound</c> to
/// made-up recordings whose every constant was drawn from wide bounds, by several recipes, with voices of a speech synthesizer among the noise. Its numbers lie in
/// <c>Hearing/ball-sound.json</c>.
/// </summary>
/// <param name="Layers">Of each layer a row a unit: the weight of each number that comes in, the offset last. The last layer has one unit, which gives the log odds.</param>
public sealed record BallSound(float[][][] Layers)
{
    /// <summary>The one that ships.</summary>
    public static readonly BallSound Shipped = Read();

    /// <summary>The log odds of a ball.</summary>
    public double LogOdds(ReadOnlySpan<float> traits)
    {
        var comes = traits;
        foreach (var layer in Layers)
        {
            var goes = new float[layer.Length];
            for (var unit = 0; unit < layer.Length; unit++)
            {
                var (weights, sum) = (layer[unit], layer[unit][^1]);
                for (var i = 0; i < comes.Length; i++) sum += weights[i] * comes[i];
                goes[unit] = layer.Length == 1 ? sum : Math.Max(0, sum);
            }
            comes = goes;
        }
        return comes[0];
    }

    private static BallSound Read()
    {
        using var file = typeof(BallSound).Assembly.GetManifestResourceStream("ball-sound.json")!;
        var read = JsonSerializer.Deserialize<BallSound>(file)!;
        var comes = SoundTraits.Count;
        foreach (var layer in read.Layers)
        {
            if (Array.Exists(layer, unit => unit.Length != comes + 1)) throw new InvalidDataException("ball-sound.json is of other traits.");
            comes = layer.Length;
        }
        return comes == 1 ? read : throw new InvalidDataException("ball-sound.json does not end in one number.");
    }
}
