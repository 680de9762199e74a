using System.Globalization;
using Gambeta.Core;
using Gambeta.Core.Catalogue;
using Gambeta.Core.Doses;
using Gambeta.Core.Household;
using Gambeta.Core.Measuring;
using Gambeta.Core.Records;
using Gambeta.Core.Safety;
using Gambeta.Core.Sets;
using Gambeta.Core.Touches;
using Gambeta.Core.Yard;
using Gambeta.Storage;

namespace Gambeta.Web.Words;

/// <summary>The words of the pages: what the core says as data is put into sentences here and nowhere else.</summary>
public static class Wording
{
    private static readonly CultureInfo Plain = CultureInfo.InvariantCulture;

    /// <summary>The household's word for the other foot in place of the usual one.</summary>
    public static string OtherFoot(string words, string word) => words
        .Replace(HouseholdSettings.UsualOtherFoot, word, StringComparison.Ordinal)
        .Replace(Sentence(HouseholdSettings.UsualOtherFoot), Sentence(word), StringComparison.Ordinal);

    public static string Number(decimal value) => value.ToString("#,0.#", Plain);

    public static string Number(int value) => value.ToString("#,0", Plain);

    public static string Day(DateOnly day, DateOnly today) =>
        day == today ? "today"
        : day == today.AddDays(-1) ? "yesterday"
        : day.ToString(day.Year == today.Year ? "d MMM" : "d MMM yyyy", Plain);

    /// <summary>A day as addresses and fields write it.</summary>
    public static string Iso(DateOnly day) => day.ToString("yyyy-MM-dd", Plain);

    public static string Weekday(DateOnly day) => day.ToString("dddd d MMMM", Plain);

    public static string ShortDay(DateOnly day) => day.ToString("ddd d MMM", Plain);

    public static string Days(int days) => days switch { 0 => "less than a day", 1 => "one day", _ => $"{days} days" };

    public static string DaysAgo(int days) => days switch { 0 => "earlier today", 1 => "yesterday", _ => $"{days} days ago" };

    /// <summary>That something was tried too often, and when to come back.</summary>
    public static string TooOften(TimeSpan wait) => $"That was tried too often. Wait {Minutes(wait)}, then try again.";

    /// <summary>About so many minutes, to the half.</summary>
    public static string Minutes(TimeSpan time)
    {
        var halves = Math.Max(1, Rounded.Whole(time.TotalMinutes * 2));
        return (halves / 2.0).ToString("0.#", Plain) + " min";
    }

    public static string Feet(Feet feet) => feet == Core.Touches.Feet.Both ? "both feet" : feet.ToWords() + " foot";

    public static string FeetPlan(FeetPlan plan) => plan switch
    {
        Core.Catalogue.FeetPlan.BothTogether => "both feet together",
        Core.Catalogue.FeetPlan.OtherFootOnly => "other foot only",
        _ => "each foot in turn",
    };

    public static string Sentence(string words) => words.Length == 0 ? words : char.ToUpper(words[0], Plain) + words[1..];

    /// <summary>A value with what it counts: "41 touches", "19 in a row", "24.3 s".</summary>
    public static string Value(Measure measure, decimal value) => MeasureWords.Of(measure.Kind).Value(measure, value);

    /// <summary>The number alone, for where it stands large.</summary>
    public static string Figure(Measure measure, decimal value) => measure.LowerIsBetter ? Seconds(value) : Number(value);

    /// <summary>What the figure counts, for under it.</summary>
    public static string Unit(Measure measure) => MeasureWords.Of(measure.Kind).Unit(measure);

    public static string MeasuredBy(MeasuredBy measuredBy) => MeasureWords.Of(measuredBy).Name;

    /// <summary>Seconds to the tenth.</summary>
    public static string Seconds(decimal seconds) => seconds.ToString("0.0", Plain);

    /// <summary>Seconds to the tenth.</summary>
    public static string Seconds(TimeSpan time) => time.TotalSeconds.ToString("0.0", Plain);

    public static string Gear(IEnumerable<GearItem> gear) => string.Join(", ", gear);

    /// <summary>A caution, in a sentence or two.</summary>
    public static string Caution(Caution caution, Lengths lengths) => caution.Kind is { } kind ? Caution(kind, caution.Card, lengths) : caution.Sentence ?? "";

    /// <summary>A caution that follows from a drill, in a sentence or two.</summary>
    public static string Caution(CautionKind kind, DrillCard card, Lengths lengths) => kind switch
    {
        CautionKind.Heading => "Heading follows the rules of your own association and club; many do not allow it in practice for younger players. Few touches, a light ball, and stop at any headache. It counts towards no target.",
        CautionKind.TooYoung => $"This drill is from {card.LeastAge} years on.",
        CautionKind.Wall => "Nothing breakable behind you or beside the wall. No road behind a missed ball.",
        CautionKind.Goal => "Nobody in front of the goal, nothing breakable behind it.",
        CautionKind.FullSpeed => $"Leave {lengths.Of(RunOff.FullSpeed.BehindFinish)} free behind the finish: you come home at full speed.",
        _ => "Indoors only with a soft ball, on a clear floor.",
    };

    public static string Level(Level level) => Sentence(level.ToWords());

    /// <summary>"3 × 30 s each foot", "8 reps each foot, twice".</summary>
    public static string Dose(DrillCard card, Dose dose)
    {
        var each = card.Feet switch
        {
            Core.Catalogue.FeetPlan.EachFoot => " each foot",
            Core.Catalogue.FeetPlan.OtherFootOnly => ", other foot",
            _ => "",
        };
        return dose switch
        {
            RoundsDose rounds => $"{rounds.Rounds} × {rounds.Work.TotalSeconds.ToString(Plain)} s{each}",
            RepsDose reps => $"{reps.Times} × {reps.Reps} {MeasureWords.Of(card.MeasuredBy).Reps}{each}",
            TriesDose tries => $"{tries.Tries} {MeasureWords.Of(card.MeasuredBy).Tries}{each}",
            RunsDose runs => $"{runs.Runs} runs{each}",
            _ => "",
        };
    }

    /// <summary>A set in a few words for the logbook: "31", "9 clean", "24.3 s".</summary>
    public static string Brief(PracticeSet set) => MeasureWords.Of(set.Result.Of).Brief(set);

    /// <summary>A set's result in full for where it stands alone.</summary>
    public static string Full(PracticeSet set) => MeasureWords.Of(set.Result.Of).Full(set);

    /// <summary>Where a ball is dropped from.</summary>
    public static string Height(DropHeight height) => height switch
    {
        DropHeight.Above => "above the head",
        _ => "the " + height.ToWords(),
    };

    /// <summary>A zone of the goal, from 1: low ones first.</summary>
    public static string Zone(int zone) => $"{(zone > 3 ? "high" : "low")} {((zone - 1) % 3) switch { 0 => "left", 1 => "middle", _ => "right" }}";

    /// <summary>A part of the body that can hurt.</summary>
    public static string PainPart(PainPart part) => part switch
    {
        Core.Safety.PainPart.SomewhereElse => "somewhere else",
        _ => part.ToWords(),
    };

    /// <summary>That something hurt.</summary>
    public static string Pain(PainPart part) => part == Core.Safety.PainPart.SomewhereElse ? "something hurt" : $"your {part.ToWords()} hurt";

    /// <summary>Was it under control, in the player's words.</summary>
    public static string Control(Control control) => control switch
    {
        Core.Sets.Control.Easy => "calm and clean",
        Core.Sets.Control.Mostly => "mostly mine",
        Core.Sets.Control.Shaky => "shaky",
        _ => "it fell apart",
    };

    /// <summary>How the other foot felt beside the preferred one.</summary>
    public static string OtherFootFeel(OtherFootFeel feel) => feel switch
    {
        Core.Sets.OtherFootFeel.Same => "like the first",
        Core.Sets.OtherFootFeel.Behind => "a bit behind",
        _ => "far behind",
    };

    /// <summary>How hard it was, from 1 to 10.</summary>
    public static string Effort(int effort) => effort switch
    {
        1 => "like resting",
        2 => "very easy",
        3 => "easy",
        4 => "a little work",
        5 => "work",
        6 => "quite hard",
        7 => "hard",
        8 => "very hard",
        9 => "almost all I had",
        _ => "all I had",
    };

    /// <summary>What a status means to the person who meets it.</summary>
    public static (string Title, string Words) Status(int code) => code switch
    {
        400 => ("That did not work", "This page was open for too long, or what was sent cannot be read. Go back, load it again and repeat it."),
        401 => ("Signed out", "Sign in again. What was played is kept on its device until then."),
        404 => ("Not here", "There is no such page in your household."),
        413 => ("Too large", "That is larger than anything that is kept here."),
        415 => ("That did not work", "What was sent is no JSON."),
        422 => ("Not taken", "What was sent cannot be kept as it is."),
        429 => ("Too many tries", "That was tried very often from here. Wait a little, then try again. What you play is kept on its device meanwhile."),
        503 => ("The logbook cannot be reached", "The database is away for a moment. Nothing is lost: what you play is kept on your device and sent when it is back. Try again shortly."),
        _ => ("Something broke", "It is our fault, and it was written down. What you had stored is safe."),
    };

    public static string Name(NameProblem problem) => problem switch
    {
        NameProblem.Length => $"The household's name has {HouseholdName.Shortest} to {HouseholdName.Longest} letters.",
        NameProblem.UnseenSigns => "The name holds signs that cannot be seen. Write it by hand.",
        _ => "The name mixes letters of two alphabets that look alike. Write it in one.",
    };

    public static string Problem(SetProblem problem) => problem switch
    {
        SetProblem.CountMissing => "A count is missing. If nobody counted, say so instead.",
        SetProblem.CountNegative => "A count cannot be below zero.",
        SetProblem.CountTooHigh => $"That is more than {Tempo.MostTouchesASecond} touches a second. Is it right? Then keep it once more.",
        SetProblem.RunLongerThanPasses => "The longest run is longer than all the passes together.",
        SetProblem.TimeMissing => "How many seconds did it take?",
        SetProblem.TimeNotPositive => "The time has to be more than zero seconds.",
        SetProblem.TimeTooLong => "One set is an hour at most.",
        SetProblem.DayInFuture => "That day has not come yet.",
        SetProblem.DayTooOld => $"That day is more than {SetCheck.MostYearsBack} years back.",
        SetProblem.EventsUnclear => "What was tapped cannot be read.",
        SetProblem.NobodyPlayedThat => "Nobody can have played that in the time. Look at the numbers again.",
        SetProblem.NotOfThisDrill => "This drill does not give such points, stations or times.",
        _ => "Write the touches of each try, one number a try, up to a hundred.",
    };
}
