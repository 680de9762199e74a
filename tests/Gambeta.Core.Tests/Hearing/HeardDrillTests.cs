using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Edges.Hearing;
using Gambeta.Core.Practice.Counting;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Records;
using Gambeta.Core.Practice.Sets;

namespace Gambeta.Core.Tests.Hearing;

/// <summary>Which drills can be heard, and what is kept of a set that was heard.</summary>
public class HeardDrillTests
{
    private static readonly DrillCatalogue Catalogue = DrillCatalogue.Shipped();

    [Theory]
    [InlineData("inside-taps", true)]
    [InlineData("juggling-streak", true)]
    [InlineData("one-touch-wall", true)]
    [InlineData("toe-taps", false)]
    [InlineData("pull-back-laces-away", false)]
    public void Follows_from_the_pattern(string drill, bool isHeard) =>
        (HeardDrill.Of(Catalogue.Find(drill)!, Feet.Both) is not null).ShouldBe(isHeard);

    [Fact]
    public void A_sole_is_never_heard_and_a_wall_follows_every_pass()
    {
        var heard = Catalogue.Cards.Where(card => HeardDrill.Of(card, Feet.Both) is not null).ToList();
        heard.Count.ShouldBeGreaterThan(15);
        foreach (var card in heard)
        {
            card.Pattern.Touches.ShouldAllBe(touch => touch.Surface != Surface.Sole, card.Id);
            var sounds = HeardDrill.Of(card, Feet.Both)!.Sounds;
            sounds
                .Count(sound => sound.Kind == HeardKind.Wall)
                .ShouldBe(card.Pattern.Touches.Count(touch => touch.Move == BallMove.Wall), card.Id);
            sounds.Count(sound => sound.Kind == HeardKind.Touch).ShouldBe(card.Pattern.Touches.Length, card.Id);
        }
        Catalogue
            .Cards.Where(card => card.Pattern.Touches.Any(touch => touch.Surface == Surface.Sole))
            .ShouldAllBe(card => HeardDrill.Of(card, Feet.Both) == null);
    }

    [Theory]
    [InlineData("juggling-streak", "T")]
    [InlineData("two-and-two", "T")]
    [InlineData("touch-bounce-alternating", "TB")]
    [InlineData("two-touches-between-bounces", "TTB")]
    [InlineData("one-touch-wall-alternating", "TW")]
    [InlineData("wall-ten-ten-ten", "TW")]
    public void What_is_heard_of_a_pattern_repeats_whichever_foot_it_is(string drill, string repeats) =>
        string.Concat(HeardDrill.Of(Catalogue.Find(drill)!, Feet.Both)!.Shortest.Sounds.Select(sound => sound.Kind.ToString()[0]))
            .ShouldBe(repeats);

    [Fact]
    public void Of_no_sounds_none_repeat() => (SoundCycle.Plain with { Sounds = [] }).Shortest.Sounds.ShouldBeEmpty();

    [Fact]
    public void What_is_kept_is_read_again_and_nonsense_is_not()
    {
        var mark = new HeardMark(true, false, [new(1234, true, 55), new(1300, false, 62)]);
        mark.ToString().ShouldBe("trusted t1234:55 o1300:62");
        HeardMark.Read(mark.ToString())!.Doubts.ShouldBe(mark.Doubts);
        HeardMark.Read("right")!.Counts.ShouldBeTrue();
        HeardMark.Read("doubted t1:1")!.Counts.ShouldBeFalse();
        foreach (
            var bad in new[]
            {
                null,
                "",
                "sure",
                "trusted  t1:1",
                "trusted t1",
                "trusted t1:1 ",
                "trusted t1234567:1",
                "trusted t-1:1",
                "trusted x1:1",
                new string('t', 2000),
                "trusted " + string.Join(' ', Enumerable.Repeat("t1:1", 300)),
            }
        )
            HeardMark.Read(bad).ShouldBeNull(bad);
    }

    [Fact]
    public void In_doubt_it_is_no_record_until_somebody_says_so()
    {
        var card = Catalogue.Find("inside-taps")!;
        var set = SetCheck.CheckPlayed(card, Frame("doubted t150:40 o250:60"), 30, new DateOnly(2026, 5, 20)).Set!;
        set.Touches.Total.ShouldBe(3);
        Scoring.MarksOf(set).ShouldBeEmpty();
        // One is added, one struck out: what was heard stays as it was.
        var added = HeardCorrection.Check(card, set, [250], isRight: false, new DateOnly(2026, 5, 20)).Set!;
        (added.Touches.Total, added.Events).ShouldBe((4, set.Events));
        Scoring.MarksOf(added).ShouldBeEmpty();
        var struck = HeardCorrection.Check(card, added, [150], isRight: false, new DateOnly(2026, 5, 20)).Set!;
        struck.Touches.Total.ShouldBe(3);
        HeardCorrection.Check(card, struck, [150], isRight: false, new DateOnly(2026, 5, 20)).Set!.Touches.Total.ShouldBe(4);
        var right = HeardCorrection.Check(card, added, [], isRight: true, new DateOnly(2026, 5, 20)).Set!;
        Scoring.MarksOf(right).Single().Value.ShouldBe(4);
        // Whose foot an added touch was: the other one than before it.
        added.Touches.ShouldBe(new TouchCount(2, 2));
        Scoring.MarksOf(SetCheck.CheckPlayed(card, Frame("trusted"), 30, new DateOnly(2026, 5, 20)).Set!).Single().Value.ShouldBe(3);
    }

    [Fact]
    public void Passes_are_what_goes_to_the_wall_and_a_slip_ends_a_run()
    {
        var card = Catalogue.Cards.First(one => one.MeasuredBy == MeasuredBy.CleanPasses && HeardDrill.Of(one, Feet.Both) is { Heard: 1 });
        HeardTouch Kick(double at, bool ends = false) => new(at, HeardKind.Touch, null, 1, ends, IsPass: true);
        var heard = new HeardSet(
            [Kick(1), new(1.3, HeardKind.Wall, null, 1), new(1.8, HeardKind.Touch, null, 1), Kick(2.2, ends: true), Kick(6)],
            0,
            true
        );
        PlayNotation.Write(HeardDrill.Events(card, Feet.Right, heard)).ShouldBe("r100 r120 x20 r360");
        // Heard before the set began: no part of it.
        PlayNotation.Write(HeardDrill.Events(card, Feet.Right, heard, from: 2)).ShouldBe("r20 x20 r360");
    }

    private static SetFrame Frame(string mark) =>
        new(
            Guid.CreateVersion7(),
            Guid.CreateVersion7(),
            Guid.CreateVersion7(),
            1,
            Feet.Both,
            new DateTimeOffset(2026, 5, 20, 12, 0, 0, TimeSpan.Zero),
            new DateOnly(2026, 5, 20),
            TimeSpan.FromSeconds(30),
            CountedBy.Heard
        )
        {
            Events = "l100 r50 l50",
            Heard = mark,
        };
}
