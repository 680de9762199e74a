using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Catalogue.Yard;
using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Gambeta.Web.Throttling;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Yard;

/// <summary>A space to play in: a new one, or changing one.</summary>
public sealed class SpaceModel(PageTools tools) : HouseholdPage(tools)
{
    public override RailItem OnRail => RailItem.Yard;

    public Guid Id { get; private set; }

    public bool IsNew { get; private set; }

    public TypedSpace Typed { get; private set; } = TypedSpace.Empty;

    public KnownPace Pace { get; private set; } = null!;

    public IReadOnlyList<string> Problems { get; private set; } = [];

    public Task<IActionResult> OnGetAsync([FromRoute] Guid? id) =>
        InHousehold(async work =>
        {
            var yard = await FindAsync(work, id);
            if (IsNew)
                return Page();
            if (yard.Find(id) is not { } kept)
                return NotFound();
            Typed = TypedSpace.Of(kept.Space, Lengths);
            return Page();
        });

    public Task<IActionResult> OnPostAsync([FromRoute] Guid? id, Guid newId, TypedSpace typed) =>
        InHousehold(async work =>
        {
            var yard = await FindAsync(work, id);
            if (!IsNew && yard.Find(id) is null)
                return NotFound();
            if (IsNew)
                Id = newId == Guid.Empty ? Id : newId;
            Typed = typed;
            var (space, problems) = typed.Check(Lengths, Pace.Pace);
            if (IsNew && yard.Spaces.Count >= Tools.Limits.Spaces)
                problems = [.. problems, Say("yard.too-many-spaces", ("spaces", Tools.Limits.Spaces))];
            if (space is null || problems.Count > 0)
            {
                Problems = problems;
                Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
                return Page();
            }
            await YardStore.SaveSpaceAsync(work, Id, space);
            return Redirect("/yard");
        });

    public Task<IActionResult> OnPostPutAwayAsync([FromRoute] Guid id) =>
        InHousehold(async work =>
        {
            await YardStore.RetireSpaceAsync(work, id);
            return Redirect("/yard");
        });

    private async Task<YardView> FindAsync(HouseholdWork work, Guid? id)
    {
        var yard = await YardStore.ViewAsync(work);
        (Id, IsNew, Pace) = (id ?? Guid.CreateVersion7(), id is null, PaceOf(yard, Player));
        return yard;
    }
}
