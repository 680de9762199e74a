using System.Numerics.Tensors;
using System.Text.Json;

namespace Gambeta.Core.Edges.Hearing;

/// <summary>
/// The net that tells what each beginning was from all that stand about it: layers of attention (Vaswani and others, 2017), in which each
/// beginning looks at those that are like it and at those that lie so far before or behind it in time (relative places in the way of Shaw
/// and others, 2018, in steps of a twelfth of the time apart). A place, a ball and a microphone sound alike for a whole round, and whoever
/// plays keeps time. Fitted by <c>tools/learn-to-hear</c> to made-up recordings whose every constant was drawn from wide bounds, by several
/// recipes.
/// </summary>
/// <param name="Embed">Two layers that turn the numbers of a <see cref="SoundToken"/> into what is looked at.</param>
/// <param name="Blocks">The layers of attention.</param>
/// <param name="After">What evens out what comes of them: a gain and an offset for each number.</param>
/// <param name="Told">What is told of it: a row for each <see cref="HeardKind"/>.</param>
/// <param name="Alone">What is told of a beginning by itself, from what is looked at of it: the same.</param>
public sealed record SoundCompany(float[][][] Embed, SoundCompany.Block[] Blocks, float[][] After, float[][] Told, float[][] Alone)
{
    /// <summary>A layer of attention. Every matrix has a row a unit: the weight of each number that comes in, the offset last.</summary>
    /// <param name="Before">What evens out what comes in: gains, then offsets.</param>
    /// <param name="Query">What a beginning looks for.</param>
    /// <param name="Key">By what it is found.</param>
    /// <param name="Value">What it tells whoever looks at it.</param>
    /// <param name="Out">What becomes of what was told.</param>
    /// <param name="Bias">Of each head how much it looks at what lies so far off in time, for each step.</param>
    /// <param name="Apart">What it is told by how far off in time others lie: of each number one for each step.</param>
    /// <param name="Between">What evens out before the last two.</param>
    /// <param name="Wide">A layer whose units let through what is above 0.</param>
    /// <param name="Narrow">And back.</param>
    public sealed record Block(
        float[][] Before,
        float[][] Query,
        float[][] Key,
        float[][] Value,
        float[][] Out,
        float[][] Bias,
        float[][] Apart,
        float[][] Between,
        float[][] Wide,
        float[][] Narrow
    );

    private const int Lags = 64,
        Kinds = 4;

    private const double FirstLag = 0.05,
        LagStep = 1.08,
        Smallest = 1e-5;

    private static readonly Lazy<SoundCompany> TheShipped = new(() =>
    {
        using var file = typeof(SoundCompany).Assembly.GetManifestResourceStream("ball-in-company.json")!;
        return Read(file);
    });

    // The step of each number of frames apart.
    private static readonly int[] Steps =
    [
        .. Enumerable
            .Range(0, 1 + (int)(FirstLag * Math.Pow(LagStep, Lags) * SoundFrame.ASecond))
            .Select(frames =>
                (int)
                    Math.Clamp(
                        Math.Floor(
                            (Math.Log(Math.Max(FirstLag, frames / (double)SoundFrame.ASecond) / FirstLag) / Math.Log(LagStep)) + 1e-4
                        ),
                        0,
                        Lags - 1
                    )
            ),
    ];

    /// <summary>The one that ships.</summary>
    public static SoundCompany Shipped => TheShipped.Value;

    /// <summary>The first sums of a beginning, made once from its <see cref="SoundToken"/>.</summary>
    public float[] Look(float[] token) => Times(Embed[0], token);

    /// <summary>What a beginning was, by itself: of each <see cref="HeardKind"/> a number whose exponential is as its chance.</summary>
    /// <param name="look">Its first sums.</param>
    /// <param name="louder">As if it had been louder by so much, as <see cref="SoundToken"/> counts it.</param>
    public float[] Tell(float[] look, float louder = 0) => Times(Alone, Seen(look, louder));

    /// <summary>What each of some beginnings was: of each <see cref="HeardKind"/> a number whose exponential is as its chance.</summary>
    /// <param name="frames">The frame of each, in order.</param>
    /// <param name="looks">The first sums of each.</param>
    /// <param name="from">The first that is asked for; the others are looked at only.</param>
    /// <param name="louder">As if all had been louder by so much, as <see cref="SoundToken"/> counts it.</param>
    public float[][] Tell(IReadOnlyList<int> frames, IReadOnlyList<float[]> looks, int from = 0, float louder = 0)
    {
        float[][] now = [.. looks.Select(look => Seen(look, louder))];
        var steps = new int[now.Length][];
        for (var i = 0; i < now.Length; i++)
        {
            steps[i] = new int[now.Length];
            for (var j = 0; j < now.Length; j++)
                steps[i][j] = Step(frames[j] - frames[i]);
        }
        // Of the last layer only those count that are asked for.
        foreach (var block in Blocks)
            Attend(block, now, steps, block == Blocks[^1] ? from : 0);
        return [.. now.Skip(from).Select(one => Times(Told, Even(After, one)))];
    }

    /// <summary>Reads one.</summary>
    /// <exception cref="InvalidDataException">It takes other numbers, or does not fit together.</exception>
    public static SoundCompany Read(Stream file)
    {
        var read = JsonSerializer.Deserialize<SoundCompany>(file)!;
        var size = read.Told[0].Length - 1;
        static bool Is(float[][] matrix, int rows, int columns) =>
            matrix.Length == rows && Array.TrueForAll(matrix, row => row.Length == columns);
        var fits =
            read.Embed.Length == 2
            && Is(read.Embed[0], read.Embed[0].Length, SoundToken.Count + 1)
            && Is(read.Embed[1], size, read.Embed[0].Length + 1)
            && Is(read.After, 2, size)
            && Is(read.Told, Kinds, size + 1)
            && Is(read.Alone, Kinds, size + 1)
            && Array.TrueForAll(read.Blocks, block =>
                Is(block.Before, 2, size)
                && Is(block.Between, 2, size)
                && new[] { block.Query, block.Key, block.Value, block.Out }.All(matrix => Is(matrix, size, size + 1))
                && block.Bias.Length > 0
                && size % block.Bias.Length == 0
                && Is(block.Bias, block.Bias.Length, (2 * Lags) + 1)
                && Is(block.Apart, size, (2 * Lags) + 1)
                && Is(block.Wide, block.Wide.Length, size + 1)
                && Is(block.Narrow, size, block.Wide.Length + 1)
            );
        return fits ? read : throw new InvalidDataException($"A net of company takes {SoundToken.Count} numbers and tells {Kinds}.");
    }

    private float[] Seen(float[] look, float louder)
    {
        float[] units = [.. look];
        if (louder != 0)
            for (var unit = 0; unit < units.Length; unit++)
                units[unit] += louder * Embed[0][unit][SoundToken.Loudness];
        TensorPrimitives.Max(units, 0f, units);
        return Times(Embed[1], units);
    }

    private static void Attend(Block block, float[][] now, int[][] steps, int from)
    {
        var (many, size, heads) = (now.Length, block.Query.Length, block.Bias.Length);
        float[][] even = [.. now.Select(one => Even(block.Before, one))];
        // A row for each number, so that all are looked at in one go.
        var (keys, values) = (Turned(even, block.Key), Turned(even, block.Value));
        var (wide, scale) = (size / heads, 1 / MathF.Sqrt(size / (float)heads));
        var (looks, far, told) = (new float[many], new float[(2 * Lags) + 1], new float[size]);
        for (var i = from; i < many; i++)
        {
            var query = Times(block.Query, even[i]);
            var step = steps[i];
            for (var head = 0; head < heads; head++)
            {
                Array.Clear(looks);
                for (var k = head * wide; k < (head + 1) * wide; k++)
                    TensorPrimitives.MultiplyAdd<float>(keys[k], query[k] * scale, looks, looks);
                var bias = block.Bias[head];
                for (var j = 0; j < step.Length; j++)
                    looks[j] += bias[step[j]];
                TensorPrimitives.SoftMax<float>(looks, looks);
                Array.Clear(far);
                for (var j = 0; j < step.Length; j++)
                    far[step[j]] += looks[j];
                for (var k = head * wide; k < (head + 1) * wide; k++)
                    told[k] = TensorPrimitives.Dot<float>(values[k], looks) + TensorPrimitives.Dot<float>(block.Apart[k], far);
            }
            TensorPrimitives.Add(now[i], Times(block.Out, told), now[i]);
        }
        foreach (var one in now.AsSpan(from))
        {
            var units = Times(block.Wide, Even(block.Between, one));
            TensorPrimitives.Max(units, 0f, units);
            TensorPrimitives.Add(one, Times(block.Narrow, units), one);
        }
    }

    private static int Step(int frames) =>
        frames == 0 ? Lags : Math.Sign(frames) * (1 + Steps[Math.Min(Math.Abs(frames), Steps.Length - 1)]) + Lags;

    private static float[] Times(float[][] rows, ReadOnlySpan<float> comes)
    {
        var goes = new float[rows.Length];
        for (var unit = 0; unit < rows.Length; unit++)
            goes[unit] = TensorPrimitives.Dot(comes, rows[unit].AsSpan(..^1)) + rows[unit][^1];
        return goes;
    }

    private static float[][] Turned(float[][] all, float[][] rows)
    {
        float[][] turned = [.. rows.Select(_ => new float[all.Length])];
        for (var i = 0; i < all.Length; i++)
        for (var unit = 0; unit < rows.Length; unit++)
            turned[unit][i] = TensorPrimitives.Dot<float>(all[i], rows[unit].AsSpan(..^1)) + rows[unit][^1];
        return turned;
    }

    // A mean of 0 and a spread of 1, then a gain and an offset of each (Ba and others, 2016).
    private static float[] Even(float[][] gains, float[] one)
    {
        var goes = new float[one.Length];
        var mean = TensorPrimitives.Average<float>(one);
        TensorPrimitives.Subtract(one, mean, goes);
        var spread = MathF.Sqrt((TensorPrimitives.SumOfSquares<float>(goes) / one.Length) + (float)Smallest);
        TensorPrimitives.Divide(goes, spread, goes);
        TensorPrimitives.MultiplyAdd<float>(goes, gains[0], gains[1], goes);
        return goes;
    }
}
