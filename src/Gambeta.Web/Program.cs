using System.Text.Json.Serialization;
using Gambeta.Core.Catalogue;
using Gambeta.Storage;
using Gambeta.Web;
using Gambeta.Web.Access;
using Gambeta.Web.Api;
using Gambeta.Web.Pages.Drills;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.DataProtection.KeyManagement;
using Npgsql;

var builder = WebApplication.CreateBuilder(args);
builder.WebHost.ConfigureKestrel(kestrel => kestrel.AddServerHeader = false);
var settings = builder.Configuration;

DrillCatalogue catalogue;
try
{
    catalogue = settings["DrillFolder"] is { } folder ? DrillCatalogue.InFolder(folder) : DrillCatalogue.Shipped();
}
catch (Exception broken) when (broken is CatalogueException or ArgumentException)
{
    await Console.Error.WriteLineAsync($"A drill card cannot be read, so Gambeta does not start.\n  {broken.Message}");
    return 1;
}

var appDatabase = settings.GetConnectionString("App");
var ownerDatabase = settings.GetConnectionString("Owner");
if (appDatabase is null || ownerDatabase is null)
{
    await Console.Error.WriteLineAsync("Gambeta needs its database: start it with ./start, or set ConnectionStrings__App and ConnectionStrings__Owner.");
    return 1;
}

var services = builder.Services;
services.AddSingleton(catalogue);
services.AddSingleton(_ => new GambetaDatabase(appDatabase));
services.AddSingleton(TimeProvider.System);
services.AddMemoryCache(cache => cache.SizeLimit = 500);
services.AddSingleton<HouseholdCatalogues>();
services.AddSingleton<PageTools>();
services.AddRazorPages();
// A request that cannot be read is the caller's mistake, in every environment.
services.Configure<RouteHandlerOptions>(options => options.ThrowOnBadRequest = false);
services.AddRouting(options => options.LowercaseUrls = true);
services.ConfigureHttpJsonOptions(options => options.SerializerOptions.NumberHandling = JsonNumberHandling.Strict);
services.AddAntiforgery(options => options.Cookie.Name = "gambeta-form");
services.AddDataProtection().SetApplicationName("Gambeta");
services.AddOptions<KeyManagementOptions>().Configure<GambetaDatabase>((keys, database) => keys.XmlRepository = new KeyRing(database));
services.AddAuthentication(CookieAuthenticationDefaults.AuthenticationScheme).AddCookie(cookie =>
{
    cookie.Cookie.Name = "gambeta";
    cookie.Cookie.SameSite = SameSiteMode.Lax;
    cookie.ExpireTimeSpan = TimeSpan.FromDays(30);
    cookie.SlidingExpiration = true;
    cookie.LoginPath = "/";
    cookie.Events.OnRedirectToLogin = context =>
    {
        // A module gets a status to act on, a person gets the page.
        if (context.Request.Path.StartsWithSegments("/api")) context.Response.StatusCode = StatusCodes.Status401Unauthorized;
        else context.Response.Redirect(context.RedirectUri);
        return Task.CompletedTask;
    };
});
services.AddAuthorization();
services.AddSignInBrake(settings.GetValue("SignInTriesAMinute", 10));
services.AddResponseCompression(options => options.EnableForHttps = true);
services.AddHealthChecks().AddNpgSql(appDatabase, timeout: TimeSpan.FromSeconds(3));

var app = builder.Build();
try
{
    Migrator.Migrate(ownerDatabase);
    if (settings.GetValue("Demo", true))
    {
        var now = TimeZoneInfo.ConvertTime(app.Services.GetRequiredService<TimeProvider>().GetUtcNow(), TimeZoneInfo.Local);
        await DemoHousehold.LoadOnceAsync(app.Services.GetRequiredService<GambetaDatabase>(), catalogue, now, TimeZoneInfo.Local.Id);
    }
}
catch (Exception error) when (error is NpgsqlException || error.InnerException is NpgsqlException)
{
    await Console.Error.WriteLineAsync(
        $"Gambeta cannot reach its database, so it does not start.\n  {error.Message}\n  ./start brings up a database of its own. If you run your own, check that it is up and that the connection strings are right.");
    return 1;
}

app.UseProblemWords();
app.UseExceptionHandler("/problem/500");
app.UseStrictHeaders();
app.UseDatabaseAwayPage();
app.UseResponseCompression();
app.UseRouting();
app.UseAuthentication();
app.UseAuthorization();
app.UseRateLimiter();
app.MapStaticAssets();
app.MapRazorPages().WithStaticAssets();
app.UseWebSockets(new WebSocketOptions { KeepAliveInterval = TimeSpan.FromSeconds(30), KeepAliveTimeout = TimeSpan.FromSeconds(20) });
app.MapPosts();
app.MapDrillFiles();
app.MapHealthChecks("/healthz");
app.Run();
return 0;

/// <summary>Named so that tests can host the application.</summary>
public partial class Program;
