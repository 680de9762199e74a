using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Amounts;
using Gambeta.Core.Catalogue.Cards;

namespace Gambeta.Core.Catalogue.Choosing;

/// <summary>All cards of a catalogue, made ready to be narrowed down and counted in one pass.</summary>
public sealed class Shelf
{
    private const int Family = 0,
        Surfaces = 1,
        Feet = 2,
        Place = 3,
        Room = 4,
        Minutes = 5,
        Level = 6,
        Age = 7,
        Words = 8,
        Opponents = 9,
        Doubles = 10,
        Parts = 11;

    private static readonly ImmutableArray<Places> AllPlaces = [.. Enum.GetValues<Places>().Where(p => p != Places.None)];

    private readonly ImmutableArray<Entry> _entries;

    private readonly Vocabulary _vocabulary;

    // A catalogue is searched once somebody looks for something in it, and as long as it is there.
    private static readonly ConditionalWeakTable<DrillCatalogue, Shelf> Known = [];

    /// <summary>The cards of a catalogue as they are searched.</summary>
    public static Shelf Of(DrillCatalogue catalogue) => Known.GetValue(catalogue, all => new Shelf(all));

    private Shelf(DrillCatalogue catalogue)
    {
        _entries = [.. catalogue.Cards.Select(card => new Entry(card))];
        _vocabulary = new Vocabulary(_entries.SelectMany(entry => entry.Text.Split(' ', StringSplitOptions.RemoveEmptyEntries)));
    }

    /// <summary>
    /// The cards that a choice leaves and, beside every other choice, how many that one would leave. A card that fails in
    /// one part only is what another choice in that part would bring back; a card that fails nowhere is counted in all of them.
    /// </summary>
    /// <param name="choice">What is looked for.</param>
    /// <param name="player">The player's level, whose doses say how long a drill takes.</param>
    /// <param name="headingAllowed">Whether the household turned heading on.</param>
    public ShelfView Find(ShelfChoice choice, Level player, bool headingAllowed)
    {
        var tally = new Tally();
        var ready = ImmutableArray.CreateBuilder<ShelfCard>();
        var lacking = new List<ShelfCard>();
        var typed = Entry.Plain(choice.Words).Split(' ', StringSplitOptions.RemoveEmptyEntries);
        var words = Array.ConvertAll(typed, _vocabulary.Nearest);
        var surfaces = choice.Surfaces.Aggregate(0, (mask, surface) => mask | (1 << (int)surface));
        var gear = choice.Gear?.Aggregate(1 << (int)GearKind.Ball, (mask, kind) => mask | (1 << (int)kind));
        var headingOff = 0;
        Span<bool> fails = stackalloc bool[Parts];
        foreach (var entry in _entries)
        {
            if (entry.Card.IsHeading && !headingAllowed)
            {
                headingOff++;
                continue;
            }
            var seconds = entry.Seconds[(int)player];
            fails[Family] = choice.Family is { } family && entry.Card.Family != family;
            fails[Surfaces] = (entry.Surfaces & surfaces) != surfaces;
            fails[Feet] = choice.Feet is { } feet && entry.Card.Feet != feet;
            fails[Place] = choice.Place != Places.None && (entry.Card.Places & choice.Place) == 0;
            fails[Room] = choice.Room is { } room && !entry.Card.Space.FitsIn(room);
            fails[Minutes] = choice.Minutes is { } minutes && seconds > minutes * 60;
            fails[Level] = choice.Level is { } level && entry.Card.From > level;
            fails[Age] = entry.Card.LeastAge > choice.Age;
            fails[Words] = !entry.Has(words);
            fails[Opponents] = choice.Opponent is { } opponent && entry.Card.Opponent != opponent;
            fails[Doubles] = choice.DoubleMoves && !entry.Card.IsDoubleMove;
            var failed = fails.Count(true);
            if (failed <= 1)
                tally.Add(entry, failed == 0 ? -1 : fails.IndexOf(true), seconds);
            if (failed > 0)
                continue;

            var missing = gear is { } there ? entry.Gear & ~there : 0;
            // Until somebody says what there is, a count says how many need that and a ball.
            tally.AddGear(entry.Gear, gear ?? 1 << (int)GearKind.Ball);
            if (missing == 0)
                ready.Add(entry.AsReady);
            else
                lacking.Add(new ShelfCard(entry.Card, [.. entry.Card.Gear.Where(item => (missing & (1 << (int)item.Kind)) != 0)]));
        }
        return new ShelfView(
            ready.ToImmutable(),
            [.. lacking.OrderBy(card => card.Missing.Length)],
            tally.Counts,
            headingOff,
            words.AsSpan().SequenceEqual(typed) ? null : string.Join(' ', words)
        );
    }

    /// <summary>A card with everything that is compared, worked out once.</summary>
    private sealed class Entry
    {
        public Entry(DrillCard card)
        {
            Card = card;
            AsReady = new ShelfCard(card, []);
            Surfaces = card.Pattern.Surfaces.Aggregate(0, (mask, s) => mask | (1 << (int)s.Surface));
            Gear = card.Gear.Aggregate(0, (mask, item) => mask | (1 << (int)item.Kind));
            Seconds =
            [
                .. Enum.GetValues<Level>()
                    .Select(l => DoseArithmetic.Amount(card, card.Doses[l], Foot.Right, card.Tempo.Steady).Total.TotalSeconds),
            ];
            // What the card is, not how it is said: a cue that names a wall makes no wall drill.
            var what = Plain(
                string.Join(
                    ' ',
                    [
                        card.Name,
                        card.Purpose,
                        card.Family.ToKey(),
                        card.Feet.ToKey(),
                        .. card.Pattern.Surfaces.Select(s => s.Surface.ToKey()),
                        .. card.Gear.Select(item => item.Kind.ToKey()),
                    ]
                )
            );
            Text = $" {what} {string.Join(' ', Synonyms.Shipped.Of(what))} {Plain(string.Join(' ', card.Cues))}";
        }

        /// <summary>All words by which the card is found, each behind a space.</summary>
        public string Text { get; }

        /// <summary>Words as they are compared: small, hyphens and signs left out.</summary>
        public static string Plain(string words) => new([.. words.ToLowerInvariant().Select(c => char.IsLetterOrDigit(c) ? c : ' ')]);

        public DrillCard Card { get; }

        public ShelfCard AsReady { get; }

        public int Surfaces { get; }

        public int Gear { get; }

        public ImmutableArray<double> Seconds { get; }

        public bool Has(string[] words)
        {
            foreach (var word in words)
            {
                var at = Text.IndexOf(word, StringComparison.Ordinal);
                while (at > 0 && Text[at - 1] != ' ')
                    at = Text.IndexOf(word, at + 1, StringComparison.Ordinal);
                if (at < 0)
                    return false;
            }
            return true;
        }
    }

    private sealed class Tally
    {
        private readonly int[] _families = new int[Enum.GetValues<Family>().Length];
        private readonly int[] _surfaces = new int[Enum.GetValues<Surface>().Length];
        private readonly int[] _feet = new int[Enum.GetValues<FeetPlan>().Length];
        private readonly int[] _places = new int[AllPlaces.Length];
        private readonly int[] _gear = new int[Enum.GetValues<GearKind>().Length];
        private readonly int[] _rooms = new int[ShelfChoice.Rooms.Length];
        private readonly int[] _minutes = new int[ShelfChoice.MinutesAtHand.Length];
        private readonly int[] _levels = new int[Enum.GetValues<Level>().Length];
        private readonly int[] _ages = new int[ShelfChoice.Ages.Length];

        private readonly int[] _opponents = new int[Enum.GetValues<Opponent>().Length];
        private int _doubles;

        public ShelfCounts Counts =>
            new(
                [.. _families],
                [.. _surfaces],
                [.. _feet],
                [.. _places],
                [.. _gear],
                [.. _rooms],
                [.. _minutes],
                [.. _levels],
                [.. _ages],
                [.. _opponents],
                _doubles
            );

        /// <summary>Counts a card in every part, or in the only one in which it fails.</summary>
        public void Add(Entry entry, int only, double seconds)
        {
            var card = entry.Card;
            if (only is -1 or Family)
                _families[(int)card.Family]++;
            if (only is -1)
            {
                // Surfaces are asked for together: one more only narrows, so it brings nothing back.
                for (var i = 0; i < _surfaces.Length; i++)
                    _surfaces[i] += (entry.Surfaces >> i) & 1;
            }
            if (only is -1 or Feet)
                _feet[(int)card.Feet]++;
            if (only is -1 or Place)
            {
                for (var i = 0; i < AllPlaces.Length; i++)
                {
                    if (card.Places.HasFlag(AllPlaces[i]))
                        _places[i]++;
                }
            }
            if (only is -1 or Room)
            {
                for (var i = 0; i < _rooms.Length; i++)
                {
                    if (card.Space.FitsIn(ShelfChoice.Rooms[i]))
                        _rooms[i]++;
                }
            }
            if (only is -1 or Minutes)
            {
                for (var i = 0; i < _minutes.Length; i++)
                {
                    if (seconds <= ShelfChoice.MinutesAtHand[i] * 60)
                        _minutes[i]++;
                }
            }
            if (only is -1 or Level)
            {
                for (var i = (int)card.From; i < _levels.Length; i++)
                    _levels[i]++;
            }
            if (only is -1 or Opponents && card.Opponent is { } opponent)
                _opponents[(int)opponent]++;
            if (only is -1 or Doubles && card.IsDoubleMove)
                _doubles++;
            if (only is -1 or Age)
            {
                for (var i = 0; i < _ages.Length; i++)
                {
                    if (!(card.LeastAge > ShelfChoice.Ages[i]))
                        _ages[i]++;
                }
            }
        }

        /// <summary>Counts a card with each kind that would make it complete, added to what is there.</summary>
        public void AddGear(int needed, int there)
        {
            var missing = needed & ~there;
            for (var i = 0; i < _gear.Length; i++)
            {
                if ((missing & ~(1 << i)) == 0)
                    _gear[i]++;
            }
        }
    }
}
