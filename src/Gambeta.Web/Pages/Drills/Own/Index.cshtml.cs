using Gambeta.Core.Catalogue.Cards;
using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Gambeta.Web.Throttling;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gambeta.Web.Pages.Drills.Own;

/// <summary>The household's own drills: off the shelf, and in from a file.</summary>
public sealed class OwnModel(PageTools tools) : HouseholdPage(tools)
{
    public override RailItem OnRail => RailItem.Drills;

    public IReadOnlyList<DrillCard> Own => [.. Catalogue.Cards.Where(card => card.IsOwn)];

    public IReadOnlyList<string> Problems { get; private set; } = [];

    /// <summary>A card just taken off the shelf.</summary>
    public DrillCard? Retired { get; private set; }

    /// <summary>The drills that are to be joined, as typed.</summary>
    public IReadOnlyList<string> Join { get; private set; } = [.. Enumerable.Repeat("", JoinedDrill.Most)];

    public IEnumerable<DrillCard> Joinable => Catalogue.Cards.Where(card => Household.Heading || !card.IsHeading);

    public Task<IActionResult> OnGetAsync(string? off, string? first) =>
        InHousehold(_ =>
        {
            if (Catalogue.Find(first) is { } begins)
                Join = [begins.Name, .. Join.Skip(1)];
            Retired = Catalogue.Find(off) is { } card && Catalogue.OrderOf(card.Id) == int.MaxValue ? card : null;
            return Task.FromResult<IActionResult>(Page());
        });

    public Task<IActionResult> OnPostRetireAsync(string id, bool back) =>
        InHousehold(async work =>
        {
            await OwnDrillStore.RetireAsync(work, id, retired: !back);
            return RedirectToPage("/Drills/Own/Index", back ? null : new { off = id });
        });

    public Task<IActionResult> OnPostImportAsync(IFormFile? file) =>
        InHousehold(async work =>
        {
            if (file is null || file.Length == 0)
                return Refused(Say("own-drills.choose-a-file-first"));
            if (file.Length > Tools.Limits.DrillFileBytes)
                return Refused(Say("own-drills.file-too-large", ("drillFileBytes", Tools.Limits.DrillFileBytes / 1024)));
            using var reader = new StreamReader(file.OpenReadStream());
            var problem = await OwnDrills.TakeInAsync(work, Tools, Path.GetFileName(file.FileName), reader);
            return problem is null ? RedirectToPage("/Drills/Own/Index") : Refused(problem);
        });

    public Task<IActionResult> OnPostJoinAsync(string[] parts) =>
        InHousehold(_ =>
        {
            Join = [.. Enumerable.Range(0, JoinedDrill.Most).Select(i => parts.ElementAtOrDefault(i)?.Trim() ?? "")];
            var named = Join.Where(part => part.Length > 0).ToList();
            var cards = named
                .Select(name => Joinable.FirstOrDefault(card => card.Name.Equals(name, StringComparison.OrdinalIgnoreCase)))
                .ToList();
            if (cards.IndexOf(null) is >= 0 and var unknown)
                return Task.FromResult<IActionResult>(Refused(Say("own-drills.no-drill-is-called", ("name", named[unknown]))));
            try
            {
                JoinedDrill.Of(cards!, DrillCard.OwnPrefix);
            }
            catch (ArgumentException wrong)
            {
                return Task.FromResult<IActionResult>(Refused(wrong.Message.Split(" (Parameter")[0]));
            }
            return Task.FromResult<IActionResult>(
                Redirect("/drills/own/edit?join=" + string.Join("&join=", cards.Select(card => card!.Id)))
            );
        });

    private PageResult Refused(string problem)
    {
        Problems = [problem];
        return Refused();
    }
}
