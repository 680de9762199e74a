using Gambeta.Storage;
using Gambeta.Web.AtHome;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Household;

/// <summary>Lets another device in without the password: a code for its camera, and the same as six signs.</summary>
public sealed class HandOverModel(PageTools tools, HomeHttps home) : HouseholdPage(tools)
{
    public override RailItem OnRail => RailItem.Household;

    /// <summary>The code, on the page that made it alone.</summary>
    public string? Code { get; private set; }

    /// <summary>Where the other device goes.</summary>
    public string Reached => home.ReachedAt(Request);

    /// <summary>The address within the picture.</summary>
    public string Address => $"{Reached}/come?code={Code}";

    /// <summary>Whether another device can come here at all: not to an address that means this machine alone.</summary>
    public bool IsReachable => !new Uri(Reached).IsLoopback;

    public Task<IActionResult> OnGetAsync() => InHousehold(_ => Task.FromResult<IActionResult>(Page()));

    public Task<IActionResult> OnPostAsync() =>
        InHousehold(async work =>
        {
            Code = await HandOverStore.MakeAsync(work, Tools.Time.GetUtcNow());
            return Page();
        });
}
