using Gambeta.Core.Hearing;

namespace Gambeta.Core.Tests.Hearing;

/// <summary>What stands about a beginning, and that what was told of it once stays told.</summary>
public sealed class BallOddsTests
{
    private static readonly SoundCycle Juggling = SoundCycle.Plain;

    // Beginnings at any times, of one sound or another; the traits are drawn too, so that each has odds of its own.
    private static List<Onset> Drawn(int seed, int many, double louder = 0, int later = 0)
    {
        var (chance, onsets, frame) = (new Random(seed), new List<Onset>(), 20);
        for (var i = 0; i < many; i++)
        {
            frame += chance.Next(5, 60);
            var kind = chance.Next(2);
            double[] rises = [.. Enumerable.Range(0, SoundFrame.Bands).Select(band => 6.0 + (kind * band / 2.0) + (3 * chance.NextDouble()))];
            onsets.Add(new Onset(frame + later, 9, [.. rises.Select(rise => rise + 30 + louder)], rises, [.. Enumerable.Range(0, SoundTraits.Count).Select(_ => (float)((chance.NextDouble() * 2) - 0.5))]));
        }
        return onsets;
    }

    [Fact]
    public void What_comes_later_changes_nothing_that_lies_two_stretches_back_and_pieces_come_to_the_same()
    {
        var onsets = Drawn(1, (5 * BallOdds.Stretch) + 37);
        var whole = new BallOdds(Juggling).Of(onsets);
        var (pieces, told, chance) = (new BallOdds(Juggling), Array.Empty<double>(), new Random(2));
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
    public void When_it_was_and_how_loud_all_of_it_was_is_no_matter()
    {
        var (as_it_was, otherwise) = (Drawn(3, 300), Drawn(3, 300, louder: 12, later: 500));
        new BallOdds(Juggling).Of(otherwise).Zip(new BallOdds(Juggling).Of(as_it_was)).ShouldAllBe(pair => Math.Abs(pair.First - pair.Second) < 1e-3);
    }

    [Fact]
    public void A_place_in_which_nothing_sounds_like_a_ball_makes_all_of_it_less_likely_one()
    {
        var onsets = Drawn(4, 100);
        var deaf = PlaceSound.Read(string.Join(' ', Enumerable.Range(0, SoundFrame.Bands).Select(band => band % 2 == 0 ? "60" : "-60").Concat(Enumerable.Repeat("5", SoundFrame.Bands)))).ShouldNotBeNull();
        onsets.ShouldAllBe(onset => BallOdds.Alone(onset, deaf, null) < BallOdds.Alone(onset, null, null));
    }

    [Fact]
    public void Company_says_what_sounded_when()
    {
        // Three of one sound half a second apart, and one of another between the last two.
        double[] Levels(double tilt) => [.. Enumerable.Range(0, SoundFrame.Bands).Select(band => 40 + (tilt * band))];
        Onset At(int frame, double tilt) => new(frame, 9, Levels(tilt), [.. Enumerable.Repeat(10.0, SoundFrame.Bands)], new float[SoundTraits.Count]);
        List<Onset> onsets = [At(100, 0), At(150, 0), At(170, 2), At(200, 0)];
        var of = SoundCompany.Of(onsets, [4, 4, -4, 4], Juggling, 0, 4);
        of.ShouldAllBe(numbers => numbers.Length == SoundCompany.Count && Array.TrueForAll(numbers, float.IsFinite));
        // By itself: its odds, a quarter; what falls and has no wall.
        of.Select(numbers => numbers[0]).ShouldBe([1, 1, -1, 1]);
        of.ShouldAllBe(numbers => numbers[5] == 1 && numbers[6] == 0);
        // Half a second is the twelfth step of a tenth from 0.16 s: 0.16 · 1.1^11 = 0.456, 0.16 · 1.1^12 = 0.502. Before it: 24 chances, 24 likenesses; after it the same.
        var (before, after, lag) = (7, 7 + 48, 11);
        var ball = (float)BallOdds.Chance(4);
        (of[0][before + lag], of[0][after + lag], of[1][before + lag], of[1][after + lag]).ShouldBe((0, ball, ball, ball));
        (of[1][before + 24 + lag], of[1][after + 24 + lag]).ShouldBe((1, 1));
        // The other sound: 0.2 s after the second, in the third step (0.1936 to 0.213), unlikely a ball and unlike.
        of[1][after + 2].ShouldBe((float)BallOdds.Chance(-4));
        of[1][after + 24 + 2].ShouldBeInRange(0.01f, 0.3f);
        // In which time balls follow each other: all in the twelfth step, two of three that would be enough.
        of[2][7 + 96 + lag].ShouldBe(2);
        of[2].AsSpan(7 + 96, 24).ToArray().Sum().ShouldBe(2);
        // With four others: the four most like the first of them are all there are, three balls of the very same sound and the other one; by traits all are alike.
        List<Onset> five = [.. onsets, At(250, 0)];
        var kin = SoundCompany.Of(five, [4, 4, -4, 4, 4], Juggling, 0, 1)[0].AsSpan(7 + 120 + 30).ToArray();
        var (likely, apart) = (2 * ((3 * ball) + (float)BallOdds.Chance(-4)) / 4, Math.Sqrt(Enumerable.Range(0, SoundFrame.Bands).Sum(band => 4.0 * band * band)));
        kin.Zip([likely, likely, 0, likely, likely, (float)Math.Min(1, apart / 10 / 4)]).ShouldAllBe(pair => Math.Abs(pair.First - pair.Second) < 1e-5);
        // Asked for some, it says the same of them.
        SoundCompany.Of(onsets, [4, 4, -4, 4], Juggling, 2, 3).ShouldHaveSingleItem().ShouldBe(of[2]);
        SoundCompany.Of([], [], Juggling, 0, 0).ShouldBeEmpty();
    }

    [Fact]
    public void A_net_is_its_layers_and_one_of_other_numbers_is_refused()
    {
        // (2x + 1y - 1) and (-1x + 0y + 0), what is below 0 cut off; then 3a - 2b + 0.5.
        var net = new SoundNet([[[2, 1, -1], [-1, 0, 0]], [[3, -2, 0.5f]]]);
        net.LogOdds([1, 1]).ShouldBe(6.5);
        net.LogOdds([-2, 1]).ShouldBe(-3.5);
        SoundNet Read(string json, int numbers) => SoundNet.Read(new MemoryStream(System.Text.Encoding.UTF8.GetBytes(json)), numbers);
        Read("{\"Layers\":[[[2,1,-1],[-1,0,0]],[[3,-2,0.5]]]}", 2).LogOdds([1, 1]).ShouldBe(6.5);
        Should.Throw<InvalidDataException>(() => Read("{\"Layers\":[[[2,1,-1],[-1,0,0]],[[3,-2,0.5]]]}", 3));
        Should.Throw<InvalidDataException>(() => Read("{\"Layers\":[[[2,1,-1],[-1,0,0]]]}", 2));
        (SoundNet.Alone.Layers[0][0].Length, SoundNet.InCompany.Layers[0][0].Length).ShouldBe((SoundTraits.Count + 1, SoundCompany.Count + 1));
    }
}
