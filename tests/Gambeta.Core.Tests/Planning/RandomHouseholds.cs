using System.Collections.Immutable;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Catalogue.Yard;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Insight.Planning;
using Gambeta.Core.Insight.Progress;

namespace Gambeta.Core.Tests.Planning;

/// <summary>Households, players and wishes as chance has it: with what was played and decided, and what is there to play with.</summary>
internal static class RandomHouseholds
{
    public static readonly DateOnly Day = new(2026, 9, 14);

    public static (PlanFacts Facts, PlanAsk Ask) Of(int seed)
    {
        var chance = new Random(seed);
        bool One(double of) => chance.NextDouble() < of;
        var player = new Player(
            new Guid(seed, 1, 7, [1, 2, 3, 4, 5, 6, 7, 8]),
            "Odei",
            Day.Year - chance.Next(7, 16),
            One(0.5) ? Foot.Left : Foot.Right,
            (Level)chance.Next(3)
        );
        var cards = Cards.All.Cards;
        // What was begun goes up the rungs: nothing is known that stands on what is not.
        var known = new List<DrillCard>();
        var wanted = chance.Next(0, 45);
        for (var i = 0; i < 400 && known.Count < wanted; i++)
        {
            var card = cards[chance.Next(cards.Length)];
            if (!card.IsHeading && !known.Contains(card) && card.After.All(below => known.Exists(one => one.Id == below)))
                known.Add(card);
        }
        var verdicts = new List<Verdict>();
        var last = new Dictionary<string, DateOnly>();
        foreach (var card in known)
        {
            last[card.Id] = Day.AddDays(-chance.Next(0, 30));
            var kind = (DecisionKind)chance.Next(4);
            foreach (var feet in card.Turns(player.Preferred))
            {
                var target = new Target(
                    chance.Next(5, 50),
                    0.3 + (0.4 * chance.NextDouble()),
                    One(0.25) ? TargetReason.Record : TargetReason.EvenChance
                );
                verdicts.Add(
                    new Verdict(
                        new FormKey(player.Id, card.Id, card.MeasuredBy, feet, ""),
                        last[card.Id],
                        new(default),
                        "",
                        2,
                        target,
                        target,
                        new(5, 8, 10, 12, 15),
                        1,
                        new Decision(One(0.8) ? kind : DecisionKind.Stay, chance.NextDouble(), 0.9, 8, chance.Next(2, 6), null),
                        chance.NextDouble(),
                        new(null, 1),
                        new(ControlKind.Unknown, 0, 0, 0),
                        Guid.Empty,
                        target,
                        chance.Next(-1, 3)
                    )
                );
            }
        }
        var kit = new Kit(
            ImmutableDictionary.CreateRange(
                Enum.GetValues<Thing>().Where(_ => One(0.6)).Select(thing => KeyValuePair.Create(thing, chance.Next(1, 12)))
            )
        );
        var indoors = One(0.4);
        var space = One(0.7)
            ? new Space
            {
                Name = "Here",
                Kind =
                    indoors ? Places.Indoors
                    : One(0.5) ? Places.Patio
                    : Places.Garden,
                Width = 1.5 + (chance.NextDouble() * 12),
                Length = 2 + (chance.NextDouble() * 20),
                Wall = One(0.4) ? new SpaceWall(SpaceSide.Far, 4, 3) : null,
            }
            : null;
        var behind = known
            .Where(card => card.Feet == FeetPlan.EachFoot && One(0.4))
            .ToDictionary(card => card.Id, _ => 0.4 * chance.NextDouble());
        var facts = new PlanFacts
        {
            Catalogue = Cards.All,
            Player = player,
            Age = Day.Year - player.BirthYear,
            Day = Day,
            Kit = kit,
            Verdicts = verdicts.ToLookup(verdict => verdict.Key.Drill),
            LastDays = last,
            Lately = known.Where(card => last[card.Id] > Day.AddDays(-14)).ToDictionary(card => card.Id, _ => chance.Next(1, 7)),
            Behind = behind,
            CatchUp = One(0.5) ? new CatchUp(CatchUpKind.More, chance.Next(51, 71), 400, 10) : new CatchUp(CatchUpKind.Level, 50, 0, 0),
            Favourites = known.Where(_ => One(0.1)).Select(card => card.Id).ToHashSet(),
            Tempos = known
                .Where(_ => One(0.5))
                .ToDictionary(card => card.Id, card => new Tempo(card.Tempo.Steady.TouchesAMinute * (0.7 + (0.6 * chance.NextDouble())))),
            EasyDay = One(0.1),
        };
        var wish = chance.Next(5) switch
        {
            0 => new Wish(WishKind.Family, (Family)chance.Next(9)),
            1 => new Wish(WishKind.OtherFoot),
            2 => new Wish(WishKind.Favourites),
            _ => default,
        };
        return (facts, new PlanAsk(chance.Next(5, 46), space, indoors, One(0.3), One(0.5), (Freshness)chance.Next(3), wish));
    }
}
