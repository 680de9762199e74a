using System.Collections.Immutable;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Counting;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Records;
using Gambeta.Core.Practice.Sets;

namespace Gambeta.Core.Edges.Hearing;

/// <summary>
/// A set that was counted by ear, looked at by somebody: sounds in doubt are added or struck out, and it is said to be right. What was
/// heard stays as it was; what was decided stands in its <see cref="HeardMark"/>.
/// </summary>
public static class HeardCorrection
{
    // Hundredths of a second in which a touch of the line and a sound of the mark are the same.
    private const int Same = 2;

    /// <summary>The events as they stand: those that were heard or tapped, with what was added and without what was struck out.</summary>
    public static ImmutableArray<PlayEvent> Standing(PracticeSet set)
    {
        var events = (PlayNotation.ReadKept(set.Events ?? "") ?? []).ToList();
        foreach (var doubt in HeardMark.Read(set.Heard)?.Doubts ?? [])
        {
            var at = events.FindIndex(one => one.Kind == PlayEventKind.Touch && Math.Abs(one.At - doubt.At) <= Same);
            if (!doubt.IsCounted && at >= 0)
                events.RemoveAt(at);
            else if (doubt.IsCounted && at < 0)
                Insert(events, set.Feet, doubt.At);
        }
        return [.. events];
    }

    /// <summary>The set with a doubtful sound turned (added where it was out, struck out where it counted), and with the word that it is
    /// right.</summary>
    /// <param name="card">The drill on its layout.</param>
    /// <param name="set">The set as it stands.</param>
    /// <param name="turned">The times of the sounds that are turned, in hundredths.</param>
    /// <param name="isRight">Whether somebody says that the count is right then.</param>
    /// <param name="today">The household's day.</param>
    public static CheckedSet Check(DrillCard card, PracticeSet set, IReadOnlyCollection<int> turned, bool isRight, DateOnly today)
    {
        if (HeardMark.Read(set.Heard) is not { } mark)
            return new CheckedSet(null, [SetProblem.EventsUnclear]);
        // A set in which something was turned is not what was heard any more: it is known once somebody says so.
        var now = new HeardMark(
            mark.IsTrusted && turned.Count == 0,
            isRight,
            [.. mark.Doubts.Select(one => turned.Contains(one.At) ? one with { IsCounted = !one.IsCounted } : one)]
        );
        var heard = set with { Heard = now.ToString() };
        card = card.MeasuredLike(set.Result.Of);
        var frame = new SetFrame(
            set.Id,
            set.SessionId,
            set.PlayerId,
            set.Order,
            set.Feet,
            set.StartedAt,
            set.Day,
            set.Planned,
            CountedBy.Heard,
            set.Layout
        )
        {
            Events = PlayNotation.Write(Standing(heard)),
            Heard = heard.Heard,
            With = set.With,
            Plan = set.Plan,
            ClipPenalty = SetFrame.UsualClipPenalty,
            IsSure = true,
        };
        var check = SetCheck.CheckPlayed(card, frame, set.Worked.TotalSeconds, today);
        return check.Set is { } mended ? check with { Set = mended with { Events = set.Events } } : check;
    }

    private static void Insert(List<PlayEvent> events, Feet feet, int at)
    {
        var place = events.FindIndex(one => one.At > at);
        if (place < 0)
            place = events.Count;
        var before = events.Take(place).LastOrDefault(one => one.Kind == PlayEventKind.Touch);
        var foot = feet switch
        {
            Feet.Left => Foot.Left,
            Feet.Right => Foot.Right,
            _ => before.Foot?.Other() ?? Foot.Right,
        };
        events.Insert(place, new PlayEvent(at, PlayEventKind.Touch, foot));
    }
}
