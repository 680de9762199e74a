using System.Collections.Immutable;
using System.Globalization;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Storage;
using Gambeta.Web.Navigation;
using Gambeta.Web.Words;

namespace Gambeta.Web.Pages.Yard;

/// <summary>What a plan's address asks for, and what is wrong with it.</summary>
public sealed partial class PlanModel
{
    private static readonly string[] Particulars = ["layout", "shape", "at", "x"];

    private async Task<bool> ReadAsync(HouseholdWork work, string? drill)
    {
        if (Catalogue.Find(drill ?? "zigzag-and-home") is not { } card)
            return false;
        Card = card;
        (Yard, _standing) = await YardStore.PlanAsync(work, Player.Id, card.Id);
        Pace = PaceOf(Yard, Player);
        InPaces = Request.Query["unit"] == "paces";
        var asked = Request.Query["space"].ToString();
        Guid? askedSpace = null;
        if (asked.Length > 0 && asked != "none")
        {
            if (!Guid.TryParse(asked, out var id) || Yard.Find(id) is null)
                return false;
            askedSpace = id;
        }
        var key = Request.Query["layout"].ToString();
        if (key.Length > 0 && key != Card.Layout?.Key)
        {
            _kept = Yard.Find(card.Id, key);
            if (_kept is null)
                return false;
        }
        // Asked for nothing in particular: what was laid out last for this drill.
        if (!Particulars.Any(Request.Query.ContainsKey))
            _kept = Yard.Latest(card.Id);
        Space =
            asked == "none"
                ? null
                : Yard.Where(askedSpace, _kept, space => space.Kind != Places.Indoors) ?? (Yard.Spaces.Count > 0 ? Yard.Spaces[0] : null);
        Problems = ReadLayout();
        if (PlanAddress.ReadWay(Request.Query, Catalogue) is { } way)
            Layout = Layout with { Way = way };
        if (Problems.Count > 0)
            return true;
        var (course, wrong) = Course.Of(Layout);
        if (course is null)
        {
            Problems = [.. wrong.Select(problem => YardWords.Problem(problem, Layout.Clearance, Lengths))];
            return true;
        }
        if (Space is { } space)
        {
            Lies = Layout.WallAhead is null && Layout.Start != default && (_kept is null || _kept.SpaceId == space.Id);
            Fit = Lies ? Fit.AsItLies(Layout, Margins, space.Space) : Fit.Of(Layout, Margins, space.Space);
            // What fits only smaller is shown as large as it was asked for, so that one sees what is too much.
            if (Fit.Kind == FitKind.FitsSmaller)
            {
                Smaller = Layout.WallAhead is null ? Fit.Placed.Placed() : Layout.Scaled(Fit.Percent / 100.0);
                var footprint = Footprint.Of(Layout, course, Margins);
                if (Layout.WallAhead is null)
                    Fit = Fit with { Placed = footprint.InTheMiddleOf(space.Space, Layout) };
                Lacks = footprint.Lacks(space.Space);
            }
        }
        Course = Fit is null ? course : Course.Of(Shown).Course ?? course;
        return true;
    }

    private List<string> ReadLayout()
    {
        var query = Request.Query;
        Layout = _kept?.Layout
            ?? Card.Layout
            ?? Core.Catalogue.Layouts.Shape.Of(ShapeKind.Zigzag).Lay(ImmutableDictionary<string, double>.Empty);
        try
        {
            if (query.ContainsKey("at") || query.ContainsKey("x"))
            {
                Layout = PlanAddress.ReadPlaced(query, Lengths) with { Run = Card.Layout?.Run ?? "" };
                if (
                    int.TryParse(query["without"], NumberStyles.None, CultureInfo.InvariantCulture, out var gone)
                    && gone < Layout.Markers.Length
                )
                    Layout = Layout.Without(gone);
                if (query.ContainsKey("more") && Layout.Markers.Length is > 0 and < LayoutCheck.MostMarkers)
                    Layout = Layout.With(Layout.OneMore(Space?.Space, Margins));
                return [];
            }
        }
        catch (FormatException wrong)
        {
            return [wrong.Message];
        }
        if (Addresses.Read<ShapeKind>(query["shape"]) is not { } kind)
            return [];
        var shape = Core.Catalogue.Layouts.Shape.Of(kind);
        var problems = new List<string>();
        var measures = new Dictionary<string, double>();
        foreach (var parameter in shape.Parameters)
        {
            if (query["m." + parameter.Key] is not { Count: 1 } typed)
                continue;
            if (ReadMeasure(parameter, typed!) is { } value)
                measures[parameter.Key] = value;
            else
                problems.Add(
                    Say(
                        "yard.is-no-number",
                        ("typed", typed),
                        ("parameterKind", parameter.Kind == ParameterKind.Length),
                        ("words", parameter.Words)
                    )
                );
        }
        problems.AddRange(
            shape
                .Wrong(measures)
                .Select(wrong =>
                    Say(
                        "yard.goes-from-to",
                        ("words", Wording.Sentence(wrong.Words)),
                        ("least", Range(wrong, wrong.Least)),
                        ("most", Range(wrong, wrong.Most))
                    )
                )
        );
        if (problems.Count == 0)
            Layout = shape.Lay(measures);
        return problems;
    }

    private double? ReadMeasure(ShapeParameter parameter, string typed) =>
        parameter.Kind == ParameterKind.Length && !InPaces ? Lengths.Read(typed)
        : double.TryParse(
            typed.Replace(',', '.').Replace("½", ".5", StringComparison.Ordinal),
            NumberStyles.AllowDecimalPoint,
            CultureInfo.InvariantCulture,
            out var value
        )
            ? parameter.Kind == ParameterKind.Length ? value * Pace.Pace.Metres
                : value
        : null;

    private string Range(ShapeParameter parameter, double value) =>
        parameter.Kind == ParameterKind.Length ? Lengths.Tape(value) : PlanAddress.Number(value);
}
