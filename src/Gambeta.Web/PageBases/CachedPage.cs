using System.Globalization;
using Gambeta.Storage;
using Microsoft.AspNetCore.Html;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.ModelBinding;
using Microsoft.AspNetCore.Mvc.Rendering;
using Microsoft.AspNetCore.Mvc.ViewEngines;
using Microsoft.AspNetCore.Mvc.ViewFeatures;

namespace Gambeta.Web.PageBases;

/// <summary>
/// A page whose body is heavy to work out and is read far more often than it changes: it is kept as it was shown, and worked out again when
/// something of its player changed (see <see cref="CachedViewStore"/>), on another day, in another language, or by another build. Such a
/// body holds no form that is posted.
/// </summary>
public abstract class CachedPage(PageTools tools) : HouseholdPage(tools)
{
    // Of every assembly of ours: a page is made of rules and words as much as of markup.
    private static readonly string Build = string.Join(
        '.',
        new[] { typeof(Gambeta.Words.Speech), typeof(Core.Keys), typeof(CachedViewStore), typeof(CachedPage) }.Select(part =>
            part.Module.ModuleVersionId.ToString("N")
        )
    );

    /// <summary>The body, as markup.</summary>
    public HtmlString Body { get; private set; } = HtmlString.Empty;

    /// <summary>Shows a body: the kept one, else what is worked out and drawn now.</summary>
    /// <param name="work">The work in progress.</param>
    /// <param name="view">What tells this body from others of its player; nothing for one that is asked for too seldom to keep.</param>
    /// <param name="partial">The path of the partial page that draws it.</param>
    /// <param name="settle">Settles what is due, so that what follows reads what stands.</param>
    /// <param name="workOut">Reads the rest that it is made of.</param>
    /// <param name="drill">The drill that it is about; nothing for all.</param>
    protected async Task<IActionResult> KeptAsync(
        HouseholdWork work,
        string? view,
        string partial,
        Func<Task> settle,
        Func<Task> workOut,
        string? drill = null
    )
    {
        // Records write all that they hold.
        var stamp = string.Create(
            CultureInfo.InvariantCulture,
            $"{Build} {Gambeta.Words.Language.Current.Tag} {Today:yyyy-MM-dd} {Household.DrillsVersion} {Household.Heading} "
                + $"{Household.Settings} {Player}"
        );
        // While somebody works on the rules (./dev) nothing is kept: a change of one is to be seen.
        if (Tools.IsLive)
            view = null;
        if (view is not null && await CachedViewStore.FindAsync(work, Player.Id, view, stamp, drill) is { } kept)
        {
            Body = new HtmlString(kept);
            return Page();
        }
        await settle();
        var number = await CachedViewStore.NumberAsync(work, Player.Id);
        await workOut();
        var drawn = await DrawAsync(partial);
        if (view is not null)
            await CachedViewStore.KeepAsync(work, Player.Id, view, stamp, number, drawn);
        Body = new HtmlString(drawn);
        return Page();
    }

    private async Task<string> DrawAsync(string partial)
    {
        var services = HttpContext.RequestServices;
        var found = services.GetRequiredService<ICompositeViewEngine>().GetView(null, partial, isMainPage: false);
        found.EnsureSuccessful(null);
        await using var writer = new StringWriter(CultureInfo.InvariantCulture);
        var data = new ViewDataDictionary(services.GetRequiredService<IModelMetadataProvider>(), ModelState) { Model = this };
        await found.View!.RenderAsync(new ViewContext(PageContext, found.View, data, TempData, writer, new HtmlHelperOptions()));
        return writer.ToString();
    }
}
