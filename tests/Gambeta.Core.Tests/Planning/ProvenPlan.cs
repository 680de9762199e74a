using Gambeta.Core.Catalogue.Amounts;
using Gambeta.Core.Insight.Planning;
using Gambeta.Core.Practice.Sheets;
using Google.OrTools.Sat;

namespace Gambeta.Core.Tests.Planning;

/// <summary>
/// The same question put to a constraint solver: places in the order of the parts, an option or none in each, every rule of a session as a
/// constraint, and the objective written down anew. It proves how good a plan can be.
/// </summary>
internal static class ProvenPlan
{
    private const long Scale = 10_000_000;

    /// <summary>The greatest worth a session can have, or what it is proven not to exceed.</summary>
    public static double Bound(PlanOptions options, int minutes, int share, bool isFull, double seconds)
    {
        var model = new CpModel();
        var places = Enum.GetValues<SheetPart>()
            .SelectMany(part =>
                Enumerable
                    .Range(0, options.Parts[(int)part].IsEmpty ? 0 : PlanOptions.Slots(part, minutes))
                    .Select(slot => (Part: part, Slot: slot, Options: options.Parts[(int)part]))
            )
            .ToList();
        var layouts = places.SelectMany(place => place.Options).Select(option => option.Layout).OfType<string>().Distinct().ToList();
        var (value, time, surplus) = (LinearExpr.NewBuilder(), LinearExpr.NewBuilder(), LinearExpr.NewBuilder());
        var (lies, hard) = (model.NewConstant(-1), model.NewConstant(0));
        var chosen = new List<(BoolVar Is, PlanOption Option, SheetPart Part)>();
        IntVar pause = model.NewConstant(0);
        // Of sessions that differ only in what is of no account (an empty place before a filled one, two plain drills exchanged) one is
        // looked at.
        var (emptyBefore, plainBefore, rankBefore) = ((BoolVar?)null, (BoolVar?)null, (IntVar?)null);
        foreach (var place in places)
        {
            var here = place.Options.Select(option => (Is: model.NewBoolVar(""), Option: option)).ToList();
            var none = model.NewBoolVar("");
            model.AddExactlyOne([.. here.Select(one => one.Is), none]);
            if (place is { Part: SheetPart.WarmUp, Slot: 0 })
                model.Add(none == 0);
            var (nextLies, nextHard, nextPause) = (
                model.NewIntVar(-1, layouts.Count, ""),
                model.NewIntVar(0, SheetWarnings.HardInARow - 1, ""),
                model.NewIntVar(0, 1_000_000, "")
            );
            model.Add(nextLies == lies).OnlyEnforceIf(none);
            model.Add(nextHard == hard).OnlyEnforceIf(none);
            model.Add(nextPause == pause).OnlyEnforceIf(none);
            // The pause after the last drill is none: it is taken in where another one follows.
            var taken = model.NewIntVar(0, 1_000_000, "");
            model.Add(taken == 0).OnlyEnforceIf(none);
            model.Add(taken == pause).OnlyEnforceIf(none.Not());
            time.AddTerm(taken, 1);
            foreach (var (isHere, option) in here)
            {
                value.AddTerm(isHere, Scaled(option.Gain));
                time.AddTerm(isHere, Thousandths(Timings.GetReady + option.Seconds));
                surplus.AddTerm(isHere, Thousandths(PlanObjective.Surplus(option, share)));
                model.Add(nextPause == option.After * 1000).OnlyEnforceIf(isHere);
                model.Add(nextHard == (option.IsHard ? hard + 1 : model.NewConstant(0))).OnlyEnforceIf(isHere);
                if (option.Layout is not { } layout)
                    model.Add(nextLies == lies).OnlyEnforceIf(isHere);
                else
                {
                    var number = layouts.IndexOf(layout);
                    model.Add(nextLies == number).OnlyEnforceIf(isHere);
                    var anew = model.NewBoolVar("");
                    model.AddImplication(anew, isHere);
                    model.Add(lies == number).OnlyEnforceIf([isHere, anew.Not()]);
                    model.Add(lies != number).OnlyEnforceIf(anew);
                    value.AddTerm(anew, Scaled(PlanObjective.ALaying));
                    time.AddTerm(anew, option.Laying * 1000L);
                }
                chosen.Add((isHere, option, place.Part));
            }
            var (plain, rank) = (model.NewBoolVar(""), model.NewIntVar(0, here.Count, ""));
            model.Add(
                LinearExpr.Sum(
                    here.Where(one => one.Option is { Layout: null, IsHard: false }).Select(one => one.Is).Append(model.FalseLiteral())
                ) == plain
            );
            model.Add(rank == LinearExpr.WeightedSum(here.Select(one => one.Is), Enumerable.Range(0, here.Count).Select(i => (long)i)));
            if (place.Slot > 0)
            {
                model.AddImplication(emptyBefore!, none);
                model.Add(rankBefore! <= rank).OnlyEnforceIf([plain, plainBefore!]);
            }
            (lies, hard, pause, emptyBefore, plainBefore, rankBefore) = (nextLies, nextHard, nextPause, none, plain, rank);
        }
        foreach (var drill in chosen.GroupBy(one => one.Option.Drill.Card.Id))
            model.AddAtMostOne([.. drill.Select(one => one.Is)]);
        if (options.NewOnlyOnce)
            model.AddAtMostOne([.. chosen.Where(one => one.Option.IsNew).Select(one => one.Is), model.FalseLiteral()]);
        foreach (var part in chosen.GroupBy(one => one.Part))
        {
            var any = model.NewBoolVar("");
            model.AddMaxEquality(any, part.Select(one => one.Is));
            value.AddTerm(any, Scaled(PlanObjective.OfPart(part.Key)));
            foreach (var family in part.GroupBy(one => one.Option.Drill.Card.Family))
            {
                var more = model.NewIntVar(0, 16, "");
                model.Add(more >= LinearExpr.Sum(family.Select(one => one.Is)) - 1);
                value.AddTerm(more, Scaled(PlanObjective.SameFamily));
            }
        }
        var total = model.NewIntVar(0, 100_000_000, "");
        model.Add(total == time);
        model.Add(total <= Thousandths((minutes * 60) + SessionPlanner.Within));
        // Held against sessions that fill the minutes where ours does.
        if (isFull)
            model.Add(total >= Thousandths((minutes * 60) - SessionPlanner.Within));
        var lacks = model.NewIntVar(0, 100_000_000, "");
        model.Add(lacks + surplus >= 0);
        value.AddTerm(lacks, (long)(PlanObjective.AHundredTouchesShort * Scale / 100_000));
        var minutesUsed = model.NewIntVar(0, Scaled(100), "");
        model.AddDivisionEquality(minutesUsed, total * (long)(PlanObjective.AMinute * Scale), 60_000);
        value.AddTerm(minutesUsed, 1);
        model.Maximize(value);
        var solver = new CpSolver
        {
            StringParameters = string.Create(
                System.Globalization.CultureInfo.InvariantCulture,
                $"max_time_in_seconds:{seconds} num_workers:2 random_seed:1"
            ),
        };
        var status = solver.Solve(model);
        return status is CpSolverStatus.Optimal or CpSolverStatus.Feasible
            ? solver.BestObjectiveBound / Scale
            : throw new InvalidOperationException($"The solver says {status}.");
    }

    private static long Scaled(double value) => (long)Math.Round(value * Scale);

    private static long Thousandths(double value) => (long)Math.Round(value * 1000);
}
