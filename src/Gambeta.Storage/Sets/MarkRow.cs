using Gambeta.Core;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Practice.Records;

namespace Gambeta.Storage;

/// <summary>A mark as its row.</summary>
internal sealed class MarkRow
{
    public Guid SetId { get; init; }
    public string Measure { get; init; } = "";
    public Guid PlayerId { get; init; }
    public string Drill { get; init; } = "";
    public string Feet { get; init; } = "";
    public string Layout { get; init; } = "";
    public decimal Value { get; init; }
    public DateTime MadeAt { get; init; }
    public DateOnly Day { get; init; }
    public bool IsBest { get; init; }

    /// <summary>Other values of the same key, where a query asks for them.</summary>
    public decimal[]? Latest { get; init; }

    public static MarkRow From(Mark mark, bool isBest) =>
        new()
        {
            SetId = mark.SetId,
            Measure = mark.Key.Measure.ToString(),
            PlayerId = mark.Key.PlayerId,
            Drill = mark.Key.Drill,
            Feet = mark.Key.Feet.ToKey(),
            Layout = mark.Key.Layout,
            Value = mark.Value,
            MadeAt = mark.At.UtcDateTime,
            Day = mark.Day,
            IsBest = isBest,
        };

    public Mark ToMark() =>
        new(
            new MarkKey(PlayerId, Drill, Core.Base.Measures.Measure.Parse(Measure), Stored.Word<Feet>(Feet), Layout),
            Value,
            new DateTimeOffset(DateTime.SpecifyKind(MadeAt, DateTimeKind.Utc)),
            Day,
            SetId
        );
}
