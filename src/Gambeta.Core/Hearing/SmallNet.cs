using System.Text.Json;

namespace Gambeta.Core.Hearing;

/// <summary>A net of one hidden layer of hyperbolic tangents, fitted by <c>tools/listen --learn</c>; its numbers lie beside this file.</summary>
/// <param name="In">The weights into each hidden unit: a row a unit, its offset last.</param>
/// <param name="Out">The weights out of them, the offset last.</param>
public sealed record SmallNet(float[][] In, float[] Out)
{
    /// <summary>The log odds that it tells for so many traits.</summary>
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

    /// <summary>Reads one that ships.</summary>
    /// <param name="name">The file.</param>
    /// <param name="traits">How many numbers it takes.</param>
    /// <exception cref="InvalidDataException">It was fitted to other traits.</exception>
    internal static SmallNet Read(string name, int traits)
    {
        using var file = typeof(SmallNet).Assembly.GetManifestResourceStream(name)!;
        var read = JsonSerializer.Deserialize<SmallNet>(file)!;
        return read.In.All(unit => unit.Length == traits + 1) && read.Out.Length == read.In.Length + 1 ? read : throw new InvalidDataException($"{name} is of other traits.");
    }
}
