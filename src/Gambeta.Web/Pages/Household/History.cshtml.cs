using Gambeta.Core;
using Gambeta.Core.Base.Household;
using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Gambeta.Web.Throttling;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gambeta.Web.Pages.Household;

/// <summary>A household's whole history from its file: first what it would bring, then, when that was pressed, all of it at once, and back
/// in one step.</summary>
[RequestSizeLimit(Limits.MostHistoryBytes + 65536), RequestFormLimits(MultipartBodyLengthLimit = Limits.MostHistoryBytes + 65536)]
public sealed class HistoryModel(PageTools tools) : HouseholdPage(tools)
{
    // A file weighs several times what it is long while it is read: one after the other.
    private static readonly SemaphoreSlim OneAtATime = new(1);

    public override RailItem OnRail => RailItem.Household;

    public IReadOnlyList<string> Problems { get; private set; } = [];

    /// <summary>What would come of the file that was looked at.</summary>
    public IReadOnlyList<TakenList>? Lists { get; private set; }

    public Guid Batch { get; private set; }

    public bool WithSettings { get; private set; }

    /// <summary>Whether there is anything new in it.</summary>
    public bool HasNew => Lists!.Any(list => list.New > 0);

    public bool IsTaken { get; private set; }

    public bool IsUndone { get; private set; }

    public Task<IActionResult> OnGetAsync(Guid? batch, bool undone) =>
        InHousehold(_ =>
        {
            (Batch, IsTaken, IsUndone) = (batch ?? Guid.Empty, batch is not null && !undone, undone);
            return Task.FromResult<IActionResult>(Page());
        });

    public Task<IActionResult> OnPostLookAsync(IFormFile? file, bool settings) =>
        OneByOne(async work =>
        {
            if (file is null || file.Length == 0)
                return Wrong(Say("judgement.no-file"));
            if (file.Length > Tools.Limits.HistoryBytes)
                return Wrong(Say("judgement.file-too-large", ("most", Rounded.To(Tools.Limits.HistoryBytes / 1024.0 / 1024, 1))));
            using var read = new MemoryStream((int)file.Length);
            await file.CopyToAsync(read, HttpContext.RequestAborted);
            var bytes = read.GetBuffer().AsMemory(0, (int)read.Length);
            WithSettings = settings;
            Lists = await HistoryStore.LookAsync(work, HistoryFile.Read(bytes), Ask);
            Batch = Guid.CreateVersion7();
            await HistoryStore.KeepAsync(work, Batch, bytes);
            return Page();
        });

    public Task<IActionResult> OnPostTakeAsync(Guid batch, bool settings) =>
        OneByOne(async work =>
        {
            WithSettings = settings;
            if (await HistoryStore.KeptAsync(work, batch, Tools.Limits.HistoryBytes) is { } bytes)
                await HistoryStore.TakeAsync(work, batch, HistoryFile.Read(bytes), Ask);
            // Pressed twice: it was taken in by the first.
            else if (!await HistoryStore.IsTakenAsync(work, batch))
                return Wrong(Say("household.look-again"));
            return RedirectToPage(new { batch });
        });

    public Task<IActionResult> OnPostUndoAsync(Guid batch) =>
        OneByOne(async work => await HistoryStore.UndoAsync(work, batch) ? RedirectToPage(new { batch, undone = true }) : NotFound());

    private HistoryAsk Ask =>
        new(
            own => Tools.Catalogues.Read(own, strict: false),
            Tools.Limits.Players,
            new Dictionary<string, int>
            {
                ["space"] = Tools.Limits.Spaces,
                ["layout"] = Tools.Limits.Layouts,
                ["own_drill"] = Tools.Limits.Drills,
                ["sheet"] = Tools.Limits.Sheets,
            },
            Tools.Limits.TakenInADay,
            Today,
            LocalDays.Zone(Household.TimeZone).GetUtcOffset(Tools.Time.GetUtcNow()),
            WithSettings
        );

    private async Task<IActionResult> OneByOne(Func<HouseholdWork, Task<IActionResult>> doIt)
    {
        if (!await OneAtATime.WaitAsync(TimeSpan.FromSeconds(20), HttpContext.RequestAborted))
            return StatusCode(StatusCodes.Status503ServiceUnavailable);
        try
        {
            return await InHousehold(async work =>
            {
                try
                {
                    await work.ExecuteAsync("savepoint taking");
                    return await doIt(work);
                }
                catch (HistoryException wrong)
                {
                    // Whatever was begun is undone; the page says why.
                    await work.ExecuteAsync("rollback to savepoint taking");
                    Lists = null;
                    return Wrong(Why(wrong));
                }
            });
        }
        finally
        {
            OneAtATime.Release();
        }
    }

    private static string Why(HistoryException wrong) =>
        wrong.Problem switch
        {
            HistoryProblem.TooNew => Say("household.file-too-new"),
            HistoryProblem.TooMuch => Say("household.file-too-much", ("list", ListName(wrong.List))),
            HistoryProblem.Broken => Say("household.file-broken", ("list", ListName(wrong.List))),
            _ => Say("household.no-household-file"),
        };

    /// <summary>What a list of the file is called.</summary>
    public static string ListName(string list) =>
        list switch
        {
            "players" => Say("household.list-players"),
            "sets" => Say("household.list-sets"),
            "sittings" => Say("household.list-sittings"),
            "spaces" => Say("household.list-spaces"),
            "layouts" => Say("household.list-layouts"),
            "sheets" => Say("household.list-sheets"),
            "drills" => Say("household.list-drills"),
            "plans" => Say("household.list-plans"),
            "decisions" => Say("household.list-decisions"),
            "pains" => Say("household.list-pains"),
            "goals" => Say("household.list-goals"),
            "answers" => Say("household.list-answers"),
            "changes" => Say("household.list-changes"),
            "" => Say("household.list-file"),
            _ => Say("household.list-others"),
        };

    private PageResult Wrong(string problem)
    {
        Problems = [problem];
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }
}
