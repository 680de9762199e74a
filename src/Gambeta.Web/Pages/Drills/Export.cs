using System.Text;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Web.PageBases;

namespace Gambeta.Web.Pages.Drills;

/// <summary>Drill cards as files, in the words of a card file.</summary>
public static class Export
{
    public static void MapDrillFiles(this IEndpointRouteBuilder app)
    {
        app.MapGet("/drills/{id}.yaml", (string id, HttpContext http, PageTools tools) =>
                SendAsync(http, tools, catalogue => catalogue.Find(id) is { } card ? (id, [card]) : null)
            )
            .RequireAuthorization();
        app.MapGet("/drills/own.yaml", (HttpContext http, PageTools tools) =>
                SendAsync(http, tools, catalogue => ("own-drills", [.. catalogue.Cards.Where(card => card.IsOwn)]))
            )
            .RequireAuthorization();
    }

    private static async Task<IResult> SendAsync(
        HttpContext http,
        PageTools tools,
        Func<DrillCatalogue, (string Name, DrillCard[] Cards)?> choose
    )
    {
        var (work, household) = await tools.EnterAsync(http);
        await using var _ = work;
        if (household is null)
            return Results.Redirect("/");
        if (choose(await tools.Catalogues.OfAsync(work, household)) is not { } chosen)
            return Results.NotFound();
        var yaml = chosen.Cards.Length == 0 ? "[]\n" : string.Join('\n', chosen.Cards.Select(CardWriter.Write));
        return Results.File(Encoding.UTF8.GetBytes(yaml), "application/yaml", chosen.Name + ".yaml");
    }
}
