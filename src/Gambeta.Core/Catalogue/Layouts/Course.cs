using System.Collections.Immutable;
using Gambeta.Core.Base.Distances;

namespace Gambeta.Core.Catalogue.Layouts;

/// <summary>A stretch of a course.</summary>
public abstract record CoursePart
{
    /// <summary>Its length in metres.</summary>
    public abstract double Length { get; }
}

/// <summary>Straight from one spot to another.</summary>
public sealed record Straight(Spot From, Spot To) : CoursePart
{
    /// <inheritdoc/>
    public override double Length => From.DistanceTo(To);
}

/// <summary>Round a marker at the clearance.</summary>
/// <param name="Centre">The marker.</param>
/// <param name="Radius">The clearance in metres.</param>
/// <param name="From">The direction from the marker in which the arc begins, in radians.</param>
/// <param name="Sweep">How far it goes, in radians: positive is counter-clockwise; more than a full turn where loops are asked for.</param>
/// <param name="Marker">The marker's place in the layout, from 0.</param>
public sealed record Arc(Spot Centre, double Radius, double From, double Sweep, int Marker) : CoursePart
{
    /// <inheritdoc/>
    public override double Length => Radius * Math.Abs(Sweep);

    /// <summary>The spot after a share of the arc, from 0 to 1.</summary>
    public Spot At(double share) => Centre + Spot.At(From + (Sweep * share), Radius);
}

/// <summary>A course: the string pulled tight round the markers, each on its side at the clearance, from start to finish.</summary>
/// <param name="Parts">Straights and arcs in order; empty where nobody runs.</param>
/// <param name="Turning">All turning added up, whichever way it goes, in radians.</param>
/// <param name="SharpestTurn">The most turning at one marker or stop, in radians.</param>
/// <param name="Stops">The turning at the spots that the run goes over, in radians, in their order.</param>
public sealed record Course(ImmutableArray<CoursePart> Parts, double Turning, double SharpestTurn, ImmutableArray<double> Stops)
{
    /// <summary>The length in metres.</summary>
    public double Length { get; } = Parts.Sum(part => part.Length);

    /// <summary>The direction in which the run comes home, in radians; nothing where nobody runs. A straight of no length has none: then it
    /// is that of the arc before it.</summary>
    public double? Homeward =>
        Parts.LastOrDefault(part => part.Length > ALength) switch
        {
            Straight last => (last.To - last.From).Angle,
            Arc last => last.From + last.Sweep + (Math.Sign(last.Sweep) * Math.PI / 2),
            _ => null,
        };

    // Shorter than this a direction is rounding, in metres.
    private const double ALength = 1e-6;

    /// <summary>The markers, by their place in the layout from 0, that the run names and the string does not touch: it passes clear of
    /// them, on their side.</summary>
    public IEnumerable<int> Untouched(Layout layout) =>
        layout
            .Steps.OfType<Past>()
            .Select(past => past.Marker)
            .Distinct()
            .Except(Parts.OfType<Arc>().Where(arc => Math.Abs(arc.Sweep) > 1e-9).Select(arc => arc.Marker))
            .Order();

    /// <summary>The box of the course alone, without any run-off: least and most to the right and ahead, in metres.</summary>
    public (Spot Least, Spot Most) Box
    {
        get
        {
            var (left, right, near, far) = (double.MaxValue, double.MinValue, double.MaxValue, double.MinValue);
            foreach (var part in Parts)
            {
                if (part is Straight straight)
                {
                    Take(straight.From);
                    Take(straight.To);
                }
                if (part is not Arc arc)
                    continue;
                Take(arc.At(0));
                Take(arc.At(1));
                for (var quarter = 0; quarter < 4; quarter++)
                {
                    // Where the arc faces right, ahead, left or back it reaches farthest that way.
                    if (TautLine.Turned(arc.From, quarter * Math.PI / 2, Math.Sign(arc.Sweep)) <= Math.Abs(arc.Sweep))
                        Take(arc.Centre + Spot.At(quarter * Math.PI / 2, arc.Radius));
                }
            }
            return Parts.IsEmpty ? default : (new Spot(left, near), new Spot(right, far));

            void Take(Spot spot)
            {
                (left, right) = (Math.Min(left, spot.Right), Math.Max(right, spot.Right));
                (near, far) = (Math.Min(near, spot.Ahead), Math.Max(far, spot.Ahead));
            }
        }
    }

    /// <summary>The course of a layout, or what is wrong with it.</summary>
    public static (Course? Course, ImmutableArray<LayoutProblem> Problems) Of(Layout layout)
    {
        var problems = LayoutCheck.Problems(layout);
        if (!problems.IsEmpty)
            return (null, problems);
        var course = TautLine.Pull(layout);
        if (course is null)
            return (null, [new LayoutProblem(LayoutProblemKind.NoWay)]);
        return layout.WallAhead is { } wall && course.Box.Most.Ahead > wall + LayoutCheck.Tolerance
            ? (null, [new LayoutProblem(LayoutProblemKind.CrossesWall)])
            : (course, []);
    }
}
