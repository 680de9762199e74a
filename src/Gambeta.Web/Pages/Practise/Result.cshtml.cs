using Gambeta.Core;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Insight.Planning;
using Gambeta.Core.Insight.Progress;
using Gambeta.Core.Insight.Weeks;
using Gambeta.Core.Practice.Counting;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Records;
using Gambeta.Core.Practice.Sets;
using Gambeta.Core.Practice.Together;
using Gambeta.Storage;
using Gambeta.Web.Charts;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Gambeta.Web.Pages.Logbook;
using Gambeta.Web.Words;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Practise;

/// <summary>A line of the result: the sets of a drill with the same feet, what stands against them, and how it was, in the player's
/// words.</summary>
public sealed record ResultRow(LogRow Played, IReadOnlyList<string> Against, string Said, Verdict? Verdict, string? Aimed);

/// <summary>Somebody who practised in the same outing.</summary>
public sealed record PlayedWith(Guid Session, string Nickname, int Touches, IReadOnlyList<Race> Races);

/// <summary>What came of a sitting, against the bests that stand.</summary>
public sealed class ResultModel(PageTools tools) : HouseholdPage(tools)
{
    private ILookup<MarkKey, Mark> _chains = null!;
    private IReadOnlyDictionary<string, string> _layouts = new Dictionary<string, string>();
    private IReadOnlyList<DrillAnswer> _answers = [];
    private string? _sheet;
    private PracticeSet? _tapped;
    private IReadOnlyList<Verdict> _verdicts = [];
    private Dictionary<Guid, SaidOfSet> _aims = [];

    public override RailItem OnRail => RailItem.Today;

    public IReadOnlyList<PracticeSet> Sets { get; private set; } = [];

    public ILookup<Guid, Mark> Bests { get; private set; } = null!;

    public DayTile Tile { get; private set; } = null!;

    /// <summary>What was looked at before the first touch of this sitting.</summary>
    public IReadOnlyList<string> Checked { get; private set; } = [];

    public string WhoPlayed { get; private set; } = "";

    public IReadOnlyList<ResultRow> Rows { get; private set; } = [];

    /// <summary>What all of it came to.</summary>
    public SetSums Sums { get; private set; } = SetSums.Of([]);

    /// <summary>How the sitting ended, where that was said.</summary>
    public SessionEnd? End { get; private set; }

    /// <summary>Where the same is played once more: the sheet, or the one drill; where two played, by both.</summary>
    public string Again =>
        With.Count > 0 ? "/plan/together" + (_sheet is null ? $"?drill={Sets[0].Drill}" : "")
        : _sheet is not null ? $"/practise/sheet/{_sheet}"
        : Sets.DistinctBy(set => set.Drill).Count() > 1 ? "/sheets"
        : $"/practise/{Sets[0].Drill}";

    /// <summary>One line on what to do next time.</summary>
    public string Advice { get; private set; } = "";

    /// <summary>Whom it was played with: the sitting of each, and what it came to.</summary>
    public IReadOnlyList<PlayedWith> With { get; private set; } = [];

    public IReadOnlyList<string> Problems { get; private set; } = [];

    public bool Kept { get; private set; }

    /// <summary>The rhythm of the set with the most touches that were tapped one by one.</summary>
    public string? RhythmWords
    {
        get
        {
            if (
                _tapped is not { } tapped
                || PlayNotation.ReadKept(tapped.Events!) is not { } events
                || TouchTiming.Of(events) is not { } rhythm
            )
                return null;
            return Say(
                "result.on-the-beat",
                ("name", Catalogue.Find(tapped.Drill)?.Name),
                ("touchesAMinute", rhythm.TouchesAMinute),
                ("evenness", Rounded.Whole(rhythm.Evenness * 10)),
                ("longestPause", Wording.Number((decimal)rhythm.LongestPause))
            );
        }
    }

    /// <summary>Whether it held to the end of the sitting; nothing where nobody can say.</summary>
    public string? HeldWords =>
        SittingTrend.Of(Placed()) switch
        {
            { Kind: HoldKind.FellOff, After: { } minutes } => Say("result.fell-off-after", ("minutes", minutes)),
            { Kind: HoldKind.Held } => Say("result.held-to-the-end"),
            _ => null,
        };

    /// <summary>What became of its tapped rounds towards their ends.</summary>
    public IReadOnlyList<string> WithinWords { get; private set; } = [];

    // Where each set lay among what was expected of it, from the first touch on.
    private IEnumerable<PlayedAt> Placed() =>
        from set in Sets
        let model = FormKey.Of(set).Model
        where _aims.ContainsKey(set.Id) && model.Judges(set)
        select new PlayedAt(
            set.StartedAt + set.Worked - Sets[0].StartedAt,
            SittingTrend.PositionOf(model.Value(set), _aims[set.Id].Expected, model.LowerIsBetter)
        );

    public string Headline
    {
        get
        {
            var bests = Sets.Sum(s => Bests[s.Id].Count());
            var touches = Say("result.touches-touches", ("touches", Wording.Number(Sums.Touches.Total)));
            return bests switch
            {
                0 => touches,
                1 => Say("result.and-a-new-best", ("touches", touches)),
                _ => Say("result.and-new-bests", ("touches", touches), ("bests", bests)),
            };
        }
    }

    public Task<IActionResult> OnGetAsync(Guid session, bool kept) =>
        InHousehold(work =>
        {
            Kept = kept;
            return ShowAsync(work, session);
        });

    public Task<IActionResult> OnPostAsync(Guid session, int? effort, string? note) =>
        InHousehold(async work =>
        {
            var sets = await SetStore.SessionAsync(work, session);
            if (sets.Count == 0)
                return NotFound();
            var written = (note ?? "").Trim().ReplaceLineEndings("\n");
            if (written.Length > SessionEnd.LongestNote || effort is < 1 or > 10)
            {
                Problems = [Say("result.note-or-effort-is-wrong", ("longestNote", SessionEnd.LongestNote))];
                Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
                await ShowAsync(work, session);
                End = new SessionEnd(effort is >= 1 and <= 10 ? effort : null, note);
                return Page();
            }
            await SessionStore.EndAsync(
                work,
                session,
                sets[0].PlayerId,
                null,
                new SessionEnd(effort, written),
                sets[^1].StartedAt + sets[^1].Worked
            );
            return RedirectToPage(new { session, kept = true });
        });

    private async Task<IActionResult> ShowAsync(HouseholdWork work, Guid session)
    {
        Sets = await SetStore.SessionAsync(work, session);
        if (Sets.Count == 0)
            return NotFound();
        Sums = SetSums.Of(Sets);
        var player = Sets[0].PlayerId;
        _tapped = await SetStore.MostTappedAsync(work, session);
        WithinWords = [.. JudgementWords.Within(WithinRounds.Of(await SetStore.TappedAsync(work, player, session: session)))];
        With = [.. await OthersAsync(work, session)];
        Checked = await YardStore.CheckOfAsync(work, session);
        _layouts = await YardStore.LayoutNamesAsync(work);
        var (day, from) = (Sets[0].Day, FiveWeeks.FirstDay(Sets[0].Day, Household.Settings.WeekStartsOn));
        Bests = await DiaryStore.BestsOfAsync(work, player, day, Sets[^1].Day);
        _chains = (await DiaryStore.ChainsAsync(work, player, most: 2)).SelectMany(chain => chain).ToLookup(mark => mark.Key);
        var days = await DiaryStore.DaysAsync(work, player, from);
        Tile = DayTile.Of(day, Today, days.FirstOrDefault(d => d.Day == day), DayTarget.TouchesAFoot(days));
        (End, _sheet) = await SessionStore.EndOfAsync(work, session);
        _answers = await SessionStore.AnswersAsync(work, session);
        _verdicts = await VerdictStore.AllAsync(work, player, Catalogue);
        _aims = (await SaidStore.OfSittingAsync(work, player, session)).ToDictionary(said => said.Set);
        var who = Household.Players.Find(p => p.Id == player)!;
        WhoPlayed = who.Nickname;
        Advice = AdviceOf(await PlanStore.NextAsync(work, who, Age(who), Today, Catalogue, Household.Settings));
        Rows = RowsOf();
        return Page();
    }

    private async Task<IEnumerable<PlayedWith>> OthersAsync(HouseholdWork work, Guid session)
    {
        var others = new List<PlayedWith>();
        foreach (var (theirs, player) in await SittingStore.OthersOfOutingAsync(work, session))
        {
            var sets = await SetStore.SessionAsync(work, theirs);
            if (sets.Count > 0)
                others.Add(
                    new PlayedWith(
                        theirs,
                        Household.Players.Find(known => known.Id == player)!.Nickname,
                        SetSums.Of(sets).Touches.Total,
                        Race.Of(Sets, sets)
                    )
                );
        }
        return others;
    }

    /// <summary>Who was faster on the same course.</summary>
    public string RaceWords(PlayedWith other, Race race)
    {
        var drill = Catalogue.Find(race.Drill)?.Name ?? race.Drill;
        if (race.Ours == race.Theirs)
            return Say("together.level", ("drill", drill), ("seconds", Seconds(race.Ours)));
        var (first, fast, slow) = race.Ours < race.Theirs ? (WhoPlayed, race.Ours, race.Theirs) : (other.Nickname, race.Theirs, race.Ours);
        return Say("together.fastest", ("drill", drill), ("player", first), ("seconds", Seconds(fast)), ("other", Seconds(slow)));

        static string Seconds(decimal seconds) => Wording.Figure(new(MeasureKind.CourseSeconds), seconds);
    }

    // How a drill was is said once, beside the first of its rows.
    private List<ResultRow> RowsOf()
    {
        var rows = new List<ResultRow>();
        foreach (var played in LogRows.Of(Sets, Catalogue))
        {
            var drill = played.Sets[0].Drill;
            var said = rows.Exists(row => row.Played.Sets[0].Drill == drill)
                ? []
                : _answers.Where(answer => answer.Drill == drill && answer.Control is not null).Select(SaidOf);
            var key = FormKey.Of(played.Sets[0]);
            rows.Add(
                new ResultRow(
                    played,
                    [.. AgainstOf(played)],
                    string.Join(" ", said),
                    _verdicts.FirstOrDefault(verdict => verdict.Key == key && verdict.LastDay == played.Sets[0].Day),
                    AimedAt(played)
                )
            );
        }
        return rows;
    }

    // What stands for each thing that these sets are measured by: a best of this sitting, with what it beat, or the one that is still to
    // beat.
    private IEnumerable<string> AgainstOf(LogRow played)
    {
        var standing = Standing.Of(played.Sets, Sets.Select(set => set.Id).ToHashSet(), _chains).ToList();
        foreach (var (best, isOurs) in standing)
        {
            var key = best.Mark.Key;
            var value = Wording.Figure(key.Measure, best.Mark.Value) + (standing.Count > 1 ? $" {Wording.Unit(key.Measure)}" : "");
            var on = _layouts.TryGetValue(key.Layout, out var layout) ? Say("result.on", ("layout", layout)) : "";
            yield return on
                + (
                    !isOurs ? Say("result.best", ("value", value), ("day", Wording.Day(best.Mark.Day, Today)))
                    : best.DaysStood is { } days
                        ? Say(
                            "result.beaten-by",
                            ("value", value),
                            ("number", Wording.Number(best.Gain!.Value)),
                            ("days", Wording.Days(days))
                        )
                    : Say("result.the-first-mark", ("value", value))
                );
        }
    }

    // What was said before the first set that something was said of.
    private string? AimedAt(LogRow played) =>
        played.Sets.Select(set => _aims.GetValueOrDefault(set.Id)).FirstOrDefault(said => said is not null) is { } aim
            ? Say("judgement.said-and-came", ("target", Wording.Value(aim.Measure, aim.Target)), ("count", TenTiles.Laid(aim.Chance)))
            : null;

    private string SaidOf(DrillAnswer answer)
    {
        var card = Catalogue.Find(answer.Drill);
        var fault = card?.FaultNamed(answer.Fault);
        var foot = answer.OtherFoot switch
        {
            OtherFootFeel.FarBehind or OtherFootFeel.Behind => Say(
                "result.the-other-foot",
                ("otherFootFeel", Wording.OtherFootFeel(answer.OtherFoot.Value))
            ),
            _ => "",
        };
        return OtherFoot(
            $"{Wording.Sentence(Wording.Control(answer.Control!.Value))}{foot}.{(fault is null ? "" : $" {fault.Seen}: {fault.Fix}")}"
        );
    }

    // The planner's own word: what it would lay for the next day of practice, as things stand.
    private string AdviceOf((PlannedDay Day, SessionPlan Session)? next) =>
        next is { } then && then.Session.OneAlone is { } one && Catalogue.Find(one.Item.Drill) is { } card
            ? OtherFoot(
                then.Day.Day == Today
                    ? Say("result.next-is-today", ("drill", card.Name), ("why", PlanWords.Why(one.Reason, Catalogue)))
                    : Say(
                        "result.next-is",
                        ("day", Wording.DayName(then.Day.Day.DayOfWeek)),
                        ("drill", card.Name),
                        ("why", PlanWords.Why(one.Reason, Catalogue))
                    )
            )
            : Say("result.next-time-the-same-again");
}
