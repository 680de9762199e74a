using Gambeta.Core.Catalogue;
using Gambeta.Storage;
using Gambeta.Web.Access;
using Gambeta.Web.Drawing;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gambeta.Web.Pages.Drills.Own;

/// <summary>The household's own drills: off the shelf, and in from a file.</summary>
public sealed class OwnModel(PageTools tools) : HouseholdPage(tools)
{
    public override RailPlace Place => RailPlace.Drills;

    public IReadOnlyList<DrillCard> Own => [.. Catalogue.Cards.Where(card => card.IsOwn)];

    public IReadOnlyList<string> Problems { get; private set; } = [];

    /// <summary>A card just taken off the shelf.</summary>
    public DrillCard? Retired { get; private set; }

    public Task<IActionResult> OnGetAsync(string? off) => InHousehold(_ =>
    {
        Retired = Catalogue.Find(off) is { } card && Catalogue.OrderOf(card.Id) == int.MaxValue ? card : null;
        return Task.FromResult<IActionResult>(Page());
    });

    public Task<IActionResult> OnPostRetireAsync(string id, bool back) => InHousehold(async work =>
    {
        await OwnDrillStore.RetireAsync(work, id, retired: !back);
        return RedirectToPage("/Drills/Own/Index", back ? null : new { off = id });
    });

    public Task<IActionResult> OnPostImportAsync(IFormFile? file) => InHousehold(async work =>
    {
        if (file is null || file.Length == 0) return Refused(Say("own-drills.choose-a-file-first"));
        if (file.Length > Tools.Limits.DrillFileBytes) return Refused(Say("own-drills.the-file-is-larger-than", ("drillFileBytes", Tools.Limits.DrillFileBytes / 1024)));
        using var reader = new StreamReader(file.OpenReadStream());
        var problem = await OwnDrills.TakeInAsync(work, Tools, Path.GetFileName(file.FileName), reader);
        return problem is null ? RedirectToPage("/Drills/Own/Index") : Refused(problem);
    });

    private PageResult Refused(string problem)
    {
        Problems = [problem];
        return Refused();
    }
}
