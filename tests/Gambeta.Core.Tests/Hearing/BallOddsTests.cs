using Gambeta.Core.Edges.Hearing;
using Gambeta.Simulation.Sound;

namespace Gambeta.Core.Tests.Hearing;

/// <summary>What stands about a beginning, and that what was told of it once stays told.</summary>
public sealed class BallOddsTests
{
    private static readonly SoundCycle Juggling = SoundCycle.Plain;

    // Beginnings at any times, of one sound or another; the traits are drawn too, so that each has odds of its own.
    private static List<Onset> Drawn(int seed, int many)
    {
        var (chance, onsets, frame) = (new Random(seed), new List<Onset>(), 20);
        for (var i = 0; i < many; i++)
        {
            frame += chance.Next(5, 60);
            var kind = chance.Next(2);
            double[] rises =
            [
                .. Enumerable.Range(0, SoundFrame.Bands).Select(band => 6.0 + (kind * band / 2.0) + (3 * chance.NextDouble())),
            ];
            onsets.Add(
                new Onset(
                    frame,
                    9,
                    [.. rises.Select(rise => rise + 30)],
                    rises,
                    [.. Enumerable.Range(0, SoundTraits.Count).Select(_ => (float)((chance.NextDouble() * 2) - 0.5))],
                    [.. Enumerable.Range(0, Onset.AroundCount).Select(_ => Bytes(chance))]
                )
            );
        }
        return onsets;
    }

    private static byte[] Bytes(Random chance) => [.. Enumerable.Range(0, SoundFrame.Bands).Select(_ => (byte)chance.Next(8, 20))];

    [Fact]
    public void What_comes_later_changes_nothing_that_lies_two_stretches_back_and_pieces_come_to_the_same()
    {
        var onsets = Drawn(1, (5 * BallOdds.Stretch) + 37);
        var whole = new BallOdds(Juggling).Of(onsets);
        var (pieces, told, chance) = (new BallOdds(Juggling), Array.Empty<KindOdds>(), new Random(2));
        for (var many = 1; many < onsets.Count; many += chance.Next(1, 90))
        {
            var now = pieces.Of(onsets[..many]);
            now.Length.ShouldBe(many);
            var settled = Math.Max(0, (told.Length / BallOdds.Stretch) - 1) * BallOdds.Stretch;
            now[..settled].ShouldBe(told[..settled]);
            told = now;
        }
        pieces.Of(onsets).ShouldBe(whole);
        whole.Distinct().Count().ShouldBeGreaterThan(onsets.Count / 2);
    }

    [Fact]
    public void How_loud_all_of_it_was_is_no_matter()
    {
        var made = Practised();
        var heard = Ear.Of(FrameMaker.Of(made.Samples, made.Rate), new ListeningFor(Juggling)).Touches;
        var softer = Ear.Of(
            FrameMaker.Of(Array.ConvertAll(made.Samples, sample => sample / 4), made.Rate),
            new ListeningFor(Juggling)
        ).Touches;
        heard.Length.ShouldBeGreaterThan(10);
        Math.Abs(heard.Length - softer.Length).ShouldBeLessThanOrEqualTo(1);
        Recordings
            .Hits([.. heard.Select(touch => touch.At)], [.. softer.Select(touch => touch.At)])
            .ShouldBeGreaterThanOrEqualTo(heard.Length - 1);
    }

    private static MadeRecording Practised() =>
        new SimulatedMicrophone(Recordings.FirstSeed + 21).Record(new Scene(SceneKind.Juggling, 30, NoiseKind.Wind, 12) { Rate = 16_000 });
}
