using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Yaml;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Storage;
using Gambeta.Web.Words;
using Microsoft.Extensions.Caching.Memory;

namespace Gambeta.Web.PageBases;

/// <summary>The drills of a household: those that ship, and its own behind them. Its own are read again only when they changed.</summary>
public sealed class HouseholdCatalogues(DrillCatalogue shipped, IMemoryCache kept)
{
    public DrillCatalogue Shipped => shipped;

    /// <summary>The catalogue of a household where it need not be read: it has no cards of its own, or they were read before.</summary>
    public DrillCatalogue? Known(Guid id, HouseholdView household) =>
        household.DrillsVersion == 0 && household.Settings.OtherFoot == HouseholdSettings.UsualOtherFoot
            ? shipped
            : kept.Get<DrillCatalogue>(Key(id, household));

    private static object Key(Guid id, HouseholdView household) =>
        (household.DrillsVersion == 0 ? Guid.Empty : id, household.DrillsVersion, household.Settings.OtherFoot);

    /// <summary>The catalogue of the household of this work, in its own words.</summary>
    public async ValueTask<DrillCatalogue> OfAsync(HouseholdWork work, HouseholdView household)
    {
        if (Known(work.Household, household) is { } known)
            return known;
        var (word, key) = (household.Settings.OtherFoot, Key(work.Household, household));
        var read = household.DrillsVersion == 0 ? shipped : Read(await OwnDrillStore.AllAsync(work), strict: false);
        if (word != HouseholdSettings.UsualOtherFoot)
            read = read.Reworded(words => Wording.OtherFoot(words, word));
        return kept.Set(key, read, new MemoryCacheEntryOptions { SlidingExpiration = TimeSpan.FromMinutes(20), Size = 1 });
    }

    /// <summary>The shipped catalogue with cards as a household keeps them.</summary>
    /// <param name="own">The household's cards, those off the shelf included.</param>
    /// <param name="strict">
    /// Whether a card that cannot be read, or stands on a card that is not there, is refused. What was kept once must never close
    /// a household later: then such a card is left out, such a rung is forgotten.
    /// </param>
    /// <exception cref="CatalogueException">A card cannot be read.</exception>
    /// <exception cref="ArgumentException">Ids or rungs do not hold.</exception>
    public DrillCatalogue Read(IReadOnlyList<OwnDrill> own, bool strict)
    {
        var reader = new CardReader(DrillCatalogue.ShippedParts);
        var cards = own.Select(drill => (Card: ReadOne(reader, drill, strict), drill.Retired))
            .Where(read => read.Card is not null)
            .ToLookup(read => read.Retired, read => read.Card!);
        var gone = cards[true].Select(card => card.Id).ToHashSet();
        var there = cards[false].Select(card => card.Id).ToHashSet();
        return shipped.With(
            cards[false]
                .Select(card =>
                    card with
                    {
                        After =
                        [
                            .. card
                                .After.Select(id => shipped.Offered(id)?.Id ?? id)
                                .Where(id => strict ? !gone.Contains(id) : there.Contains(id) || shipped.Find(id) is not null),
                        ],
                    }
                ),
            cards[true]
        );
    }

    private static DrillCard? ReadOne(CardReader reader, OwnDrill drill, bool strict)
    {
        try
        {
            return reader.Read(drill.DrillId, new StringReader(drill.Card)).Single();
        }
        catch (CatalogueException) when (!strict)
        {
            return null;
        }
    }
}
