using System.Text.Json;
using Dapper;
using Gambeta.Core;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Practice.Played;
using Measure = Gambeta.Core.Base.Measures.Measure;

namespace Gambeta.Storage;

/// <summary>A target, as JSON keeps it.</summary>
internal sealed record KeptTarget(int Value, double Chance, TargetReason Reason)
{
    public static KeptTarget Of(Target target) => new(target.Value, target.Chance, target.Reason);

    public Target ToTarget() => new(Value, Chance, Reason);
}

/// <summary>What a decision rests on, as JSON keeps it.</summary>
internal sealed record KeptDecision(DecisionKind Kind, double Clean, double Sure, int Sets, int Days, Control? Word)
{
    public static string Write(Decision decision) => JsonSerializer.Serialize(Of(decision), KeptJson.ByNumber);

    public static KeptDecision Of(Decision decision) =>
        new(decision.Kind, decision.Clean, decision.Sure, decision.Sets, decision.Days, decision.Word);

    public static Decision Read(string json) => JsonSerializer.Deserialize<KeptDecision>(json, KeptJson.ByNumber)!.ToDecision();

    public Decision ToDecision() => new(Kind, Clean, Sure, Sets, Days, Word);
}

/// <summary>Where the next set will lie, as JSON keeps it.</summary>
internal sealed record KeptQuantiles(int Q05, int Q25, int Q50, int Q75, int Q95)
{
    public static KeptQuantiles Of(Quantiles quantiles) => new(quantiles.Q05, quantiles.Q25, quantiles.Q50, quantiles.Q75, quantiles.Q95);

    public Quantiles ToQuantiles() => new(Q05, Q25, Q50, Q75, Q95);
}

/// <summary>What would make a target likely, as JSON keeps it.</summary>
internal sealed record KeptTakes(int? Sets, int Value)
{
    public static KeptTakes Of(WhatItTakes takes) => new(takes.Sets, takes.Value);

    public WhatItTakes ToTakes() => new(Sets, Value);
}

/// <summary>The tempo under control, as JSON keeps it.</summary>
internal sealed record KeptTempoUnderControl(ControlKind Kind, double Pace, double Sure, int Sets)
{
    public static KeptTempoUnderControl Of(TempoUnderControl tempo) => new(tempo.Kind, tempo.Tempo, tempo.Sure, tempo.Sets);

    public TempoUnderControl ToTempo() => new(Kind, Pace, Sure, Sets);
}

/// <summary>What stands about a key, as JSON keeps it. What was said before a set is the same, as it stood then; what an older one lacks is
/// left open.</summary>
internal sealed record KeptVerdict(
    string Measure,
    string Dose,
    int SetsADay,
    KeptTarget NextSet,
    KeptTarget NextDay,
    KeptQuantiles Quantiles,
    int UnitsInOne,
    KeptDecision Decision,
    double Learning,
    KeptTakes? ToEight,
    KeptTempoUnderControl? Pace,
    Guid Sitting,
    KeptTarget? Again,
    int Version,
    int Steps = 0
)
{
    /// <summary>As it is kept, with the version of the rules that it was worked out by.</summary>
    public static string Write(Verdict v) =>
        JsonSerializer.Serialize(
            new KeptVerdict(
                v.Measure.ToString(),
                v.Dose,
                v.SetsADay,
                KeptTarget.Of(v.NextSet),
                KeptTarget.Of(v.NextDay),
                KeptQuantiles.Of(v.Quantiles),
                v.UnitsInOne,
                KeptDecision.Of(v.Decision),
                v.Learning,
                KeptTakes.Of(v.ToEight),
                KeptTempoUnderControl.Of(v.Tempo),
                v.Sitting,
                KeptTarget.Of(v.Again),
                Core.Insight.Judgement.Decision.Version,
                v.Steps
            ),
            KeptJson.ByNumber
        );

    /// <summary>Reads what was kept.</summary>
    public static KeptVerdict Read(string json) => JsonSerializer.Deserialize<KeptVerdict>(json, KeptJson.ByNumber)!;

    /// <summary>What stands about a key.</summary>
    public Verdict ToVerdict(FormKey key, DateOnly lastDay) =>
        new(
            key,
            lastDay,
            Core.Base.Measures.Measure.Parse(Measure),
            Dose,
            SetsADay,
            NextSet.ToTarget(),
            NextDay.ToTarget(),
            Quantiles.ToQuantiles(),
            UnitsInOne,
            Decision.ToDecision(),
            Learning,
            ToEight?.ToTakes() ?? new WhatItTakes(null, NextDay.Value),
            Pace?.ToTempo() ?? new TempoUnderControl(ControlKind.Unknown, 0, 0, 0),
            Sitting,
            (Again ?? NextSet).ToTarget(),
            Steps
        );

    /// <summary>What was said by it before a set.</summary>
    public SaidOfSet Before(Guid set, Guid sitting)
    {
        var target = sitting == Sitting ? Again ?? NextSet : NextSet;
        return new SaidOfSet(
            set,
            Core.Base.Measures.Measure.Parse(Measure),
            target.Value / (decimal)UnitsInOne,
            target.Value,
            target.Chance,
            Quantiles.ToQuantiles()
        );
    }
}

/// <summary>The columns that say of which key of a player a row is.</summary>
internal abstract class KeyRow
{
    public string Drill { get; init; } = "";
    public string Measure { get; init; } = "";
    public string Feet { get; init; } = "";
    public string Layout { get; init; } = "";

    /// <summary>The key.</summary>
    public FormKey KeyOf(Guid player) => new(player, Drill, Stored.Word<MeasuredBy>(Measure), Stored.Word<Feet>(Feet), Layout);
}

/// <summary>Many keys as parameters, a column an array.</summary>
internal static class KeyColumns
{
    /// <summary>The arrays of some keys, as a statement takes them apart.</summary>
    /// <param name="which">What their names begin with.</param>
    public static string Of(string which) => $"@{which}Drills, @{which}Measures, @{which}Feet, @{which}Layouts";

    /// <summary>Adds them.</summary>
    public static void Add(DynamicParameters parameters, string which, IEnumerable<FormKey> keys)
    {
        var all = keys.ToList();
        parameters.Add(which + "Drills", all.Select(key => key.Drill).ToArray());
        parameters.Add(which + "Measures", all.Select(key => key.Measure.ToKey()).ToArray());
        parameters.Add(which + "Feet", all.Select(key => key.Feet.ToKey()).ToArray());
        parameters.Add(which + "Layouts", all.Select(key => key.Layout).ToArray());
    }
}

/// <summary>A row of what stands.</summary>
internal sealed class VerdictRow : KeyRow
{
    public DateOnly LastDay { get; init; }
    public string Said { get; init; } = "";
    public bool IsOutdated { get; init; }

    public Verdict ToVerdict(Guid player) => KeptVerdict.Read(Said).ToVerdict(KeyOf(player), LastDay);
}
