namespace Gambeta.Web.Api;

/// <summary>What a phone needs to put Gambeta among its own applications (W3C Web Application Manifest): a window of its own, and today to
/// begin with.</summary>
internal static class Manifest
{
    private sealed record Icon(string Src, string Sizes, string Type, string Purpose);

    private static readonly Icon[] Icons =
    [
        new("/icons/icon-192.png", "192x192", "image/png", "any"),
        new("/icons/icon-512.png", "512x512", "image/png", "any"),
        new("/icons/maskable-512.png", "512x512", "image/png", "maskable"),
        new("/mark.svg", "any", "image/svg+xml", "any"),
    ];

    public static void MapManifest(this IEndpointRouteBuilder app) => app.MapGet("/gambeta.webmanifest", (HttpContext http) =>
        {
            http.Response.Headers.CacheControl = "no-cache";
            return Results.Json(
                new
                {
                    name = "Gambeta",
                    short_name = "Gambeta",
                    description = Say("door.what-it-does"),
                    lang = Gambeta.Words.Language.Current.Tag,
                    id = "/",
                    start_url = "/today",
                    scope = "/",
                    display = "standalone",
                    background_color = "#fbf6ea",
                    theme_color = "#9e3520",
                    icons = Icons,
                },
                SessionApi.Written,
                "application/manifest+json"
            );
        });
}
