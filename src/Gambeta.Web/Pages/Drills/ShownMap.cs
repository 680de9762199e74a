using System.Globalization;
using Gambeta.Core.Base.Touches;

namespace Gambeta.Web.Pages.Drills;

/// <summary>A pattern as it is to be drawn: mirrored or not, at a tempo.</summary>
public sealed record ShownMap(Pattern Pattern, Tempo Tempo)
{
    /// <summary>The slowest and the fastest tempo that a map is played at.</summary>
    public const int Slowest = 4,
        Fastest = 240;

    public string Written => Pattern.ToString();

    public string TempoNow => Tempo.TouchesAMinute.ToString("0", CultureInfo.InvariantCulture);

    /// <summary>A tempo from an address: whole touches a minute, drawn to what can be played.</summary>
    public static Tempo At(int? asked, Tempo otherwise) => asked is { } tempo ? new Tempo(Math.Clamp(tempo, Slowest, Fastest)) : otherwise;
}
