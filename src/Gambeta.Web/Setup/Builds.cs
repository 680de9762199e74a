namespace Gambeta.Web.Setup;

/// <summary>
/// Modules under the address of their build. A browser keeps them for good; those of another build are not there: a page that was loading
/// while the server was brought up to date loads itself anew (js/whole.js) instead of running on halves of two builds.
/// </summary>
internal static class Builds
{
    private const string Of = "/of-";

    public static void UseBuilds(this WebApplication app)
    {
        var modules = app.Services.GetRequiredService<Modules>();
        app.Use(
            (http, next) =>
            {
                if (http.Request.Path.Value is not { } path || !path.StartsWith(Of, StringComparison.Ordinal))
                    return next(http);
                var own = $"/{modules.Build}/";
                if (!path.StartsWith(own + "js/", StringComparison.Ordinal) && !path.StartsWith(own + "lib/", StringComparison.Ordinal))
                {
                    http.Response.StatusCode = StatusCodes.Status404NotFound;
                    http.Response.Headers.CacheControl = "no-store";
                    return Task.CompletedTask;
                }
                http.Request.Path = path[(own.Length - 1)..];
                http.Response.OnStarting(() =>
                {
                    if (http.Response.StatusCode is StatusCodes.Status200OK or StatusCodes.Status304NotModified)
                        http.Response.Headers.CacheControl = "public, max-age=31536000, immutable";
                    return Task.CompletedTask;
                });
                return next(http);
            }
        );
    }
}
