using System.Collections.Frozen;
using System.Collections.Immutable;

namespace Gambeta.Core.Catalogue.Cards;

/// <summary>Which card stands on which. A card leads to those that name it as the rung below them.</summary>
public sealed class Rungs
{
    private readonly ImmutableArray<DrillCard> _shelf;
    private readonly FrozenDictionary<string, DrillCard> _cards;
    private readonly FrozenDictionary<string, ImmutableArray<DrillCard>> _above;

    /// <summary>Orders cards by their rungs.</summary>
    /// <exception cref="ArgumentException">A rung below is no card, or a card stands on itself by some way round.</exception>
    public Rungs(ImmutableArray<DrillCard> cards)
    {
        _shelf = cards;
        _cards = cards.ToFrozenDictionary(c => c.Id);
        foreach (var card in cards)
        {
            if (card.After.FirstOrDefault(id => !_cards.ContainsKey(id)) is { } nobody)
                throw new ArgumentException(Say("card-files.stands-on-no-card", ("id", card.Id), ("below", nobody)), nameof(cards));
        }
        _above = cards
            .SelectMany(card => card.After, (card, below) => (card, below))
            .GroupBy(pair => pair.below, pair => pair.card)
            .ToFrozenDictionary(group => group.Key, group => group.ToImmutableArray());
        RefuseCycles(cards);
        Ladders = WriteLadders(cards);
    }

    /// <summary>
    /// Every card on exactly one ladder, first rungs first. A ladder goes up from a card to the first card that stands on it;
    /// the others that stand there begin ladders of their own.
    /// </summary>
    public ImmutableArray<ImmutableArray<DrillCard>> Ladders { get; }

    /// <summary>The cards that a card stands on.</summary>
    public ImmutableArray<DrillCard> Below(DrillCard card) => [.. card.After.Where(_cards.ContainsKey).Select(id => _cards[id])];

    /// <summary>The cards that a card leads to.</summary>
    public ImmutableArray<DrillCard> Above(DrillCard card) => _above.TryGetValue(card.Id, out var above) ? above : [];

    /// <summary>
    /// The cards to the side of a card, no harder than it: those that stand on a rung that it stands on, else the other first rungs of its
    /// family; its own family first, then as they lie on the shelf.
    /// </summary>
    public ImmutableArray<DrillCard> Beside(DrillCard card) =>
        [
            .. _shelf
                .Where(other =>
                    other.Id != card.Id
                    && other.From <= card.From
                    && !other.After.Contains(card.Id)
                    && !card.After.Contains(other.Id)
                    && (card.After.IsEmpty ? other.After.IsEmpty && other.Family == card.Family : other.After.Intersect(card.After).Any())
                )
                .OrderBy(other => other.Family != card.Family),
        ];

    /// <summary>
    /// The way through a card: up to two rungs below it, the first of each; itself; and up to two above.
    /// </summary>
    public (ImmutableArray<DrillCard> Behind, ImmutableArray<DrillCard> Ahead) Around(DrillCard card)
    {
        var behind = ImmutableArray.CreateBuilder<DrillCard>();
        for (var below = Below(card); behind.Count < 2 && !below.IsEmpty; below = Below(below[0]))
            behind.Insert(0, below[0]);
        var ahead = ImmutableArray.CreateBuilder<DrillCard>();
        for (var above = Above(card); ahead.Count < 2 && !above.IsEmpty; above = Above(above[0]))
            ahead.Add(above[0]);
        return (behind.ToImmutable(), ahead.ToImmutable());
    }

    private void RefuseCycles(ImmutableArray<DrillCard> cards)
    {
        // Take away what stands on nothing that is left, again and again: what never goes stands in a ring.
        var waits = cards.ToDictionary(card => card.Id, card => card.After.Length);
        var free = new Queue<DrillCard>(cards.Where(card => card.After.IsEmpty));
        while (free.TryDequeue(out var card))
        {
            waits.Remove(card.Id);
            foreach (var above in Above(card))
            {
                if (--waits[above.Id] == 0)
                    free.Enqueue(above);
            }
        }
        if (waits.Count > 0)
            throw new ArgumentException(
                Say("card-files.rungs-go-in-a-ring", ("ring", string.Join(", ", waits.Keys.Order()))),
                nameof(cards)
            );
    }

    private ImmutableArray<ImmutableArray<DrillCard>> WriteLadders(ImmutableArray<DrillCard> cards)
    {
        var placed = new HashSet<string>();
        var ladders = ImmutableArray.CreateBuilder<ImmutableArray<DrillCard>>();
        foreach (var first in cards.Where(card => card.After.IsEmpty).Concat(cards))
        {
            var ladder = ImmutableArray.CreateBuilder<DrillCard>();
            for (
                var card = first;
                card is not null && placed.Add(card.Id);
                card = Above(card).FirstOrDefault(above => !placed.Contains(above.Id))
            )
                ladder.Add(card);
            if (ladder.Count > 0)
                ladders.Add(ladder.ToImmutable());
        }
        return [.. ladders.OrderBy(ladder => cards.IndexOf(ladder[0]))];
    }
}

/// <summary>Where a rung lies for a player.</summary>
public enum RungPosition
{
    /// <summary>A rung above it on the same ladder was played already.</summary>
    [Key("behind")]
    Behind,

    /// <summary>The highest rung played so far.</summary>
    [Key("here")]
    Here,

    /// <summary>The rung above here, or the first one for a player who has not begun.</summary>
    [Key("next")]
    Next,

    /// <summary>Two above: for one try a session.</summary>
    [Key("stretch")]
    Stretch,

    /// <summary>Further up.</summary>
    [Key("later")]
    Later,
}

/// <summary>Finds a player's place on a ladder.</summary>
public static class LadderPosition
{
    /// <summary>The place of each rung, for the drills that were played.</summary>
    public static ImmutableArray<RungPosition> Of(ImmutableArray<DrillCard> ladder, IReadOnlySet<string> played)
    {
        var here = -1;
        for (var i = 0; i < ladder.Length; i++)
        {
            if (played.Contains(ladder[i].Id))
                here = i;
        }
        return
        [
            .. Enumerable
                .Range(0, ladder.Length)
                .Select(i =>
                    (i - here) switch
                    {
                        < 0 => RungPosition.Behind,
                        0 => RungPosition.Here,
                        1 => RungPosition.Next,
                        2 => RungPosition.Stretch,
                        _ => RungPosition.Later,
                    }
                ),
        ];
    }
}
