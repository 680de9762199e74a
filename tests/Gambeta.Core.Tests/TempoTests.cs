using CsCheck;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Tests;

public class TempoTests
{
    [Theory]
    [InlineData(70, 30, 35)]
    [InlineData(95, 30, 48)] // 47.5, rounded away from zero
    [InlineData(1, 20, 0)]
    public void A_tempo_tells_the_touches_in_a_time(int tempo, int seconds, int touches) =>
        new Tempo(tempo).TouchesIn(TimeSpan.FromSeconds(seconds)).ShouldBe(touches);

    [Fact]
    public void The_time_for_some_touches_holds_those_touches() =>
        Gen.Select(Gen.Int[1, 480], Gen.Int[0, 2000])
            .Sample((tempo, touches) => new Tempo(tempo).TouchesIn(new Tempo(tempo).TimeFor(touches)).ShouldBe(touches));

    [Fact]
    public void Words_of_an_enumeration_are_read_back()
    {
        foreach (var family in Enum.GetValues<Family>())
        {
            Keys.TryRead<Family>(family.ToKey(), out var read).ShouldBeTrue();
            read.ShouldBe(family);
        }
        Family.BallMasteryOnTheSpot.ToKey().ShouldBe("ball mastery on the spot");
        Keys.TryRead<CountedBy>("Tapped", out _).ShouldBeFalse();
        Keys.Choices<Control>().ShouldBe("easy, mostly, shaky, fell apart");
    }
}
