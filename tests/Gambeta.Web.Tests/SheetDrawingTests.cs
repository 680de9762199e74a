using System.Xml.Linq;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Sheets;
using Gambeta.Web.Charts;
using Gambeta.Web.Pages.Sheets;
using Gambeta.Web.Words;

namespace Gambeta.Web.Tests;

public class SheetDrawingTests
{
    private static readonly DrillCatalogue Catalogue = DrillCatalogue.Shipped();

    private static SheetSums Sums(string id) =>
        SheetSums.Of(SheetDrill.Of(ReadySheets.Find(id)!.Sheet, Catalogue, Level.Steady), Foot.Right, new Dictionary<string, Tempo>());

    private static XElement Drawn(SheetSums sums)
    {
        using var writer = new StringWriter();
        SheetStrip.Draw(sums).WriteTo(writer, System.Text.Encodings.Web.HtmlEncoder.Default);
        return XElement.Parse(writer.ToString());
    }

    [Fact]
    public void The_strip_has_a_brick_a_drill_side_by_side_and_a_notch_where_the_yard_is_laid()
    {
        var sums = Sums("patio-turns-sixteen");
        var strip = Drawn(sums);
        var bricks = strip
            .Elements("rect")
            .Select(rect =>
                (X: (double)rect.Attribute("x")!, Width: (double)rect.Attribute("width")!, Height: (double)rect.Attribute("height")!)
            )
            .ToList();
        bricks.Count.ShouldBe(sums.Drills.Length);
        foreach (var (a, b) in bricks.Zip(bricks.Skip(1)))
            b.X.ShouldBe(a.X + a.Width + 3, 0.02);
        (bricks[^1].X + bricks[^1].Width).ShouldBe(597, 0.1);
        strip.Elements("path").Count().ShouldBe(sums.Layings);
        strip.Attribute("aria-label")!.Value.ShouldContain("warm up: Walk it under the sole");
        // Hard work stands higher than steady work, that higher than easy.
        Drawn(Sums("garden-twenty")).Elements("rect").Select(rect => (string)rect.Attribute("height")!).Distinct().Count().ShouldBe(3);
    }

    [Fact]
    public void An_empty_sheet_draws_nothing_and_says_so()
    {
        var strip = Drawn(SheetSums.Of([], Foot.Right, new Dictionary<string, Tempo>()));
        strip.Elements().ShouldBeEmpty();
        strip.Attribute("aria-label")!.Value.ShouldBe("empty");
    }

    [Fact]
    public void Every_warning_has_words_of_its_own()
    {
        var words = Enum.GetValues<SheetWarningKind>()
            .Select(kind => SheetWords.Warning(new SheetWarning(kind, 2, "toe-taps"), _ => "Toe taps"))
            .ToList();
        words.ShouldBeUnique();
        words.ShouldAllBe(line => line.EndsWith('.'));
        SheetWords.Clock(TimeSpan.FromSeconds(3725)).ShouldBe("62:05");
        SheetWords.Minutes(7.5).ShouldBe("7½ min");
    }

    [Fact]
    public void A_row_reads_back_what_it_shows()
    {
        foreach (var item in ReadySheets.All.SelectMany(ready => ready.Sheet.Items))
        {
            var row = TypedRow.Of(item, Catalogue.Find(item.Drill), Level.Steady);
            row.Read(Catalogue).ShouldBe((item, null));
        }
        var usual = TypedRow.Of(new SheetItem(SheetPart.Fun, "toe-taps"), Catalogue.Find("toe-taps"), Level.Steady);
        (usual.Way, usual.Read(Catalogue).Item!.Dose).ShouldBe(("usual", null));
    }
}
