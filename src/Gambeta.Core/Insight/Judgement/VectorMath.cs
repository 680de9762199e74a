using System.Numerics;
using System.Runtime.InteropServices;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>Arithmetic on rows of weights, a value a level.</summary>
internal static class VectorMath
{
    /// <summary>Adds a row times a factor.</summary>
    public static void AddTimes(ReadOnlySpan<double> row, double factor, Span<double> onto)
    {
        var a = MemoryMarshal.Cast<double, Vector<double>>(row);
        var b = MemoryMarshal.Cast<double, Vector<double>>(onto);
        var by = new Vector<double>(factor);
        for (var i = 0; i < a.Length; i++)
            b[i] += a[i] * by;
        for (var i = a.Length * Vector<double>.Count; i < row.Length; i++)
            onto[i] += row[i] * factor;
    }

    /// <summary>Moves a row towards another by a share of the way.</summary>
    public static void Blend(ReadOnlySpan<double> towards, double share, Span<double> row)
    {
        var a = MemoryMarshal.Cast<double, Vector<double>>(towards);
        var b = MemoryMarshal.Cast<double, Vector<double>>(row);
        var by = new Vector<double>(share);
        for (var i = 0; i < a.Length; i++)
            b[i] += (a[i] - b[i]) * by;
        for (var i = a.Length * Vector<double>.Count; i < row.Length; i++)
            row[i] += (towards[i] - row[i]) * share;
    }

    /// <summary>Multiplies a row into another.</summary>
    public static void Times(ReadOnlySpan<double> row, Span<double> into)
    {
        var a = MemoryMarshal.Cast<double, Vector<double>>(row);
        var b = MemoryMarshal.Cast<double, Vector<double>>(into);
        for (var i = 0; i < a.Length; i++)
            b[i] *= a[i];
        for (var i = a.Length * Vector<double>.Count; i < row.Length; i++)
            into[i] *= row[i];
    }

    /// <summary>The sum of the products.</summary>
    public static double Dot(ReadOnlySpan<double> a, ReadOnlySpan<double> b)
    {
        var u = MemoryMarshal.Cast<double, Vector<double>>(a);
        var v = MemoryMarshal.Cast<double, Vector<double>>(b);
        var sums = Vector<double>.Zero;
        for (var i = 0; i < u.Length; i++)
            sums += u[i] * v[i];
        var sum = Vector.Sum(sums);
        for (var i = u.Length * Vector<double>.Count; i < a.Length; i++)
            sum += a[i] * b[i];
        return sum;
    }

    /// <summary>The sum of a row.</summary>
    public static double Sum(ReadOnlySpan<double> row)
    {
        var vectors = MemoryMarshal.Cast<double, Vector<double>>(row);
        var sums = Vector<double>.Zero;
        foreach (var vector in vectors)
            sums += vector;
        var sum = Vector.Sum(sums);
        for (var i = vectors.Length * Vector<double>.Count; i < row.Length; i++)
            sum += row[i];
        return sum;
    }

    /// <summary>Makes a row add up to one; an empty one is spread evenly.</summary>
    public static void Normalise(Span<double> row)
    {
        var sum = Sum(row);
        if (!(sum > 1e-280) || !double.IsFinite(sum))
        {
            row.Fill(1.0 / row.Length);
            return;
        }
        var by = 1 / sum;
        for (var i = 0; i < row.Length; i++)
            row[i] *= by;
    }

    /// <summary>Adds the same to each value.</summary>
    public static void Add(double value, Span<double> onto)
    {
        for (var i = 0; i < onto.Length; i++)
            onto[i] += value;
    }

    /// <summary>Raises each value to a whole power, of at least one, by squaring.</summary>
    public static void Power(Span<double> row, int power)
    {
        Span<double> square = stackalloc double[LevelScale.Nodes];
        row.CopyTo(square);
        for (var left = power - 1; left > 0; left >>= 1)
        {
            if ((left & 1) == 1)
                Times(square, row);
            Times(square, square);
        }
    }

    /// <summary>Lifts a row so that its greatest value is one; an empty one becomes all ones.</summary>
    public static void ToTop(Span<double> row)
    {
        var most = 0.0;
        foreach (var value in row)
            most = Math.Max(most, value);
        if (most > 0 && double.IsFinite(1 / most))
            for (var i = 0; i < row.Length; i++)
                row[i] /= most;
        else
            row.Fill(1);
    }

    /// <summary>Turns logarithms into values of which the greatest is one.</summary>
    public static void FromLogs(Span<double> row)
    {
        var most = double.NegativeInfinity;
        foreach (var value in row)
            most = Math.Max(most, value);
        for (var i = 0; i < row.Length; i++)
            row[i] = Math.Exp(row[i] - most);
    }
}
