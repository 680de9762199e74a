using System.Globalization;
using System.Text;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Edges.Diaries;
using Gambeta.Core.Insight.Progress;
using Gambeta.Core.Practice.Sets;
using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Gambeta.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.WebUtilities;

namespace Gambeta.Web.Pages.Logbook;

/// <summary>A day in the logbook.</summary>
public sealed record LogDay(DayTile Tile, IReadOnlyList<LogRow> Rows);

/// <summary>What was played, day by day; every number leads to its set.</summary>
public sealed class IndexModel(PageTools tools) : HouseholdPage(tools)
{
    public static readonly int[] WeekChoices = [1, 2, 4, 12, 52];

    public override RailItem OnRail => RailItem.Logbook;

    public string? Drill { get; private set; }

    /// <summary>The drills to choose from: those that were played.</summary>
    public IReadOnlyList<DrillCard> Played { get; private set; } = [];

    public int Weeks { get; private set; }

    public DateOnly To { get; private set; }

    public DateOnly From => To.AddDays((-7 * Weeks) + 1);

    public DateOnly Earlier => From.AddDays(-1);

    /// <summary>Which page of a span that holds more sets than one page shows, from 1.</summary>
    public int Part { get; private set; } = 1;

    public bool HasMore { get; private set; }

    private const int MostParts = 500;

    public string PartAddress(int part) =>
        QueryHelpers.AddQueryString(
            "/logbook",
            new Dictionary<string, string?>
            {
                ["drill"] = Drill,
                ["weeks"] = Weeks.ToString(CultureInfo.InvariantCulture),
                ["to"] = Wording.Iso(To),
                ["part"] = part.ToString(CultureInfo.InvariantCulture),
            }
        );

    public IReadOnlyList<LogDay> Days { get; private set; } = [];

    public IReadOnlySet<Guid> Bests { get; private set; } = new HashSet<Guid>();

    /// <summary>Why a change was not taken back.</summary>
    public string? NotUndone { get; private set; }

    /// <summary>A change just made that can be undone.</summary>
    public Guid? Undo { get; private set; }

    public string UndoWords { get; private set; } = "";

    public string Period =>
        Say(
            "logbook.to-sets",
            ("from", Wording.ShortDay(From)),
            ("to", Wording.ShortDay(To)),
            ("sets", Wording.Number(Days.Sum(d => d.Rows.Sum(r => r.Sets.Count))))
        );

    public Task<IActionResult> OnGetAsync(
        string? drill,
        string? weeks,
        string? to,
        Guid? removed,
        Guid? mended,
        int part,
        bool kept,
        string? form
    ) =>
        InHousehold(async work =>
        {
            Part = Math.Clamp(part, 1, MostParts);
            if (kept)
                NotUndone = Say("logbook.changed-since");
            Drill = Catalogue.Find(drill)?.Id;
            Weeks =
                int.TryParse(weeks, NumberStyles.None, CultureInfo.InvariantCulture, out var asked) && WeekChoices.Contains(asked)
                    ? asked
                    : 1;
            To =
                DateOnly.TryParseExact(to, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var day)
                && day <= Today
                && day > Today.AddYears(-SetCheck.MostYearsBack)
                    ? day
                    : Today;
            Undo = removed ?? mended;
            UndoWords = removed is not null ? Say("logbook.set-is-removed") : Say("logbook.set-is-fixed");

            if (form == "csv")
                return await TakeOutAsync(work);

            var rows = await DiaryStore.LogbookAsync(work, Player.Id, Drill, From, To, Part);
            HasMore = rows.HasMore && Part < MostParts;
            var sets = rows.Sets;
            Bests = rows.Bests;
            Played = [.. rows.Drills.Append(Drill).Distinct().Select(Catalogue.Find).OfType<DrillCard>().OrderBy(card => card.Name)];
            var tallies = sets.GroupBy(s => s.Day).Select(day => DayTally.Of(day.Key, [.. day], Bests.Contains)).ToList();
            var target = DayTarget.TouchesAFoot(tallies);
            Days =
            [
                .. sets.GroupBy(s => s.Day)
                    .Zip(tallies, (played, tally) =>
                        new LogDay(DayTile.Of(played.Key, Today, tally, target), LogRows.Of(played, Catalogue))
                    ),
            ];
            return Page();
        });

    // The sets of the span as a diary: the form in which they can be taken in again.
    private async Task<IActionResult> TakeOutAsync(HouseholdWork work)
    {
        var sets = await KeySetsStore.SpanAsync(work, Player.Id, From, To, Drill, TakingIn.MostLines);
        await using var text = new StringWriter(CultureInfo.InvariantCulture);
        DiaryFile.Write(text, sets.Select(one => DiarySet.Write(one.Set, one.Said)));
        return File(Encoding.UTF8.GetBytes(text.ToString()), "text/csv", "sets.csv");
    }

    public Task<IActionResult> OnPostUndoAsync(Guid change, string? drill, string? weeks) =>
        InHousehold(async work =>
        {
            return await SetStore.UndoAsync(work, change) switch
            {
                UndoOutcome.NoSuchChange => NotFound(),
                UndoOutcome.ChangedSince => RedirectToPage(
                    "/Logbook/Index",
                    new
                    {
                        drill,
                        weeks,
                        kept = true,
                    }
                ),
                _ => RedirectToPage("/Logbook/Index", new { drill, weeks }),
            };
        });
}
