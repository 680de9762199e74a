using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Edges.Diaries;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Sets;
using Gambeta.Simulation;
using Shouldly;
using Xunit;

namespace Gambeta.Core.Tests;

/// <summary>Sets out as lines and in again; files as people and spreadsheets make them.</summary>
public sealed class DiaryTests
{
    private static readonly DrillCatalogue Catalogue = DrillCatalogue.Shipped();
    private static readonly Player Ane = new(new("01900000-0000-7000-8000-000000000001"), "Ane", 2016, Foot.Right, Level.Steady);
    private static readonly Player Jon = new(new("01900000-0000-7000-8000-000000000002"), "Jon", 2014, Foot.Left, Level.Steady);
    private static readonly DateOnly Today = new(2026, 5, 20);

    [Fact]
    public void A_set_of_every_measure_comes_back_as_it_went_out()
    {
        foreach (var way in Ways.All)
        {
            var card = Catalogue.Cards.FirstOrDefault(one => one.MeasuredBy == way.Key)
                ?? Catalogue.Cards.First(one => MeasureTraits.Of(one.MeasuredBy).LastingAs == way.Key).MeasuredLike(way.Key);
            var model = new ModelPlayer
            {
                Id = Ane.Id,
                Preferred = Foot.Right,
                StartSkill = 0.4,
                EndSkill = 0.6,
                OtherFootStart = 0.8,
            };
            var dose = card.Doses.Usual is var form ? card.Doses[Level.Steady] : null!;
            if (way.Key != Catalogue.Find(card.Id)!.MeasuredBy)
                dose = new TriesDose(5) { Rest = TimeSpan.FromSeconds(20) };
            var feet = card.Turns(Foot.Right)[0];
            var turn = new ModelTurn(card, dose, feet, 0.5, card.Tempo.Steady, new Random(4));
            var frame = new SetFrame(
                Guid.CreateVersion7(),
                Guid.CreateVersion7(),
                model.Id,
                3,
                feet,
                new DateTimeOffset(2026, 5, 1, 16, 0, 0, TimeSpan.Zero),
                new(2026, 5, 1),
                dose is RoundsDose rounds ? rounds.Work : null,
                CountedBy.Tapped
            )
            {
                Plan = new SetPlan(Count: 7),
            };
            var set = SetCheck.Check(card, frame, MadeUp.Of(way.Key).Modelled(turn), Today).Set.ShouldNotBeNull(card.Id);
            var taken = Taken(Csv(DiarySet.Write(set, Control.Shaky))).ShouldHaveSingleItem();
            taken.Problem.ShouldBeNull(way.Key.ToString());
            taken.Set.ShouldBe(set, way.Key.ToString());
            taken.Said.ShouldBe(Control.Shaky);
        }
    }

    [Theory]
    [InlineData("drill,day,count\njuggling-streak,2026-05-01,23\n")]
    [InlineData("\uFEFFday;count;drill;remark\n1.5.2026;23;Juggling streak;\"hot; no shade\"\n")]
    [InlineData("count\tDrill\tDay\n23\tjuggling streak\t1 May 2026\n")]
    [InlineData("player,day,drill,tries,ends\nane,2026-05-01,juggling-streak,4 23 9,d d s\n")]
    public void A_notebook_that_was_typed_in_is_enough(string file)
    {
        var taken = Taken(file).ShouldHaveSingleItem();
        taken.Problem.ShouldBeNull();
        taken.Set!.PlayerId.ShouldBe(Ane.Id);
        taken.Set.Day.ShouldBe(new DateOnly(2026, 5, 1));
        ((TriesResult)taken.Set.Result).Longest.ShouldBe(23);
    }

    [Fact]
    public void The_same_line_is_the_same_set_and_two_alike_in_one_file_are_two()
    {
        const string File =
            "drill,day,feet,left,planned_seconds\npull-back-laces-away,2026-05-01,left,31,30\npull-back-laces-away,2026-05-01,left,31,30\n";
        var (once, again) = (Taken(File), Taken(File));
        once.Select(line => line.Set!.Id).ShouldBe(again.Select(line => line.Set!.Id));
        once[0].Set!.Id.ShouldNotBe(once[1].Set!.Id);
        once[0].Set!.SessionId.ShouldBe(once[1].Set!.SessionId);
    }

    [Theory]
    [InlineData("no-such-drill,2026-05-01,5,", LineProblem.NoSuchDrill)]
    [InlineData("juggling-streak,yesterday,5,", LineProblem.Unclear)]
    [InlineData("juggling-streak,,5,", LineProblem.NoDay)]
    [InlineData("juggling-streak,2026-05-01,five,", LineProblem.Unclear)]
    [InlineData("juggling-streak,2026-05-01,,", LineProblem.NoCount)]
    [InlineData("juggling-streak,2026-05-01,-5,", LineProblem.NotPlayed)]
    [InlineData("juggling-streak,2027-05-01,5,", LineProblem.NotPlayed)]
    [InlineData("juggling-streak,2026-05-01,2000000000,", LineProblem.NotPlayed)]
    public void A_line_that_cannot_be_says_why(string line, LineProblem why) =>
        Taken($"drill,day,count,player\n{line}\n").ShouldHaveSingleItem().Problem.ShouldBe(why);

    [Fact]
    public void Players_of_the_household_are_told_apart_and_strangers_are_not_taken_for_them()
    {
        var lines = Taken(
            "player,drill,day,count\nAne,juggling-streak,2026-05-01,5\n JON "
                + ",juggling-streak,2026-05-01,6\nMaia,juggling-streak,2026-05-01,7\n,juggling-streak,2026-05-01,8\n"
        );
        lines.Select(line => line.Set?.PlayerId).ShouldBe([Ane.Id, Jon.Id, null, Ane.Id]);
        lines[2].Problem.ShouldBe(LineProblem.OtherPlayer);
        // One player of a household elsewhere: whoever takes the file in means that one.
        Taken($"player,drill,day,count\n{Guid.NewGuid()},juggling-streak,2026-05-01,5\n")
            .ShouldHaveSingleItem()
            .Set!.PlayerId.ShouldBe(Ane.Id);
    }

    [Fact]
    public void Too_many_lines_a_picture_and_an_open_quote_are_no_diaries()
    {
        var many = "drill,day,count\n" + string.Concat(Enumerable.Repeat("juggling-streak,2026-05-01,5\n", TakingIn.MostLines + 1));
        Should.Throw<DiaryFormatException>(() => Taken(many)).IsTooLong.ShouldBeTrue();
        Should.Throw<DiaryFormatException>(() => Taken("\u0089PNG\r\n\u001a\n\0\0\0\rIHDR"));
        Should.Throw<DiaryFormatException>(() => Taken(""));
        Should.Throw<DiaryFormatException>(() => Taken("drill,day\n\"" + new string('x', 100_000)));
    }

    private static IReadOnlyList<TakenLine> Taken(string file) =>
        TakingIn.Read(DiaryFile.Read(new StringReader(file)), Catalogue, [Ane, Jon], Ane, Today, TimeSpan.FromHours(2));

    private static string Csv(DiaryLine line)
    {
        using var text = new StringWriter();
        DiaryFile.Write(text, [line]);
        return text.ToString();
    }
}
