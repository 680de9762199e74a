using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Counting;
using Gambeta.Core.Practice.Measuring;

namespace Gambeta.Core.Edges.Hearing;

/// <summary>Which drills can be counted by ear, and what is made of what was heard.</summary>
public static class HeardDrill
{
    // Measured by touches, one by one: a rep is more than can be heard, a course is timed.
    private static readonly MeasuredBy[] ByTouches = [MeasuredBy.TouchesInARound, MeasuredBy.BestStreak, MeasuredBy.CleanPasses];

    private const double AfterTheLast = 0.2;

    /// <summary>What can be heard of a drill as it is played with these feet; nothing where it is not counted by ear: some of its touches
    /// are silent, or it is not measured by touches.</summary>
    public static SoundCycle? Of(DrillCard card, Feet feet) =>
        !ByTouches.Contains(card.MeasuredBy) || SoundCycle.Of(card.Pattern, feet) is not { IsWhole: true } cycle ? null : cycle;

    /// <summary>The feet with which a drill may be played and is counted by ear; none where it is not.</summary>
    public static IEnumerable<Feet> FeetOf(DrillCard card) =>
        Enum.GetValues<Feet>().Where(feet => card.MayBePlayedWith(feet) && Of(card, feet) is not null);

    /// <summary>Of a drill that cannot be counted by ear as a whole, whether a part of it is heard all the same.</summary>
    public static bool IsHeardInPart(DrillCard card) => SoundCycle.Of(card.Pattern) is { Heard: > 0, Silent: > 0 };

    /// <summary>The surfaces of a drill whose touches can be heard, and those whose touches cannot; one stands in both where it does
    /// either.</summary>
    public static (IReadOnlyList<Surface> Heard, IReadOnlyList<Surface> Silent) Surfaces(DrillCard card)
    {
        var touches = card.Pattern.Touches.ToLookup(SoundCycle.IsStruck, touch => touch.Surface);
        return ([.. touches[true].Distinct()], [.. touches[false].Distinct()]);
    }

    /// <summary>
    /// What was heard as events of a set: each touch that counts (against a wall the passes alone), and, where drops or slips are counted,
    /// the end of each try; the last one stays open as long as nobody heard it fall. Whose foot it was is what the pattern says, or the
    /// other one than before.
    /// </summary>
    /// <param name="card">The drill.</param>
    /// <param name="feet">The feet at work.</param>
    /// <param name="heard">What was heard.</param>
    /// <param name="from">Seconds of what was heard before the set began: what was heard then is left out.</param>
    public static IReadOnlyList<PlayEvent> Events(DrillCard card, Feet feet, HeardSet heard, double from = 0)
    {
        var events = new List<PlayEvent>();
        var foot = feet == Feet.Left ? Foot.Left : Foot.Right;
        var slips = card.MeasuredBy is MeasuredBy.BestStreak or MeasuredBy.CleanPasses;
        var touches = heard.Touches;
        for (var i = 0; i < touches.Length; i++)
        {
            var touch = touches[i];
            if (touch.At < from)
                continue;
            foot = feet == Feet.Both ? touch.Foot ?? foot.Other() : foot;
            if (card.MeasuredBy != MeasuredBy.CleanPasses || touch.IsPass)
                events.Add(new PlayEvent(Hundredths(touch.At - from), PlayEventKind.Touch, foot));
            var isLast = i == touches.Length - 1;
            if (slips && touch.EndsTry && !(isLast && !HasFallen(heard, touch)))
                events.Add(new PlayEvent(Hundredths(touch.At - from + AfterTheLast), PlayEventKind.Slip));
        }
        return events;
    }

    private static bool HasFallen(HeardSet heard, HeardTouch last) =>
        heard.Sounds.Any(sound => sound.Kind == HeardKind.Bounce && sound.At > last.At);

    private static int Hundredths(double seconds) => Rounded.Whole(seconds * 100);
}
