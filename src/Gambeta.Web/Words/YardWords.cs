using System.Collections.Immutable;
using System.Globalization;
using Gambeta.Core;
using Gambeta.Core.Catalogue;
using Gambeta.Core.Safety;
using Gambeta.Core.Yard;

namespace Gambeta.Web.Words;

/// <summary>The words of the yard: layouts, walking out, what is wrong, the check before the first touch.</summary>
public static class YardWords
{
    public static string Problem(LayoutProblem problem, double clearance, Lengths lengths) => problem.Kind switch
    {
        LayoutProblemKind.ClearanceOutOfRange => $"The clearance goes from {lengths.Tape(LayoutCheck.LeastClearance)} to {lengths.Tape(LayoutCheck.MostClearance)}.",
        LayoutProblemKind.TooManyMarkers => $"A layout has {LayoutCheck.MostMarkers} markers at most.",
        LayoutProblemKind.TooManySteps => $"A run has {RunNotation.MostSteps} steps at most.",
        LayoutProblemKind.TooFarOut => $"{(problem.First == 0 ? "The start, the finish, a stop or the wall" : $"Marker {problem.First}")} is farther out than {lengths.Of(LayoutCheck.Farthest)}.",
        LayoutProblemKind.MarkersTooClose when problem.Metres < 0.01 => $"Markers {problem.First} and {problem.Second} stand on top of each other.",
        LayoutProblemKind.MarkersTooClose => $"Markers {problem.First} and {problem.Second} are {lengths.Tape(problem.Metres)} apart: with {lengths.Tape(clearance)} clear of each nobody gets between them. Move one, or keep less clear.",
        LayoutProblemKind.TooCloseToStart => $"Marker {problem.First} is only {lengths.Tape(problem.Metres)} from the start.",
        LayoutProblemKind.TooCloseToFinish => $"Marker {problem.First} is only {lengths.Tape(problem.Metres)} from the finish.",
        LayoutProblemKind.TooCloseToStop => $"Marker {problem.First} is only {lengths.Tape(problem.Metres)} from a line that the run goes over.",
        LayoutProblemKind.BothSidesAtOnce => $"Marker {problem.First} is passed on both sides, one right after the other. Choose one.",
        LayoutProblemKind.CrossesWall when problem.First > 0 => $"Marker {problem.First} stands behind the wall.",
        LayoutProblemKind.CrossesWall => "The run goes through the wall. Move the markers away from it.",
        _ => "Nobody can run this: the sides lead nowhere. Choose other sides.",
    };

    public static string Problem(PaceProblem problem, int age, Lengths lengths) => problem switch
    {
        PaceProblem.TooShort => $"That is less than {lengths.Tape(Pace.Shortest)} a pace. Are these the metres of all ten paces together?",
        PaceProblem.ALeap => $"That would be a leap for somebody of {age}, who is about {lengths.Tape(Pace.UsualHeight(age))} tall. Walk ten ordinary paces and measure them together.",
        _ => $"A height lies between {lengths.Tape(Pace.LeastHeight)} and {lengths.Tape(Pace.MostHeight)}.",
    };

    public static string PaceLine(KnownPace pace, DateOnly today, Lengths lengths) =>
        $"{(pace.IsAbout ? "about " : "")}{lengths.Tape(pace.Pace.Metres)}, {Source(pace.Source)}{(pace.Source == PaceSource.FromAge ? "" : " " + Wording.Day(pace.On, today))}";

    public static string Old(PaceIsOld old) => old switch
    {
        PaceIsOld.HalfAYear => "Half a year old: measure it again.",
        PaceIsOld.ABirthdayCame => "A year older since: measure it again.",
        _ => "Only guessed from the age: walk ten paces along a tape.",
    };

    private static string Source(PaceSource source) => source switch
    {
        PaceSource.Walked => "measured",
        PaceSource.FromHeight => "from the height,",
        _ => "from the age",
    };

    /// <summary>Half paces in words: "2½", "½", "3".</summary>
    public static string Halves(int halves)
    {
        var (whole, half) = (Math.Abs(halves) / 2, Math.Abs(halves) % 2 == 1);
        return (whole > 0 || !half ? whole.ToString(CultureInfo.InvariantCulture) : "") + (half ? "½" : "");
    }

    /// <summary>A length in paces to the nearest half: "2½ paces".</summary>
    public static string Paces(double metres, Pace pace)
    {
        var halves = pace.Halves(metres);
        return $"{Halves(halves)} {(Math.Abs(halves) <= 2 ? "pace" : "paces")}";
    }

    /// <summary>A walk in words: "2½ paces ahead, 2 to the left".</summary>
    public static string Paces(Walk walk)
    {
        var parts = new List<string>();
        if (walk.HalvesAhead != 0) parts.Add($"{Halves(walk.HalvesAhead)} {(walk.HalvesAhead > 0 ? "ahead" : "back")}");
        if (walk.HalvesRight != 0) parts.Add($"{Halves(walk.HalvesRight)} to the {(walk.HalvesRight > 0 ? "right" : "left")}");
        if (parts.Count == 0) return "right here";
        var first = parts[0].IndexOf(' ');
        var few = Math.Abs(walk.HalvesAhead != 0 ? walk.HalvesAhead : walk.HalvesRight) <= 2;
        parts[0] = parts[0][..first] + (few ? " pace" : " paces") + parts[0][first..];
        return string.Join(", ", parts);
    }

    /// <summary>How a layout is set out on foot: the mark on the plan, and the way there from the one before.</summary>
    public static ImmutableArray<(string To, string How)> Steps(Layout layout, Pace pace, Lengths lengths)
    {
        var walks = WalkOut.Of(layout, pace);
        var start = walks.IsEmpty || walks[0].To != 0
            ? [("S", "start here" + (layout.WallAhead is { } off ? $", {lengths.Of(off)} from the wall" : ""))]
            : Array.Empty<(string, string)>();
        return [.. start, .. walks.Select(walk => walk.To switch
        {
            0 => ("S", $"from the near left corner: {Paces(walk)}"),
            null => ("F", Paces(walk)),
            var n => (n.Value.ToString(CultureInfo.InvariantCulture), Paces(walk)),
        })];
    }

    /// <summary>A way by tape: "1.70 m ahead, 1.36 m left".</summary>
    public static string Tape(Spot way, Lengths lengths)
    {
        var parts = new List<string>();
        if (Math.Abs(way.Ahead) >= 0.005) parts.Add($"{lengths.Tape(Math.Abs(way.Ahead))} {(way.Ahead > 0 ? "ahead" : "back")}");
        if (Math.Abs(way.Right) >= 0.005) parts.Add($"{lengths.Tape(Math.Abs(way.Right))} {(way.Right > 0 ? "right" : "left")}");
        return string.Join(", ", parts);
    }

    /// <summary>Where a marker stands: "1.70 m ahead, 1.36 m left of the start".</summary>
    public static string FromStart(Spot off, Lengths lengths) => Tape(off, lengths) is { Length: > 0 } way ? way + " of the start" : "on the start";

    /// <summary>How a layout is run, marker by marker: "left of 1, right of 2, once all the way round 4".</summary>
    public static string Run(Layout layout)
    {
        var words = layout.Steps.Select(step => step switch
        {
            Past { Loops: > 0 } past => $"{(past.Loops == 1 ? "once" : Numeral(past.Loops))} all the way round {past.Marker + 1}, past it on its {past.Side.ToWords()}",
            Past past => $"{past.Side.ToWords()} of {past.Marker + 1}",
            _ => "over the line",
        }).ToList();
        if (words.Count == 0) return "";
        var home = layout.Finish == layout.Start ? "home" : "on to the finish";
        return $"Run: {string.Join(", ", words)}, {home}.";
    }

    public static string Fits(Fit fit, Lengths lengths) => fit.Kind switch
    {
        FitKind.Fits => "fits",
        FitKind.FitsSmaller => $"fits at {fit.Percent} %",
        FitKind.NoWall => "no wall here",
        FitKind.SticksOut => "sticks out",
        _ => "does not fit",
    };

    public static string FitsUnder(Fit fit, Lengths lengths) => fit.Kind switch
    {
        FitKind.Fits when fit.Spare < 0.05 => "nothing to spare",
        FitKind.Fits => $"{lengths.Of(fit.Spare)} to spare",
        FitKind.FitsSmaller => "of its size",
        FitKind.NoWall => "it is played at one",
        FitKind.SticksOut => $"by {lengths.Of(-fit.Spare)}, run-off included",
        _ => $"not even at {Fit.LeastPercent} %",
    };

    public static string Side(SpaceSide side) => side switch
    {
        SpaceSide.Near => "behind you as you come in",
        SpaceSide.Far => "opposite",
        SpaceSide.Left => "on the left",
        _ => "on the right",
    };

    public static string Behind(Behind behind) => behind switch
    {
        Core.Yard.Behind.OpenGround => "open ground",
        Core.Yard.Behind.WallOrFence => "a wall or fence",
        Core.Yard.Behind.Hedge => "a hedge",
        Core.Yard.Behind.Glass => "glass",
        Core.Yard.Behind.StepOrKerb => "a step or kerb",
        Core.Yard.Behind.Road => "a road",
        Core.Yard.Behind.Water => "water",
        Core.Yard.Behind.Neighbours => "the neighbours",
        _ => "things that break",
    };

    public static string FirstTouch(FirstTouchItem item, Lengths lengths)
    {
        var where = item.Side is { } side ? Side(side) : "";
        return item.Kind switch
        {
            FirstTouchKind.RoadBehind => $"The road {where}: the ball cannot get there. If it does, nobody runs after it.",
            FirstTouchKind.WaterBehind => $"The water {where}: fenced off, or a grown-up fetches the ball.",
            FirstTouchKind.SomebodyNear => "Somebody grown up is near and knows.",
            FirstTouchKind.FloorClear => "The floor is dry, even and clear.",
            FirstTouchKind.GlassBehind => $"The glass {where}: covered, or out of the line of the ball.",
            FirstTouchKind.BreakablesBehind => $"What breaks {where} is moved away.",
            FirstTouchKind.EdgeBehind => $"The step or kerb {where}: seen, and not in the run.",
            FirstTouchKind.RunOffFree => $"{lengths.Of(RunOff.FullSpeed.BehindFinish)} are free behind the finish: you come home at full speed.",
            FirstTouchKind.WallFirm => "The wall stands firm, nothing breakable in it, beside it or on it.",
            FirstTouchKind.GoalAnchored => "The goal cannot tip over. Nobody stands in front of it.",
            FirstTouchKind.SoftBall => "A soft ball, indoors.",
            FirstTouchKind.Shoes => "Shoes that grip, laces tied.",
            FirstTouchKind.IceAndWet => "No ice, no wet leaves where you turn.",
            FirstTouchKind.Light => "Light enough until the end.",
            FirstTouchKind.Heat => "Shade, and not in the hottest hours.",
            FirstTouchKind.WaterNear => "Water to drink is near.",
            _ => $"The neighbours {where} know and like it, or you play softly.",
        };
    }

    public static string Missing(Lack lack) => (lack.There == 0 ? $"No {lack.Needed.Kind.ToWords()}" : $"Only {lack.There} of {lack.Needed}") + "? Use";

    public static string Thing(Thing thing) => thing switch
    {
        Core.Yard.Thing.Ball => "balls",
        Core.Yard.Thing.Marker => "markers",
        Core.Yard.Thing.Upright => "uprights",
        Core.Yard.Thing.Wall => "walls to play against",
        Core.Yard.Thing.Rebounder => "rebounders",
        Core.Yard.Thing.Goal => "goals",
        Core.Yard.Thing.Chalk => "chalk",
        Core.Yard.Thing.Tape => "tape",
        Core.Yard.Thing.Bottle => "plastic bottles",
        _ => "marked squares",
    };

    public static string BodyHeight(BodyHeight height) => height == Core.Yard.BodyHeight.Floor ? "on the floor" : $"at {height.ToWords()} height";

    private static string Numeral(int count) => count == 2 ? "twice" : $"{count.ToString(CultureInfo.InvariantCulture)} times";
}
