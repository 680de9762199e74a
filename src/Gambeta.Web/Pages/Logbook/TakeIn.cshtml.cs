using Gambeta.Core;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Edges.Diaries;
using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Gambeta.Web.Throttling;
using Gambeta.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gambeta.Web.Pages.Logbook;

/// <summary>Sets from a file: first what each line would do, then, when that was pressed, all new ones at once, and back in one
/// step.</summary>
[
    RequestSizeLimit(2 * Limits.MostDiaryBytes),
    RequestFormLimits(ValueLengthLimit = Limits.MostDiaryBytes, MultipartBodyLengthLimit = 2 * Limits.MostDiaryBytes)
]
public sealed class TakeInModel(PageTools tools) : HouseholdPage(tools)
{
    /// <summary>Lines that cannot be taken which are shown one by one.</summary>
    private const int MostNamed = 50;

    public override RailItem OnRail => RailItem.Logbook;

    public IReadOnlyList<string> Problems { get; private set; } = [];

    /// <summary>The file as it came, for taking it in after it was looked at.</summary>
    public string? Diary { get; private set; }

    public int New { get; private set; }

    public int Known { get; private set; }

    public IReadOnlyList<TakenLine> CannotBe { get; private set; } = [];

    public IEnumerable<(int Line, string Why)> Named => CannotBe.Take(MostNamed).Select(line => (line.Line, WhyNot(line)));

    public Guid? Batch { get; private set; }

    public int Taken { get; private set; }

    public bool IsUndone { get; private set; }

    public Task<IActionResult> OnGetAsync(Guid? batch, int taken, bool undone) =>
        InHousehold(_ =>
        {
            (Batch, Taken, IsUndone) = (batch, taken, undone);
            return Task.FromResult<IActionResult>(Page());
        });

    public Task<IActionResult> OnPostLookAsync(IFormFile? file) =>
        InHousehold(async work =>
        {
            if (file is null || file.Length == 0)
                return Wrong(Say("judgement.no-file"));
            if (file.Length > Tools.Limits.DiaryBytes)
                return Wrong(Say("judgement.file-too-large", ("most", Rounded.To(Tools.Limits.DiaryBytes / 1024.0 / 1024, 1))));
            using var reader = new StreamReader(file.OpenReadStream());
            Diary = await reader.ReadToEndAsync(HttpContext.RequestAborted);
            if (Read(Diary) is not { } lines)
                return Page();
            var known = await TakenInStore.KnownAsync(work, lines.Where(line => line.Set is not null).Select(line => line.Set!.Id));
            CannotBe = [.. lines.Where(line => line.Set is null)];
            Known = lines.Count(line => line.Set is { } set && known.Contains(set.Id));
            New = lines.Count - CannotBe.Count - Known;
            return Page();
        });

    public Task<IActionResult> OnPostTakeAsync(string? diary, Guid batch) =>
        InHousehold(async work =>
        {
            if (string.IsNullOrEmpty(diary) || diary.Length > Tools.Limits.DiaryBytes)
                return Wrong(Say("judgement.no-file"));
            if (Read(diary) is not { } lines)
                return Page();
            return await TakenInStore.TakeAsync(work, batch, lines, Tools.Limits.TakenInADay) is { } taken
                ? RedirectToPage("/Logbook/TakeIn", new { batch, taken })
                : Wrong(Say("judgement.too-much-taken-in", ("most", Tools.Limits.TakenInADay)));
        });

    public Task<IActionResult> OnPostUndoAsync(Guid batch) =>
        InHousehold(async work =>
            await TakenInStore.UndoAsync(work, batch) ? RedirectToPage("/Logbook/TakeIn", new { undone = true }) : NotFound()
        );

    private IReadOnlyList<TakenLine>? Read(string diary)
    {
        try
        {
            using var text = new StringReader(diary);
            return TakingIn.Read(
                DiaryFile.Read(text),
                Catalogue,
                Household.Players,
                Player,
                Today,
                LocalDays.Zone(Household.TimeZone).GetUtcOffset(Tools.Time.GetUtcNow())
            );
        }
        catch (DiaryFormatException wrong)
        {
            Diary = null;
            Wrong(
                wrong.IsTooLong
                    ? Say("judgement.too-many-lines", ("line", wrong.Line), ("most", TakingIn.MostLines))
                    : Say("judgement.no-diary", ("line", wrong.Line))
            );
            return null;
        }
    }

    private static string WhyNot(TakenLine line) =>
        line.Problem switch
        {
            LineProblem.NoSuchDrill => Say("judgement.why-no-drill", ("drill", line.About)),
            LineProblem.NoDay => Say("judgement.why-no-day"),
            LineProblem.OtherPlayer => Say("judgement.why-other-player", ("player", line.About)),
            LineProblem.Unclear => Say("judgement.why-unclear", ("column", line.About)),
            LineProblem.NoCount => Say("judgement.why-no-count"),
            _ => string.Join(" ", line.SetProblems.Select(Wording.Problem)),
        };

    private PageResult Wrong(string problem)
    {
        Problems = [problem];
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }
}
