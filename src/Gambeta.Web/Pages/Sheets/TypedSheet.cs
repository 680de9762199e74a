using System.Collections.Immutable;
using System.Globalization;
using Gambeta.Core;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Amounts;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Practice.Sheets;

namespace Gambeta.Web.Pages.Sheets;

/// <summary>One row of the form as it was typed.</summary>
public sealed class TypedRow
{
    public string? Part { get; set; }
    public string? Drill { get; set; }

    /// <summary>"usual", or the first word of a dose.</summary>
    public string? Way { get; set; }
    public string? Sets { get; set; }
    public string? Amount { get; set; }
    public string? Rest { get; set; }
    public string? Feet { get; set; }

    /// <summary>The row of an item; where the usual dose is played its numbers stand there all the same.</summary>
    public static TypedRow Of(SheetItem item, DrillCard? card, Level level)
    {
        var shown = item.Dose ?? card?.Doses[level];
        var (sets, amount) = shown switch
        {
            RoundsDose rounds => (rounds.Rounds, (int)rounds.Work.TotalSeconds),
            RepsDose reps => (reps.Times, reps.Reps),
            { } other => (1, other is TriesDose tries ? tries.Tries : other.Sets),
            null => (1, 10),
        };
        return new TypedRow
        {
            Part = item.Part.ToKey(),
            Drill = item.Drill,
            Way = item.Dose is { } dose ? DoseText.Write(dose).Split(' ')[0] : "usual",
            Sets = Text(sets),
            Amount = Text(amount),
            Rest = Text((int)(shown?.Rest.TotalSeconds ?? 20)),
            Feet = item.OtherFootOnly ? "other" : "card",
        };
    }

    /// <summary>The item, or what is wrong with the row.</summary>
    public (SheetItem? Item, string? Problem) Read(DrillCatalogue catalogue)
    {
        if (catalogue.Find(Drill) is not { } card)
            return (null, Say("sheets.drill-is-gone"));
        if (!Keys.TryRead<SheetPart>(Part ?? "", out var part))
            return (null, Say("sheets.part-is-missing", ("name", card.Name)));
        var other = Feet == "other" && card.Feet == FeetPlan.EachFoot;
        if (Way is null or "" or "usual")
            return (new SheetItem(part, card.Id, null, other), null);
        try
        {
            var dose = DoseText.Read(
                Way is "time" or "reps" ? $"{Way} {Sets?.Trim()}x{Amount?.Trim()}/{Rest?.Trim()}" : $"{Way} {Amount?.Trim()}/{Rest?.Trim()}"
            );
            return DoseText.Suits(card, dose)
                ? (new SheetItem(part, card.Id, dose, other), null)
                : (
                    null,
                    Say(
                        "sheets.goes-by",
                        ("name", card.Name),
                        ("card", string.Join(", ", DoseText.WaysOf(card).Select(way => SayLabel("dose-form", way))))
                    )
                );
        }
        catch (FormatException)
        {
            return (null, $"{card.Name}: {Range}");
        }
    }

    private string Range =>
        Way switch
        {
            "time" => Say("sheets.dose-by-time"),
            "reps" => Say("sheets.dose-by-reps"),
            "runs" => Say("sheets.dose-by-runs"),
            _ => Say("sheets.dose-by-tries"),
        };

    private static string Text(int number) => number.ToString(CultureInfo.InvariantCulture);
}

/// <summary>The form of a sheet as it was typed: nothing is lost when something in it is wrong.</summary>
public sealed class TypedSheet
{
    public string? Name { get; set; }
    public string? Minutes { get; set; }
    public List<TypedRow> Rows { get; set; } = [];

    /// <summary>The drill that is to be added, by its name or id.</summary>
    public string? Add { get; set; }

    public static TypedSheet Of(Sheet sheet, int? minutes, DrillCatalogue catalogue, Func<string, Level> level) =>
        new()
        {
            Name = sheet.Name,
            Minutes = minutes?.ToString(CultureInfo.InvariantCulture),
            Rows =
            [
                .. sheet.Items.Select(item =>
                    catalogue.Offered(item.Drill) is { } card
                        ? TypedRow.Of(item with { Drill = card.Id }, card, level(item.Drill))
                        : TypedRow.Of(item, null, level(item.Drill))
                ),
            ],
        };

    /// <summary>The items that can be read, in their order, and what is wrong with the others.</summary>
    public (ImmutableArray<SheetItem> Items, IReadOnlyList<string> Problems) Read(DrillCatalogue catalogue)
    {
        var read = Rows.ConvertAll(row => row.Read(catalogue));
        var problems = read.Select(row => row.Problem).OfType<string>().Distinct().ToList();
        if (Rows.Count > Sheet.MostItems)
            problems.Add(Say("sheets.too-many-drills", ("mostItems", Sheet.MostItems)));
        return ([.. read.Select(row => row.Item).OfType<SheetItem>()], problems);
    }

    /// <summary>The minutes at hand, where they were said.</summary>
    public (int? Minutes, string? Problem) ReadMinutes() =>
        string.IsNullOrWhiteSpace(Minutes) ? (null, null)
        : int.TryParse(Minutes, NumberStyles.None, CultureInfo.InvariantCulture, out var minutes) && minutes is >= 1 and <= 180
            ? (minutes, null)
        : (null, Say("sheets.minutes-are-wrong"));
}
