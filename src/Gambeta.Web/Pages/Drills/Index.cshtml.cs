using System.Globalization;
using Gambeta.Core;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Choosing;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Practice.Records;
using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Gambeta.Web.Words;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Drills;

/// <summary>The shelf: all drills, narrowed down by what is at hand.</summary>
public sealed class IndexModel(PageTools tools) : HouseholdPage(tools)
{
    /// <summary>Cards of one page: more are asked for.</summary>
    public const int AtATime = 24;

    private ILookup<string, Mark> _standing = Enumerable.Empty<Mark>().ToLookup(m => m.Key.Drill);
    private IReadOnlySet<string> _played = new HashSet<string>();
    private IReadOnlyList<string> _favourites = [];
    private int _shown = AtATime;

    public override RailItem OnRail => RailItem.Drills;

    public ShelfChoice Choice { get; private set; } = new();

    public ShelfView View { get; private set; } = null!;

    public bool Ladders { get; private set; }

    public IReadOnlyList<ShelfGroup> Groups => ShelfGroup.All(Choice, View.Counts, Ladders, Lengths);

    public string OtherView => ShelfAddress.Write(Choice, !Ladders);

    /// <summary>The cards of this page: the player's own on top, then what lacks nothing.</summary>
    public IEnumerable<ShelfCard> Shown => View.Ready.Concat(View.Lacking).OrderByDescending(item => IsFavourite(item.Card)).Take(_shown);

    /// <summary>The turn and the feint that a player owns, in words; nothing of it where neither is marked.</summary>
    public string Owned =>
        (Own(Family.DribblingAndTurns), Own(Family.Feints)) is var (turn, feint) && turn is null && feint is null
            ? Say("drills.two-favourites")
            : Say("drills.yours", ("turn", turn ?? Say("drills.none-yet")), ("feint", feint ?? Say("drills.none-yet")));

    public bool IsFavourite(DrillCard card) => _favourites.Contains(card.Id);

    private string? Own(Family family) => _favourites.Select(Catalogue.Find).FirstOrDefault(card => card?.Family == family)?.Name;

    public int Hidden => Math.Max(0, View.Ready.Length + View.Lacking.Length - _shown);

    public string More =>
        ShelfAddress.Write(Choice) is var address && address.Contains('?')
            ? $"{address}&shown={_shown + AtATime}"
            : $"{address}?shown={_shown + AtATime}";

    public string Summary =>
        Choice.Gear is null || View.Lacking.IsEmpty
            ? Cards(View.Ready.Length + View.Lacking.Length)
            : Say("drills.ready-more-with-something-missing", ("ready", Cards(View.Ready.Length)), ("lacking", View.Lacking.Length));

    /// <summary>The rest of the choice, for the form of words.</summary>
    public IEnumerable<(string Name, string Value)> Kept =>
        Request.Query.Where(part => part.Key is not ("words" or "shown")).Select(part => (part.Key, part.Value.ToString()));

    /// <summary>The ladders on which a card is left, with the player's place on each; ladders of one rung are no ladders.</summary>
    public IEnumerable<IEnumerable<(DrillCard Card, RungPosition Place)>> LaddersShown
    {
        get
        {
            var left = View.Ready.Concat(View.Lacking).Select(item => item.Card).ToHashSet();
            return Catalogue
                .Rungs.Ladders.Where(ladder => ladder.Length > 1 && ladder.Any(left.Contains))
                .Select(ladder => ladder.Zip(LadderPosition.Of(ladder, _played)).Reverse());
        }
    }

    public Task<IActionResult> OnGetAsync(string? shown, string? view) =>
        InHousehold(async work =>
        {
            Choice = ShelfAddress.Read(Request.Query);
            Ladders = view == "ladders";
            if (int.TryParse(shown, NumberStyles.None, CultureInfo.InvariantCulture, out var asked))
                _shown = Math.Clamp(asked, AtATime, Catalogue.Cards.Length);
            View = Shelf.Of(Catalogue).Find(Choice, Player.Level, Household.Heading);
            if (Ladders)
                _played = (await DiaryStore.LastDaysAsync(work, Player.Id)).Keys.ToHashSet();
            else
            {
                (_favourites, var standing) = await FavouriteStore.WithStandingAsync(work, Player.Id);
                _standing = standing.ToLookup(mark => mark.Key.Drill);
            }
            return Page();
        });

    public string? BestLine(DrillCard card)
    {
        var bests = _standing[card.Id].OrderBy(m => m.Key.Measure.Kind).ThenBy(m => m.Key.Feet).ToList();
        return bests.Count == 0
            ? null
            : Say("drills.best", ("bests", string.Join(", ", bests.GroupBy(b => b.Key.Measure).Select(measure => Line([.. measure])))));
    }

    public string? PlaceWord(RungPosition place) =>
        place switch
        {
            RungPosition.Behind => Say("drills.behind-you"),
            RungPosition.Here or RungPosition.Next or RungPosition.Stretch => place.Label(),
            _ => null,
        };

    private static string Line(IReadOnlyList<Mark> feet) =>
        feet.Count == 1
            ? Wording.Value(feet[0].Key.Measure, feet[0].Value)
            : string.Join(", ", feet.Select(b => $"{b.Key.Feet.Label()} {Wording.Figure(b.Key.Measure, b.Value)}"));

    private static string Cards(int count) => Say("drills.count-drills", ("count", count));
}
