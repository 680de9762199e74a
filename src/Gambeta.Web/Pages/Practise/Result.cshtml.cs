using Gambeta.Core.Practice;
using Gambeta.Core.Progress;
using Gambeta.Core.Records;
using Gambeta.Core.Touches;
using Gambeta.Storage;
using Gambeta.Web.Access;
using Gambeta.Web.Pages.Logbook;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Practise;

/// <summary>What came of a sitting, against the bests that stand.</summary>
public sealed class ResultModel(PageTools tools) : HouseholdPage(tools)
{
    private IReadOnlyList<IGrouping<MarkKey, Mark>> _chains = [];
    private IReadOnlyDictionary<string, string> _layouts = new Dictionary<string, string>();

    public override string Place => "Today";

    public IReadOnlyList<PracticeSet> Sets { get; private set; } = [];

    public ILookup<Guid, Mark> Bests { get; private set; } = null!;

    public DayTile Tile { get; private set; } = null!;

    /// <summary>What was looked at before the first touch of this sitting.</summary>
    public IReadOnlyList<string> Checked { get; private set; } = [];

    public string WhoPlayed { get; private set; } = "";

    public IReadOnlyList<LogRow> Rows => LogRows.Of(Sets, Catalogue);

    public TouchCount Touches => Sets.Aggregate(default(TouchCount), (sum, set) => sum + set.Touches);

    public TimeSpan Worked => TimeSpan.FromSeconds(Sets.Sum(s => s.Worked.TotalSeconds));

    /// <summary>How the sitting ended, where that was said.</summary>
    public SessionEnd? End { get; private set; }

    /// <summary>What the player said about each drill, in words.</summary>
    public IReadOnlyList<string> Said { get; private set; } = [];

    /// <summary>One line on what to do next time.</summary>
    public string Advice { get; private set; } = "";

    public IReadOnlyList<string> Problems { get; private set; } = [];

    public bool Kept { get; private set; }

    /// <summary>Slips, drops and misses of all sets that know of any.</summary>
    public int Slips => Sets.Sum(set => set.Result switch
    {
        RepsResult reps => reps.Slips,
        PassesResult passes => passes.Slips,
        HitsResult hits => hits.Misses,
        RunResult run => run.Clips,
        TriedResult tried => tried.Tries.Count(t => t.End == TryEnd.Dropped),
        StationsResult stations => stations.Tries.Sum() - stations.Tries.Length,
        TargetsResult targets => targets.Points.Count(points => points == 0),
        TrapResult traps => traps.Tries.Count(t => !t.Inside),
        StrikesResult strikes => strikes.Strikes.Length - strikes.Hits,
        _ => 0,
    });

    /// <summary>The rhythm of the set with the most touches that were tapped one by one.</summary>
    public string? RhythmWords
    {
        get
        {
            var tapped = Sets.Where(set => set.Events is not null).MaxBy(set => set.Touches.Total);
            if (tapped is null || Rhythm.Of(PlayNotation.Read(tapped.Events!)) is not { } rhythm) return null;
            return $"{Catalogue.Find(tapped.Drill)?.Name}: {rhythm.TouchesAMinute} a minute, {Math.Round(rhythm.Evenness * 10)} of 10 touches on the beat, longest pause {Wording.Number((decimal)rhythm.LongestPause)} s.";
        }
    }

    public string Headline
    {
        get
        {
            var bests = Sets.Sum(s => Bests[s.Id].Count());
            var touches = $"{Wording.Number(Touches.Total)} touches";
            return bests switch { 0 => touches, 1 => $"{touches} and a new best", _ => $"{touches} and {bests} new bests" };
        }
    }

    /// <summary>For each mark of this sitting that stands: how it beats the one before; for the others, what stands.</summary>
    public IEnumerable<string> Against
    {
        get
        {
            var sets = Sets.Select(s => s.Id).ToHashSet();
            foreach (var chain in _chains)
            {
                var marks = Sets.SelectMany(Scoring.MarksOf).Where(m => m.Key == chain.Key).ToList();
                if (marks.Count == 0) continue;
                var standing = PersonalBest.Of([.. chain]).Last();
                var what = $"{Catalogue.Find(chain.Key.Drill)?.Name}, {Wording.Feet(chain.Key.Feet)}, {Wording.Unit(chain.Key.Measure)}{(_layouts.TryGetValue(chain.Key.Layout, out var on) ? $", on “{on}”" : "")}";
                yield return sets.Contains(standing.Mark.SetId)
                    ? standing.DaysStood is { } days
                        ? $"{what}: {Wording.Figure(chain.Key.Measure, standing.Mark.Value)}, {Wording.Number(standing.Gain!.Value)} better than ever. The one before stood {Wording.Days(days)}."
                        : $"{what}: {Wording.Figure(chain.Key.Measure, standing.Mark.Value)}, the first mark. It stands until you beat it."
                    : $"{what}: your best is {Wording.Figure(chain.Key.Measure, standing.Mark.Value)} from {Wording.Day(standing.Mark.Day, Today)}.";
            }
        }
    }

    public Task<IActionResult> OnGetAsync(Guid session, bool kept) => InHousehold(work =>
    {
        Kept = kept;
        return ShowAsync(work, session);
    });

    public Task<IActionResult> OnPostAsync(Guid session, int? effort, string? note) => InHousehold(async work =>
    {
        var sets = await SetStore.SessionAsync(work, session);
        if (sets.Count == 0) return NotFound();
        var written = string.IsNullOrWhiteSpace(note) ? null : note.Trim().ReplaceLineEndings("\n");
        if (written?.Length > SessionEnd.LongestNote || effort is < 1 or > 10)
        {
            Problems = [$"A note has {SessionEnd.LongestNote} letters at most, and how hard it was goes from 1 to 10."];
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            await ShowAsync(work, session);
            End = new SessionEnd(effort is >= 1 and <= 10 ? effort : null, note);
            return Page();
        }
        await SessionStore.EndAsync(work, session, sets[0].PlayerId, null, new SessionEnd(effort, written), sets[^1].StartedAt + sets[^1].Worked);
        return RedirectToPage(new { session, kept = true });
    });

    private async Task<IActionResult> ShowAsync(HouseholdWork work, Guid session)
    {
        Sets = await SetStore.SessionAsync(work, session);
        if (Sets.Count == 0) return NotFound();
        var player = Sets[0].PlayerId;
        Checked = await YardStore.CheckOfAsync(work, session);
        _layouts = await YardStore.LayoutNamesAsync(work);
        var (day, from) = (Sets[0].Day, FiveWeeks.FirstDay(Sets[0].Day, Household.Settings.WeekStartsOn));
        WhoPlayed = Household.Players.Find(p => p.Id == player)!.Nickname;
        Bests = await DiaryStore.BestsOfAsync(work, player, day, Sets[^1].Day);
        _chains = await DiaryStore.ChainsAsync(work, player, most: 2);
        var days = await DiaryStore.DaysAsync(work, player, from);
        Tile = DayTile.Of(day, Today, days.FirstOrDefault(d => d.Day == day), DayTarget.TouchesAFoot(days));
        End = await SessionStore.EndOfAsync(work, session);
        var answers = await SessionStore.AnswersAsync(work, session);
        Said = [.. answers.Where(a => a.Control is not null).Select(SaidOf)];
        Advice = AdviceOf(NextTime.Of(answers, Catalogue));
        return Page();
    }

    private string SaidOf(DrillAnswer answer)
    {
        var card = Catalogue.Find(answer.Drill);
        var fault = card?.Faults.FirstOrDefault(f => f.Id == answer.Fault || f.Seen == answer.Fault);
        var foot = answer.OtherFoot switch { OtherFootFeel.FarBehind or OtherFootFeel.Behind => $", the other foot {Wording.OtherFootFeel(answer.OtherFoot.Value)}", _ => "" };
        return OtherFoot($"{card?.Name ?? "A drill"}: {Wording.Control(answer.Control!.Value)}{foot}{(fault is null ? "" : $". {fault.Seen}: {fault.Fix}")}");
    }

    private string AdviceOf(NextTime next) => OtherFoot((next.Kind, next.Drill, next.Towards) switch
    {
        (NextTimeKind.StepBack, { } drill, { } below) => $"Next time begin with {below.Name}, then {drill.Name} again, slowly. Everybody gets stuck there once.",
        (NextTimeKind.StepBack, { } drill, _) => $"Next time {drill.Name} at half the tempo, and stop while it is clean.",
        (NextTimeKind.OtherFoot, { } drill, _) => $"Next time one more set of {drill.Name} with the other foot.",
        (NextTimeKind.Stay, { } drill, _) => $"Stay with {drill.Name}: the same amount, a little slower, until it is yours.",
        (NextTimeKind.MoveOn, { } drill, { } above) => $"{drill.Name} was calm: try {above.Name} next time.",
        _ => "Next time the same again: clean first, then faster.",
    });
}
