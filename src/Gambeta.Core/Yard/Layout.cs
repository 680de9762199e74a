using System.Collections.Immutable;

namespace Gambeta.Core.Yard;

/// <summary>A place on the floor in metres from the start: to the right, and ahead.</summary>
public readonly record struct Spot(double Right, double Ahead)
{
    /// <summary>The straight distance to another spot, in metres.</summary>
    public double DistanceTo(Spot other) => Math.Sqrt(Math.Pow(Right - other.Right, 2) + Math.Pow(Ahead - other.Ahead, 2));
}

/// <summary>Markers set out on the floor. Times compare only with times on the same layout, which its key names.</summary>
/// <param name="Key">The layout's stable key, stored with every set run on it.</param>
/// <param name="Name">What a player calls it.</param>
/// <param name="Markers">The markers in the order in which they are passed, in metres from the start.</param>
/// <param name="Run">How it is run, in a sentence.</param>
public sealed record Layout(string Key, string Name, ImmutableArray<Spot> Markers, string Run)
{
    /// <summary>
    /// The shortest way that visits start, every marker and start again, in metres: a lower bound of the run,
    /// which goes round the markers and not through them.
    /// </summary>
    public double ShortestRun
    {
        get
        {
            var start = new Spot(0, 0);
            var way = new List<Spot> { start };
            way.AddRange(Markers);
            way.Add(start);
            return way.Zip(way.Skip(1), (a, b) => a.DistanceTo(b)).Sum();
        }
    }

    /// <summary>The space between the outermost markers and the start: width and length in metres, without any run-off.</summary>
    public (double Width, double Length) Box
    {
        get
        {
            var rights = Markers.Select(m => m.Right).Append(0).ToList();
            var aheads = Markers.Select(m => m.Ahead).Append(0).ToList();
            return (rights.Max() - rights.Min(), aheads.Max() - aheads.Min());
        }
    }
}
