using System.Text.Json;
using System.Text.Json.Nodes;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Counting;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Records;
using Gambeta.Core.Practice.Sets;
using Gambeta.Simulation;

namespace Gambeta.Core.Tests;

/// <summary>Every way of measuring has all that one needs, and is written down in a form that does not change by accident.</summary>
public class MeasuringTests
{
    private static readonly DrillCatalogue Catalogue = DrillCatalogue.Shipped();
    private static readonly Guid Somebody = Guid.Parse("01900000-0000-7000-8000-0000000000aa");

    public static TheoryData<MeasuredBy> All => [.. Enum.GetValues<MeasuredBy>()];

    [Fact]
    public void Each_word_has_its_way_and_each_kind_of_mark_its_rule()
    {
        Ways.All.Select(way => way.Key).ShouldBe(Enum.GetValues<MeasuredBy>());
        Enum.GetValues<MeasureKind>().Select(kind => MeasureTraits.RuleOf(kind).Kind).ShouldBe(Enum.GetValues<MeasureKind>());
        // Each result says whose it is, and no two say the same.
        var results = typeof(SetResult)
            .Assembly.GetTypes()
            .Where(type => type is { IsAbstract: false } && type.IsSubclassOf(typeof(SetResult)))
            .Select(type => ((SetResult)System.Runtime.CompilerServices.RuntimeHelpers.GetUninitializedObject(type)).Of);
        results.Order().ShouldBe(Enum.GetValues<MeasuredBy>());
    }

    [Theory]
    [MemberData(nameof(All))]
    public void A_set_that_was_made_up_is_written_and_read_back_and_its_form_comes_back_as_it_was(MeasuredBy measuredBy)
    {
        var (way, today) = (Ways.Of(measuredBy), new DateOnly(2026, 5, 20));
        var cards = Catalogue.Cards.Where(card => card.MeasuredBy == measuredBy).ToList();
        cards.ShouldNotBeEmpty();
        foreach (var card in cards)
        {
            CardRules.Of(measuredBy).Lacks(card).ShouldBeNull();
            var played = new PlayedSets(
                new ModelPlayer
                {
                    Id = Somebody,
                    Preferred = Foot.Right,
                    StartSkill = 0.2,
                    EndSkill = 0.9,
                    OtherFootStart = 0.5,
                },
                new Random(7)
            );
            foreach (
                var (frame, draft) in played.Play(
                    card,
                    card.Doses[Level.Steady],
                    0.5,
                    0,
                    Somebody,
                    1,
                    new DateTimeOffset(2026, 5, 20, 16, 0, 0, TimeSpan.Zero),
                    today
                )
            )
            {
                var set = SetCheck.Check(card, frame, draft, today).Set.ShouldNotBeNull();
                ResultJson.Read(set.Result.Of, ResultJson.Version, ResultJson.Write(set.Result)).ShouldBe(set.Result);
                Scoring
                    .MarksOf(set)
                    .ShouldAllBe(mark => MeasureTraits.Of(measuredBy).Keeps.Any(rule => rule.Kind == mark.Key.Measure.Kind));
                // Typed back as its form shows it, it is the same set but for what no form shows.
                var typed = new TypedCounts(name => way.AsTyped(set, name));
                var mended = Correction
                    .Check(
                        card,
                        set,
                        way.ReadTyped(typed) with
                        {
                            Seconds = set.Worked.TotalSeconds,
                        },
                        set.StartedAt,
                        set.Day,
                        today,
                        isSure: true
                    )
                    .Set.ShouldNotBeNull();
                (mended.Result, mended.Touches, typed.Unclear.Count).ShouldBe((set.Result, set.Touches, 0));
                way.Fields(frame.Feet).ShouldAllBe(field => field.Kind == TypedKind.Flag || way.AsTyped(set, field.Name) != null);
            }
        }
    }

    [Theory]
    [InlineData(MeasuredBy.TouchesInARound, "{}")]
    [InlineData(MeasuredBy.CleanReps, """{"clean":8,"slips":1}""")]
    [InlineData(MeasuredBy.BestStreak, """{"tries":[12,7,3],"ends":"dsa"}""")]
    [InlineData(MeasuredBy.CleanPasses, """{"longest":12,"slips":2}""")]
    [InlineData(MeasuredBy.CourseTime, """{"clips":1,"penalty":2.5,"void":false}""")]
    [InlineData(MeasuredBy.HitsOutOfTries, """{"hits":7,"misses":3}""")]
    [InlineData(MeasuredBy.LadderRung, """{"tries":[1,2],"ends":"sd","took":12.3}""")]
    [InlineData(MeasuredBy.LadderRung, """{"tries":[1],"ends":"a"}""")]
    [InlineData(MeasuredBy.StationsTime, """{"stations":4,"tries":[1,2,3,1]}""")]
    [InlineData(MeasuredBy.TargetPoints, """{"points":[1,0,3]}""")]
    [InlineData(MeasuredBy.RunInTouches, """{"tries":[9,14],"ends":"sd"}""")]
    [InlineData(MeasuredBy.TrapHeights, """{"inside":[1,1,0]}""")]
    [InlineData(MeasuredBy.StrikesByZone, """{"feet":"lr","zones":[3,0]}""")]
    [InlineData(MeasuredBy.CleanStreak, """{"tries":[12,7],"ends":"ds"}""")]
    [InlineData(MeasuredBy.SecondsWithoutADrop, """{"tenths":[124,63]}""")]
    public void What_is_stored_stays_as_it_is(MeasuredBy measuredBy, string written)
    {
        var result = ResultJson.Read(measuredBy, 1, written);
        result.Of.ShouldBe(measuredBy);
        ResultJson.Write(result).ShouldBe(written);
    }

    // The cases that the browser's modules are held to as well: what a foot does counts the same on the glass and in the books.
    public static IEnumerable<TheoryDataRow<string>> Shared() =>
        JsonNode.Parse(Repository.Cases("measures"))!.AsArray().Select(example => new TheoryDataRow<string>(example!.ToJsonString()));

    [Theory]
    [MemberData(nameof(Shared))]
    public void What_happens_counts_the_same_here_and_in_the_browser(string written)
    {
        var example = JsonNode.Parse(written)!;
        var measuredBy = Enum.Parse<MeasuredBy>(example["measure"]!.GetValue<string>(), ignoreCase: true);
        var (way, feet) = (Ways.Of(measuredBy), Enum.Parse<Feet>(example["feet"]!.GetValue<string>(), ignoreCase: true));
        var seconds = example["seconds"]?.GetValue<double>() ?? 30;
        var line = string.Join(
            ' ',
            example["events"]!.GetValue<string>().Split(' ').Select(word => word.Contains('#') ? word + ":10" : word + "10")
        );
        var draft = Tally.Of(measuredBy, feet, new ChallengeRules(4, [1, 1, 2, 2, 3], []), PlayNotation.Read(line), seconds, timed: true);
        var counted = JsonSerializer.SerializeToNode(draft, draft.GetType(), JsonSerializerOptions.Web)!;
        // Strikes are zones here and hits there: the browser's form knows no zones.
        if (draft is StrikesDraft { StrikeZones: { } zones })
            (counted["reps"], counted["slips"]) = (zones.Count(zone => zone > 0), zones.Count(zone => zone == 0));
        foreach (var (field, wanted) in example["draft"]?.AsObject() ?? [])
            JsonNode.DeepEquals(counted[field], wanted).ShouldBeTrue($"{field}: {counted[field]}");
        if (example["heights"] is { } heights)
        {
            TrapHeights
                .Of(((TrapDraft)draft).Inside!)
                .Select(t => (int)t.From)
                .ShouldBe(heights.AsArray().Select(height => height!.GetValue<int>()));
            return;
        }
        var card = Catalogue.Cards.First(card => card.MeasuredBy == measuredBy);
        var frame = new SetFrame(
            Somebody,
            Somebody,
            Somebody,
            1,
            feet,
            DateTimeOffset.UnixEpoch,
            new(2026, 5, 20),
            TimeSpan.FromSeconds(seconds),
            CountedBy.Tapped
        );
        var set = new PracticeSet
        {
            Id = frame.Id,
            SessionId = frame.SessionId,
            PlayerId = frame.PlayerId,
            Drill = card.Id,
            Order = 1,
            Feet = feet,
            StartedAt = frame.StartedAt,
            Day = frame.Day,
            Worked = TimeSpan.FromSeconds(seconds),
            Planned = frame.Planned,
            CountedBy = frame.CountedBy,
            Touches = new(draft.Left ?? 0, draft.Right ?? 0),
            Result = way.ResultOf(card, frame, draft) is StationsResult stations
                ? stations with
                {
                    Stations = 4,
                }
                : way.ResultOf(card, frame, draft),
        };
        way.Marks(set).Select(mark => (decimal?)mark.Value).FirstOrDefault().ShouldBe(example["value"]?.GetValue<decimal>());
    }

    [Theory]
    [MemberData(nameof(All))]
    public void What_is_no_result_is_said_to_be_none(MeasuredBy measuredBy)
    {
        Should.Throw<FormatException>(() => ResultJson.Read(measuredBy, 2, "{}"));
        Should.Throw<FormatException>(() => ResultJson.Read(measuredBy, 1, "{"));
        if (measuredBy != MeasuredBy.TouchesInARound)
            Should.Throw<FormatException>(() => ResultJson.Read(measuredBy, 1, """{"tries":"x"}"""));
    }

    [Theory]
    [InlineData("12.4 6.3", new[] { 124, 63 }, 0)]
    [InlineData("12,4 6,35, 7", new[] { 124, 63, 70 }, 0)]
    [InlineData("12 x", new[] { 120, 0 }, 1)]
    [InlineData("", new int[0], 0)]
    public void Seconds_are_typed_with_a_point_or_a_comma(string typed, int[] tenths, int unclear)
    {
        var counts = new TypedCounts(_ => typed);
        counts.Tenths("seconds up").ShouldBe(tenths);
        counts.Unclear.Count.ShouldBe(unclear);
    }
}
