using System.Collections.Immutable;
using System.Text.Json;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Catalogue.Yard;
using Gambeta.Core.Insight.Planning;
using Gambeta.Core.Insight.Weeks;
using Gambeta.Core.Practice.Sheets;

namespace Gambeta.Storage;

/// <summary>What was asked of a plan, as JSON keeps it. A space is known by its id: it may have changed since.</summary>
internal sealed record KeptAsk(
    int Minutes,
    Guid? Space,
    bool Indoors,
    bool Helper,
    bool SoftBall,
    Freshness Fresh,
    WishKind Wish,
    Family Family,
    string[] Without,
    string[] Marked
)
{
    public static string Write(DayPlan plan)
    {
        var ask = plan.Ask;
        return JsonSerializer.Serialize(
            new KeptAsk(
                ask.Minutes,
                ask.SpaceId,
                ask.Indoors,
                ask.Helper,
                ask.SoftBall,
                ask.Fresh,
                ask.Wish.Kind,
                ask.Wish.Family,
                [.. ask.Without],
                [.. plan.Marked]
            ),
            KeptJson.ByName
        );
    }

    public static KeptAsk Read(string json) => JsonSerializer.Deserialize<KeptAsk>(json, KeptJson.ByName)!;

    public PlanAsk ToAsk(YardView yard)
    {
        var ask = new PlanAsk(Minutes, null, Indoors, Helper, SoftBall, Fresh, new Wish(Wish, Family)) { Without = [.. Without] };
        return yard.Find(Space) is { } at ? ask.In(at) : ask;
    }
}

/// <summary>Why a drill is in a plan, as JSON keeps it.</summary>
internal sealed record KeptReason(ReasonKind Kind, string? Drill, int Number, double Chance)
{
    public static KeptReason Of(PlanReason reason) => new(reason.Kind, reason.Drill, reason.Number, reason.Chance);

    public PlanReason ToReason() => new(Kind, Drill, Number, Chance);
}

/// <summary>A laid-out day, as JSON keeps it.</summary>
internal sealed record KeptDay(
    DateOnly Day,
    DayKind Kind,
    int Minutes,
    Hardness Hardness,
    ThemeKind Theme,
    Family Family,
    LightBecause Because,
    bool MayBeNew
)
{
    public static KeptDay? Of(PlannedDay? day) =>
        day is null ? null : new(day.Day, day.Kind, day.Minutes, day.Hardness, day.Theme, day.Family, day.Because, day.MayBeNew);

    public PlannedDay ToDay() =>
        new(Day, Kind, Minutes, Hardness)
        {
            Theme = Theme,
            Family = Family,
            Because = Because,
            MayBeNew = MayBeNew,
        };
}

/// <summary>What is told of a plan besides its drills, as JSON keeps it.</summary>
internal sealed record KeptTold(
    int Minutes,
    double Value,
    KeptReason[] Reasons,
    PlanNote[] Notes,
    Dictionary<string, PlanRule> LeftOut,
    KeptDay? Laid = null,
    KeptDay? Next = null,
    DateOnly? NextTest = null
)
{
    public static string Write(SessionPlan plan) =>
        JsonSerializer.Serialize(
            new KeptTold(
                plan.Minutes,
                plan.Value,
                [.. plan.Drills.Select(drill => KeptReason.Of(drill.Reason))],
                [.. plan.Notes],
                plan.LeftOut.ToDictionary(),
                KeptDay.Of(plan.Laid),
                KeptDay.Of(plan.Next),
                plan.NextTest
            ),
            KeptJson.ByName
        );

    public static KeptTold Read(string json) => JsonSerializer.Deserialize<KeptTold>(json, KeptJson.ByName)!;

    public SessionPlan ToPlan(ImmutableArray<SheetItem> items) =>
        new(
            [.. items.Zip(Reasons, (item, reason) => new PlannedDrill(item, reason.ToReason()))],
            Minutes,
            Value,
            [.. Notes],
            LeftOut.ToImmutableDictionary()
        )
        {
            Laid = Laid?.ToDay(),
            Next = Next?.ToDay(),
            NextTest = NextTest,
        };
}
