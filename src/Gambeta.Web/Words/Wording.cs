using System.Globalization;
using Gambeta.Core;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Catalogue.Safety;
using Gambeta.Core.Edges.Hearing;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Sets;
using Gambeta.Core.Practice.Together;
using Gambeta.Words;

namespace Gambeta.Web.Words;

/// <summary>The words of the pages: what the core says as data is put into sentences here and nowhere else.</summary>
public static class Wording
{
    private static readonly CultureInfo Plain = CultureInfo.InvariantCulture;

    /// <summary>The household's word for the other foot in place of the usual one.</summary>
    public static string OtherFoot(string words, string word)
    {
        if (word == HouseholdSettings.UsualOtherFoot)
            return words;
        var usual = Say("common.other-foot");
        return words.Replace(usual, word, StringComparison.Ordinal).Replace(Sentence(usual), Sentence(word), StringComparison.Ordinal);
    }

    public static string Number(decimal value) => value.ToString("#,0.#", Plain);

    public static string Number(int value) => value.ToString("#,0", Plain);

    public static string Day(DateOnly day, DateOnly today) =>
        day == today ? Say("common.today")
        : day == today.AddDays(-1) ? Say("common.yesterday")
        : day.ToString(day.Year == today.Year ? Say("common.d-mmm") : Say("common.d-mmm-yyyy"), Language.Current.Dates);

    /// <summary>A day as addresses and fields write it.</summary>
    public static string Iso(DateOnly day) => day.ToString("yyyy-MM-dd", Plain);

    public static string Weekday(DateOnly day) => day.ToString("dddd d MMMM", Language.Current.Dates);

    public static string ShortDate(DateOnly day) => day.ToString("d MMM", Language.Current.Dates);

    public static string ShortDay(DateOnly day) => day.ToString("ddd d MMM", Language.Current.Dates);

    public static string Days(int days) =>
        days switch
        {
            0 => Say("common.less-than-a-day"),
            1 => Say("common.one-day"),
            _ => Say("common.days", ("days", days)),
        };

    public static string DaysAgo(int days) =>
        days switch
        {
            0 => Say("common.earlier-today"),
            1 => Say("common.yesterday"),
            _ => Say("common.days-ago", ("days", days)),
        };

    /// <summary>That something was tried too often, and when to come back.</summary>
    public static string TooOften(TimeSpan wait) => Say("common.that-was-tried-too-often", ("wait", Minutes(wait)));

    /// <summary>Hundredths of a second as seconds, to the tenth.</summary>
    public static string Hundredths(int hundredths) => (hundredths / 100.0).ToString("0.0", CultureInfo.InvariantCulture);

    /// <summary>About so many minutes, to the half and half a minute at least: "2½ min".</summary>
    public static string Minutes(TimeSpan time) => Say("common.min", ("minutes", Halves(Math.Max(0.5, time.TotalMinutes))));

    /// <summary>A number to the half, as people write it: "2", "2½", "½".</summary>
    public static string Halves(double value)
    {
        var halves = Rounded.Whole(value * 2);
        var whole = halves < 2 && halves % 2 == 1 ? "" : (halves / 2).ToString(Plain);
        return halves % 2 == 1 ? whole + "½" : whole;
    }

    public static string Ball(BallKind ball) =>
        ball switch
        {
            BallKind.Usual => Say("hearing.ball-usual"),
            BallKind.Soft => Say("hearing.ball-soft"),
            _ => Say("hearing.ball-small"),
        };

    public static string Feet(Feet feet) =>
        feet switch
        {
            Core.Base.Touches.Feet.Both => Say("common.both-feet"),
            Core.Base.Touches.Feet.Left => Say("common.left-foot"),
            _ => Say("common.right-foot"),
        };

    public static string FeetPlan(FeetPlan plan) =>
        plan switch
        {
            Core.Catalogue.Cards.FeetPlan.BothTogether => Say("common.both-feet-together"),
            Core.Catalogue.Cards.FeetPlan.OtherFootOnly => Say("common.other-foot-only"),
            _ => Say("common.each-foot-in-turn"),
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

    public static string Gear(IEnumerable<GearItem> gear) => string.Join(", ", gear.Select(Gear));

    /// <summary>"ball", "4 markers".</summary>
    public static string Gear(GearItem item) =>
        item.Count == 1
            ? item.Kind.Label()
            : Say("common.several", ("count", item.Count), ("things", YardWords.Counted(item.Kind, item.Count)));

    /// <summary>A day of the week.</summary>
    public static string ShortName(DayOfWeek day) => Language.Current.Dates.DateTimeFormat.GetAbbreviatedDayName(day);

    public static string DayName(DayOfWeek day) => Language.Current.Dates.DateTimeFormat.GetDayName(day);

    /// <summary>A caution, in a sentence or two.</summary>
    public static string Caution(Caution caution, Lengths lengths) =>
        caution.Kind is { } kind ? Caution(kind, caution.Card, lengths) : caution.Sentence ?? "";

    /// <summary>What the other one of two does.</summary>
    public static string OtherPart(OtherPart part) =>
        part switch
        {
            Core.Practice.Played.OtherPart.Races => Say("together.part-races"),
            Core.Practice.Played.OtherPart.Shadows => Say("together.part-shadows"),
            Core.Practice.Played.OtherPart.Serves => Say("together.part-serves"),
            _ => Say("together.part-rests"),
        };

    /// <summary>When the turn passes.</summary>
    public static string TurnBy(TurnBy by) => by == Core.Practice.Played.TurnBy.Rep ? Say("together.turn-rep") : Say("together.turn-round");

    /// <summary>What two in one yard mind.</summary>
    public static string PairCaution(PairCaution caution) =>
        caution switch
        {
            Core.Practice.Together.PairCaution.RoomForTwo => Say("together.room-for-two"),
            Core.Practice.Together.PairCaution.NoTackling => Say("together.no-tackling"),
            Core.Practice.Together.PairCaution.OneRunsAtATime => Say("together.one-runs-at-a-time"),
            Core.Practice.Together.PairCaution.ServerBesideTheGoal => Say("together.server-beside-the-goal"),
            Core.Practice.Together.PairCaution.SoftThrows => Say("together.soft-throws"),
            Core.Practice.Together.PairCaution.BehindTheStriker => Say("together.behind-the-striker"),
            _ => Say("together.give-way"),
        };

    /// <summary>A caution that follows from a drill, in a sentence or two.</summary>
    public static string Caution(CautionKind kind, DrillCard card, Lengths lengths) =>
        kind switch
        {
            CautionKind.Heading => Say("common.heading-caution"),
            CautionKind.TooYoung => Say("common.from-age", ("age", card.LeastAge)),
            CautionKind.Wall => Say("common.wall-caution"),
            CautionKind.Goal => Say("common.goal-caution"),
            CautionKind.FullSpeed => Say(
                "common.run-off-caution",
                ("length", lengths.Of(RunOff.FullSpeed.BehindFinish)),
                ("more", lengths.Of(RunOff.BeforeHarm))
            ),
            CautionKind.SoftBallIndoors => Say("common.indoors-caution"),
            CautionKind.Rebound => Say("cautions.rebound"),
            CautionKind.KeeperHands => Say("cautions.keeper-hands"),
            CautionKind.Backwards => Say("cautions.backwards"),
            CautionKind.Helper => Say(
                card.Pattern.Touches.Any(touch => touch.Move == BallMove.Goal) ? "cautions.helper-at-a-strike" : "cautions.helper"
            ),
            CautionKind.Burst => Say("cautions.burst"),
            CautionKind.BlindWay => Say("cautions.blind-way"),
            CautionKind.OnTheBall => Say("cautions.on-the-ball"),
            CautionKind.HighBall => Say(
                card.Places.HasFlag(Core.Base.Things.Places.Indoors) ? "cautions.high-ball-indoors" : "cautions.high-ball"
            ),
            _ => throw new ArgumentOutOfRangeException(nameof(kind), kind, "A caution without words."),
        };

    public static string Level(Level level) => Sentence(level.Label());

    /// <summary>"3 × 30 s each foot", "8 reps each foot, twice".</summary>
    public static string Dose(DrillCard card, Dose dose)
    {
        var amount = dose switch
        {
            RoundsDose rounds => $"{rounds.Rounds} × {rounds.Work.TotalSeconds.ToString(Plain)} s",
            RepsDose reps => $"{reps.Times} × {reps.Reps} {MeasureWords.Of(card.MeasuredBy).Reps}",
            TriesDose tries => $"{tries.Tries} {MeasureWords.Of(card.MeasuredBy).Tries}",
            RunsDose runs => Say("common.runs", ("runs", runs.Runs)),
            _ => "",
        };
        return card.Feet switch
        {
            Core.Catalogue.Cards.FeetPlan.EachFoot => Say("common.each-foot", ("amount", amount)),
            Core.Catalogue.Cards.FeetPlan.OtherFootOnly => Say("common.amount-other-foot", ("amount", amount)),
            _ => amount,
        };
    }

    /// <summary>A set in a few words for the logbook: "31", "9 clean", "24.3 s".</summary>
    public static string Brief(PracticeSet set) => MeasureWords.Of(set.Result.Of).Brief(set);

    /// <summary>A set's result in full for where it stands alone.</summary>
    public static string Full(PracticeSet set) => MeasureWords.Of(set.Result.Of).Full(set);

    /// <summary>Where a ball is dropped from.</summary>
    public static string Height(DropHeight height) =>
        height switch
        {
            DropHeight.Above => Say("common.above-the-head"),
            DropHeight.Knee => Say("common.the-knee"),
            DropHeight.Hip => Say("common.the-hip"),
            DropHeight.Chest => Say("common.the-chest"),
            _ => Say("common.the-head"),
        };

    /// <summary>A zone of the goal, from 1: low ones first.</summary>
    public static string Zone(int zone) =>
        zone switch
        {
            1 => Say("common.low-left"),
            2 => Say("common.low-middle"),
            3 => Say("common.low-right"),
            4 => Say("common.high-left"),
            5 => Say("common.high-middle"),
            _ => Say("common.high-right"),
        };

    /// <summary>A part of the body that can hurt.</summary>
    public static string PainPart(PainPart part) =>
        part switch
        {
            Core.Catalogue.Safety.PainPart.SomewhereElse => Say("common.somewhere-else"),
            _ => part.Label(),
        };

    /// <summary>That something hurt.</summary>
    public static string Pain(PainPart part) =>
        part == Core.Catalogue.Safety.PainPart.SomewhereElse
            ? Say("common.something-hurt")
            : Say("common.your-hurt", ("part", part.Label()));

    /// <summary>Was it under control, in the player's words.</summary>
    public static string Control(Control control) =>
        control switch
        {
            Core.Practice.Played.Control.Easy => Say("common.calm-and-clean"),
            Core.Practice.Played.Control.Mostly => Say("common.mostly-mine"),
            Core.Practice.Played.Control.Shaky => Say("common.shaky"),
            _ => Say("common.it-fell-apart"),
        };

    /// <summary>How the other foot felt beside the preferred one.</summary>
    public static string OtherFootFeel(OtherFootFeel feel) =>
        feel switch
        {
            Core.Practice.Played.OtherFootFeel.Same => Say("common.like-the-first"),
            Core.Practice.Played.OtherFootFeel.Behind => Say("common.a-bit-behind"),
            _ => Say("common.far-behind"),
        };

    /// <summary>How hard it was, from 1 to 10.</summary>
    public static string Effort(int effort) =>
        effort switch
        {
            1 => Say("common.like-resting"),
            2 => Say("common.very-easy"),
            3 => Say("common.easy"),
            4 => Say("common.a-little-work"),
            5 => Say("common.work"),
            6 => Say("common.quite-hard"),
            7 => Say("common.hard"),
            8 => Say("common.very-hard"),
            9 => Say("common.almost-all-i-had"),
            _ => Say("common.all-i-had"),
        };

    /// <summary>What a status means to the person who meets it.</summary>
    public static (string Title, string Words) Status(int code) =>
        code switch
        {
            400 => (Say("common.that-did-not-work"), Say("common.page-is-too-old")),
            401 => (Say("common.signed-out"), Say("common.sign-in-again")),
            404 => (Say("common.not-here"), Say("common.there-is-no-such-page")),
            413 => (Say("common.too-large"), Say("common.sent-is-too-large")),
            415 => (Say("common.that-did-not-work"), Say("common.sent-is-no-json")),
            422 => (Say("common.not-taken"), Say("common.sent-cannot-be-kept")),
            429 => (Say("common.too-many-tries"), Say("common.too-many-requests")),
            503 => (Say("common.the-logbook-cannot-be-reached"), Say("common.logbook-is-away")),
            _ => (Say("common.something-broke"), Say("common.our-fault")),
        };

    public static string Name(NameProblem problem) =>
        problem switch
        {
            NameProblem.Length => Say(
                "common.household-name-length",
                ("shortest", HouseholdName.Shortest),
                ("longest", HouseholdName.Longest)
            ),
            NameProblem.UnseenSigns => Say("common.name-has-hidden-signs"),
            _ => Say("common.name-mixes-alphabets"),
        };

    public static string Problem(SetProblem problem) =>
        problem switch
        {
            SetProblem.CountMissing => Say("common.count-is-missing"),
            SetProblem.CountNegative => Say("common.count-below-zero"),
            SetProblem.CountTooHigh => Say("common.too-fast", ("mostTouchesASecond", Tempo.MostTouchesASecond)),
            SetProblem.RunLongerThanPasses => Say("common.run-longer-than-passes"),
            SetProblem.TimeMissing => Say("common.seconds-are-missing"),
            SetProblem.TimeNotPositive => Say("common.time-not-positive"),
            SetProblem.TimeTooLong => Say("common.set-is-too-long"),
            SetProblem.DayInFuture => Say("common.day-is-ahead"),
            SetProblem.DayTooOld => Say("common.day-is-too-old", ("mostYearsBack", SetCheck.MostYearsBack)),
            SetProblem.EventsUnclear => Say("common.taps-cannot-be-read"),
            SetProblem.NobodyPlayedThat => Say("common.too-much-for-the-time"),
            SetProblem.NotOfThisDrill => Say("common.not-of-this-drill"),
            _ => Say("common.one-number-a-try"),
        };
}
