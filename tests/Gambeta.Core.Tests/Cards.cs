using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Sets;

namespace Gambeta.Core.Tests;

/// <summary>The shipped cards and short ways to make sets of them.</summary>
internal static class Cards
{
    public static readonly DrillCatalogue All = DrillCatalogue.Shipped();
    public static readonly Guid Player = Guid.Parse("01900000-0000-7000-8000-000000000001");
    public static readonly DateOnly Today = new(2026, 5, 20);

    public static DrillCard PullBack => All.Find("pull-back-laces-away")!;
    public static DrillCard InsideTaps => All.Find("inside-taps")!;
    public static DrillCard TwoRolls => All.Find("two-rolls-two-outside")!;
    public static DrillCard Juggling => All.Find("juggling-streak")!;
    public static DrillCard Wall => All.Find("one-touch-wall-other-foot")!;
    public static DrillCard Zigzag => All.Find("zigzag-and-home")!;

    public static SetFrame Frame(
        Feet feet = Feet.Both,
        int? planned = null,
        CountedBy counted = CountedBy.Tapped,
        DateOnly? day = null,
        int minute = 0
    )
    {
        var on = day ?? Today;
        return new SetFrame(
            Guid.CreateVersion7(),
            Guid.Empty,
            Player,
            1,
            feet,
            new DateTimeOffset(on.ToDateTime(new TimeOnly(18, 0)).AddMinutes(minute), TimeSpan.Zero),
            on,
            planned is { } s ? TimeSpan.FromSeconds(s) : null,
            counted
        );
    }

    public static PracticeSet Set(DrillCard card, SetFrame frame, SetDraft draft)
    {
        var check = SetCheck.Check(card, frame, draft, Today);
        check.Problems.ShouldBeEmpty();
        return check.Set!;
    }
}
