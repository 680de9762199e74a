using System.Globalization;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Edges.Hearing;
using Gambeta.Simulation.Sound;

namespace Gambeta.Core.Tests.Hearing;

/// <summary>What is heard, held against recordings whose truth is known: a few, and most of them at the loudness that matters most.
/// <c>GAMBETA_RECORDINGS</c> says how many; <c>./soak</c> takes 300.</summary>
public sealed class ListeningTests(ITestOutputHelper told)
{
    private static int Many(double decibels) =>
        int.TryParse(Environment.GetEnvironmentVariable("GAMBETA_RECORDINGS"), CultureInfo.InvariantCulture, out var many) ? many
        : decibels == 10 ? 12
        : 6;

    [Theory]
    [InlineData(15, 0.965, 0.75)]
    [InlineData(10, 0.955, 0.5)]
    [InlineData(5, 0.91, 0.6)]
    public void Touches_are_heard_over_noise_of_every_kind(double decibels, double leastF1, double leastExact)
    {
        var score = Scored(Recordings.FirstSeed + (int)decibels * 1000, decibels);
        told.WriteLine($"{decibels} dB: {score}");
        score.F1.ShouldBeGreaterThan(leastF1);
        score.Exact.ShouldBeGreaterThan(leastExact);
        // One of a hundred is wanted; of few one is no sign.
        score.WrongTrusted.ShouldBeLessThanOrEqualTo(1 + (score.Trusted / 50));
    }

    [Fact]
    public void A_ball_that_bounces_between_touches_is_heard_as_well()
    {
        var score = Scored(Recordings.FirstSeed + 40_000, 10, SceneKind.Bounced);
        told.WriteLine($"let bounce, 10 dB: {score}");
        score.F1.ShouldBeGreaterThan(0.94);
        score.Trusted.ShouldBeGreaterThan(score.Sets / 4);
        score.WrongTrusted.ShouldBeLessThanOrEqualTo(1 + (score.Trusted / 50));
    }

    // As the cards have them, with feet by turns, two by two or ten by ten: what is heard repeats sooner than that.
    [Theory]
    [InlineData("inside-taps", SceneKind.Taps)]
    [InlineData("juggling-streak", SceneKind.Juggling)]
    [InlineData("two-and-two", SceneKind.Juggling)]
    [InlineData("touch-bounce-alternating", SceneKind.Bounced)]
    [InlineData("one-touch-wall-alternating", SceneKind.Wall)]
    [InlineData("wall-ten-ten-ten", SceneKind.Wall)]
    public void The_cards_own_pattern_is_heard_as_what_repeats_of_it_and_tells_the_feet(string drill, SceneKind kind)
    {
        var cycle = HeardDrill.Of(DrillCatalogue.Shipped().Find(drill)!, Feet.Both)!;
        // One of the walls is played back without a touch in between.
        var made = Enumerable
            .Range(Recordings.FirstSeed + 50_000, 10)
            .Select(seed => Recordings.Make(seed, 20, kind).Made)
            .First(made => Recordings.CycleOf(made, kind).Sounds.Length == cycle.Shortest.Sounds.Length);
        var frames = FrameMaker.Of(made.Samples, made.Rate);
        var (own, plain) = (Ear.Of(frames, new ListeningFor(cycle)), Ear.Of(frames, new ListeningFor(Recordings.CycleOf(made, kind))));
        own.Touches.Select(touch => (touch.At, touch.Sure)).ShouldBe(plain.Touches.Select(touch => (touch.At, touch.Sure)));
        (own.Doubt, own.IsTrusted).ShouldBe((plain.Doubt, plain.IsTrusted));
        var pattern = cycle.Sounds.Where(sound => sound.Kind == HeardKind.Touch).Select(sound => sound.Foot).ToList();
        // A try that is kept up begins with the pattern; against a wall, and from foot to foot, it goes on.
        var told = 0;
        foreach (var touch in own.Touches)
        {
            touch.Foot.ShouldBe(pattern[told++ % pattern.Count]);
            if (touch.EndsTry && cycle.Falls)
                told = 0;
        }
    }

    // Nothing was fitted to these, nor to kin of them: eighteen, or 72 where three hundred of the others are asked for.
    [Theory]
    [InlineData(10, 0.9)]
    [InlineData(5, 0.85)]
    public void Recordings_of_another_make_are_heard_as_well(double decibels, double leastF1)
    {
        var (score, noises) = (new HearingScore(), new Dictionary<string, HearingScore>());
        var made = Enumerable
            .Range(0, Many(decibels) >= 300 ? 72 : OtherRecipe.Noises.Length * 2)
            .AsParallel()
            .AsOrdered()
            .Select(seed => (Seed: seed, Recording: new OtherRecipe(seed).Make(decibels)));
        foreach (var (seed, recording) in made)
        {
            var (kind, noise) = OtherRecipe.Of(seed);
            var heard = Recordings.Hear(recording, kind);
            score.Add(recording, kind, heard);
            if (!noises.TryGetValue(noise, out var of))
                noises[noise] = of = new();
            of.Add(recording, kind, heard);
        }
        told.WriteLine(
            $"{decibels} dB, of another make: {score}; {string.Join(", ", noises.Select(pair => $"{pair.Key} {pair.Value.F1:0.000}"))}"
        );
        score.F1.ShouldBeGreaterThan(leastF1);
        score.WrongTrusted.ShouldBeLessThanOrEqualTo(1 + (score.Trusted / 10));
    }

    [Fact]
    public void Where_no_ball_is_nothing_is_counted()
    {
        var touches = 0;
        foreach (var noise in new[] { NoiseKind.Speech, NoiseKind.Steps, NoiseKind.Wind, NoiseKind.Rain, NoiseKind.Car, NoiseKind.Hiss })
        {
            var made = new SimulatedMicrophone(Recordings.FirstSeed + (int)noise).Record(
                new Scene(SceneKind.Nothing, 100, noise, 10) { Rate = 16_000 }
            );
            var heard = Recordings.Hear(made, SceneKind.Juggling);
            told.WriteLine($"{noise}: {heard.Touches.Length} counted in 100 s without a ball");
            touches += heard.Touches.Length;
        }
        touches.ShouldBeLessThanOrEqualTo(2);
    }

    [Fact]
    public void Heard_in_pieces_is_heard_the_same()
    {
        var (scene, made) = Recordings.Make(Recordings.FirstSeed + 6, 10, SceneKind.Juggling);
        var frames = FrameMaker.Of(made.Samples, made.Rate);
        var (whole, chance) = (Recordings.Hear(made, scene.Kind), new Random(1));
        var ear = new Ear(new ListeningFor(Recordings.CycleOf(made, scene.Kind)));
        for (var at = 0; at < frames.Length; )
        {
            var next = Math.Min(frames.Length, at + (SoundFrame.Bands * (1 + chance.Next(40))));
            ear.Take(frames.AsSpan(at, next - at));
            if (chance.Next(3) == 0)
                _ = ear.Heard;
            at = next;
        }
        ear.Heard.Sounds.ShouldBe(whole.Sounds);
        var pieces = new List<byte>();
        var maker = new FrameMaker(made.Rate);
        for (var at = 0; at < made.Samples.Length; )
        {
            var next = Math.Min(made.Samples.Length, at + 1 + chance.Next(3000));
            maker.Take(made.Samples.AsSpan(at, next - at), pieces);
            at = next;
        }
        pieces.ShouldBe(frames);
    }

    [Fact]
    public void Where_sound_never_came_nothing_is_heard_and_the_count_is_not_trusted()
    {
        var made = new SimulatedMicrophone(9).Record(new Scene(SceneKind.Taps, 30, NoiseKind.Hiss, 25));
        var what = new ListeningFor(SoundCycle.Plain with { Falls = false });
        var frames = FrameMaker.Of(made.Samples, made.Rate);
        var whole = Ear.Of(frames, what);
        whole.IsTrusted.ShouldBeTrue();
        HeardSet Without(int from, int many)
        {
            byte[] rest = [.. frames];
            rest.AsSpan(from * SoundFrame.Bands, many * SoundFrame.Bands).Fill(byte.MaxValue);
            return Ear.Of(rest, what);
        }
        var lost = Without(1000, 150);
        lost.IsTrusted.ShouldBeFalse();
        lost.Touches.ShouldNotContain(touch => touch.At > 10.1 && touch.At < 11.5);
        lost.Touches.Count(touch => touch.At is < 9.9 or > 11.7).ShouldBe(whole.Touches.Count(touch => touch.At is < 9.9 or > 11.7));
        // A moment between two touches is no matter.
        Without(SoundFrame.ASecond / 10, 5).IsTrusted.ShouldBeTrue();
    }

    [Fact]
    public void Where_the_wall_is_heard_first_somebody_kicked_before_it()
    {
        var made = new SimulatedMicrophone(4).Record(new Scene(SceneKind.Wall, 30, NoiseKind.Hiss, 25) { Rate = 16_000 });
        var (frames, first) = (FrameMaker.Of(made.Samples, made.Rate), made.Truth[0].At);
        var whole = Ear.Of(frames, new ListeningFor(Recordings.CycleOf(made, SceneKind.Wall)));
        whole.Touches[0].At.ShouldBe(first, 0.05);
        // The first kick is not heard: what was there before it goes on.
        var kick = (int)(first * SoundFrame.ASecond);
        for (var frame = kick - 3; frame < kick + 14; frame++)
            frames.AsSpan((kick - 20) * SoundFrame.Bands, SoundFrame.Bands).CopyTo(frames.AsSpan(frame * SoundFrame.Bands));
        var without = Ear.Of(frames, new ListeningFor(Recordings.CycleOf(made, SceneKind.Wall)));
        without.Touches.Length.ShouldBe(whole.Touches.Length);
        without.Touches[0].At.ShouldBe(first, 0.1);
        without.Touches[0].Sure.ShouldBeLessThan(0.6);
    }

    [Fact]
    public void A_touch_is_told_within_a_fifth_of_a_second_of_frames()
    {
        var (_, made) = Recordings.Make(Recordings.FirstSeed + 7, 25, SceneKind.Taps);
        var frames = FrameMaker.Of(made.Samples, made.Rate);
        var ear = new Ear(ListeningFor.Touches with { Cycle = SoundCycle.Plain with { Falls = false } });
        var (late, last) = (new List<double>(), 0);
        for (var frame = 0; frame * SoundFrame.Bands < frames.Length; frame++)
        {
            ear.Take(frames.AsSpan(frame * SoundFrame.Bands, SoundFrame.Bands));
            var touches = ear.Heard.Touches;
            // The window of a frame ends 20 ms after it begins.
            if (touches.Length > last)
                late.Add(SoundFrame.Seconds(frame) + 0.02 - touches[^1].At);
            last = touches.Length;
        }
        late.Count.ShouldBeGreaterThan(20);
        late.Order().ElementAt(late.Count * 95 / 100).ShouldBeLessThan(0.2);
    }

    [Fact]
    public void Silence_noise_that_fills_the_scale_and_no_frames_at_all_are_no_touches()
    {
        var chance = new Random(3);
        Ear.Of([], ListeningFor.Touches).Touches.ShouldBeEmpty();
        Ear.Of(new byte[SoundFrame.Bands * 3000], ListeningFor.Touches).Touches.ShouldBeEmpty();
        Ear.Of([.. Enumerable.Repeat((byte)255, SoundFrame.Bands * 3000)], ListeningFor.Touches).Touches.ShouldBeEmpty();
        Ear.Of(
                FrameMaker.Of([.. Enumerable.Range(0, 48_000 * 10).Select(_ => chance.Next(2) == 0 ? 1f : -1f)], 48_000),
                ListeningFor.Touches
            )
            .Touches.ShouldBeEmpty();
        // Whatever bytes come, nothing breaks.
        for (var i = 0; i < 20; i++)
        {
            var any = new byte[SoundFrame.Bands * 700];
            chance.NextBytes(any);
            _ = Ear.Of(any, ListeningFor.Touches).Sounds;
        }
        Should.Throw<ArgumentException>(() => new Ear(ListeningFor.Touches).Take(new byte[7]));
    }

    [Fact]
    public void What_the_page_sounds_itself_is_no_touch_and_hides_none()
    {
        double[] beeps = [.. Enumerable.Range(2, 35).Select(i => i * 0.5)];
        List<OwnSound> own = [.. beeps.Select(at => new OwnSound(at, 0.05, 880))];
        var made = new SimulatedMicrophone(4).Record(new Scene(SceneKind.Nothing, 20, NoiseKind.Hiss, 30) { Beeps = beeps });
        var frames = FrameMaker.Of(made.Samples, made.Rate);
        Ear.Of(frames, ListeningFor.Touches with { Own = own }).Touches.Length.ShouldBe(0);
        var taps = new SimulatedMicrophone(9).Record(new Scene(SceneKind.Taps, 20, NoiseKind.Hiss, 20));
        var truth = taps.Truth.Where(sound => sound.Kind == TrueKind.Touch).Select(sound => sound.At).ToList();
        // A signal with every touch: a player who keeps to the beat.
        var kept = new SimulatedMicrophone(9).Record(new Scene(SceneKind.Taps, 20, NoiseKind.Hiss, 20) { Beeps = truth });
        var heard = Ear.Of(
            FrameMaker.Of(kept.Samples, kept.Rate),
            new ListeningFor(SoundCycle.Plain with { Falls = false }, [.. truth.Select(at => new OwnSound(at, 0.05, 880))])
        );
        Recordings.Hits(truth, [.. heard.Touches.Select(touch => touch.At)]).ShouldBeGreaterThan(truth.Count * 9 / 10);
    }

    private static HearingScore Scored(int from, double decibels, SceneKind? kind = null)
    {
        var score = new HearingScore();
        var made = Enumerable
            .Range(from, Many(decibels))
            .AsParallel()
            .AsOrdered()
            .Select(seed =>
            {
                var (scene, recording) = Recordings.Make(seed, decibels, kind);
                return (recording, scene.Kind, Heard: Recordings.Hear(recording, scene.Kind));
            });
        foreach (var (recording, played, heard) in made)
            score.Add(recording, played, heard);
        return score;
    }
}
