using Gambeta.Core;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Household;
using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Gambeta.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gambeta.Web.Pages.Household;

/// <summary>One player: who it is, the pace, erasing.</summary>
public sealed class PlayersModel(PageTools tools) : HouseholdPage(tools)
{
    public override RailItem OnRail => RailItem.Household;

    public Player Who { get; private set; } = null!;

    public TypedPlayer Typed { get; private set; } = new(null, null, null, null);

    public KnownPace Pace { get; private set; } = null!;

    public string? TypedWalk { get; private set; }

    public string? TypedHeight { get; private set; }

    public IReadOnlyList<string> Problems { get; private set; } = [];

    public IReadOnlyList<string> PaceProblems { get; private set; } = [];

    public IReadOnlyList<string> EraseProblems { get; private set; } = [];

    public Task<IActionResult> OnGetAsync([FromRoute] Guid id) =>
        InHousehold(async work => await FindAsync(work, id) ? Page() : NotFound());

    public Task<IActionResult> OnPostAsync([FromRoute] Guid id, TypedPlayer typed) =>
        InHousehold(async work =>
        {
            if (!await FindAsync(work, id))
                return NotFound();
            Typed = typed;
            (var player, Problems) = typed.Check(id, Today);
            if (player is null)
                return Refused();
            await HouseholdStore.ChangePlayerAsync(work, player);
            return Redirect("/household");
        });

    public Task<IActionResult> OnPostPaceAsync([FromRoute] Guid id, string? walk, string? height, string? by) =>
        InHousehold(async work =>
        {
            if (!await FindAsync(work, id))
                return NotFound();
            (TypedWalk, TypedHeight) = (walk, height);
            var age = Age(Who);
            var (pace, problem) = by switch
            {
                "walk" => Lengths.Read(walk) is { } metres
                    ? Read(Core.Base.Distances.Pace.FromWalk(metres, age), PaceSource.Walked)
                    : (null, Say("household.paces-are-missing", ("walked", Core.Base.Distances.Pace.Walked), ("tape", Lengths.Tape(6.2)))),
                "height" => Lengths.Read(height) is { } tall && Core.Base.Distances.Pace.IsHeight(tall)
                    ? (new KnownPace(Core.Base.Distances.Pace.FromHeight(tall), PaceSource.FromHeight, Today), null)
                    : (null, YardWords.Problem(PaceProblem.NoSuchHeight, age, Lengths)),
                _ => (new KnownPace(Core.Base.Distances.Pace.FromAge(age), PaceSource.FromAge, Today), (string?)null),
            };
            if (pace is null)
            {
                PaceProblems = [problem!];
                return Refused();
            }
            await YardStore.SavePaceAsync(work, id, pace);
            return Redirect($"/household/players/{id}");

            (KnownPace?, string?) Read((Pace Pace, PaceProblem? Problem) read, PaceSource source) =>
                read.Problem is { } wrong
                    ? (null, YardWords.Problem(wrong, age, Lengths))
                    : (new KnownPace(read.Pace, source, Today), null);
        });

    public Task<IActionResult> OnPostEraseAsync([FromRoute] Guid id, string? nickname, string? password) =>
        InHousehold(async work =>
        {
            if (!await FindAsync(work, id))
                return NotFound();
            if (Household.Players.Count == 1)
                EraseProblems = [Say("household.last-player")];
            else if (!string.Equals(nickname?.Trim(), Who.Nickname, StringComparison.OrdinalIgnoreCase))
                EraseProblems = [Say("household.type-the-nickname", ("nickname", Who.Nickname))];
            else if (await WrongPasswordAsync(work, password) is { } wrong)
                EraseProblems = [wrong];
            if (EraseProblems.Count > 0)
                return Refused();
            await HouseholdStore.ErasePlayerAsync(work, id);
            return Redirect("/household");
        });

    private async Task<bool> FindAsync(HouseholdWork work, Guid id)
    {
        if (Household.Players.Find(player => player.Id == id) is not { } who)
            return false;
        Who = who;
        Typed = new TypedPlayer(
            who.Nickname,
            who.BirthYear.ToString(System.Globalization.CultureInfo.InvariantCulture),
            who.Preferred.ToKey(),
            who.Level.ToKey()
        );
        Pace = PaceOf(await YardStore.ViewAsync(work), who);
        return true;
    }
}
