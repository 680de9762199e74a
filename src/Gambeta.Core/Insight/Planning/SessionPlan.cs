using System.Collections.Immutable;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Insight.Weeks;
using Gambeta.Core.Practice.Sheets;

namespace Gambeta.Core.Insight.Planning;

/// <summary>A drill of a plan with the reason for it.</summary>
public sealed record PlannedDrill(SheetItem Item, PlanReason Reason);

/// <summary>What could not be had as it was asked for.</summary>
public enum PlanNote
{
    /// <summary>Something hurts: nothing is planned until a grown-up has let it pass.</summary>
    [Key("hurt")]
    Hurt,

    /// <summary>Nothing may be played there with what there is.</summary>
    [Key("nothing may be played")]
    NothingMayBePlayed,

    /// <summary>The weeks have today for a rest: it is planned light, for who practises all the same.</summary>
    [Key("rest day")]
    RestDay,

    /// <summary>A light day.</summary>
    [Key("light day")]
    LightDay,

    /// <summary>Fewer minutes than a session needs: it is planned for the least.</summary>
    [Key("too short")]
    TooShort,

    /// <summary>More minutes than are good at the age: it is planned for fewer.</summary>
    [Key("too long for the age")]
    TooLongForTheAge,

    /// <summary>There is less to do than there are minutes.</summary>
    [Key("minutes left")]
    MinutesLeft,

    /// <summary>What was kept takes longer than there are minutes.</summary>
    [Key("kept too long")]
    KeptTooLong,

    /// <summary>There are records in reach, and no minutes for a test.</summary>
    [Key("test waits")]
    TestWaits,

    /// <summary>The other foot is behind, and no minutes are left for it alone.</summary>
    [Key("other foot waits")]
    OtherFootWaits,
}

/// <summary>A session as it was planned.</summary>
/// <param name="Drills">Its drills in their order.</param>
/// <param name="Minutes">The minutes that it was planned for.</param>
/// <param name="Value">What it is worth by <see cref="PlanObjective"/>.</param>
/// <param name="Notes">What could not be had.</param>
/// <param name="LeftOut">Why each other drill is not in it.</param>
public sealed record SessionPlan(
    ImmutableArray<PlannedDrill> Drills,
    int Minutes,
    double Value,
    ImmutableArray<PlanNote> Notes,
    ImmutableDictionary<string, PlanRule> LeftOut
)
{
    /// <summary>What the weeks made of its day; nothing where nobody laid them out.</summary>
    public PlannedDay? Laid { get; init; }

    /// <summary>The next day of practice after it.</summary>
    public PlannedDay? Next { get; init; }

    /// <summary>The next day on which records are tried for, after it.</summary>
    public DateOnly? NextTest { get; init; }

    /// <summary>
    /// The one drill to play where somebody plays only one: on the first day what a new player meets first; else what the session is about,
    /// rather one that is known than one that is new. Nothing where nothing is planned.
    /// </summary>
    public PlannedDrill? OneAlone =>
        Drills.FirstOrDefault(drill => drill.Item.Drill == Worths.First && drill.Reason.Kind == ReasonKind.New)
        ?? About(drill => !IsNew(drill))
        ?? About(_ => true);

    private PlannedDrill? About(Func<PlannedDrill, bool> may) =>
        Drills.FirstOrDefault(drill => may(drill) && drill.Item.Part == SheetPart.Focus)
        ?? Drills.FirstOrDefault(drill => may(drill) && drill.Item.Part != SheetPart.WarmUp)
        ?? Drills.FirstOrDefault(may);

    private static bool IsNew(PlannedDrill drill) =>
        drill.Reason.Kind is ReasonKind.New or ReasonKind.NextRung or ReasonKind.Beside or ReasonKind.Stretch;

    /// <summary>The drill above the player's level that is in the plan; nothing where none is.</summary>
    public PlannedDrill? Stretch => Drills.FirstOrDefault(drill => drill.Reason.Kind == ReasonKind.Stretch);

    /// <summary>What the day is, as the plan keeps to it: a test day on which the test waits for another day is a day of
    /// practice.</summary>
    public PlannedDay? Held =>
        Laid is { IsTest: true } laid && Notes.Contains(PlanNote.TestWaits) ? laid with { Theme = ThemeKind.Any } : Laid;

    /// <summary>What is planned while something hurts: nothing, whatever was planned before.</summary>
    public SessionPlan WhileHurt(DrillCatalogue catalogue) =>
        new([], Minutes, 0, [PlanNote.Hurt], catalogue.Cards.ToImmutableDictionary(card => card.Id, _ => PlanRule.Hurt));

    /// <summary>As a sheet.</summary>
    public Sheet ToSheet(string name) => new(name, [.. Drills.Select(drill => drill.Item)]);
}
