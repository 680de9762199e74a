using System.Collections.Immutable;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Amounts;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Catalogue.Layouts;

namespace Gambeta.Core.Practice.Sheets;

/// <summary>One drill on a sheet.</summary>
/// <param name="Part">The part of the session that it stands in.</param>
/// <param name="Drill">The card's id.</param>
/// <param name="Dose">How much of it; nothing for the usual amount of whoever plays.</param>
/// <param name="OtherFootOnly">True when only the other foot works, in a drill that is otherwise for each foot.</param>
public sealed record SheetItem(SheetPart Part, string Drill, Dose? Dose = null, bool OtherFootOnly = false);

/// <summary>A session put together: drills in their order.</summary>
/// <param name="Name">What it is called.</param>
/// <param name="Items">The drills, first to last.</param>
public sealed record Sheet(string Name, ImmutableArray<SheetItem> Items)
{
    /// <summary>The longest name.</summary>
    public const int LongestName = 48;

    /// <summary>The most drills on a sheet: it prints on one page.</summary>
    public const int MostItems = 16;

    /// <inheritdoc/>
    public bool Equals(Sheet? other) => other is not null && Name == other.Name && Items.SequenceEqual(other.Items);

    /// <inheritdoc/>
    public override int GetHashCode() => Items.Aggregate(Name.GetHashCode(StringComparison.Ordinal), HashCode.Combine);
}

/// <summary>An item of a sheet with its card and its dose, for somebody of a level.</summary>
/// <param name="Item">The item.</param>
/// <param name="Card">Its card, with the feet that the item asks for.</param>
/// <param name="Dose">How much is played.</param>
public sealed record SheetDrill(SheetItem Item, DrillCard Card, Dose Dose)
{
    /// <summary>The drills of a sheet. An item whose card is gone, as when a household puts an own drill away, is left out.</summary>
    public static ImmutableArray<SheetDrill> Of(Sheet sheet, DrillCatalogue catalogue, Level level) => Of(sheet, catalogue, _ => level);

    /// <summary>The same, each drill at a level of its own.</summary>
    public static ImmutableArray<SheetDrill> Of(Sheet sheet, DrillCatalogue catalogue, Func<string, Level> level) =>
        [
            .. sheet
                .Items.Select(item =>
                    catalogue.Offered(item.Drill) is { } card ? Of(item with { Drill = card.Id }, card, level(card.Id)) : null
                )
                .OfType<SheetDrill>(),
        ];

    /// <summary>The same drill on a layout of the household's; as it is where there is none.</summary>
    public SheetDrill On(Layout? layout) => layout is null ? this : this with { Card = Card with { Layout = layout } };

    /// <summary>An item on a card: a dose that does not suit the card gives way to the usual one.</summary>
    public static SheetDrill Of(SheetItem item, DrillCard card, Level level)
    {
        var narrowed = item.OtherFootOnly && card.Feet == FeetPlan.EachFoot ? card with { Feet = FeetPlan.OtherFootOnly } : card;
        var chosen = item.Dose is { } dose && DoseText.Suits(card, dose) ? dose : card.Doses[level];
        return new SheetDrill(item, narrowed.MeasuredIn(chosen), chosen);
    }
}
