using CsCheck;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Yaml;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Practice.Measuring;

namespace Gambeta.Core.Tests;

public class LayoutTests
{
    private static Layout Zigzag => Shape.Of(ShapeKind.Zigzag).Lay(new Dictionary<string, double>());

    private static SharedParts Parts(string layout) => new(new StringReader("[]"), new StringReader(layout));

    private static readonly Gen<Shape> Shapes = Gen.Int[0, Shape.All.Length - 1].Select(i => Shape.All[i]);

    [Fact]
    public void Shapes_stand_in_the_order_of_their_kinds_and_their_usual_measures_are_within_range()
    {
        Shape.All.Select(shape => shape.Kind).ShouldBe(Enum.GetValues<ShapeKind>());
        foreach (var shape in Shape.All)
        {
            shape.Wrong(shape.Usual).ShouldBeEmpty(shape.Kind.ToString());
            shape.Parameters.Select(parameter => parameter.Key).ShouldBeUnique();
            shape
                .Parameters.Where(parameter => parameter.Kind == ParameterKind.Choice)
                .ShouldAllBe(parameter => parameter.Ways.Length == parameter.Most + 1);
        }
    }

    [Fact]
    public void Measures_out_of_range_are_named_and_not_laid()
    {
        var zigzag = Shape.Of(ShapeKind.Zigzag);
        var measures = new Dictionary<string, double>
        {
            ["markers"] = 3.5,
            ["ahead"] = double.NaN,
            ["side"] = 0.8,
        };
        zigzag.Wrong(measures).Select(parameter => parameter.Key).ShouldBe(["markers", "ahead"]);
        Should.Throw<ArgumentException>(() => zigzag.Lay(measures));
    }

    // Any measures within range: either it can be run, or it is said which markers are in the way.
    [Fact]
    public void Every_shape_with_any_measures_is_run_or_says_what_is_in_the_way() =>
        Gen.Select(Shapes, Gen.Int[0, int.MaxValue])
            .Sample(
                (shape, seed) =>
                {
                    var dice = new Random(seed);
                    var measures = shape.Parameters.ToDictionary(
                        p => p.Key,
                        p =>
                            p.Kind is ParameterKind.Pieces or ParameterKind.Choice
                                ? dice.Next((int)p.Least, (int)p.Most + 1)
                                : p.Least + (dice.NextDouble() * (p.Most - p.Least))
                    );
                    var layout = shape.Lay(measures);
                    layout.Measures.Count.ShouldBe(shape.Parameters.Length);
                    var (course, problems) = Course.Of(layout);
                    if (course is null)
                        problems.ShouldNotBeEmpty();
                    else
                    {
                        course.Length.ShouldBeGreaterThanOrEqualTo(layout.Start.DistanceTo(layout.Finish) - 1e-9);
                        double.IsFinite(course.Length + course.Turning + course.SharpestTurn).ShouldBeTrue();
                    }
                },
                iter: 5000
            );

    [Fact]
    public void The_zigzag_goes_outside_of_each_marker_loops_the_last_and_comes_home()
    {
        Zigzag.Markers.ShouldBe([new(-0.8, 2), new(0.8, 4), new(-0.8, 6), new(0, 8)]);
        RunNotation.Write(Zigzag.Steps).ShouldBe("1 left, 2 right, 3 left, 4 right loop");
        (Zigzag.Start, Zigzag.Finish, Zigzag.Needs).ShouldBe((default, default, new GearItem(GearKind.Marker, 4)));
    }

    [Theory]
    [InlineData(0, "1 left, 2 right, 3 left")]
    [InlineData(1, "1 left, 2 right, 3 left, 2 right, 1 left")]
    [InlineData(2, "1 left, 2 right, 3 left, 2 left, 1 left")]
    public void A_line_is_left_woven_back_or_passed_on_the_way_home(int home, string run) =>
        RunNotation
            .Write(Shape.Of(ShapeKind.Line).Lay(new Dictionary<string, double> { ["markers"] = 3, ["home"] = home }).Steps)
            .ShouldBe(run);

    [Fact]
    public void Weaving_home_bends_as_much_as_weaving_out()
    {
        var back = Course
            .Of(
                Shape
                    .Of(ShapeKind.Line)
                    .Lay(
                        new Dictionary<string, double>
                        {
                            ["markers"] = 4,
                            ["first"] = 2,
                            ["gap"] = 2,
                        }
                    )
            )
            .Course!;
        // Out and back are mirrored; the last one alone is gone half round.
        var arcs = back.Parts.OfType<Arc>().ToList();
        arcs.Take(3).Select(arc => Math.Abs(arc.Sweep)).ShouldBe(arcs.TakeLast(3).Reverse().Select(arc => Math.Abs(arc.Sweep)), 1e-9);
    }

    [Fact]
    public void A_circuit_joins_its_parts_one_behind_the_other()
    {
        var circuit = Shape
            .Of(ShapeKind.Circuit)
            .Lay(
                new Dictionary<string, double>
                {
                    ["one"] = 2,
                    ["two"] = 3,
                    ["three"] = 4,
                    ["gap"] = 1.5,
                }
            );
        circuit.Markers.Length.ShouldBe(6);
        circuit.Markers.Zip(circuit.Markers.Skip(1)).ShouldAllBe(pair => pair.First.Ahead <= pair.Second.Ahead);
        // Four markers and a gate with a gap before each, five metres of sprint, and the gap to the finish.
        circuit.Finish.ShouldBe(new Spot(0, (5 * 1.5) + 5 + 1.5));
    }

    [Fact]
    public void Markers_are_added_behind_the_last_one_and_left_out_without_a_trace()
    {
        var more = Zigzag.With(new Spot(1, 9.5));
        RunNotation.Write(more.Steps).ShouldBe("1 left, 2 right, 3 left, 4 right loop, 5 left");
        (more.Shape, more.Key, more.Measures.Count).ShouldBe((null, "", 0));
        var fewer = more.Without(1);
        RunNotation.Write(fewer.Steps).ShouldBe("1 left, 2 left, 3 right loop, 4 left");
        fewer.Markers.ShouldBe([new(-0.8, 2), new(-0.8, 6), new(0, 8), new(1, 9.5)]);
    }

    [Fact]
    public void A_layout_file_gives_shapes_by_their_measures_and_others_marker_by_marker()
    {
        var parts = Parts(
            """
            - { key: a, name: A, shape: gate, width: 1.2, distance: 4 }
            - { key: b, name: B, run: Round both., markers: [0 2, 1.5 3], steps: "1 left, 2 right loop", start: 0 0, finish: 0 5,
              clearance: 0.3, wall: 6 }
            """
        );
        parts.Layouts["a"].Measures["distance"].ShouldBe(4);
        parts.Layouts["a"].RunInWords.ShouldStartWith("Through the gate");
        var b = parts.Layouts["b"];
        (b.Finish, b.Clearance, b.WallAhead, b.Run, b.Steps.Length).ShouldBe((new Spot(0, 5), 0.3, 6, "Round both.", 2));
    }

    [Theory]
    [InlineData("shape: gate, width: 99", "goes from 0.5 to 10")]
    [InlineData("shape: gate, widht: 1", "“widht” has no meaning")]
    [InlineData("shape: maze", "“maze” is not a shape")]
    [InlineData("run: x, markers: [0 2, 0 2.3], steps: \"1 left\"", "markers too close 1 2")]
    [InlineData("run: x, markers: [0 2], steps: \"2 left\"", "there is no marker 2")]
    [InlineData("run: x, markers: [0 2], clearance: lots", "“lots” is not a number")]
    [InlineData("run: x, markers: []", "at least one marker")]
    public void A_broken_layout_is_refused_with_its_line(string body, string words)
    {
        var wrong = Should.Throw<CatalogueException>(() =>
            Parts($"- {{ key: ok, name: Ok, shape: gate }}\n- {{ key: a, name: A, {body} }}\n")
        );
        wrong.Message.ShouldContain(words);
        wrong.Message.ShouldContain("layouts.yaml");
        wrong.Message.ShouldContain("2");
    }

    [Fact]
    public void Another_word_on_the_cards_changes_no_pattern_and_no_id()
    {
        var said = Cards.All.Reworded(words => words.Replace("other foot", "weak foot", StringComparison.Ordinal));
        said.Cards.Select(card => card.Id).ShouldBe(Cards.All.Cards.Select(card => card.Id));
        said.Find("one-touch-wall-other-foot")!.Name.ShouldBe("One-touch wall, weak foot");
        said.Cards.Select(card => card.Pattern.ToString()).ShouldBe(Cards.All.Cards.Select(card => card.Pattern.ToString()));
        said.Cards.SelectMany(card => card.Cues.Append(card.Purpose))
            .ShouldNotContain(words => words.Contains("other foot", StringComparison.Ordinal));
    }
}
