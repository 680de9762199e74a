using System.Threading.RateLimiting;
using Gambeta.Web.Api;
using Npgsql;

namespace Gambeta.Web.Access;

/// <summary>What stands before every page: headers, the brake on sign-in, and a plain word when the database is away.</summary>
public static class Guards
{
    public const string SignInBrake = "sign-in";

    /// <summary>Ten tries a minute from one address; beyond that the caller waits, told so.</summary>
    public static IServiceCollection AddSignInBrake(this IServiceCollection services, int triesAMinute) =>
        services.AddRateLimiter(options =>
        {
            options.RejectionStatusCode = StatusCodes.Status429TooManyRequests;
            options.AddPolicy(SignInBrake, http => HttpMethods.IsPost(http.Request.Method)
                ? RateLimitPartition.GetFixedWindowLimiter(
                    http.Connection.RemoteIpAddress?.ToString() ?? "unknown",
                    _ => new FixedWindowRateLimiterOptions { PermitLimit = triesAMinute, Window = TimeSpan.FromMinutes(1) })
                : RateLimitPartition.GetNoLimiter("reading"));
        });

    /// <summary>Nothing is loaded from elsewhere, nothing runs inline, nobody frames the pages.</summary>
    public static IApplicationBuilder UseStrictHeaders(this IApplicationBuilder app) => app.Use((http, next) =>
    {
        var headers = http.Response.Headers;
        headers.XContentTypeOptions = "nosniff";
        // What a page may load and do means nothing for JSON, and every set that is stored would carry it over the air.
        if (http.Request.Path.StartsWithSegments("/api")) return next(http);
        headers.ContentSecurityPolicy =
            "default-src 'self'; img-src 'self' data:; object-src 'none'; base-uri 'self'; form-action 'self'; frame-ancestors 'none'";
        headers["Referrer-Policy"] = "same-origin";
        headers["Permissions-Policy"] = "camera=(), geolocation=(), microphone=()";
        return next(http);
    });

    /// <summary>Answers 503 while the database is away; the next request tries again, so the application recovers by itself.</summary>
    public static IApplicationBuilder UseDatabaseAwayPage(this IApplicationBuilder app) => app.Use(async (http, next) =>
    {
        try
        {
            await next(http);
        }
        catch (Exception away) when (IsAway(away) && !http.Response.HasStarted)
        {
            http.RequestServices.GetRequiredService<ILogger<NpgsqlConnection>>().LogDatabaseAway(away.Message);
            http.Response.StatusCode = StatusCodes.Status503ServiceUnavailable;
        }
    });

    /// <summary>What went wrong in plain words: a page for people, the same words as JSON for modules and tools.</summary>
    public static void UseProblemWords(this IApplicationBuilder app)
    {
        static bool IsApi(HttpContext http) => http.Request.Path.StartsWithSegments("/api");
        app.UseWhen(IsApi, api => api.UseStatusCodePages(context =>
            context.HttpContext.Response.WriteAsJsonAsync(new ProblemAnswer([Wording.Status(context.HttpContext.Response.StatusCode).Words]))));
        app.UseWhen(http => !IsApi(http), pages => pages.UseStatusCodePagesWithReExecute("/problem/{0}"));
    }

    /// <summary>Whether an error says that the database is away.</summary>
    // A refused connection comes as NpgsqlException, a server that is going down as PostgresException of class 57 or 08.
    public static bool IsAway(Exception error) => error switch
    {
        PostgresException postgres => postgres.SqlState.StartsWith("57", StringComparison.Ordinal) || postgres.SqlState.StartsWith("08", StringComparison.Ordinal),
        NpgsqlException => true,
        _ => error.InnerException is { } inner && IsAway(inner),
    };
}

/// <summary>What is logged; no name and no count of a child is ever among it.</summary>
internal static partial class Log
{
    [LoggerMessage(Level = LogLevel.Warning, Message = "The database is away: {Reason}")]
    public static partial void LogDatabaseAway(this ILogger logger, string reason);
}
