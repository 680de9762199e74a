using System.Runtime.CompilerServices;
using System.Text.Encodings.Web;
using Gambeta.Core;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Amounts;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Web.Charts;
using Gambeta.Web.Words;
using Gambeta.Words;
using Microsoft.AspNetCore.Html;

namespace Gambeta.Web.Pages.Drills;

/// <summary>
/// The part of a card on the shelf that is the same for every player of a level and foot: shoes, name, dose. Written once and kept
/// as long as the card lives, since a page shows two dozen of them.
/// </summary>
internal static class ShelfPiece
{
    private static readonly PerLanguage<ConditionalWeakTable<DrillCard, IHtmlContent?[]>> Kept = new(() => []);

    public static IHtmlContent Of(DrillCard card, Player player)
    {
        var pieces = Kept.Now.GetValue(card, _ => new IHtmlContent?[Enum.GetValues<Level>().Length * 2]);
        return pieces[((int)player.Level * 2) + (int)player.Preferred] ??= Write(card, player);
    }

    private static HtmlString Write(DrillCard card, Player player)
    {
        using var writer = new StringWriter();
        Shoe.Both(card, player.Preferred).WriteTo(writer, HtmlEncoder.Default);
        var dose = card.Doses[player.Level];
        var amount = DoseArithmetic.Amount(card, dose, player.Preferred, card.Tempo.Steady);
        writer.Write($"<h2><a href=\"/drills/{card.Id}\">{Text(card.Name)}</a></h2>");
        writer.Write($"<p class=\"small quiet\">{Text(card.Purpose)}</p>");
        var minutes = Wording.Minutes(amount.Total);
        var takes = Say("drills.dose-about-minutes", ("dose", Wording.Dose(card, dose)), ("minutes", minutes));
        writer.Write($"<p class=\"small\">{Text(takes)}");
        if (card.From > player.Level)
            writer.Write($" · <span class=\"stretch-word\">{Text(Say("drills.stretch-from-level", ("level", card.From.Label())))}</span>");
        writer.Write("</p>");
        return new HtmlString(writer.ToString());
    }

    private static string Text(string text) => HtmlEncoder.Default.Encode(text);
}
