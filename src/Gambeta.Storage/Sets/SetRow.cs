using System.Text.Json;
using System.Text.Json.Serialization;
using Gambeta.Core;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Storage;

/// <summary>A set as its row: one column a property, by name. Statements take them from <see cref="SetColumns"/>.</summary>
internal class SetRow
{
    [SetColumn(null)]
    public Guid HouseholdId { get; init; }

    [SetColumn("id")]
    public Guid SetId { get; init; }

    [SetColumn("session")]
    public Guid SessionId { get; init; }

    [SetColumn("player")]
    public Guid PlayerId { get; init; }

    [SetColumn("drill")]
    public string Drill { get; init; } = "";

    [SetColumn("layout")]
    public string Layout { get; init; } = "";

    [SetColumn("order")]
    public short SetOrder { get; init; }

    [SetColumn("feet")]
    public string Feet { get; init; } = "";

    [SetColumn("at", IsMended = true)]
    public DateTime StartedAt { get; init; }

    [SetColumn("day", IsMended = true)]
    public DateOnly Day { get; init; }

    [SetColumn("milliseconds", IsMended = true)]
    public int WorkedMs { get; init; }

    [SetColumn("plannedSeconds")]
    public short? PlannedSeconds { get; init; }

    [SetColumn("counted", IsMended = true)]
    public string CountedBy { get; init; } = "";

    [SetColumn("left", IsMended = true)]
    public int TouchesLeft { get; init; }

    [SetColumn("right", IsMended = true)]
    public int TouchesRight { get; init; }

    [SetColumn("measured", IsMended = true)]
    public string MeasuredBy { get; init; } = "";

    [SetColumn("resultVersion", IsMended = true)]
    public short ResultVersion { get; init; }

    [JsonConverter(typeof(RawJson))]
    [SetColumn("result", IsMended = true)]
    public string Result { get; init; } = "";

    [SetColumn("taps", IsHeavy = true)]
    public string? Events { get; init; }

    [SetColumn("item")]
    public short? Item { get; init; }

    [SetColumn("plannedRounds")]
    public short? PlannedRounds { get; init; }

    [SetColumn("plannedCount")]
    public int? PlannedCount { get; init; }

    [SetColumn("beatFrom")]
    public short? BeatFrom { get; init; }

    [SetColumn("beatTo")]
    public short? BeatTo { get; init; }

    [SetColumn("heard", IsMended = true)]
    public string? Heard { get; init; }

    [SetColumn("with")]
    public string? WithOther { get; init; }

    /// <summary>Whether it is a best, where a query asks for that.</summary>
    public bool IsBest { get; init; }

    public static SetRow From(Guid household, PracticeSet set) =>
        new()
        {
            HouseholdId = household,
            SetId = set.Id,
            SessionId = set.SessionId,
            PlayerId = set.PlayerId,
            Drill = set.Drill,
            Layout = set.Layout ?? "",
            SetOrder = (short)set.Order,
            Feet = set.Feet.ToKey(),
            StartedAt = set.StartedAt.UtcDateTime,
            Day = set.Day,
            WorkedMs = (int)set.Worked.TotalMilliseconds,
            PlannedSeconds = (short?)set.Planned?.TotalSeconds,
            CountedBy = set.CountedBy.ToKey(),
            TouchesLeft = set.Touches.Left,
            TouchesRight = set.Touches.Right,
            MeasuredBy = set.Result.Of.ToKey(),
            ResultVersion = ResultJson.Version,
            Result = ResultJson.Write(set.Result),
            Events = set.Events,
            Item = (short?)set.Plan.Item,
            PlannedRounds = (short?)set.Plan.Rounds,
            PlannedCount = set.Plan.Count,
            BeatFrom = (short?)set.Plan.BeatFrom,
            BeatTo = (short?)set.Plan.BeatTo,
            Heard = set.Heard,
            WithOther = set.With?.ToKey(),
        };

    public PracticeSet ToSet() =>
        new()
        {
            Id = SetId,
            SessionId = SessionId,
            PlayerId = PlayerId,
            Drill = Drill,
            Layout = Layout.Length == 0 ? null : Layout,
            Order = SetOrder,
            Feet = Stored.Word<Feet>(Feet),
            StartedAt = new DateTimeOffset(DateTime.SpecifyKind(StartedAt, DateTimeKind.Utc)),
            Day = Day,
            Worked = TimeSpan.FromMilliseconds(WorkedMs),
            Planned = PlannedSeconds is { } seconds ? TimeSpan.FromSeconds(seconds) : null,
            CountedBy = Stored.Word<CountedBy>(CountedBy),
            Touches = new TouchCount(TouchesLeft, TouchesRight),
            Result = ResultJson.Read(Stored.Word<MeasuredBy>(MeasuredBy), ResultVersion, Result),
            Events = Events,
            Heard = Heard,
            With = WithOther is null ? null : Stored.Word<OtherPart>(WithOther),
            Plan = new SetPlan(Item, PlannedRounds, PlannedCount, BeatFrom, BeatTo),
        };

    // Rows that are sent as one JSON carry what is JSON already as it is.
    private sealed class RawJson : JsonConverter<string>
    {
        public override string Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            throw new NotSupportedException();

        public override void Write(Utf8JsonWriter writer, string value, JsonSerializerOptions options) => writer.WriteRawValue(value);
    }
}
