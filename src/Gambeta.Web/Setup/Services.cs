using System.Net;
using System.Text.Json.Serialization;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Storage;
using Gambeta.Web.AtHome;
using Gambeta.Web.PageBases;
using Gambeta.Web.SecondScreen;
using Gambeta.Web.Security;
using Gambeta.Web.Throttling;
using Gambeta.Web.Upkeep;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.DataProtection.KeyManagement;
using Microsoft.AspNetCore.HttpOverrides;
using Microsoft.Extensions.Diagnostics.HealthChecks;
using Microsoft.Extensions.Options;
using IPNetwork = System.Net.IPNetwork;

namespace Gambeta.Web.Setup;

/// <summary>What the application is made of.</summary>
internal static class Services
{
    public static void AddGambeta(this WebApplicationBuilder builder, DrillCatalogue catalogue, string database)
    {
        var (services, settings) = (builder.Services, builder.Configuration);
        services.AddOptions<Limits>().BindConfiguration("Limits").ValidateDataAnnotations().ValidateOnStart();
        services.AddSingleton(provider => provider.GetRequiredService<IOptions<Limits>>().Value);
        var limits = settings.GetSection("Limits").Get<Limits>() ?? new Limits();
        builder.WebHost.ConfigureKestrel(kestrel =>
        {
            kestrel.AddServerHeader = false;
            kestrel.Limits.MaxRequestBodySize = limits.PostBytes;
            if (kestrel.ApplicationServices.GetRequiredService<HomeHttps>() is { IsOn: true } home)
                kestrel.ConfigureHttpsDefaults(https => https.ServerCertificateSelector = (_, _) => home.Certificate());
        });

        services.AddSingleton(Gambeta.Words.Language.Current);
        services.AddSingleton(catalogue);
        services.AddSingleton<Modules>();
        services.AddSingleton(_ => new GambetaDatabase(database));
        var time = ClockAhead.From(settings);
        services.AddSingleton(time);
        var home = new HomeHttps(settings, time);
        services.AddSingleton(home);
        // At home both schemes are in use on one host, and what https had made its own would be lost to http.
        var secure = home.IsOn ? CookieSecurePolicy.None : CookieSecurePolicy.SameAsRequest;
        services.AddMemoryCache(cache => cache.SizeLimit = 500);
        services.AddSingleton<HouseholdCatalogues>();
        services.AddHostedService<Rejudging>();
        services.AddSingleton<RateLimits>();
        services.AddSingleton<ConcurrencyGate>();
        services.AddSingleton<Backups>();
        services.AddSingleton<SocketCounter>();
        services.AddSingleton<SecondScreenHub>();
        services.AddSingleton<SecondScreenWire>();
        services.AddHostedService(provider => provider.GetRequiredService<SecondScreenWire>());
        services.AddSingleton<Meters>();
        services.AddSingleton<PageTools>();
        services.AddSingleton<Door>();

        // What the benchmark compares pages with is there only when it is asked for.
        services
            .AddRazorPages(pages =>
            {
                if (!settings.GetValue("Bench", false))
                    pages.Conventions.AddPageRouteModelConvention("/Floor", page => page.Selectors.Clear());
            })
            .AddCookieTempDataProvider(options => (options.Cookie.Name, options.Cookie.SecurePolicy) = ("gambeta-once", secure));
        services.AddRouting(options => options.LowercaseUrls = true);
        services.ConfigureHttpJsonOptions(options => options.SerializerOptions.NumberHandling = JsonNumberHandling.Strict);
        services.AddOpenApi();
        services.AddAntiforgery(options =>
        {
            options.Cookie.Name = "gambeta-form";
            options.Cookie.SecurePolicy = secure;
        });
        services.AddKeyRing(settings);
        services.AddAuthentication(CookieAuthenticationDefaults.AuthenticationScheme).AddCookie(cookie => SignInCookie(cookie, home));
        services.AddAuthorization();
        services.AddRequestBrake(limits);
        services.AddResponseCompression(options => options.EnableForHttps = true);
        services.AddHealthChecks().AddCheck<DatabaseAnswers>("database", HealthStatus.Unhealthy, ["ready"]);
        services.AddProxies(settings);
        builder.AddTelemetry();
    }

    /// <summary>The keys that protect cookies and forms, in the database, encrypted where a key is configured.</summary>
    public static void AddKeyRing(this IServiceCollection services, IConfiguration settings)
    {
        services.AddSingleton(KeyRingKey.From(settings));
        services.AddDataProtection().SetApplicationName("Gambeta");
        services
            .AddOptions<KeyManagementOptions>()
            .Configure<GambetaDatabase, KeyRingKey>(
                (keys, database, key) =>
                {
                    keys.XmlRepository = new KeyRing(database);
                    if (key.IsThere)
                        keys.XmlEncryptor = new SealedXml(key);
                }
            );
    }

    private static void SignInCookie(CookieAuthenticationOptions cookie, HomeHttps home)
    {
        cookie.CookieManager = new SchemeCookies(home);
        cookie.Cookie.Name = "gambeta";
        cookie.Cookie.SameSite = SameSiteMode.Lax;
        cookie.Cookie.SecurePolicy = CookieSecurePolicy.SameAsRequest;
        cookie.ExpireTimeSpan = SignInStore.Idle;
        cookie.SlidingExpiration = true;
        cookie.LoginPath = "/";
        cookie.Events.OnRedirectToLogin = context =>
        {
            // A module gets a status to act on, a person gets the page.
            if (context.Request.Path.StartsWithSegments("/api"))
                context.Response.StatusCode = StatusCodes.Status401Unauthorized;
            else
                context.Response.Redirect(context.RedirectUri);
            return Task.CompletedTask;
        };
    }

    // Who the caller is and whether the outside is https, as told by the proxies that are configured and by nobody else: Proxy:Known is
    // their addresses or networks, with commas between.
    private static void AddProxies(this IServiceCollection services, ConfigurationManager settings)
    {
        var known = (settings["Proxy:Known"] ?? "").Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries);
        services.Configure<ForwardedHeadersOptions>(options =>
        {
            options.ForwardedHeaders =
                known.Length == 0
                    ? ForwardedHeaders.None
                    : ForwardedHeaders.XForwardedFor | ForwardedHeaders.XForwardedProto | ForwardedHeaders.XForwardedHost;
            options.KnownProxies.Clear();
            options.KnownIPNetworks.Clear();
            foreach (var proxy in known)
            {
                if (proxy.Contains('/', StringComparison.Ordinal))
                    options.KnownIPNetworks.Add(IPNetwork.Parse(proxy));
                else
                    options.KnownProxies.Add(IPAddress.Parse(proxy));
            }
        });
    }
}
