using Gambeta.Storage;
using Gambeta.Web.AtHome;
using Gambeta.Web.PageBases;
using Gambeta.Web.Security;
using Gambeta.Web.Throttling;
using Gambeta.Web.Words;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages;

/// <summary>Where a device comes with a code from one that is signed in. Opening the page alone uses nothing up: a camera or a messenger
/// looks before anybody presses.</summary>
public sealed class ComeModel(PageTools tools, HomeHttps home) : OpenPage(tools)
{
    public string Code { get; private set; } = "";

    public void OnGet(string? code) => Code = code is { Length: <= 2 * HandOverStore.Signs } ? code : "";

    public async Task<IActionResult> OnPostAsync(string? code)
    {
        Code = code is { Length: <= 2 * HandOverStore.Signs } ? code : "";
        if (await Tools.RateLimits.OnCodeAsync(HttpContext) is { } wait)
            return TooOften(wait, Wording.TooOften(wait));
        if (await HandOverStore.TakeAsync(Tools.Database, code, Tools.Time.GetUtcNow(), HttpContext.RequestAborted) is not { } household)
            return Refused([Say("devices.opens-nothing")]);
        await using var work = await Tools.Database.BeginAsync(household, HttpContext.RequestAborted);
        await HttpContext.SignInHouseholdAsync(work, Tools);
        return Redirect(home.SafeFor(Request) is null ? "/today" : "/phone");
    }
}
