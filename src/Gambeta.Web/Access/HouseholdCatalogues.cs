using Gambeta.Core.Catalogue;
using Gambeta.Storage;
using Microsoft.Extensions.Caching.Memory;

namespace Gambeta.Web.Access;

/// <summary>The drills of a household: those that ship, and its own behind them. Its own are read again only when they changed.</summary>
public sealed class HouseholdCatalogues(DrillCatalogue shipped, IMemoryCache kept)
{
    public DrillCatalogue Shipped => shipped;

    /// <summary>The catalogue of the household of this work.</summary>
    public async ValueTask<DrillCatalogue> OfAsync(HouseholdWork work, HouseholdView household)
    {
        if (household.DrillsVersion == 0) return shipped;
        var key = (work.Household, household.DrillsVersion);
        if (kept.TryGetValue(key, out DrillCatalogue? known) && known is not null) return known;
        var read = Read(await OwnDrillStore.AllAsync(work));
        return kept.Set(key, read, new MemoryCacheEntryOptions { SlidingExpiration = TimeSpan.FromMinutes(20), Size = 1 });
    }

    /// <summary>The shipped catalogue with cards as a household keeps them.</summary>
    /// <exception cref="CatalogueException">A card cannot be read.</exception>
    /// <exception cref="ArgumentException">Ids or rungs do not hold.</exception>
    public DrillCatalogue Read(IReadOnlyList<OwnDrill> own)
    {
        var reader = new CardReader(DrillCatalogue.ShippedParts);
        var cards = own.ToLookup(drill => drill.Retired, drill => reader.Read(drill.DrillId, new StringReader(drill.Card)).Single());
        return shipped.With(cards[false], cards[true]);
    }
}
