using Gambeta.Web.Api;
using Gambeta.Web.AtHome;
using Gambeta.Web.Pages.Drills;
using Gambeta.Web.Pages.Weeks;
using Gambeta.Web.Security;
using Microsoft.AspNetCore.Diagnostics.HealthChecks;

namespace Gambeta.Web.Setup;

/// <summary>What a request goes through, in this order.</summary>
internal static class Pipeline
{
    public static void UseGambeta(this WebApplication app)
    {
        app.UseLanguage();
        app.UseForwardedHeaders();
        // Nothing is pinned at home: a phone that does not trust this machine yet comes by http.
        var home = app.Services.GetRequiredService<HomeHttps>();
        if (!home.IsOn)
            app.UseHsts();
        // Before the first phone asks: a folder that cannot be written says so at the start.
        else
            _ = home.Certificate();
        app.UseRequestLog();
        app.UseStrictHeaders();
        app.UseProblemWords();
        app.UseDatabaseAwayPage();
        app.UseResponseCompression();
        app.UseBuilds();
        app.UseRouting();
        app.UseAuthentication();
        app.UseAuthorization();
        app.UseRateLimiter();
        app.UseTextsOnly();
        // A form has come whole by now: whoever sends it slowly keeps nobody waiting.
        app.UseTurns();
        app.MapStaticAssets().DisableRateLimiting();
        app.MapBrowserWords();
        app.MapRazorPages().WithStaticAssets();
        app.UseWebSockets(
            new WebSocketOptions { KeepAliveInterval = TimeSpan.FromSeconds(30), KeepAliveTimeout = TimeSpan.FromSeconds(20) }
        );
        app.MapPosts();
        app.MapDrillFiles();
        app.MapCalendar();
        app.MapHome();
        app.MapManifest();
        app.MapOpenApi("/api/openapi.json").RequireAuthorization();
        app.MapHealthChecks("/healthz/live", new HealthCheckOptions { Predicate = _ => false });
        app.MapHealthChecks("/healthz/ready", new HealthCheckOptions { Predicate = check => check.Tags.Contains("ready") });
        app.MapHealthChecks("/healthz", new HealthCheckOptions { Predicate = check => check.Tags.Contains("ready") });
    }
}
