using Gambeta.Core.Edges.Hearing;
using Gambeta.Core.Practice.Played;
using Gambeta.Simulation.Sound;

namespace Gambeta.Core.Tests.Hearing;

/// <summary>When a count is trusted: where little is in doubt, and where about the same would have been heard in more noise.</summary>
public sealed class SteadyCountTests
{
    [Theory]
    [InlineData(40, 0.1, 0.0952)]
    [InlineData(49, 0.16, 0.1479)]
    [InlineData(50, 0.6, 0.1219)]
    [InlineData(99, 1.2, 0.3374)]
    [InlineData(100, 1.2, 0.1205)]
    [InlineData(40, 0, 0)]
    public void The_chance_that_more_than_two_of_a_hundred_are_wrong_is_that_of_a_poisson_distribution(
        int touches,
        double doubt,
        double chance
    ) => HeardSet.ChanceOfWrong(doubt, touches).ShouldBe(chance, 0.0001);

    [Fact]
    public void What_sounds_all_the_time_is_about_three_times_as_strong_and_what_is_loud_is_as_it_was()
    {
        var (chance, frames) = (new Random(2), new List<byte>());
        for (var i = 0; i < 4000; i++)
        for (var band = 0; band < SoundFrame.Bands; band++)
            frames.Add(i % 100 == 50 ? (byte)30 : SoundFrame.Level(-Math.Log(1 - chance.NextDouble()) * 1e-7 * (1 + band)));
        for (var i = 0; i < SoundFrame.Bands; i++)
            frames[(7 * SoundFrame.Bands) + i] = byte.MaxValue;
        var noisier = Noisier.Of([.. frames]);
        noisier.Length.ShouldBe(frames.Count);
        SoundFrame.IsLost(noisier.AsSpan(7 * SoundFrame.Bands, SoundFrame.Bands)).ShouldBeTrue();
        double Mean(IReadOnlyList<byte> of, int band) =>
            Enumerable.Range(8, 3900).Where(i => i % 100 != 50).Average(i => Math.Pow(10, of[(i * SoundFrame.Bands) + band] * 0.3));
        // The middle of an exponential lies at 0.7 of its mean; a level is that to 1.5 dB.
        for (var band = 0; band < SoundFrame.Bands; band++)
            (Mean(noisier, band) / Mean(frames, band)).ShouldBeInRange(2.4, 4.1);
        Enumerable.Range(0, 40).ShouldAllBe(i => noisier[((i * 100) + 50) * SoundFrame.Bands] == 30);
        Noisier.Of([]).ShouldBeEmpty();
    }

    [Fact]
    public void A_count_that_more_noise_would_change_is_not_trusted_and_what_would_change_is_in_doubt()
    {
        static HeardSet Set(params double[] at) => new([.. at.Select(one => new HeardTouch(one, HeardKind.Touch, null, 1))], 0, true);
        var heard = Set(1, 2, 3, 4, 5, 6, 7, 8);
        heard.HeldAgainst(Set(1.02, 2, 3, 4, 5, 6, 7, 8)).ShouldBe(heard);

        var doubted = heard.HeldAgainst(Set(1, 2, 3, 4.01, 6, 7, 8));
        doubted.IsTrusted.ShouldBeFalse();
        doubted.Sounds.Where(sound => sound.Sure < 0.8).ShouldHaveSingleItem().At.ShouldBe(5);
        doubted.Touches.Length.ShouldBe(8);

        var more = heard.HeldAgainst(Set(1, 2, 3, 4, 4.5, 5, 6, 7, 8));
        more.IsTrusted.ShouldBeFalse();
        more.Touches.Length.ShouldBe(8);
        more.Sounds.Where(sound => sound.Sure < 0.8).ShouldHaveSingleItem().ShouldBe(new HeardTouch(4.5, HeardKind.Other, null, 0.75));
        more.Mark().Doubts.ShouldHaveSingleItem().ShouldBe(new DoubtfulSound(450, false, 75));
    }

    [Fact]
    public void While_a_set_goes_on_nothing_is_held_against_more_noise_and_once_it_is_over_the_touches_are_the_same()
    {
        var (fewer, sets) = (0, 0);
        for (var seed = Recordings.FirstSeed + 60_000; seed < Recordings.FirstSeed + 60_024; seed++)
        {
            var made = new SimulatedMicrophone(seed).Record(new Scene(SceneKind.Taps, 20, NoiseKind.Rain, 8) { Rate = 16_000 });
            var ear = new Ear(new ListeningFor(SoundCycle.Plain with { Falls = false }));
            ear.Take(FrameMaker.Of(made.Samples, made.Rate));
            var whole = ear.Whole();
            whole.Touches.Select(touch => touch.At).ShouldBe(ear.Heard.Touches.Select(touch => touch.At));
            if (ear.Heard.IsTrusted)
                sets++;
            if (ear.Heard.IsTrusted && !whole.IsTrusted)
                fewer++;
            if (!ear.Heard.IsTrusted)
                whole.IsTrusted.ShouldBeFalse();
        }
        sets.ShouldBeGreaterThan(5);
        fewer.ShouldBeLessThan(sets / 2);
    }
}
