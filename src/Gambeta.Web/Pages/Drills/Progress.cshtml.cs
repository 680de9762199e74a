using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using Gambeta.Core.Catalogue;
using Gambeta.Core.Judgement;
using Gambeta.Core.Sets;
using Gambeta.Storage;
using Gambeta.Web.Access;
using Gambeta.Web.Drawing;
using Gambeta.Web.Words;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Drills;

/// <summary>A drill and foot as it went: what stands, and every set.</summary>
/// <param name="Verdict">What stands.</param>
/// <param name="Points">The latest sets.</param>
/// <param name="Decisions">The decisions about it.</param>
/// <param name="Name">How it is called: the foot and the layout.</param>
public sealed record DrillCourse(Verdict Verdict, ImmutableArray<CoursePoint> Points, IReadOnlyList<TakenDecision> Decisions, string Name);

/// <summary>How one drill goes: every set on its day, the form as it was, and what was decided, by foot and layout.</summary>
public sealed class ProgressModel(PageTools tools) : HouseholdPage(tools)
{
    public override RailPlace Place => RailPlace.Progress;

    public DrillCard Card { get; private set; } = null!;

    public IReadOnlyList<DrillCourse> Courses { get; private set; } = [];

    public static Svg Chart(DrillCourse course, string title, bool asFile = false) => CourseChart.Draw(course.Points, course.Decisions, title, course.Verdict.UnitsInOne, asFile);

    public string TitleOf(DrillCourse course) => Say("judgement.chart-title", ("name", Card.Name), ("feet", course.Name));

    public Task<IActionResult> OnGetAsync(string id, int course, string? form) => InHousehold(async work =>
    {
        if (Catalogue.Find(id) is not { } card) return NotFound();
        Card = card;
        var verdicts = await VerdictStore.AllAsync(work, Player.Id, card.Id);
        var (sets, decisions, layouts) = (await VerdictStore.SetsAsync(work, Player.Id, [card.Id]), await VerdictStore.DecisionsAsync(work, Player.Id, card.Id), await YardStore.LayoutNamesAsync(work));
        Courses = [.. verdicts.Take(12).Select(verdict => new DrillCourse(
            verdict, FormCourse.Of(verdict.Key, sets.Where(one => FormKey.Of(one.Set) == verdict.Key)), [.. decisions.Where(taken => taken.Key == verdict.Key)],
            Wording.Feet(verdict.Key.Feet) + (layouts.TryGetValue(verdict.Key.Layout, out var layout) ? $", {layout}" : ""))).Where(one => !one.Points.IsEmpty)];
        if (form is not ("svg" or "csv")) return Page();
        if (course < 0 || course >= Courses.Count) return NotFound();
        return form == "svg"
            ? File(Encoding.UTF8.GetBytes(Chart(Courses[course], TitleOf(Courses[course]), asFile: true).AsText()), "image/svg+xml", $"{card.Id}.svg")
            : File(Encoding.UTF8.GetBytes(Numbers(Courses[course])), "text/csv", $"{card.Id}.csv");
    });

    private static string Numbers(DrillCourse course)
    {
        decimal? In(int? units) => units / (decimal)course.Verdict.UnitsInOne;
        return string.Join('\n', course.Points.Select(point => string.Create(CultureInfo.InvariantCulture,
            $"{point.Set.Set.Day:yyyy-MM-dd},{In(point.Value)},{In(point.Expected?.Q05)},{In(point.Expected?.Q25)},{In(point.Expected?.Q50)},{In(point.Expected?.Q75)},{In(point.Expected?.Q95)},{In(point.Target?.Value)}"))
            .Prepend("day,value,q05,q25,q50,q75,q95,target")) + "\n";
    }
}
