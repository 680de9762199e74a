using System.Globalization;
using Gambeta.Core.Base.Measures;

namespace Gambeta.Core.Catalogue.Cards;

/// <summary>What clean means for a drill: a share that comes off, or a value that a set comes to.</summary>
/// <param name="Share">The share of reps, tries or passes that should be clean, for drills in which each is clean or not.</param>
/// <param name="Value">The value of a set, in units of its model, for the others; nothing where nobody says.</param>
public readonly record struct CleanBar(double Share, int? Value)
{
    /// <summary>Three in four: the figure for a drill that says nothing else. Below it a game is lost by the drill, well above it nothing
    /// is learnt any more.</summary>
    public const double UsualShare = 0.75;

    /// <summary>The bar of a drill that says nothing else.</summary>
    public static readonly CleanBar Usual = new(UsualShare, null);

    /// <summary>Reads what a card says: "8 in 10" where each is clean or not, else the value as it is said.</summary>
    /// <exception cref="FormatException">It is neither, or not what the measure asks for.</exception>
    public static CleanBar Read(string written, MeasureTraits measure)
    {
        int? Number(string text, int most) =>
            int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var number) && number >= 1 && number <= most
                ? number
                : null;
        return written.Split(' ', StringSplitOptions.RemoveEmptyEntries) switch
        {
            [var some, "in", "10"] when measure.IsCleanByShare && Number(some, 9) is { } share => new CleanBar(share / 10.0, null),
            [var value] when !measure.IsCleanByShare && Number(value, 1000) is { } number => new CleanBar(
                Usual.Share,
                number * measure.UnitsInOne
            ),
            _ => throw new FormatException(
                measure.IsCleanByShare
                    ? Say("card-files.clean-is-so-many-in-10", ("written", written))
                    : Say("card-files.clean-is-a-number", ("written", written))
            ),
        };
    }

    /// <summary>As <see cref="Read"/> reads it.</summary>
    public string Write(MeasureTraits measure) =>
        Value is { } value
            ? (value / measure.UnitsInOne).ToString(CultureInfo.InvariantCulture)
            : $"{Rounded.Whole(Share * 10).ToString(CultureInfo.InvariantCulture)} in 10";
}
