using System.ComponentModel.DataAnnotations;
using Gambeta.Web.Security;

namespace Gambeta.Web.Throttling;

/// <summary>
/// What a household never meets and an attacker does, all in one place. Each can be set in the configuration, as <c>Limits:PostBytes</c>;
/// they are looked at when the application starts.
/// </summary>
public sealed class Limits
{
    /// <summary>The largest body of a request in bytes: a set of the most taps, or a drill file, with room to spare.</summary>
    [Range(64 * 1024, 64 * 1024 * 1024)]
    public int PostBytes { get; set; } = 512 * 1024;

    /// <summary>The largest file of drill cards in bytes: all that ship come to half of it.</summary>
    [Range(1024, 16 * 1024 * 1024)]
    public int DrillFileBytes { get; set; } = 256 * 1024;

    /// <summary>The largest diary that can be asked for: three years of two players who play a lot come to two thirds of it.</summary>
    public const int MostDiaryBytes = 6 * 1024 * 1024;

    /// <summary>The largest diary that is taken in, in bytes.</summary>
    [Range(1024, MostDiaryBytes)]
    public int DiaryBytes { get; set; } = MostDiaryBytes;

    /// <summary>The largest file of a household that can be asked for.</summary>
    public const int MostHistoryBytes = 48 * 1024 * 1024;

    /// <summary>The largest file of a household that is taken in, in bytes: ten years of one player who plays each day and taps every
    /// touch.</summary>
    [Range(1024, MostHistoryBytes)]
    public int HistoryBytes { get; set; } = MostHistoryBytes;

    /// <summary>The largest recording that can be asked for.</summary>
    public const int MostRecordingBytes = 64 * 1024 * 1024;

    /// <summary>The largest recording that is listened to, in bytes: ten minutes of one channel as phones record it.</summary>
    [Range(1024, MostRecordingBytes)]
    public int RecordingBytes { get; set; } = MostRecordingBytes;

    /// <summary>Sets that a household may take in from files in a day, those that it took back counted: two files of the most lines, and as
    /// many tries.</summary>
    [Range(100, 1_000_000)]
    public int TakenInADay { get; set; } = 60_000;

    /// <summary>Things that a household may write a day (sets, corrections, answers): twelve players for two hours write a tenth.</summary>
    [Range(1, 100_000_000)]
    public int WritesADay { get; set; } = 5000;

    /// <summary>Sets of one sitting: four hours of a set each half minute.</summary>
    [Range(1, 100_000_000)]
    public int SetsASitting { get; set; } = 480;

    /// <summary>Lines of one household that are open at once: every device of a large family, and some that did not hang up.</summary>
    [Range(1, 100_000)]
    public int LinesAHousehold { get; set; } = 24;

    /// <summary>Lines from one address that are open at once: a club house behind one router.</summary>
    [Range(1, 100_000)]
    public int LinesAnAddress { get; set; } = 120;

    /// <summary>Requests of a household a minute: a page with all that belongs to it is thirty.</summary>
    [Range(1, 100_000_000)]
    public int RequestsAMinute { get; set; } = 1200;

    /// <summary>Requests from one address (of IPv6 its /64) a minute before anybody is signed in.</summary>
    [Range(1, 100_000_000)]
    public int RequestsAMinuteAtTheDoor { get; set; } = 600;

    /// <summary>Households made from one address an hour: a training evening at a club.</summary>
    [Range(1, 100_000_000)]
    public int SignUpsAnHour { get; set; } = 20;

    /// <summary>Tries to sign in, or to get back in, from one address a minute.</summary>
    [Range(1, 100_000_000)]
    public int TriesAMinute { get; set; } = 10;

    /// <summary>Tries at one household's password or recovery words in a quarter of an hour, wherever they come from.</summary>
    [Range(1, 100_000_000)]
    public int TriesAtAName { get; set; } = 12;

    /// <summary>Devices that are signed in to a household at once; the one not used for longest goes.</summary>
    [Range(1, 1000)]
    public int SignIns { get; set; } = 40;

    /// <summary>Players of a household.</summary>
    [Range(1, 100)]
    public int Players { get; set; } = 12;

    /// <summary>Spaces of a household, those put away not counted.</summary>
    [Range(1, 1000)]
    public int Spaces { get; set; } = 30;

    /// <summary>Layouts of a household, those put away included.</summary>
    [Range(1, 10_000)]
    public int Layouts { get; set; } = 300;

    /// <summary>Own drill cards of a household, those off the shelf included.</summary>
    [Range(1, 10_000)]
    public int Drills { get; set; } = 200;

    /// <summary>Own sheets of a household, those put away included.</summary>
    [Range(1, 10_000)]
    public int Sheets { get; set; } = 100;

    /// <summary>Copies of the demo that are there at once.</summary>
    [Range(1, 100_000)]
    public int DemoCopies { get; set; } = 100;

    /// <summary>Copies of the demo opened from one address an hour.</summary>
    [Range(1, 100_000_000)]
    public int DemosAnHour { get; set; } = 30;

    /// <summary>Hours after which a copy of the demo goes.</summary>
    [Range(1, 1000)]
    public int DemoHours { get; set; } = 12;
}
