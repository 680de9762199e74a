namespace Gambeta.Core.Edges.Hearing;

/// <summary>The levels of one band over the last second and a half: their middle, and how far they spread about it.</summary>
internal sealed class BandHistory
{
    /// <summary>Frames that are remembered.</summary>
    public const int Length = 150;

    private readonly byte[] _levels = new byte[Length];
    private readonly int[] _counts = new int[SoundFrame.Highest + 1];
    private int _taken;

    /// <summary>Takes the next level.</summary>
    public void Take(byte level)
    {
        var place = _taken % Length;
        if (_taken >= Length)
            _counts[_levels[place]]--;
        _levels[place] = level;
        _counts[level]++;
        _taken++;
    }

    /// <summary>The middle and the spread (from the middle up to where five sixths lie below), in decibels; the spread is never below half
    /// a step.</summary>
    public (double Middle, double Spread) Look()
    {
        var many = Math.Min(_taken, Length);
        var middle = Below(many * 0.5);
        return (middle * SoundFrame.Step, Math.Max(0.5, Below(many * 0.84) - middle) * SoundFrame.Step);
    }

    // The level below which so many lie, as a fraction within its step.
    private double Below(double many)
    {
        var sum = 0;
        for (var level = 0; level <= SoundFrame.Highest; level++)
        {
            if (sum + _counts[level] >= many && _counts[level] > 0)
                return level + ((many - sum) / _counts[level]) - 0.5;
            sum += _counts[level];
        }
        return 0;
    }
}
