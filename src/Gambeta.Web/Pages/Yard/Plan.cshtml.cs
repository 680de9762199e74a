using System.Collections.Immutable;
using System.Globalization;
using Gambeta.Core;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Catalogue.Yard;
using Gambeta.Core.Practice.Records;
using Gambeta.Storage;
using Gambeta.Web.Charts;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Gambeta.Web.Throttling;
using Gambeta.Web.Words;
using Gambeta.Web.YardPlans;
using Gambeta.Words;
using Microsoft.AspNetCore.Http.Extensions;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Yard;

/// <summary>One measure of the shape as a field.</summary>
public sealed record MeasureField(ShapeParameter Parameter, string Value);

/// <summary>A layout to scale in a space: does it fit, how it is walked out, what stands in for what is missing.</summary>
public sealed partial class PlanModel(PageTools tools, IWebHostEnvironment files) : HouseholdPage(tools)
{
    private const int LongestName = 48;

    private KeptLayout? _kept;
    private IReadOnlyList<Mark> _standing = [];

    public override RailItem OnRail => RailItem.Yard;

    public DrillCard Card { get; private set; } = null!;

    public YardView Yard { get; private set; } = null!;

    public KeptSpace? Space { get; private set; }

    public KnownPace Pace { get; private set; } = null!;

    public bool InPaces { get; private set; }

    /// <summary>The layout that is asked for, in its own frame, or as it lies where it was placed by hand.</summary>
    public Layout Layout { get; private set; } = null!;

    /// <summary>Whether it was placed in this space by hand.</summary>
    public bool Lies { get; private set; }

    public IReadOnlyList<string> Problems { get; private set; } = [];

    public Fit? Fit { get; private set; }

    /// <summary>The layout at the size at which it fits; nothing where it fits as it is or not at all.</summary>
    public Layout? Smaller { get; private set; }

    /// <summary>What the space lacks for it at full size, upright, in metres.</summary>
    public double Lacks { get; private set; }

    /// <summary>The layout as it is drawn: where it lies in the space, or in its own frame.</summary>
    public Layout Shown => Fit?.Placed ?? Layout;

    public Course Course { get; private set; } = new([], 0, 0, []);

    public string? Told { get; private set; }

    public RunOff Margins => RunOffs.Of(Card, Space?.Space);

    public string Name =>
        _kept?.Layout.Name ?? (IsCardsOwn ? Card.Layout!.Name : $"{Card.Name}, {Layout.Shape?.Label() ?? Say("yard.by-hand")}");

    /// <summary>True when it is the card's own layout, to five centimetres.</summary>
    public bool IsCardsOwn => Card.Layout is { } own && own.IsSameAs(Layout);

    /// <summary>The key under which its times are kept; nothing before somebody kept it.</summary>
    public string? Key => Known?.Key;

    /// <summary>True when it can be practised on: the card's own, or kept for this drill.</summary>
    public bool IsReady =>
        Problems.Count == 0 && (IsCardsOwn || Yard.Layouts.Any(kept => kept.Drill == Card.Id && kept.Layout.Key == Key && !kept.Retired));

    public Mark? Best =>
        _standing.FirstOrDefault(mark => mark.Key.Layout == Key && mark.Key.Measure.Kind == MeasureKind.CourseSeconds)
        ?? _standing.FirstOrDefault(mark => mark.Key.Layout == Key);

    /// <summary>Bests of this drill on other layouts: they stay with those.</summary>
    public IEnumerable<Mark> BestsElsewhere => _standing.Where(mark => mark.Key.Layout != Key && mark.Key.Layout.Length > 0);

    /// <summary>Markers, from 1, that the run names and the string passes clear of.</summary>
    public IReadOnlyList<int> Untouched => field ??= [.. Course.Untouched(Layout).Select(marker => marker + 1)];

    public IReadOnlyList<Lack> Missing => field ??= [.. Yard.Kit.Counts.IsEmpty ? [] : Yard.Kit.Missing(Card, Space?.Space, Layout)];

    public IReadOnlyList<Walk> Walks => field ??= WalkOut.Of(Shown, Pace.Pace);

    public IEnumerable<DrillCard> Instead =>
        Space is { } space && Fit is { Kind: FitKind.DoesNotFit or FitKind.NoWall }
            ? NearestFitting.To(Card, space.Space, Catalogue, 4)
            : [];

    /// <summary>Targets for a wall layout without markers.</summary>
    public ChalkTargets? Chalk =>
        Layout is { Shape: ShapeKind.WallTargets } && Layout.WallAhead is { } distance
            ? ChalkTargets.For(Age(Player), distance, (int)Layout.Measures["targets"], WallWidth, WallHeight)
            : null;

    public double WallWidth => Space?.Space.Wall?.Width ?? 5;

    public double WallHeight => Space?.Space.Wall?.Height ?? 2.4;

    public ShapeKind Shape => Layout.Shape ?? Card.Layout?.Shape ?? ShapeKind.Zigzag;

    public IEnumerable<MeasureField> Fields =>
        Core
            .Catalogue.Layouts.Shape.Of(Shape)
            .Parameters.Select(parameter =>
            {
                var value = Layout.Measures.GetValueOrDefault(parameter.Key, parameter.Usual);
                return new MeasureField(
                    parameter,
                    Request.Query["m." + parameter.Key] is { Count: 1 } typed && Problems.Count > 0 ? typed.ToString()
                        : parameter.Kind != ParameterKind.Length ? PlanAddress.Number(value)
                        : InPaces ? PlanAddress.Number(Rounded.To(value / Pace.Pace.Metres, 2))
                        : Lengths.Field(value)
                );
            });

    /// <summary>Every shape by its word in an address.</summary>
    public static IReadOnlyList<(string Value, string Words)> Shapes => ShapesSaid.Now;

    private static readonly PerLanguage<IReadOnlyList<(string, string)>> ShapesSaid = new(() =>
        [.. Enum.GetValues<ShapeKind>().Select(kind => (kind.ToAddress(), kind.Label()))]
    );

    /// <summary>With which foot and which turns it is run, in words; empty where nothing is asked for.</summary>
    public string Way => YardWords.Way(Layout.Way, Catalogue);

    /// <summary>What a layout is called before somebody names it: a way of its own is part of the name.</summary>
    public string NameToKeep
    {
        get
        {
            var name = Layout.Shape is null && Space is { } here ? $"{Card.Name}, {here.Space.Name}" : Name;
            if (Layout.Way.By != RunFeet.AsItComes)
                name = $"{name}, {Layout.Way.By.Label()}";
            return name.Length > LongestName ? name[..LongestName] : name;
        }
    }

    /// <summary>Whether the turn at each marker is chosen: a field for each is only then there.</summary>
    public bool ChoosesTurns => !Layout.Way.Turns.IsEmpty || Request.Query.ContainsKey("turns");

    public string WithTurns => Request.Path + Request.QueryString.Add("turns", "choose");

    /// <summary>The turns that can be asked for at a marker, any first.</summary>
    public IEnumerable<(string Value, string Words)> Turns =>
        Catalogue.Turns.Select(card => (card.Id, card.Name)).Prepend(("", Say("yard.any-turn")));

    public IEnumerable<DrillCard> DrillsWithLayouts => Catalogue.Cards.Where(card => card.Layout is not null);

    public IReadOnlyList<KeptLayout> KeptHere => field ??= [.. Yard.Of(Card.Id)];

    /// <summary>This plan again, for a handler.</summary>
    public string SelfWith(string handler) => Request.Path + Request.QueryString.Add("handler", handler);

    public string PlacedAddress(Layout layout) => PlanAddress.Write(Begin().Placed(layout));

    /// <summary>The markers where they are shown, for moving one: in the wall's frame where there is a wall.</summary>
    public Layout Base => field ??= Layout.WallAhead is null ? Shown.Placed() : Layout.Placed();

    /// <summary>What the form of the markers does not show, to be sent on.</summary>
    public IEnumerable<(string Key, string Value)> PlacedParts =>
        new QueryBuilder()
            .Placed(Base)
            .Where(part => part.Key is "from" or "wall" or "standing" or "by" or "turn")
            .Select(part => (part.Key, part.Value));

    public string AddressOf(KeptLayout kept) => PlanAddress.Write(new QueryBuilder(Begin()) { { "layout", kept.Layout.Key } });

    public string InSpace(KeptSpace? space) => Again(space?.Id, InPaces);

    public string InUnit(bool paces) => Again(Space?.Id, paces);

    /// <summary>How far from the walls the start is, for the first line of the directions.</summary>
    public string Label =>
        Say(
            "yard.plan-of-markers",
            ("name", Name),
            ("space", Space is { } space ? Say("yard.in", ("name", space.Space.Name)) : ""),
            ("markers", Layout.Markers.Length),
            ("course", Course.Length > 0 ? Say("yard.a-run-of", ("course", Lengths.Of(Course.Length))) : "")
        );

    public Svg Draw(bool movable, string? style = null)
    {
        // What lies beyond all bounds was never meant: the space alone is shown, with what is wrong beside it.
        if (!LayoutCheck.CanBeDrawn(Shown))
            return Space is { } empty ? YardPlan.Draw(empty.Space, Lengths) : new Svg(_ => { });
        var footprint = Problems.Count == 0 ? Footprint.Of(Shown, Course, Margins) : null;
        return YardPlan.Draw(Shown, Course, new PlanView(Space?.Space, footprint, Pace.Pace, Lengths, movable), Label, style);
    }

    public Task<IActionResult> OnGetAsync(string? drill, string? told) =>
        InHousehold(async work =>
        {
            if (!await ReadAsync(work, drill))
                return NotFound();
            Told = told switch
            {
                "same" => Say("yard.layout-is-known", ("name", Name), ("sameWithin", Lengths.Tape(Layout.SameWithin))),
                "new" => Say("yard.layout-is-new"),
                _ => null,
            };
            return Page();
        });

    /// <summary>The plan as a file of its own.</summary>
    public Task<IActionResult> OnGetPictureAsync(string? drill) =>
        InHousehold(async work =>
        {
            if (!await ReadAsync(work, drill))
                return NotFound();
            if (Problems.Count > 0)
                return Refused();
            var style = await System.IO.File.ReadAllTextAsync(Path.Combine(files.WebRootPath, "css", "plan.css"));
            await using var text = new StringWriter(CultureInfo.InvariantCulture);
            Draw(movable: false, style).WriteTo(text, System.Text.Encodings.Web.HtmlEncoder.Default);
            return File(System.Text.Encoding.UTF8.GetBytes(text.ToString()), "image/svg+xml", $"{Card.Id}-plan.svg");
        });

    public Task<IActionResult> OnPostKeepAsync(string? drill, string? name) =>
        InHousehold(async work =>
        {
            if (!await ReadAsync(work, drill))
                return NotFound();
            var called = name?.Trim() ?? "";
            var problems = Problems.ToList();
            if (called.Length is 0 or > LongestName)
                problems.Add(Say("yard.layout-name-length", ("longestName", LongestName)));
            if (Yard.Layouts.Count >= Tools.Limits.Layouts && Known is null)
                problems.Add(Say("yard.too-many-layouts", ("layouts", Tools.Limits.Layouts)));
            if (problems.Count > 0)
            {
                Problems = problems;
                Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
                return Page();
            }
            // The same layout keeps the geometry that its first times were run on: small differences must not add up.
            var known = Known;
            var layout = (known ?? Layout) with
            {
                Key = known?.Key ?? NewKey(),
                Name = called,
                Run = Layout.Run.Length > 0 || Layout.Shape is not null ? Layout.Run : Card.Layout?.Run ?? "",
            };
            await YardStore.KeepLayoutAsync(
                work,
                new KeptLayout(
                    layout,
                    Card.Id,
                    Space?.Id,
                    InPaces ? Pace.Pace.Metres : null,
                    InPaces ? Player.Nickname : null,
                    Retired: false
                )
            );
            return Redirect(
                PlanAddress.Write(new QueryBuilder(Begin()) { { "layout", layout.Key }, { "told", known is null ? "new" : "same" } })
            );
        });

    public Task<IActionResult> OnPostPutAwayAsync(string drill, string key) =>
        InHousehold(async work =>
        {
            await YardStore.RetireLayoutAsync(work, drill, key, retired: true);
            return RedirectToPage("/Yard/Index");
        });

    private Layout? Known =>
        field ??=
            Card.Layout is { } own && own.IsSameAs(Layout)
                ? own
                : Yard.Layouts.FirstOrDefault(kept => kept.Layout.IsSameAs(Layout))?.Layout;

    private QueryBuilder Begin() => PlanAddress.Begin(Card.Id, Space?.Id, InPaces);

    // The same question with another space or unit. Markers placed by hand stay in the space that they were placed in.
    private string Again(Guid? space, bool paces)
    {
        var query = new QueryBuilder(PlanAddress.Begin(Card.Id, space, paces));
        if (Layout.Shape is { } shape && _kept is null)
        {
            query.Add("shape", shape.ToAddress());
            foreach (var parameter in Core.Catalogue.Layouts.Shape.Of(shape).Parameters)
            {
                var value = Layout.Measures[parameter.Key];
                query.Add(
                    "m." + parameter.Key,
                    parameter.Kind != ParameterKind.Length ? PlanAddress.Number(value)
                        : paces ? PlanAddress.Number(value / Pace.Pace.Metres)
                        : Lengths.Field(value)
                );
            }
            query.Run(Layout.Way);
        }
        else if (_kept is not null)
            query.Add("layout", _kept.Layout.Key);
        else
            query.Placed(
                space == Space?.Id ? Layout
                : Layout.WallAhead is null ? Layout.Moved(0, default(Spot) - Layout.Start)
                : Layout
            );
        return PlanAddress.Write(query);
    }

    private static string NewKey() => "yard-" + Guid.CreateVersion7().ToString("N")[^12..];
}
