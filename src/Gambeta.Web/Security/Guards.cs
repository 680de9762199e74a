using System.Threading.RateLimiting;
using Gambeta.Core;
using Gambeta.Storage;
using Gambeta.Web.Api;
using Gambeta.Web.AtHome;
using Gambeta.Web.Throttling;
using Microsoft.AspNetCore.Connections;
using Microsoft.AspNetCore.RateLimiting;
using Npgsql;

namespace Gambeta.Web.Security;

/// <summary>What stands before every page: headers, the brake on requests, and a plain word when something is wrong.</summary>
public static class Guards
{
    /// <summary>
    /// So many requests a minute of a household, or of an address before anybody is signed in: the framework's limiter, in this instance
    /// alone. What could be guessed is braked for all instances together, by <see cref="RateLimits"/>.
    /// </summary>
    public static IServiceCollection AddRequestBrake(this IServiceCollection services, Limits limits) =>
        services.AddRateLimiter(options =>
        {
            options.GlobalLimiter = PartitionedRateLimiter.Create<HttpContext, string>(http =>
                IsFree(http) ? RateLimitPartition.GetNoLimiter("free")
                : http.User.Identity?.IsAuthenticated == true ? Window("household " + http.User.HouseholdId(), limits.RequestsAMinute)
                : Window("address " + RateLimits.Address(http), limits.RequestsAMinuteAtTheDoor)
            );
            options.OnRejected = (context, _) =>
            {
                RateLimits.SayWhen(
                    context.HttpContext.Response,
                    context.Lease.TryGetMetadata(MetadataName.RetryAfter, out var wait) ? wait : TimeSpan.FromMinutes(1)
                );
                return ValueTask.CompletedTask;
            };

            static RateLimitPartition<string> Window(string key, int permits) =>
                RateLimitPartition.GetFixedWindowLimiter(key, _ => new FixedWindowRateLimiterOptions
                {
                    PermitLimit = permits,
                    Window = TimeSpan.FromMinutes(1),
                });
        });

    // What says that it was too much must not be refused itself.
    private static bool IsFree(HttpContext http) =>
        http.Request.Path.StartsWithSegments("/healthz") || http.Request.Path.StartsWithSegments("/problem");

    /// <summary>
    /// What asks the database waits its turn (<see cref="ConcurrencyGate"/>). A line, which stays open for hours, takes one for each
    /// message, and what is posted to the interface once it has come whole. It is given back when the answer begins: whoever reads slowly
    /// keeps nobody waiting either. Who gets none in time is answered 503.
    /// </summary>
    public static IApplicationBuilder UseTurns(this IApplicationBuilder app) =>
        app.Use(
            async (http, next) =>
            {
                var takesItsOwn = http.Request.Path == PracticeSocket.Path || (IsApi(http) && HttpMethods.IsPost(http.Request.Method));
                var isFree =
                    IsFree(http)
                    || takesItsOwn
                    || http.GetEndpoint() is not { } endpoint
                    || endpoint.Metadata.GetMetadata<DisableRateLimitingAttribute>() is not null;
                using var turn = isFree
                    ? ConcurrencyGate.Free
                    : await http
                        .RequestServices.GetRequiredService<ConcurrencyGate>()
                        .TakeAsync(
                            http.User.HouseholdIdOrNone(),
                            writes: !HttpMethods.IsGet(http.Request.Method) && !HttpMethods.IsHead(http.Request.Method),
                            http.RequestAborted
                        );
                if (turn is null)
                {
                    ConcurrencyGate.SayBusy(http.Response);
                    return;
                }
                http.Response.OnStarting(() =>
                {
                    turn.Dispose();
                    return Task.CompletedTask;
                });
                await next(http);
            }
        );

    /// <summary>Nothing is loaded from elsewhere, nothing runs inline, nobody frames the pages; what belongs to a household stays in no
    /// cache.</summary>
    public static IApplicationBuilder UseStrictHeaders(this IApplicationBuilder app) =>
        app.Use(
            (http, next) =>
            {
                var headers = http.Response.Headers;
                headers.XContentTypeOptions = "nosniff";
                http.Response.OnStarting(() =>
                {
                    // Styles, scripts and fonts say themselves how long they hold.
                    if (headers.CacheControl.Count == 0)
                        headers.CacheControl = "no-store";
                    return Task.CompletedTask;
                });
                // What a page may load and do means nothing for JSON, and every set that is stored would carry it over the air.
                if (IsApi(http))
                    return next(http);
                // At home a page that came by http asks whether this device trusts https here.
                var asks = http.RequestServices.GetRequiredService<HomeHttps>().SafeFor(http.Request) is { } safe
                    ? $" connect-src 'self' {safe};"
                    : "";
                var practises = http.Request.Path.StartsWithSegments("/practise");
                headers.ContentSecurityPolicy =
                    $"default-src 'self';{asks}{(practises ? " media-src 'self' blob:;" : "")} img-src 'self' data:; object-src "
                    + $"'none'; base-uri 'self'; form-action 'self'; frame-ancestors 'none'";
                headers["Referrer-Policy"] = "same-origin";
                // The microphone and the camera on the practice screen alone, and there only when they are switched on.
                headers["Permissions-Policy"] = practises
                    ? "camera=(self), geolocation=(), microphone=(self)"
                    : "camera=(), geolocation=(), microphone=()";
                return next(http);
            }
        );

    /// <summary>
    /// Answers 503 while the database is away or its connections are all in use; the next request tries again, so the application recovers
    /// by itself. A caller who is gone is nobody's error.
    /// </summary>
    public static IApplicationBuilder UseDatabaseAwayPage(this IApplicationBuilder app) =>
        app.Use(
            async (http, next) =>
            {
                try
                {
                    await next(http);
                }
                catch (BadHttpRequestException cut)
                {
                    // Cut off in the middle, too slow or too large: the caller's own affair.
                    if (!http.Response.HasStarted)
                        http.Response.StatusCode = cut.StatusCode;
                }
                catch (Exception gone)
                    when (gone is ConnectionResetException
                        || (
                            http.RequestAborted.IsCancellationRequested
                            && gone is OperationCanceledException or IOException or NpgsqlException
                        )
                    )
                {
                    if (!http.Response.HasStarted)
                        http.Response.StatusCode = StatusCodes.Status499ClientClosedRequest;
                    // Else the server would read what is left of a body whose reading broke off, and log that as an error.
                    http.Abort();
                }
                catch (Exception away) when (IsAway(away) && !http.Response.HasStarted)
                {
                    http.RequestServices.GetRequiredService<ILogger<NpgsqlConnection>>().LogDatabaseAway(away.Message);
                    ConcurrencyGate.SayBusy(http.Response);
                }
            }
        );

    /// <summary>A form or an address with signs that are no text (a zero byte among them) means nothing that could be kept or
    /// found.</summary>
    public static IApplicationBuilder UseTextsOnly(this IApplicationBuilder app) =>
        app.Use(
            async (http, next) =>
            {
                var request = http.Request;
                var isText =
                    NoText.IsText(request.Path.Value)
                    && request.Query.All(part => NoText.IsText(part.Key) && part.Value.All(value => NoText.IsText(value)));
                if (isText && request.HasFormContentType && HttpMethods.IsPost(request.Method))
                {
                    try
                    {
                        isText = (await request.ReadFormAsync(http.RequestAborted)).All(field =>
                            NoText.IsText(field.Key) && field.Value.All(value => NoText.IsText(value))
                        );
                    }
                    catch (InvalidDataException)
                    {
                        // Not a form at all, or one with more fields than any of ours.
                        isText = false;
                    }
                }
                if (isText)
                    await next(http);
                else
                    http.Response.StatusCode = StatusCodes.Status400BadRequest;
            }
        );

    /// <summary>What went wrong in plain words: a page for people, the same words as problem details for modules and tools.</summary>
    public static void UseProblemWords(this IApplicationBuilder app)
    {
        app.UseWhen(IsApi, api =>
        {
            api.UseStatusCodePages(context => Refusal.Of(context.HttpContext.Response.StatusCode).ExecuteAsync(context.HttpContext));
            api.UseExceptionHandler(
                new ExceptionHandlerOptions
                {
                    ExceptionHandler = http => Refusal.Of(StatusCodes.Status500InternalServerError).ExecuteAsync(http),
                }
            );
        });
        app.UseWhen(
            http => !IsApi(http),
            pages =>
            {
                pages.UseStatusCodePagesWithReExecute("/problem/{0}");
                pages.UseExceptionHandler("/problem/500");
            }
        );
    }

    /// <summary>Whether an error says that the database is away, too busy, or gave up waiting: trying again later is right.</summary>
    // A refused connection comes as NpgsqlException, a server that is going down as PostgresException of class 57 or 08; 53 has no room,
    // 55P03 waited too long for a lock, 25P03 is an instance that slept in its work, class 40 a deadlock.
    public static bool IsAway(Exception error) =>
        error switch
        {
            PostgresException postgres => postgres.SqlState is "55P03" or "25P03" or "25006"
                || postgres.SqlState[..2] is "57" or "08" or "53" or "40",
            NpgsqlException or NotReplicatedException => true,
            _ => error.InnerException is { } inner && IsAway(inner),
        };

    private static bool IsApi(HttpContext http) => http.Request.Path.StartsWithSegments("/api");
}

/// <summary>What is logged; no name and no count of a child is ever among it.</summary>
internal static partial class Log
{
    [LoggerMessage(Level = LogLevel.Warning, Message = "The database is away: {Reason}")]
    public static partial void LogDatabaseAway(this ILogger logger, string reason);

    [LoggerMessage(Level = LogLevel.Error, Message = "A message to {Address} on a line failed")]
    public static partial void LogMessageFailed(this ILogger logger, Exception error, string address);
}
