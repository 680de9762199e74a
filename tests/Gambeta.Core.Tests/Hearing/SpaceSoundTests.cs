using Gambeta.Core.Edges.Hearing;
using Gambeta.Simulation.Sound;

namespace Gambeta.Core.Tests.Hearing;

public sealed class SpaceSoundTests(ITestOutputHelper told)
{
    private static readonly int Places = Environment.GetEnvironmentVariable("GAMBETA_RECORDINGS") is null ? 8 : 48;

    // The same seed is the same ball: once as a place is learned, once as it is practised there.
    private static byte[] Frames(int seed, SceneKind kind, NoiseKind noise, out MadeRecording made)
    {
        made = new SimulatedMicrophone(seed).Record(
            new Scene(kind, kind == SceneKind.Place ? 30 : 45, noise, kind == SceneKind.Place ? 20 : 8)
            {
                Rate = 16_000,
                IsSoftBall = seed % 3 == 0,
            }
        );
        return FrameMaker.Of(made.Samples, made.Rate);
    }

    [Fact]
    public void A_place_is_learned_from_quiet_and_ten_touches_and_what_was_learned_helps()
    {
        var (learned, touches, hits, before, counted, countedBefore) = (0, 0, 0, 0, 0, 0);
        for (var seed = Recordings.FirstSeed + 500; seed < Recordings.FirstSeed + 500 + Places; seed++)
        {
            var (place, heard, inTheQuiet) = SpaceSound.Learn(Frames(seed, SceneKind.Place, NoiseKind.Hiss, out _));
            if (place is null)
                continue;
            learned++;
            heard.ShouldBeInRange(SpaceSound.LeastTouches, SpaceSound.AskedTouches);
            inTheQuiet.ShouldBe(0);
            SpaceSound.Read(place.ToString()).ShouldNotBeNull().ToString().ShouldBe(place.ToString());
            // In most it makes no difference, and in one now and then much: many are asked for, of each kind.
            foreach (var kind in new[] { SceneKind.Taps, SceneKind.Juggling, SceneKind.Wall })
            {
                var frames = Frames(seed, kind, NoiseKind.Steps, out var made);
                double[] truth = [.. made.Truth.Where(sound => sound.Kind == TrueKind.Touch).Select(sound => sound.At)];
                var what = new ListeningFor(Recordings.CycleOf(made, kind));
                var (without, with) = (Ear.Of(frames, what), Ear.Of(frames, what with { Place = place }));
                touches += truth.Length;
                (before, countedBefore) = (
                    before + Recordings.Hits(truth, [.. without.Touches.Select(touch => touch.At)]),
                    countedBefore + without.Touches.Length
                );
                (hits, counted) = (
                    hits + Recordings.Hits(truth, [.. with.Touches.Select(touch => touch.At)]),
                    counted + with.Touches.Length
                );
            }
        }
        var (f1, f1Before) = (2.0 * hits / (touches + counted), 2.0 * before / (touches + countedBefore));
        told.WriteLine($"hits {before} and {hits} of {touches}, counted {countedBefore} and {counted}");
        told.WriteLine($"{learned} of {Places} places learned; over steps F1 {f1Before:0.000} without, {f1:0.000} with what was learned");
        learned.ShouldBeGreaterThanOrEqualTo(Places * 7 / 8);
        f1.ShouldBeGreaterThan(f1Before);
    }

    [Fact]
    public void Nothing_is_learned_where_nobody_touched_a_ball()
    {
        foreach (var noise in new[] { NoiseKind.Hiss, NoiseKind.Wind, NoiseKind.Rain })
        {
            var made = new SimulatedMicrophone(Recordings.FirstSeed + 600).Record(
                new Scene(SceneKind.Nothing, 26, noise, 10) { Rate = 16_000 }
            );
            SpaceSound.Learn(FrameMaker.Of(made.Samples, made.Rate)).Place.ShouldBeNull(noise.ToString());
        }
        SpaceSound.Learn([]).ShouldBe((null, 0, 0));
        SpaceSound.Learn(new byte[SoundFrame.Bands * 2600]).Place.ShouldBeNull();
        var any = new byte[SoundFrame.Bands * 2600];
        new Random(5).NextBytes(any);
        _ = SpaceSound.Learn(any);
    }

    [Theory]
    [InlineData(null)]
    [InlineData("")]
    [InlineData("1 2 3")]
    [InlineData("0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0")]
    [InlineData("NaN 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 4 4 4 4 4 4 4 4 4 4 4 4 4 4 4 4")]
    [InlineData("1e9 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 4 4 4 4 4 4 4 4 4 4 4 4 4 4 4 4")]
    public void What_is_no_place_is_none(string? line) => SpaceSound.Read(line).ShouldBeNull();

    [Fact]
    public void A_line_of_a_place_is_read() =>
        SpaceSound.Read("-3.5 0 0 0 0 0 0 0 0 0 0 0 0 0 0 12 4 4 4 4 4 4 4 4 4 4 4 4 4 4 4 9.5").ShouldNotBeNull().Means[0].ShouldBe(-3.5);
}
