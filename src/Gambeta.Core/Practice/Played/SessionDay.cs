namespace Gambeta.Core.Practice.Played;

/// <summary>The instant that decides on which day a set counts.</summary>
public static class SessionDay
{
    /// <summary>A sitting is no longer than this.</summary>
    public static readonly TimeSpan LongestSitting = TimeSpan.FromHours(4);

    /// <summary>
    /// The start of the sitting, read from its version 7 id (RFC 9562: the first 48 bits are milliseconds since 1970), so that a sitting
    /// over midnight, or over a change of the clocks, is one day's. A set that lies before that start, or too long after it, stands for
    /// itself.
    /// </summary>
    public static DateTimeOffset Of(Guid session, DateTimeOffset setStarted)
    {
        if (session.Version != 7)
            return setStarted;
        Span<byte> bytes = stackalloc byte[16];
        session.TryWriteBytes(bytes, bigEndian: true, out _);
        var milliseconds = 0L;
        foreach (var part in bytes[..6])
            milliseconds = (milliseconds << 8) | part;
        if (milliseconds > DateTimeOffset.MaxValue.ToUnixTimeMilliseconds())
            return setStarted;
        var began = DateTimeOffset.FromUnixTimeMilliseconds(milliseconds);
        return setStarted >= began && setStarted - began <= LongestSitting ? began : setStarted;
    }
}
