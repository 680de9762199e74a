using System.Text.Json;
using Gambeta.Core.Judgement;
using Gambeta.Core.Measuring;
using Gambeta.Core.Touches;
using Measure = Gambeta.Core.Records.Measure;

namespace Gambeta.Storage;

/// <summary>What stands about a key, as JSON keeps it. What was said before a set is the same, as it stood then; what an older one lacks is left open.</summary>
internal sealed record KeptVerdict(
    string Measure, string Dose, int SetsADay, Target NextSet, Target NextDay, Quantiles Quantiles, int UnitsInOne, Decision Decision, double Learning,
    WhatItTakes? ToEight, PaceOfControl? Pace, Guid Sitting, Target? Again, int Version, int Steps = 0)
{
    /// <summary>As it is kept, with the rule's version.</summary>
    public static KeptVerdict Of(Verdict v) => new(
        v.Measure.ToString(), v.Dose, v.SetsADay, v.NextSet, v.NextDay, v.Quantiles, v.UnitsInOne, v.Decision, v.Learning, v.ToEight, v.Pace, v.Sitting, v.Again, Decision.Version, v.Steps);

    /// <summary>Reads what was kept.</summary>
    public static KeptVerdict Read(string json) => JsonSerializer.Deserialize<KeptVerdict>(json)!;

    /// <summary>What stands about a key.</summary>
    public Verdict ToVerdict(FormKey key, DateOnly lastDay) => new(
        key, lastDay, Core.Records.Measure.Parse(Measure), Dose, SetsADay, NextSet, NextDay, Quantiles, UnitsInOne, Decision, Learning,
        ToEight ?? new WhatItTakes(null, NextDay.Value), Pace ?? new PaceOfControl(ControlKind.Unknown, 0, 0, 0), Sitting, Again ?? NextSet, Steps);

    /// <summary>What was said by it before a set.</summary>
    public SaidOfSet Before(Guid set, Guid sitting)
    {
        var target = sitting == Sitting ? Again ?? NextSet : NextSet;
        return new SaidOfSet(set, Core.Records.Measure.Parse(Measure), target.Value / (decimal)UnitsInOne, target.Value, target.Chance, Quantiles);
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

/// <summary>A row of what stands.</summary>
internal sealed class VerdictRow : KeyRow
{
    public DateOnly LastDay { get; init; }
    public string Said { get; init; } = "";

    public Verdict ToVerdict(Guid player) => KeptVerdict.Read(Said).ToVerdict(KeyOf(player), LastDay);
}
