using System.Globalization;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Sets;

namespace Gambeta.Core.Edges.Diaries;

/// <summary>Sets as lines of a diary, and lines as sets.</summary>
public static class DiarySet
{
    /// <summary>The line of a set, with the player's own word after it where there was one.</summary>
    public static DiaryLine Write(PracticeSet set, Control? said)
    {
        var line = new DiaryLine(0)
        {
            [DiaryColumn.Set] = set.Id.ToString(),
            [DiaryColumn.Session] = set.SessionId.ToString(),
            [DiaryColumn.Player] = set.PlayerId.ToString(),
            [DiaryColumn.At] = set.StartedAt.ToString("yyyy-MM-ddTHH:mm:sszzz", CultureInfo.InvariantCulture),
            [DiaryColumn.Day] = set.Day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture),
            [DiaryColumn.Drill] = set.Drill,
            [DiaryColumn.Feet] = set.Feet.ToKey(),
            [DiaryColumn.Layout] = set.Layout ?? "",
            [DiaryColumn.Counted] = set.CountedBy.ToKey(),
            [DiaryColumn.Control] = said?.ToKey() ?? "",
            [DiaryColumn.MeasuredBy] = set.Result.Of.ToKey(),
            [DiaryColumn.With] = set.With?.ToKey() ?? "",
        };
        line.Write(DiaryColumn.Order, set.Order);
        line.Write(DiaryColumn.PlannedSeconds, set.Planned?.TotalSeconds);
        line.Write(DiaryColumn.Seconds, set.Worked.TotalSeconds);
        line.Write(DiaryColumn.Left, set.Touches.Left);
        line.Write(DiaryColumn.Right, set.Touches.Right);
        line.Write(DiaryColumn.PlannedCount, set.Plan.Count);
        DiaryForm.Of(set.Result.Of).Write(set.Result, line);
        return line;
    }

    /// <summary>What a line is measured by: as it says, as its drill is, or as its cells are filled.</summary>
    public static MeasuredBy? MeasureOf(DiaryLine line, DrillCard? card)
    {
        if (line.Key<MeasuredBy>(DiaryColumn.MeasuredBy) is { } told)
            return told;
        if (card is not null)
            return card.MeasuredBy;
        if (line.Has(DiaryColumn.Tries))
            return MeasuredBy.BestStreak;
        if (line.Has(DiaryColumn.Hits))
            return MeasuredBy.HitsOutOfTries;
        if (line.Has(DiaryColumn.Clean))
            return MeasuredBy.CleanReps;
        if (line.Has(DiaryColumn.Longest))
            return MeasuredBy.CleanPasses;
        if (line.Has(DiaryColumn.Clips))
            return MeasuredBy.CourseTime;
        return line.Has(DiaryColumn.Left) || line.Has(DiaryColumn.Right) ? MeasuredBy.TouchesInARound : null;
    }

    /// <summary>A set of a line as it stands, without asking whether anybody can have played it: for holding the judgement against a diary.
    /// Nothing where it says too little.</summary>
    public static PracticeSet? Trusted(DiaryLine line, DrillCatalogue catalogue)
    {
        var card = catalogue.Find(line[DiaryColumn.Drill]);
        if (MeasureOf(line, card) is not { } measure || line.Id(DiaryColumn.Set) is not { } id)
            return null;
        var day = line.Date(DiaryColumn.Day)
            ?? (line.Instant(DiaryColumn.At) is { } instant ? DateOnly.FromDateTime(instant.DateTime) : (DateOnly?)null);
        if (day is null)
            return null;
        var way = Ways.Of(measure);
        // A drill that is unknown here is measured like any card of its kind.
        card = card?.MeasuredBy == measure ? card : catalogue.Cards.FirstOrDefault(one => one.MeasuredBy == measure);
        var draft = DiaryForm.Of(measure).Read(line);
        var at = line.Instant(DiaryColumn.At) ?? new DateTimeOffset(day.Value.ToDateTime(new TimeOnly(16, 0)), TimeSpan.Zero);
        var frame = new SetFrame(
            id,
            line.Id(DiaryColumn.Session) ?? id,
            PlayerOf(line[DiaryColumn.Player]),
            line.Count(DiaryColumn.Order) ?? 1,
            line.Key<Feet>(DiaryColumn.Feet) ?? Feet.Both,
            at,
            day.Value,
            line.Amount(DiaryColumn.PlannedSeconds) is > 0 and var planned ? TimeSpan.FromSeconds(planned) : null,
            line.Key<CountedBy>(DiaryColumn.Counted) ?? CountedBy.Typed
        )
        {
            ClipPenalty = TimeSpan.FromSeconds(line.Amount(DiaryColumn.Penalty) ?? SetFrame.UsualClipPenalty.TotalSeconds),
        };
        if (card is null || (frame.CountedBy != CountedBy.Estimated && !way.HasItsCounts(frame.Feet, draft)))
            return null;
        return new PracticeSet
        {
            Id = frame.Id,
            SessionId = frame.SessionId,
            PlayerId = frame.PlayerId,
            Drill = line[DiaryColumn.Drill],
            Layout = line.Has(DiaryColumn.Layout) ? line[DiaryColumn.Layout] : null,
            Order = frame.Order,
            Feet = frame.Feet,
            With = line.Key<OtherPart>(DiaryColumn.With),
            StartedAt = at,
            Day = day.Value,
            Worked = TimeSpan.FromSeconds(Math.Clamp(line.Amount(DiaryColumn.Seconds) ?? 0, 0, SetCheck.MostSeconds)),
            Planned = frame.Planned,
            CountedBy = frame.CountedBy,
            Touches = new TouchCount(line.Count(DiaryColumn.Left) ?? 0, line.Count(DiaryColumn.Right) ?? 0),
            Result = way.ResultOf(card, frame, draft),
            Plan = new SetPlan(Count: line.Count(DiaryColumn.PlannedCount)),
        };
    }

    /// <summary>A player by id, or by a nickname: the same name is the same player.</summary>
    private static Guid PlayerOf(string written) =>
        Guid.TryParse(written, out var id)
            ? id
            : new Guid(
                System.Security.Cryptography.SHA256.HashData(System.Text.Encoding.UTF8.GetBytes(written.ToLowerInvariant())).AsSpan(0, 16)
            );
}
