using Gambeta.Core;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Web.Navigation;
using Gambeta.Web.PageBases;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages.Drills.Own;

/// <summary>Writes an own drill, or changes one; copies a shipped one to begin with.</summary>
public sealed class EditModel(PageTools tools) : HouseholdPage(tools)
{
    public override RailItem OnRail => RailItem.Drills;

    public TypedDrill Typed { get; private set; } = TypedDrill.Fresh();

    /// <summary>The field that is wrong, and why.</summary>
    public string Field { get; private set; } = "";

    public string Problem { get; private set; } = "";

    public ShownMap? Map
    {
        get
        {
            try
            {
                return string.IsNullOrWhiteSpace(Typed.Pattern) ? null : new ShownMap(PatternReader.Read(Typed.Pattern), new Tempo(60));
            }
            catch (PatternException)
            {
                return null;
            }
        }
    }

    public IEnumerable<string> Words<T>()
        where T : struct, Enum => Enum.GetValues<T>().Select(value => value.ToKey());

    public Task<IActionResult> OnGetAsync(string? copy, string[] join) =>
        InHousehold(_ =>
        {
            var parts = join.Take(JoinedDrill.Most).Select(Catalogue.Find).OfType<DrillCard>().ToList();
            if (parts.Count > 1)
            {
                try
                {
                    Typed = TypedDrill.OfJoined(JoinedDrill.Of(parts, DrillCard.OwnPrefix));
                }
                catch (ArgumentException)
                {
                    return Task.FromResult<IActionResult>(NotFound());
                }
            }
            if (copy is not null)
            {
                if (Catalogue.Find(copy) is not { } card)
                    return Task.FromResult<IActionResult>(NotFound());
                Typed = TypedDrill.Of(card);
            }
            return Task.FromResult<IActionResult>(Page());
        });

    public Task<IActionResult> OnPostAsync(TypedDrill typed) =>
        InHousehold(async work =>
        {
            Typed = typed;
            // Only a card of this household's own can be changed in its place.
            if (Catalogue.Find(typed.Id) is null or { IsOwn: false })
                typed.Id = null;
            var (card, field, problem) = typed.Read();
            (Field, Problem) = (field, problem);
            if (card is not null)
            {
                var refused = await OwnDrills.KeepAsync(work, Tools, Say("own-drills.this-drill"), [card]);
                if (refused is null)
                    return Redirect($"/drills/{card.Id}");
                (Field, Problem) = ("name", refused);
            }
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        });
}
