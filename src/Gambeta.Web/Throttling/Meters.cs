using System.Diagnostics.Metrics;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Web.Throttling;

/// <summary>What is measured of the running application, by OpenTelemetry's names. Nothing here knows a player, a drill or a
/// count.</summary>
public sealed class Meters
{
    /// <summary>The name of the meter and of the traces' source.</summary>
    public const string Name = "Gambeta";

    private readonly Counter<long> _stored;
    private readonly Histogram<double> _waited;

    public Meters(IMeterFactory meters, SocketCounter lines)
    {
        var meter = meters.Create(Name);
        _stored = meter.CreateCounter<long>("gambeta.sets.stored", "{set}", "Sets that were stored for the first time.");
        _waited = meter.CreateHistogram<double>(
            "gambeta.sets.waited",
            "s",
            "How long a set waited on its device between its end and being stored."
        );
        meter.CreateObservableGauge("gambeta.lines.open", () => lines.All, "{line}", "Lines that are open in this instance.");
    }

    /// <summary>A set was stored.</summary>
    public void Stored(PracticeSet set, DateTimeOffset now)
    {
        _stored.Add(1);
        _waited.Record(Math.Max(0, (now - set.StartedAt - set.Worked).TotalSeconds));
    }
}
