using Gambeta.Core.Edges.Hearing;

namespace Gambeta.Core.Tests.Hearing;

/// <summary>Which sound of a pattern each was, from times and from what a net tells of each, which may be wrong of all of them.</summary>
public sealed class PatternFitTests
{
    private static readonly CycleSound Touch = new(HeardKind.Touch),
        Wall = new(HeardKind.Wall);

    private static readonly KindOdds LikeATouch = new(5, 1, -2),
        LikeAWall = new(1, 5, -2),
        LikeNothing = new(-3, -4, -5);

    // A kick, the wall after 0.4 s, back at the foot after 0.75 s more, and kicked again after 0.5 s.
    private static List<(double At, HeardKind Kind)> Played =>
        [
            .. Enumerable
                .Range(0, 20)
                .SelectMany(i =>
                    new[] { (1 + (i * 1.65), HeardKind.Touch), (1.4 + (i * 1.65), HeardKind.Wall), (2.15 + (i * 1.65), HeardKind.Touch) }
                ),
        ];

    [Fact]
    public void Where_the_net_is_wrong_of_every_wall_the_way_of_the_ball_tells()
    {
        // The wall for a touch, and the touch after it for the wall.
        var told = Told(Played.Select((one, i) => (one.At, i % 3 == 2 ? LikeAWall : LikeATouch)), [Touch, Wall, Touch]);
        told.Sounds.Select(sound => sound.Place).ShouldBe(Enumerable.Range(0, 60).Select(i => i % 3));
        // Not as sure as where the net says the same.
        var right = Told(Played.Select((one, i) => (one.At, i % 3 == 1 ? LikeAWall : LikeATouch)), [Touch, Wall, Touch]);
        right.Sounds.ShouldBe(told.Sounds);
        right.Sure.ShouldBeGreaterThan(0.999);
        right.Touch.Sum().ShouldBe(40, 0.5);
    }

    [Fact]
    public void What_is_no_sound_of_the_ball_is_left_out_and_a_kick_that_was_not_heard_is_missing()
    {
        var sounds = Played
            .Where((_, i) => i != 30)
            .Select(one => (At: one.At, Kind: one.Kind == HeardKind.Wall ? LikeAWall : LikeATouch))
            .Append((At: 9.9, Kind: LikeNothing))
            .OrderBy(one => one.At)
            .ToList();
        var told = Told(sounds, [Touch, Wall, Touch]);
        told.Sounds.Count.ShouldBe(59);
        told.Sounds.ShouldNotContain(sound => Math.Abs(sounds[sound.At].At - 9.9) < 0.1);
        var gap = told.Sounds.FindIndex(sound => Math.Abs(sounds[sound.At].At - Played[31].At) < 0.1);
        told.Sounds[gap].Place.ShouldBe(1);
        told.Missing[gap - 1].MaxBy(way => way.Chance).Steps.ShouldBe(2);
    }

    private static PatternTold Told(IEnumerable<(double At, KindOdds Kind)> sounds, CycleSound[] rep)
    {
        var all = sounds.ToList();
        double[] levels = [.. Enumerable.Repeat(60.0, SoundFrame.Bands)];
        return new PatternFit(
            [.. all.Select(one => new Onset((int)(one.At * SoundFrame.ASecond), 10, levels, levels, [], []))],
            [.. all.Select(one => one.Kind)],
            new SoundCycle([.. rep], 0, false)
        ).Tell();
    }
}
