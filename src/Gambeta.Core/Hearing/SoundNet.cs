using System.Numerics.Tensors;
using System.Text.Json;

namespace Gambeta.Core.Hearing;

/// <summary>
/// A small net that tells how likely something is: layers whose units let through what is above 0 (rectifiers), and one unit at the end that gives log odds. The two that ship were fitted by
/// <c>tools/learn-to-hear</c> to made-up recordings whose every constant was drawn from wide bounds, by several recipes, with voices of a speech synthesizer among the noise.
/// </summary>
/// <param name="Layers">Of each layer a row a unit: the weight of each number that comes in, the offset last. The last layer has one unit.</param>
public sealed record SoundNet(float[][][] Layers)
{
    /// <summary>From the traits of a beginning (<see cref="SoundTraits"/>): the log odds that it is a ball.</summary>
    public static SoundNet Alone => ShippedAlone.Value;

    /// <summary>From what stands about a beginning (<see cref="SoundCompany"/>): the same, better.</summary>
    public static SoundNet InCompany => ShippedInCompany.Value;

    // Each when it is first asked: while one is fitted the other may not be there yet.
    private static readonly Lazy<SoundNet> ShippedAlone = new(() => Shipped("ball-alone.json", SoundTraits.Count)), ShippedInCompany = new(() => Shipped("ball-in-company.json", SoundCompany.Count));

    /// <summary>The log odds.</summary>
    public double LogOdds(ReadOnlySpan<float> numbers)
    {
        var comes = numbers;
        foreach (var layer in Layers)
        {
            var goes = new float[layer.Length];
            for (var unit = 0; unit < layer.Length; unit++)
            {
                var sum = TensorPrimitives.Dot(comes, layer[unit].AsSpan(..^1)) + layer[unit][^1];
                goes[unit] = layer.Length == 1 ? sum : Math.Max(0, sum);
            }
            comes = goes;
        }
        return comes[0];
    }

    /// <summary>Reads one that takes so many numbers.</summary>
    /// <exception cref="InvalidDataException">It takes others, or does not end in one.</exception>
    public static SoundNet Read(Stream file, int numbers)
    {
        var read = JsonSerializer.Deserialize<SoundNet>(file)!;
        var comes = numbers;
        foreach (var layer in read.Layers)
        {
            if (Array.Exists(layer, unit => unit.Length != comes + 1)) throw new InvalidDataException($"A net takes {comes} numbers, not {layer[0].Length - 1}.");
            comes = layer.Length;
        }
        return comes == 1 ? read : throw new InvalidDataException("A net ends in one number.");
    }

    private static SoundNet Shipped(string name, int numbers)
    {
        using var file = typeof(SoundNet).Assembly.GetManifestResourceStream(name)!;
        return Read(file, numbers);
    }
}
