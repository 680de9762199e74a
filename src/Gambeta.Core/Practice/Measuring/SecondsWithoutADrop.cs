using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Practice.Counting;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Records;

namespace Gambeta.Core.Practice.Measuring;

/// <summary>Time in the air, as somebody typed or sent it.</summary>
public sealed record AirTimeDraft : SetDraft
{
    /// <summary>How long the ball stayed up in each try, in whole tenths of a second.</summary>
    public IReadOnlyList<int>? UpTenths { get; init; }

    /// <inheritdoc/>
    [JsonIgnore]
    public override bool IsBelow => base.IsBelow || HasBelow(UpTenths);

    /// <inheritdoc/>
    [JsonIgnore]
    public override bool IsUnclear => UpTenths?.Count > MostTries;
}

/// <summary>How long the ball stayed up in each try, in whole tenths of a second.</summary>
public sealed record AirTimeResult(ImmutableArray<int> Tenths) : SetResult
{
    /// <inheritdoc/>
    public override MeasuredBy Of => MeasuredBy.SecondsWithoutADrop;

    /// <summary>The longest try in seconds; 0 without tries.</summary>
    public decimal Longest => Tenths.IsEmpty ? 0 : Tenths.Max() / 10m;

    /// <inheritdoc/>
    public bool Equals(AirTimeResult? other) => other is not null && Tenths.SequenceEqual(other.Tenths);

    /// <inheritdoc/>
    public override int GetHashCode() => Tenths.Aggregate(17, HashCode.Combine);
}

/// <summary>
/// The longest that the ball stays up, in seconds: a try lasts from its first touch until it drops or is caught, rounded down to the tenth,
/// since longer is better and a thumb is no photo finish. Touches between need not be tapped. One that is still up when the set ends lasts
/// to its last tap. Written down as <c>{"tenths": [124, 63]}</c>.
/// </summary>
public sealed class SecondsWithoutADrop : WayOfMeasuring<AirTimeDraft, AirTimeResult>
{
    private const string Field = "seconds up";

    /// <inheritdoc/>
    public override MeasuredBy Key => MeasuredBy.SecondsWithoutADrop;

    /// <inheritdoc/>
    public override SetDraft Counted(PlayedSet played)
    {
        var (tenths, since, last) = (new List<int>(), (int?)null, 0);
        foreach (var happened in played.Standing)
        {
            if (happened.Kind == PlayEventKind.Touch)
                (since, last) = (since ?? happened.At, happened.At);
            else if (happened.Kind is PlayEventKind.Slip or PlayEventKind.Stop)
            {
                tenths.Add((happened.At - (since ?? happened.At)) / 10);
                since = null;
            }
        }
        if (since is { } began)
            tenths.Add((last - began) / 10);
        return played.Touched(new AirTimeDraft { UpTenths = tenths });
    }

    /// <inheritdoc/>
    protected override bool HasItsCounts(Feet feet, AirTimeDraft draft) => draft.UpTenths is { Count: > 0 };

    /// <summary>Longer up than the set lasted.</summary>
    protected override bool IsBroken(DrillCard card, Feet feet, AirTimeDraft draft, TimeSpan worked) =>
        draft.UpTenths?.Sum(tenths => (long)tenths) > (10 * worked.TotalSeconds) + 10;

    /// <inheritdoc/>
    protected override SetResult ResultOf(DrillCard card, SetFrame frame, AirTimeDraft draft) =>
        new AirTimeResult([.. draft.UpTenths ?? []]);

    /// <summary>Only those that were tapped: how many there were between nobody counted.</summary>
    protected override TouchCount TouchesOf(DrillCard card, Pattern pattern, TouchCount tapped, AirTimeResult result) => tapped;

    /// <summary>A correction says nothing about touches: those that were tapped stay.</summary>
    protected override AirTimeDraft Complete(AirTimeDraft draft, PracticeSet old) =>
        draft with
        {
            Left = draft.Left ?? old.Touches.Left,
            Right = draft.Right ?? old.Touches.Right,
        };

    /// <inheritdoc/>
    public override ImmutableArray<TypedField> Fields(Feet feet) => [new(Field, TypedKind.List)];

    /// <inheritdoc/>
    public override string? AsTyped(PracticeSet set, string field) =>
        set.Result is AirTimeResult air ? TypedCounts.Seconds(air.Tenths) : null;

    /// <inheritdoc/>
    public override SetDraft ReadTyped(TypedCounts typed) => new AirTimeDraft { UpTenths = typed.Tenths(Field) };

    /// <inheritdoc/>
    protected override IEnumerable<(Measure Measure, decimal Value)> Marks(PracticeSet set, AirTimeResult result) =>
        [(new(MeasureKind.SecondsUp), result.Longest)];

    /// <inheritdoc/>
    public override Measure? Chiefly(Dose dose) => new(MeasureKind.SecondsUp);

    /// <inheritdoc/>
    protected override JsonObject Write(AirTimeResult result) => new() { ["tenths"] = ResultJson.Numbers(result.Tenths) };

    /// <inheritdoc/>
    public override SetResult Read(JsonElement written) => new AirTimeResult([.. written.Numbers("tenths")]);
}
