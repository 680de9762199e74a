using System.Diagnostics;
using Gambeta.Web.Throttling;
using Npgsql;
using OpenTelemetry;
using OpenTelemetry.Metrics;
using OpenTelemetry.Resources;
using OpenTelemetry.Trace;

namespace Gambeta.Web.Setup;

/// <summary>Logs as JSON with an id a request; metrics and traces for whoever collects them, off until <c>OTEL_EXPORTER_OTLP_ENDPOINT</c>
/// says where they go.</summary>
internal static partial class Telemetry
{
    public static void AddTelemetry(this WebApplicationBuilder builder)
    {
        builder.Logging.Configure(options => options.ActivityTrackingOptions = ActivityTrackingOptions.TraceId);
        builder.Logging.AddJsonConsole(console =>
        {
            console.IncludeScopes = true;
            console.UseUtcTimestamp = true;
            console.TimestampFormat = "yyyy-MM-ddTHH:mm:ss.fffZ";
        });
        if (string.IsNullOrEmpty(builder.Configuration["OTEL_EXPORTER_OTLP_ENDPOINT"]))
            return;
        builder
            .Services.AddOpenTelemetry()
            .ConfigureResource(resource => resource.AddService("gambeta"))
            .WithMetrics(metrics =>
                metrics.AddMeter(Meters.Name, "Microsoft.AspNetCore.Hosting", "Microsoft.AspNetCore.Server.Kestrel", "Npgsql")
            )
            .WithTracing(traces => traces.AddAspNetCoreInstrumentation().AddNpgsql())
            .UseOtlpExporter();
    }

    /// <summary>One line a request: what was asked for by its route, never by its address, in which something of a child could
    /// stand.</summary>
    public static void UseRequestLog(this WebApplication app)
    {
        var log = app.Services.GetRequiredService<ILoggerFactory>().CreateLogger("Gambeta.Requests");
        app.Use(
            async (http, next) =>
            {
                var began = Stopwatch.GetTimestamp();
                try
                {
                    await next(http);
                }
                finally
                {
                    // A line is told when it ends; the sets that it carried are measured by themselves.
                    if (log.IsEnabled(LogLevel.Information))
                        log.Asked(
                            http.Request.Method,
                            (http.GetEndpoint() as RouteEndpoint)?.RoutePattern.RawText ?? "nowhere",
                            http.Response.StatusCode,
                            Stopwatch.GetElapsedTime(began).TotalMilliseconds
                        );
                }
            }
        );
    }

    [LoggerMessage(Level = LogLevel.Information, Message = "{Method} {Route} {Status} {Milliseconds}")]
    private static partial void Asked(this ILogger log, string method, string route, int status, double milliseconds);
}
