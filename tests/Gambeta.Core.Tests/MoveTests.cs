using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.TouchMaps;
using Gambeta.Core.Practice.Measuring;

namespace Gambeta.Core.Tests;

/// <summary>What a coach would see at once, asked of every card: do both feet work, does it stay where it is, does a turn turn, does a foot
/// take what is its own to take.</summary>
public class MoveTests
{
    // Where a touch sends the ball, seen from the player: right and ahead. The unit is one foot's width.
    private static (int Right, int Ahead) Sent(Touch touch)
    {
        var outward = touch.Foot == Foot.Right ? 1 : -1;
        return touch.Move switch
        {
            BallMove.Back => (0, -1),
            BallMove.Away => (0, 1),
            BallMove.Across => (-outward, 0),
            BallMove.Out => (outward, 0),
            BallMove.Behind => (-outward, 0),
            BallMove.Inward => (-outward, 1),
            BallMove.Outward => (outward, 1),
            _ => (0, 0),
        };
    }

    // The way of one pass through the steps; a turn looks the other way.
    private static (int Right, int Ahead, bool Turned) Way(IEnumerable<Beat> beats)
    {
        var (right, ahead, turned) = (0, 0, false);
        foreach (var beat in beats)
        {
            if (beat is Between { Happening: Happening.Turn })
                turned = !turned;
            if (beat is not Contact contact)
                continue;
            var (r, a) = Sent(contact.Touch);
            (right, ahead) = turned ? (right - r, ahead - a) : (right + r, ahead + a);
        }
        return (right, ahead, turned);
    }

    private static IEnumerable<DrillCard> OnTheSpot => Cards.All.Cards.Where(card => card.Family == Family.BallMasteryOnTheSpot);

    [Fact]
    public void On_the_spot_a_rep_ends_where_it_began_by_itself_or_with_its_mirror()
    {
        OnTheSpot.Count().ShouldBeGreaterThan(25);
        OnTheSpot
            .Where(card =>
            {
                var (right, ahead, turned) = Way(card.Pattern.Beats);
                // Facing the other way the same rep leads back.
                return !turned
                    && (right, ahead) != (0, 0)
                    && !(
                        card.Feet == FeetPlan.BothTogether
                        && Way(card.Pattern.Beats.Concat(card.Pattern.Mirror().Beats)) is (0, 0, false)
                        && SwapsFeet(card)
                    );
            })
            .Select(card => $"{card.Id}: {Way(card.Pattern.Beats)}")
            .ShouldBeEmpty();
        // A mirror only helps where it is played: the pattern's second half is its first with the feet exchanged.
        static bool SwapsFeet(DrillCard card) => card.Pattern.Equals(card.Pattern.Mirror());
    }

    [Fact]
    public void Both_feet_together_do_the_same_number_of_touches_over_a_rep() =>
        Cards
            .All.Cards.Where(card =>
                card.Feet == FeetPlan.BothTogether && card.Pattern.PerRep.Left != card.Pattern.PerRep.Right && !card.Pattern.HasHeading
            )
            .Select(card => $"{card.Id}: {card.Pattern.PerRep.Left} and {card.Pattern.PerRep.Right}")
            .ShouldBeEmpty();

    [Fact]
    public void A_turn_ends_homeward_or_at_the_right_angle_that_its_name_says()
    {
        foreach (var card in Cards.All.Cards.Where(card => card.Id.StartsWith("turn-", StringComparison.Ordinal)))
        {
            var turns = card.Pattern.Beats.Any(beat => beat is Between { Happening: Happening.Turn });
            var first = card.Pattern.Beats.TakeWhile(beat => beat is not Between { Happening: Happening.Turn });
            if (turns)
                card.Pattern.Beats.SkipWhile(beat => beat is not Between { Happening: Happening.Turn })
                    .OfType<Contact>()
                    .First()
                    .Touch.Move.ShouldBeOneOf(BallMove.Away, BallMove.Outward, BallMove.Inward);
            else
                card.Pattern.Touches.ShouldContain(touch => touch.Move == BallMove.Out || touch.Move == BallMove.Behind, card.Id);
        }
    }

    [Fact]
    public void No_foot_takes_the_ball_behind_its_own_leg_with_the_outside() =>
        Cards
            .All.Cards.Where(card =>
                card.Pattern.Touches.Any(touch =>
                    touch
                        is { Surface: Surface.Outside, Move: BallMove.Behind or BallMove.Across or BallMove.Inward }
                            or { Surface: Surface.Inside, Move: BallMove.Out or BallMove.Outward }
                )
            )
            .Select(card => card.Id)
            .ShouldBeEmpty();

    [Fact]
    public void A_ball_that_went_behind_the_standing_leg_is_not_played_ahead_by_the_foot_that_sent_it() =>
        Cards
            .All.Cards.Where(card =>
                Pairs(card).Any(pair => pair is ({ Touch.Move: BallMove.Behind } sent, Contact next) && sent.Touch.Foot == next.Touch.Foot)
            )
            .Select(card => card.Id)
            .ShouldBeEmpty();

    // Each touch with the step that follows it, round the end of the rep.
    private static IEnumerable<(Contact, Beat)> Pairs(DrillCard card) =>
        card
            .Pattern.Beats.Select((beat, i) => (beat as Contact, card.Pattern.Beats[(i + 1) % card.Pattern.Beats.Length]))
            .Where(pair => pair.Item1 is not null)!;

    [Fact]
    public void What_goes_across_is_taken_by_the_other_foot_unless_something_happens_between()
    {
        // A foot that rolled it across may go with it and stop it itself, or bring it home with its outside.
        Cards
            .All.Cards.Where(card =>
                Pairs(card)
                    .Any(pair =>
                        pair is ({ Touch: { Move: BallMove.Across, Surface: Surface.Inside } } sent, Contact next)
                        && sent.Touch.Foot == next.Touch.Foot
                        && next.Touch.Surface is not (Surface.Outside or Surface.Sole)
                    )
            )
            .Select(card => card.Id)
            .ShouldBeEmpty();
    }

    // How long the ball is in the air is how high it goes: there the tempo is the height.
    [Fact]
    public void No_two_cards_are_the_same_drill()
    {
        var twins = Cards
            .All.Cards.Select(card =>
                (
                    card.Id,
                    Same: $"{Cycle(card)} {card.MeasuredBy} {card.Feet} {(card.Pattern.InTheAir ? card.Tempo : null)} "
                        + $"{card.Layout?.Key} {string.Join(' ', card.Gear.Select(gear => gear.Kind))}"
                )
            )
            .GroupBy(card => card.Same)
            .Where(same => same.Count() > 1)
            .Select(same => string.Join(" and ", same.Select(card => card.Id)));
        twins.ShouldBeEmpty();
    }

    // The steps from wherever they begin and with whichever foot: the least of all ways to write them down.
    private static string Cycle(DrillCard card) =>
        new[] { card.Pattern, card.Pattern.Mirror() }
            .SelectMany(pattern =>
                Enumerable
                    .Range(0, pattern.Beats.Length)
                    .Select(i =>
                        string.Join(", ", pattern.Beats.Skip(i).Concat(pattern.Beats.Take(i)).Select(beat => $"{beat.Foot} {beat.Written}"))
                    )
            )
            .Min(StringComparer.Ordinal)!;

    // A foot on its way to a ball moves at most so fast over the floor, in metres a second: a brisk step of a child. A bound of ours.
    private const double FastestFoot = 2.5;

    [Fact]
    public void At_the_cards_fastest_tempo_each_foot_reaches_its_next_ball_in_time()
    {
        var late = new List<string>();
        foreach (var card in Cards.All.Cards.Where(card => !card.Pattern.InTheAir))
        {
            var map = TouchMap.Of(card.Pattern, card.Tempo.Fast);
            var (at, when) = (0.0, new Dictionary<int, double>());
            foreach (var path in map.Paths)
            {
                when.TryAdd(path.After, at);
                at += path.Seconds;
            }
            foreach (var foot in Enum.GetValues<Foot>())
            {
                var stops = map.Stops.Where(stop => stop.Touch.Foot == foot).ToList();
                foreach (var (before, next) in stops.Zip(stops.Skip(1)))
                {
                    var seconds = when[next.Number] - when[before.Number];
                    var speed = before.Shoe.DistanceTo(next.Shoe) / 100 / seconds;
                    if (speed > FastestFoot)
                        late.Add($"{card.Id}: {foot} from {before.Number} to {next.Number} at {speed:0.0} m/s");
                }
            }
        }
        late.ShouldBeEmpty();
    }

    [Fact]
    public void A_sham_moves_no_ball() =>
        Cards
            .All.Cards.Where(card => !card.Pattern.InTheAir && card.Pattern.Beats.Any(beat => beat is Shown))
            .SelectMany(card =>
            {
                // While a foot shows something the ball lies where it lay: with the shams left out it takes the same way.
                var bare = card.Pattern.Beats.Where(beat => beat is not Shown).ToList();
                return
                    !bare.OfType<Contact>().Any()
                    || Balls(TouchMap.Of(card.Pattern, card.Tempo.Steady))
                        .SequenceEqual(Balls(TouchMap.Of(new Pattern(bare), card.Tempo.Steady)))
                    ? []
                    : new[] { card.Id };
            })
            .ShouldBeEmpty();

    private static IEnumerable<MapPoint> Balls(TouchMap map) => map.Stops.Select(stop => stop.At);

    [Fact]
    public void A_card_that_is_another_move_now_is_found_by_its_old_id_and_gives_way_on_a_sheet()
    {
        var old = Cards.All.Find("round-marker-outside")!;
        (old.Now, Cards.All.OrderOf(old.Id), Cards.All.Offered(old.Id)!.Id).ShouldBe(
            ("round-marker-outside-round", int.MaxValue, "round-marker-outside-round")
        );
        // The other way round: every touch of the inside card, seen in a mirror.
        var inside = Cards.All.Find("round-marker-inside")!;
        int Winding(DrillCard card)
        {
            var way = card.Pattern.Touches.Select(Sent).ToList();
            return Enumerable
                .Range(0, way.Count)
                .Sum(i => (way[i].Right * way[(i + 1) % way.Count].Ahead) - (way[i].Ahead * way[(i + 1) % way.Count].Right));
        }
        Winding(Cards.All.Offered(old.Id)!).ShouldBe(-Winding(inside));
        Winding(old).ShouldBe(Winding(inside));
    }
}
