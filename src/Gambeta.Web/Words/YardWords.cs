using System.Collections.Immutable;
using System.Globalization;
using Gambeta.Core;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Catalogue.Safety;
using Gambeta.Core.Catalogue.Yard;

namespace Gambeta.Web.Words;

/// <summary>The words of the yard: layouts, walking out, what is wrong, the check before the first touch.</summary>
public static class YardWords
{
    public static string Problem(LayoutProblem problem, double clearance, Lengths lengths) =>
        problem.Kind switch
        {
            LayoutProblemKind.ClearanceOutOfRange => Say(
                "yard.clearance-is-wrong",
                ("leastClearance", lengths.Tape(LayoutCheck.LeastClearance)),
                ("mostClearance", lengths.Tape(LayoutCheck.MostClearance))
            ),
            LayoutProblemKind.TooManyMarkers => Say("yard.too-many-markers", ("mostMarkers", LayoutCheck.MostMarkers)),
            LayoutProblemKind.TooManySteps => Say("yard.too-many-steps", ("mostSteps", RunNotation.MostSteps)),
            LayoutProblemKind.TooFarOut => problem.First == 0
                ? Say("yard.too-far-out", ("farthest", lengths.Of(LayoutCheck.Farthest)))
                : Say("yard.marker-too-far-out", ("first", problem.First), ("farthest", lengths.Of(LayoutCheck.Farthest))),
            LayoutProblemKind.MarkersTooClose when problem.Metres < 0.01 => Say(
                "yard.markers-on-top",
                ("first", problem.First),
                ("second", problem.Second)
            ),
            LayoutProblemKind.MarkersTooClose => Say(
                "yard.markers-too-close",
                ("first", problem.First),
                ("second", problem.Second),
                ("metres", lengths.Tape(problem.Metres)),
                ("clearance", lengths.Tape(clearance))
            ),
            LayoutProblemKind.TooCloseToStart => Say(
                "yard.marker-near-start",
                ("first", problem.First),
                ("metres", lengths.Tape(problem.Metres))
            ),
            LayoutProblemKind.TooCloseToFinish => Say(
                "yard.marker-near-finish",
                ("first", problem.First),
                ("metres", lengths.Tape(problem.Metres))
            ),
            LayoutProblemKind.TooCloseToStop => Say(
                "yard.marker-near-line",
                ("first", problem.First),
                ("metres", lengths.Tape(problem.Metres))
            ),
            LayoutProblemKind.BothSidesAtOnce => Say("yard.marker-on-both-sides", ("first", problem.First)),
            LayoutProblemKind.CrossesWall when problem.First > 0 => Say("yard.marker-behind-wall", ("first", problem.First)),
            LayoutProblemKind.CrossesWall => Say("yard.run-through-wall"),
            _ => Say("yard.sides-lead-nowhere"),
        };

    public static string Problem(PaceProblem problem, int age, Lengths lengths) =>
        problem switch
        {
            PaceProblem.TooShort => Say("yard.pace-too-short", ("shortest", lengths.Tape(Pace.Shortest))),
            PaceProblem.ALeap => Say("yard.pace-too-long", ("age", age), ("height", lengths.Tape(Pace.UsualHeight(age)))),
            _ => Say(
                "yard.height-is-wrong",
                ("leastHeight", lengths.Tape(Pace.LeastHeight)),
                ("mostHeight", lengths.Tape(Pace.MostHeight))
            ),
        };

    public static string PaceLine(KnownPace pace, DateOnly today, Lengths lengths) =>
        Source(pace, today) is var source && pace.IsAbout
            ? Say("yard.about", ("metres", lengths.Tape(pace.Pace.Metres)), ("source", source))
            : $"{lengths.Tape(pace.Pace.Metres)}, {source}";

    public static string Old(PaceIsOld old) =>
        old switch
        {
            PaceIsOld.HalfAYear => Say("yard.pace-is-old"),
            PaceIsOld.ABirthdayCame => Say("yard.pace-of-last-year"),
            _ => Say("yard.pace-is-guessed"),
        };

    private static string Source(KnownPace pace, DateOnly today) =>
        pace.Source switch
        {
            PaceSource.Walked => Say("yard.measured", ("day", Wording.Day(pace.On, today))),
            PaceSource.FromHeight => Say("yard.from-the-height", ("day", Wording.Day(pace.On, today))),
            _ => Say("yard.from-the-age"),
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
        return Math.Abs(halves) <= 2 ? Say("yard.pace", ("halves", Halves(halves))) : Say("yard.paces", ("halves", Halves(halves)));
    }

    /// <summary>A walk in words: "2½ paces ahead, 2 to the left".</summary>
    public static string Paces(Walk walk)
    {
        // The first part says what is counted: "2½ paces ahead, 2 to the left".
        string Named(int halves) =>
            Math.Abs(halves) <= 2 ? Say("yard.pace", ("halves", Halves(halves))) : Say("yard.paces", ("halves", Halves(halves)));
        var ahead =
            walk.HalvesAhead == 0 ? null
            : walk.HalvesAhead > 0 ? Say("yard.ahead", ("paces", Named(walk.HalvesAhead)))
            : Say("yard.back", ("paces", Named(walk.HalvesAhead)));
        var count = ahead is null ? Named(walk.HalvesRight) : Halves(walk.HalvesRight);
        var right =
            walk.HalvesRight == 0 ? null
            : walk.HalvesRight > 0 ? Say("yard.to-the-right", ("count", count))
            : Say("yard.to-the-left", ("count", count));
        return ahead is null && right is null ? Say("yard.right-here") : string.Join(", ", new[] { ahead, right }.OfType<string>());
    }

    /// <summary>How a layout is set out on foot: the mark on the plan, and the way there from the one before.</summary>
    public static ImmutableArray<(string To, string How)> Steps(Layout layout, Pace pace, Lengths lengths)
    {
        var walks = WalkOut.Of(layout, pace);
        var start =
            walks.IsEmpty || walks[0].To != 0
                ?
                [
                    (
                        "S",
                        layout.WallAhead is { } off
                            ? Say("yard.start-here-from-the-wall", ("length", lengths.Of(off)))
                            : Say("yard.start-here")
                    ),
                ]
                : Array.Empty<(string, string)>();
        return
        [
            .. start,
            .. walks.Select(walk =>
                walk.To switch
                {
                    0 => ("S", Say("yard.from-near-left", ("walk", Paces(walk)))),
                    null => ("F", Paces(walk)),
                    var n => (n.Value.ToString(CultureInfo.InvariantCulture), Paces(walk)),
                }
            ),
        ];
    }

    /// <summary>A way by tape: "1.70 m ahead, 1.36 m left".</summary>
    public static string Tape(Spot way, Lengths lengths)
    {
        var parts = new List<string>();
        if (Math.Abs(way.Ahead) >= 0.005)
            parts.Add(
                way.Ahead > 0
                    ? Say("yard.ahead-ahead", ("length", lengths.Tape(way.Ahead)))
                    : Say("yard.ahead-back", ("length", lengths.Tape(-way.Ahead)))
            );
        if (Math.Abs(way.Right) >= 0.005)
            parts.Add(
                way.Right > 0
                    ? Say("yard.right", ("length", lengths.Tape(way.Right)))
                    : Say("yard.left", ("length", lengths.Tape(-way.Right)))
            );
        return string.Join(", ", parts);
    }

    /// <summary>Where a marker stands: "1.70 m ahead, 1.36 m left of the start".</summary>
    public static string FromStart(Spot off, Lengths lengths) =>
        Tape(off, lengths) is { Length: > 0 } way ? Say("yard.of-the-start", ("way", way)) : Say("yard.on-the-start");

    /// <summary>How a layout is run, marker by marker: "left of 1, right of 2, once all the way round 4".</summary>
    public static string Run(Layout layout)
    {
        var words = layout
            .Steps.Select(step =>
                step switch
                {
                    Past { Loops: > 0 } past => Say(
                        "yard.loops-round",
                        ("times", Numeral(past.Loops)),
                        ("marker", past.Marker + 1),
                        ("side", past.Side.Label())
                    ),
                    Past { IsRound: true } past => Say("yard.round-on-its-side", ("marker", past.Marker + 1), ("side", past.Side.Label())),
                    Past past => Say("yard.of", ("side", past.Side.Label()), ("marker", past.Marker + 1)),
                    _ => Say("yard.over-the-line"),
                }
            )
            .ToList();
        if (words.Count == 0)
            return "";
        return layout.Finish == layout.Start
            ? Say("yard.run-home", ("words", string.Join(", ", words)))
            : Say("yard.run-on-to-the-finish", ("words", string.Join(", ", words)));
    }

    /// <summary>With which foot and which turns a layout is run: "With the left foot. At 1: Outside hook."; empty where nothing is asked
    /// for.</summary>
    public static string Way(RunWay way, DrillCatalogue catalogue)
    {
        var turns = way
            .Turns.Select((turn, i) => (Marker: i + 1, catalogue.Find(turn)?.Name))
            .Where(turn => turn.Name is not null)
            .Select(turn => Say("yard.at-marker-turn", ("marker", turn.Marker), ("turn", turn.Name)));
        return string.Join(" ", (way.By == RunFeet.AsItComes ? [] : new[] { Say("yard.with-foot", ("by", way.By.Label())) }).Concat(turns));
    }

    public static string Fits(Fit fit, Lengths lengths) =>
        fit.Kind switch
        {
            FitKind.Fits => Say("yard.fits"),
            FitKind.FitsSmaller => Say("yard.fits-at", ("percent", fit.Percent)),
            FitKind.NoWall => Say("yard.no-wall-here"),
            FitKind.SticksOut => Say("yard.sticks-out"),
            _ => Say("yard.does-not-fit"),
        };

    public static string FitsUnder(Fit fit, Lengths lengths) =>
        fit.Kind switch
        {
            FitKind.Fits when fit.Spare < 0.05 => Say("yard.nothing-to-spare"),
            FitKind.Fits => Say("yard.to-spare", ("spare", lengths.Of(fit.Spare))),
            FitKind.FitsSmaller => Say("yard.of-its-size"),
            FitKind.NoWall => Say("yard.it-is-played-at-one"),
            FitKind.SticksOut => Say("yard.by-run-off-included", ("spare", lengths.Of(-fit.Spare))),
            _ => Say("yard.not-even-at", ("leastPercent", Fit.LeastPercent)),
        };

    public static string Side(SpaceSide side) =>
        side switch
        {
            SpaceSide.Near => Say("yard.behind-you-as-you-come"),
            SpaceSide.Far => Say("yard.opposite"),
            SpaceSide.Left => Say("yard.on-the-left"),
            _ => Say("yard.on-the-right"),
        };

    public static string Behind(Behind behind) =>
        behind switch
        {
            Core.Catalogue.Layouts.Behind.OpenGround => Say("yard.open-ground"),
            Core.Catalogue.Layouts.Behind.WallOrFence => Say("yard.a-wall-or-fence"),
            Core.Catalogue.Layouts.Behind.Hedge => Say("yard.a-hedge"),
            Core.Catalogue.Layouts.Behind.Glass => Say("yard.glass"),
            Core.Catalogue.Layouts.Behind.StepOrKerb => Say("yard.a-step-or-kerb"),
            Core.Catalogue.Layouts.Behind.Road => Say("yard.a-road"),
            Core.Catalogue.Layouts.Behind.Water => Say("yard.water"),
            Core.Catalogue.Layouts.Behind.Neighbours => Say("yard.the-neighbours"),
            _ => Say("yard.things-that-break"),
        };

    /// <summary>What was looked at, in a word or two: "the glass opposite"; as it was stored where nobody looks at it any more.</summary>
    public static string LookedAt(string stored) =>
        FirstTouchItem.Read(stored) is not { } item ? stored
        : item.Side is { } side ? Say("yard.looked-at-on-a-side", ("what", item.Kind.Label()), ("where", Side(side)))
        : item.Kind.Label();

    public static string FirstTouch(FirstTouchItem item, Lengths lengths)
    {
        var where = item.Side is { } side ? Side(side) : "";
        return item.Kind switch
        {
            FirstTouchKind.RoadBehind => Say("yard.check-road", ("where", where)),
            FirstTouchKind.WaterBehind => Say("yard.check-water", ("where", where)),
            FirstTouchKind.SomebodyNear => Say("yard.check-grown-up"),
            FirstTouchKind.FloorClear => Say("yard.check-floor"),
            FirstTouchKind.GlassBehind => Say("yard.check-glass", ("where", where)),
            FirstTouchKind.BreakablesBehind => Say("yard.check-breakables", ("where", where)),
            FirstTouchKind.EdgeBehind => Say("yard.check-edge", ("where", where)),
            FirstTouchKind.RunOffFree => Say(
                "yard.check-run-off",
                ("length", lengths.Of(RunOff.FullSpeed.BehindFinish)),
                ("more", lengths.Of(RunOff.BeforeHarm))
            ),
            FirstTouchKind.WallFirm => Say("yard.check-wall"),
            FirstTouchKind.GoalAnchored => Say("yard.check-goal"),
            FirstTouchKind.SoftBall => Say("yard.check-soft-ball"),
            FirstTouchKind.Shoes => Say("yard.check-shoes"),
            FirstTouchKind.Thunder => Say("yard.check-thunder"),
            FirstTouchKind.IceAndWet => Say("yard.check-ice"),
            FirstTouchKind.Light => Say("yard.check-light"),
            FirstTouchKind.Heat => Say("yard.check-shade"),
            FirstTouchKind.WaterNear => Say("yard.check-drink"),
            _ => Say("yard.check-neighbours", ("where", where)),
        };
    }

    /// <summary>So many things of a kind that stand on a floor: "marker", "markers"; what is chalked is a cross.</summary>
    public static string Standing(GearKind kind, int count) =>
        kind == GearKind.Chalk ? Say("yard.crosses", ("count", count)) : Counted(kind, count);

    /// <summary>What things of a kind are called beside their number, which is not said.</summary>
    public static string Counted(GearKind kind, int count) => SayLabel("counted", kind.ToKey(), ("count", count));

    /// <summary>Several things of a kind.</summary>
    public static string Several(GearKind kind) => SayLabel("several", kind.ToKey());

    public static string Missing(Lack lack) =>
        lack.There == 0
            ? Say("yard.use-instead", ("what", lack.Needed.Kind.Label()))
            : Say("yard.too-few-use", ("there", lack.There), ("needed", Wording.Gear(lack.Needed)));

    public static string Thing(Thing thing) =>
        thing switch
        {
            Core.Catalogue.Yard.Thing.Ball => Say("yard.balls"),
            Core.Catalogue.Yard.Thing.Marker => Say("yard.markers"),
            Core.Catalogue.Yard.Thing.Upright => Say("yard.uprights"),
            Core.Catalogue.Yard.Thing.Wall => Say("yard.walls-to-play-against"),
            Core.Catalogue.Yard.Thing.Rebounder => Say("yard.rebounders"),
            Core.Catalogue.Yard.Thing.Goal => Say("yard.goals"),
            Core.Catalogue.Yard.Thing.Chalk => Say("yard.chalk"),
            Core.Catalogue.Yard.Thing.Tape => Say("yard.tape"),
            Core.Catalogue.Yard.Thing.Bottle => Say("yard.plastic-bottles"),
            _ => Say("yard.marked-squares"),
        };

    public static string BodyHeight(BodyHeight height) =>
        height == Core.Catalogue.Layouts.BodyHeight.Floor ? Say("yard.on-the-floor") : Say("yard.at-height", ("height", height.Label()));

    private static string Numeral(int count) =>
        count switch
        {
            1 => Say("yard.once"),
            2 => Say("yard.twice"),
            _ => Say("yard.times", ("count", count)),
        };
}
