namespace Gambeta.Core.Insight.Weeks;

/// <summary>How long a session may be.</summary>
public static class SessionMinutes
{
    /// <summary>Fewer are no session.</summary>
    public const int Least = 5;

    /// <summary>Before anything was asked for.</summary>
    public const int Usual = 15;

    /// <summary>More are asked for by nobody.</summary>
    public const int Longest = 90;

    /// <summary>
    /// The longest session at an age: half an hour up to six years, five minutes more a year. A figure of ours on the careful side:
    /// attention goes first, then technique.
    /// </summary>
    public static int Most(int age) => Math.Clamp(30 + ((age - 6) * 5), 30, Longest);
}
