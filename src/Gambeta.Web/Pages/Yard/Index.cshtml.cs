using Gambeta.Core.Base.Distances;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Catalogue.Yard;
using Gambeta.Storage;
using Gambeta.Web.Charts;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Gambeta.Web.YardPlans;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Yard;

/// <summary>The yard: spaces, layouts that were kept, things, and everybody's pace.</summary>
public sealed class IndexModel(PageTools tools) : HouseholdPage(tools)
{
    public override RailItem OnRail => RailItem.Yard;

    public YardView Yard { get; private set; } = null!;

    public IEnumerable<KeptLayout> Kept => Yard.Layouts.Where(layout => !layout.Retired);

    public IEnumerable<KeptLayout> PutAway => Yard.Layouts.Where(layout => layout.Retired);

    public Task<IActionResult> OnGetAsync() =>
        InHousehold(async work =>
        {
            Yard = await YardStore.ViewAsync(work);
            return Page();
        });

    public Task<IActionResult> OnPostTakeBackAsync(string drill, string key) =>
        InHousehold(async work =>
        {
            await YardStore.RetireLayoutAsync(work, drill, key, retired: false);
            return RedirectToPage();
        });

    public string AddressOf(KeptLayout kept) => $"/yard/plan?drill={kept.Drill}&layout={kept.Layout.Key}";

    public string DrillName(KeptLayout kept) => Catalogue.Find(kept.Drill)?.Name ?? kept.Drill;

    /// <summary>What a kept layout is, in a line: "21.3 m a run, paced in Irune's paces of 0.62 m, Landing".</summary>
    public string Line(KeptLayout kept)
    {
        var parts = new List<string>();
        if (Course.Of(kept.Layout).Course is { Length: > 0 } course)
            parts.Add(Say("yard.a-run", ("course", Lengths.Of(course.Length))));
        if (kept.Pace is { } pace)
            parts.Add(Say("yard.in-s-paces-of", ("pacedBy", kept.PacedBy), ("pace", Lengths.Tape(pace))));
        if (Yard.Find(kept.SpaceId) is { } space)
            parts.Add(space.Space.Name);
        return string.Join(" · ", parts);
    }

    public Svg? Picture(KeptLayout kept) =>
        Course.Of(kept.Layout).Course is { } course
            ? YardPlan.Draw(kept.Layout, course, new PlanView(null, null, null, Lengths, Small: true), kept.Layout.Name)
            : null;
}
