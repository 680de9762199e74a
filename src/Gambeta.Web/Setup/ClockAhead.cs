namespace Gambeta.Web.Setup;

/// <summary>
/// A clock that is some days ahead, for whoever wants to see what the weeks will look like then: <c>Clock:DaysAhead</c>. Days alone; what
/// is measured in seconds goes on as it is.
/// </summary>
internal sealed class ClockAhead(int days) : TimeProvider
{
    /// <summary>The clock that the configuration asks for: the system's where it says nothing.</summary>
    public static TimeProvider From(IConfiguration settings) =>
        settings.GetValue("Clock:DaysAhead", 0) is not 0 and var days ? new ClockAhead(days) : System;

    public override DateTimeOffset GetUtcNow() => base.GetUtcNow().AddDays(days);
}
