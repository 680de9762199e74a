using Gambeta.Core.Base.Yaml;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Storage;
using Gambeta.Web.PageBases;
using Gambeta.Web.Throttling;

namespace Gambeta.Web.Pages.Drills.Own;

/// <summary>Takes cards into a household: all of them, or none and the reason.</summary>
internal static class OwnDrills
{
    /// <summary>Reads a card file and keeps its cards; returns why not, or nothing. Ids get the prefix of own cards where they lack it; a
    /// card of the same id is replaced.</summary>
    public static async Task<string?> TakeInAsync(HouseholdWork work, PageTools tools, string file, TextReader yaml)
    {
        IReadOnlyList<DrillCard> cards;
        try
        {
            cards = new CardReader(DrillCatalogue.ShippedParts).Read(file, yaml);
        }
        catch (CatalogueException wrong)
        {
            return wrong.Message;
        }
        if (cards.Count == 0)
            return Say("own-drills.holds-no-drill-card", ("file", file));
        if (cards.GroupBy(OwnId).FirstOrDefault(same => same.Count() > 1) is { } twice)
            return Say("own-drills.two-cards-have-the-id", ("file", file), ("id", twice.First().Id));
        var renamed = cards.ToDictionary(card => card.Id, OwnId);
        return await KeepAsync(
            work,
            tools,
            file,
            [
                .. cards.Select(card =>
                    card with
                    {
                        Id = renamed[card.Id],
                        // Rungs among the cards of the file follow their new names.
                        After = [.. card.After.Select(below => renamed.GetValueOrDefault(below, below))],
                    }
                ),
            ]
        );
    }

    /// <summary>Keeps cards that were read, when they hold together with the rest of the household's; returns why not, or
    /// nothing.</summary>
    public static async Task<string?> KeepAsync(HouseholdWork work, PageTools tools, string file, IReadOnlyList<DrillCard> cards)
    {
        var written = cards.Select(card => new OwnDrill(card.Id, CardWriter.Write(card), Retired: false)).ToList();
        var all = (await OwnDrillStore.AllAsync(work))
            .ExceptBy(written.Select(own => own.DrillId), own => own.DrillId)
            .Concat(written)
            .ToList();
        if (all.Count > tools.Limits.Drills)
            return Say("own-drills.too-many-drills", ("drills", tools.Limits.Drills));
        try
        {
            tools.Catalogues.Read(all, strict: true);
        }
        catch (Exception wrong) when (wrong is ArgumentException or CatalogueException)
        {
            return $"{file}: {wrong.Message.Split(" (Parameter")[0]}";
        }
        await OwnDrillStore.SaveAsync(work, [.. written.Select(own => (own.DrillId, own.Card))]);
        return null;
    }

    private static string OwnId(DrillCard card) =>
        card.IsOwn ? card.Id : DrillCard.OwnPrefix + (card.Id.Length > 60 ? card.Id[..60] : card.Id);
}
