using Gambeta.Core;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Amounts;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Catalogue.Safety;
using Gambeta.Core.Catalogue.Yard;
using Gambeta.Core.Edges.Hearing;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Records;
using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Gambeta.Web.Words;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Drills;

/// <summary>One drill card.</summary>
public sealed class CardModel(PageTools tools) : HouseholdPage(tools)
{
    private IReadOnlyDictionary<string, DateOnly> _lastDays = new Dictionary<string, DateOnly>();

    public override RailItem OnRail => RailItem.Drills;

    public DrillCard Card { get; private set; } = null!;

    public IReadOnlyList<IGrouping<MarkKey, Mark>> Chains { get; private set; } = [];

    public bool Mirrored { get; private set; }

    public ShownMap Map { get; private set; } = null!;

    public IReadOnlyList<(string Word, string Tempo)> Tempos =>
        [
            .. new[]
            {
                (Say("drills.slow"), Card.Tempo.Slow),
                (Say("drills.steady"), Card.Tempo.Steady),
                (Say("drills.fast"), Card.Tempo.Fast),
            }.Select(tempo => (tempo.Item1, new ShownMap(Card.Pattern, tempo.Item2).TempoNow)),
        ];

    /// <summary>The run of the card's layout; an empty one without a layout.</summary>
    public Course Course { get; private set; } = new([], 0, 0, []);

    /// <summary>What is missing for it, once the household has written down what there is.</summary>
    public IReadOnlyList<Lack> Missing { get; private set; } = [];

    /// <summary>The layouts that the household kept for it, latest first.</summary>
    public IReadOnlyList<KeptLayout> Kept { get; private set; } = [];

    /// <summary>What of it can be heard: said where it is counted by ear, and where only a part is heard.</summary>
    public string? ByEar
    {
        get
        {
            var (heard, silent) = HeardDrill.Surfaces(Card);
            if (HeardDrill.FeetOf(Card).Any())
                return Say("hearing.card-heard");
            return heard.Count == 0 || silent.Count == 0
                ? null
                : Say("hearing.card-in-part", ("heard", Labels(heard)), ("silent", Labels(silent)));
        }
    }

    private static string Labels(IEnumerable<Surface> surfaces) => string.Join(", ", surfaces.Select(surface => surface.Label()));

    public string PerRep => Say("drills.touches", ("touches", Card.Pattern.Touches.Length));

    public DoseWay[] Ways => [Card.Doses.Usual, .. new[] { DoseWay.Time, DoseWay.Reps }.Where(way => way != Card.Doses.Usual)];

    public bool MayStart => Core.Catalogue.Safety.Cautions.MayStart(Card, Age(Player), Household.Heading);

    public string WhyNot => Household.Heading ? Say("drills.too-young", ("age", Card.LeastAge)) : Say("drills.heading-is-off");

    public IReadOnlyList<string> Cautions =>
        [.. Core.Catalogue.Safety.Cautions.All(Card, Age(Player)).Select(caution => Wording.Caution(caution, Lengths))];

    /// <summary>Whether the player marked it.</summary>
    public bool IsFavourite { get; private set; }

    public Task<IActionResult> OnPostFavouriteAsync(string id, bool favourite) =>
        InHousehold(async work =>
        {
            if (Catalogue.Find(id) is not { } card)
                return NotFound();
            await FavouriteStore.MarkAsync(work, Player.Id, card.Id, favourite);
            return Redirect($"/drills/{card.Id}");
        });

    public Task<IActionResult> OnGetAsync(string id, int? tempo, bool mirror) =>
        InHousehold(async work =>
        {
            if (Catalogue.Find(id) is not { } card)
                return NotFound();
            Card = card;
            if (card.Layout is { } layout && Course.Of(layout).Course is { } course)
                Course = course;
            Mirrored = mirror;
            // Drawn as the player's first turn plays it; mirrored is the other way round.
            var pattern = card.Pattern.For(card.Turns(Player.Preferred)[0]);
            Map = new ShownMap(mirror ? pattern.Mirror() : pattern, ShownMap.At(tempo, card.Tempo.Steady));
            IsFavourite = (await FavouriteStore.AllAsync(work, Player.Id)).Contains(card.Id);
            Chains = await DiaryStore.ChainsAsync(work, Player.Id, most: 8, card.Id);
            var yard = await YardStore.ViewAsync(work);
            Kept = [.. yard.Of(card.Id)];
            // A wall in any of the spaces will do.
            if (!yard.Kit.Counts.IsEmpty)
                Missing =
                [
                    .. yard.Kit.Missing(card, yard.Spaces.Select(space => space.Space).FirstOrDefault(space => space.Wall is not null)),
                ];
            _lastDays = await DiaryStore.LastDaysAsync(work, Player.Id);
            return Page();
        });

    /// <summary>The rungs round this one, lowest first: behind, here, next, stretch.</summary>
    public IEnumerable<(DrillCard Rung, RungPosition Place)> Rungs
    {
        get
        {
            var (behind, ahead) = Catalogue.Rungs.Around(Card);
            return
            [
                .. behind.Select(rung => (rung, RungPosition.Behind)),
                (Card, RungPosition.Here),
                .. ahead.Select((rung, i) => (rung, i == 0 ? RungPosition.Next : RungPosition.Stretch)),
            ];
        }
    }

    public string RungWords(DrillCard rung, RungPosition place) =>
        _lastDays.TryGetValue(rung.Id, out var day)
            ? Say("drills.played", ("day", Wording.Day(day, Today)))
            : place switch
            {
                RungPosition.Behind => Say("drills.below-it-not-played"),
                RungPosition.Here => Say("drills.not-played-yet"),
                _ => place.Label(),
            };

    /// <summary>What a dose gives: touches of each foot, exact for reps, about for time.</summary>
    public string Gives(Level level, DoseWay way)
    {
        var amount = DoseArithmetic.Amount(Card, Card.Doses[level, way], Player.Preferred, Card.Tempo.Steady);
        return Say(
            "drills.about-touches-touches-amount",
            ("touchesAreExact", amount.TouchesAreExact),
            ("touches", Wording.Number(amount.Touches.Total)),
            ("amount", Wording.Minutes(amount.Total))
        );
    }
}
