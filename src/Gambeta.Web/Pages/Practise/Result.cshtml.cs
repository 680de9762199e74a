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

    public Task<IActionResult> OnGetAsync(Guid session) => InHousehold(async work =>
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
        return Page();
    });
}
