using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Storage;
using Gambeta.Web.Charts;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Gambeta.Web.Words;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Drills;

/// <summary>A drill and foot as it went: what stands, and every set.</summary>
/// <param name="Verdict">What stands.</param>
/// <param name="Points">The latest sets.</param>
/// <param name="Decisions">The decisions about it.</param>
/// <param name="Name">How it is called: the foot and the layout.</param>
/// <param name="Rounds">First against last rounds.</param>
/// <param name="Within">The beginning of a round against its end.</param>
/// <param name="Best">The value of the next best, and the days between which it is likely; nothing where there is none to beat.</param>
public sealed record DrillHistory(
    Verdict Verdict,
    ImmutableArray<FormPoint> Points,
    IReadOnlyList<TakenDecision> Decisions,
    string Name,
    Hold Rounds,
    WithinRounds Within,
    (int Value, DateOnly? From, DateOnly? To)? Best
);

/// <summary>How one drill goes: every set on its day, the form as it was, and what was decided, by foot and layout.</summary>
public sealed class ProgressModel(PageTools tools) : CachedPage(tools)
{
    public override RailItem OnRail => RailItem.Progress;

    public DrillCard Card { get; private set; } = null!;

    public IReadOnlyList<DrillHistory> Courses { get; private set; } = [];

    public static Svg Chart(DrillHistory course, string title, bool asFile = false) =>
        FormChart.Draw(
            course.Points,
            course.Decisions,
            title,
            course.Verdict.UnitsInOne,
            course.Verdict.Key.Model.LowerIsBetter,
            course.Verdict.NextSet.Value,
            asFile
        );

    public string TitleOf(DrillHistory course) => Say("judgement.chart-title", ("name", Card.Name), ("feet", course.Name));

    public Task<IActionResult> OnGetAsync(string id, int course, string? form) =>
        InHousehold(async work =>
        {
            if (Catalogue.Find(id) is not { } card)
                return NotFound();
            Card = card;
            if (form is null)
                return await KeptAsync(
                    work,
                    $"drill {card.Id}",
                    "/Pages/Drills/_ProgressBody.cshtml",
                    () => SettleAsync(work),
                    () => WorkOutAsync(work),
                    card.Id
                );
            await SettleAsync(work);
            await WorkOutAsync(work);
            if (form is not ("svg" or "csv") || course < 0 || course >= Courses.Count)
                return NotFound();
            return form == "svg"
                ? File(
                    Encoding.UTF8.GetBytes(Chart(Courses[course], TitleOf(Courses[course]), asFile: true).AsText()),
                    "image/svg+xml",
                    $"{card.Id}.svg"
                )
                : File(Encoding.UTF8.GetBytes(Numbers(Courses[course])), "text/csv", $"{card.Id}.csv");
        });

    private IReadOnlyList<Verdict> _verdicts = [];

    private async Task SettleAsync(HouseholdWork work) => _verdicts = await VerdictStore.AllAsync(work, Player.Id, Catalogue, Card.Id);

    private async Task WorkOutAsync(HouseholdWork work)
    {
        var (read, decisions, layouts) = (
            await KeySetsStore.LatestAsync(work, Player.Id, [Card.Id], Catalogue),
            await DecisionStore.LatestAsync(work, Player.Id, Card.Id),
            await YardStore.LayoutNamesAsync(work)
        );
        var keys = read.ToDictionary(key => key.Key);
        var tapped = await SetStore.TappedAsync(work, Player.Id, drill: Card.Id);
        Courses =
        [
            .. _verdicts
                .Take(12)
                .Select(verdict =>
                {
                    var own = keys[verdict.Key].Sets;
                    return new DrillHistory(
                        verdict,
                        FormHistory.Of(verdict.Key, own),
                        [.. decisions.Where(taken => taken.Key == verdict.Key)],
                        Wording.Feet(verdict.Key.Feet) + (layouts.TryGetValue(verdict.Key.Layout, out var layout) ? $", {layout}" : ""),
                        LastRounds.Of(verdict.Key, own),
                        WithinRounds.Of(tapped.Where(set => FormKey.Of(set) == verdict.Key)),
                        BestOf(keys[verdict.Key].Now(Catalogue))
                    );
                })
                .Where(one => !one.Points.IsEmpty),
        ];
    }

    // The next best in the dose of the latest set, at the rhythm of the latest days.
    private (int Value, DateOnly? From, DateOnly? To)? BestOf(KeyForm key)
    {
        if (key.History.Latest is not [.., var last] || key.History.BestIn(SetDose.Of(last.Set)) is not { } best)
            return null;
        var value = best + (key.History.Key.Model.LowerIsBetter ? -1 : 1);
        var days = PracticeRhythm.After(
            last.Set.Day > Today ? last.Set.Day : Today,
            PracticeRhythm.DaysBetween(key.History.Latest.Select(one => one.Set.Day))
        );
        var (from, to) = DaysAhead.Span(
            DaysAhead.Of(
                key,
                SetDose.Of(last.Set),
                Math.Max(1, key.History.Latest.Count(one => one.Set.SessionId == last.Set.SessionId)),
                value,
                days
            )
        );
        return (value, from, to);
    }

    private static string Numbers(DrillHistory course)
    {
        decimal? In(int? units) => units / (decimal)course.Verdict.UnitsInOne;
        return string.Join(
                '\n',
                course
                    .Points.Select(point =>
                        string.Create(
                            CultureInfo.InvariantCulture,
                            $"{point.Set.Set.Day:yyyy-MM-dd},{In(point.Value)},{In(point.Expected?.Q05)},{In(point.Expected?.Q25)},"
                                + $"{In(point.Expected?.Q50)},{In(point.Expected?.Q75)},{In(point.Expected?.Q95)},{In(point.Target?.Value)}"
                        )
                    )
                    .Prepend("day,value,q05,q25,q50,q75,q95,target")
            ) + "\n";
    }
}
