using Gambeta.Core.Catalogue;
using Gambeta.Core.Practice;
using Gambeta.Core.Touches;

namespace Gambeta.Core.Simulation;

/// <summary>Plays the work of a run sheet tap by tap, as somebody with a skill, a chance of slips and a tempo would. Same seed, same taps.</summary>
/// <param name="skill">From 0, never touched a ball, to 1, plays every drill at its fast tempo.</param>
/// <param name="slips">The chance that a touch, a rep or a try goes wrong, from 0 to 1, where skill does not say it.</param>
/// <param name="chance">The source of chance.</param>
public sealed class TappingPlayer(double skill, double slips, Random chance)
{
    private const double UsualTempo = 60, FetchTheBall = 4;

    /// <summary>What happens in one phase of work, and how long it lasts in seconds.</summary>
    /// <exception cref="ArgumentException">The phase is no work.</exception>
    public (IReadOnlyList<PlayEvent> Events, double Seconds) Play(RunDrill drill, Phase phase)
    {
        if (phase.Kind != PhaseKind.Work) throw new ArgumentException("Only work is played.", nameof(phase));
        var hand = new Hand(phase.Feet, GapOf(drill), phase.Seconds, chance);
        switch (drill.MeasuredBy)
        {
            case MeasuredBy.CourseTime:
                hand.Wait(phase.ExpectedSeconds * (1.3 - (0.5 * skill)));
                if (Wrong()) hand.Add(PlayEventKind.Slip, 0.2);
                hand.Add(PlayEventKind.Stop, 1 + chance.NextDouble());
                break;
            case MeasuredBy.StationsTime:
                for (var hit = 0; hit < drill.Stations;) hit += hand.Try(FetchTheBall, Wrong(), 0) ? 1 : 0;
                break;
            case MeasuredBy.BestStreak or MeasuredBy.LadderRung or MeasuredBy.RunInTouches:
                for (var go = 0; go < (phase.Target ?? int.MaxValue) && hand.HasTime; go++) PlayTry(drill, hand, go);
                break;
            case MeasuredBy.HitsOutOfTries or MeasuredBy.TargetPoints or MeasuredBy.TrapHeights or MeasuredBy.StrikesByZone:
                for (var go = 0; go < (phase.Target ?? int.MaxValue) && hand.HasTime; go++) hand.Try(FetchTheBall, Wrong(), ZoneOf(drill));
                break;
            default:
                for (var clean = 0; clean < (phase.Target ?? int.MaxValue) && hand.HasTime;)
                    clean += hand.Try(0, drill.MeasuredBy != MeasuredBy.TouchesInARound && Wrong(), 0) ? 1 : 0;
                break;
        }
        return (hand.Events, phase.Seconds ?? Math.Max(1, hand.Seconds));
    }

    private void PlayTry(RunDrill drill, Hand hand, int go)
    {
        // A ladder asks for one, then two, then three; everything else lasts as long as it holds.
        var (wanted, touches, holds) = (drill.MeasuredBy == MeasuredBy.LadderRung ? 1 + (go % 3) : 40, 0, 0.6 + (0.38 * skill));
        while (touches < wanted && hand.HasTime && chance.NextDouble() < holds && hand.Try(0, false, 0)) touches++;
        hand.Add(drill.MeasuredBy == MeasuredBy.BestStreak || touches < Math.Min(wanted, 3) ? PlayEventKind.Slip : PlayEventKind.Stop, 0.4);
        hand.Wait(FetchTheBall);
    }

    private bool Wrong() => chance.NextDouble() < slips;

    private int ZoneOf(RunDrill drill) => drill.MeasuredBy switch
    {
        MeasuredBy.TargetPoints => 1 + chance.Next(drill.TargetPoints.Length),
        MeasuredBy.StrikesByZone => 1 + chance.Next(ChallengeRules.GoalZones),
        _ => 0,
    };

    // The climbing beat of a drill goes from its slow tempo to its fast one.
    private double GapOf(RunDrill drill)
    {
        var aMinute = drill.Beats.IsEmpty ? UsualTempo : drill.Beats[^1].FromAMinute + ((drill.Beats[^1].ToAMinute - drill.Beats[^1].FromAMinute) * skill);
        var taps = drill.MeasuredBy == MeasuredBy.CleanReps ? Math.Max(1, drill.TouchesARep.Total) : 1;
        return 60 / aMinute * taps;
    }

    // The hand that taps: keeps the time, gives each foot its turn, and stops when the round is over.
    private sealed class Hand(Feet feet, double gap, int? limit, Random chance)
    {
        private readonly List<PlayEvent> _events = [];
        private bool _left;

        public IReadOnlyList<PlayEvent> Events => _events;

        public double Seconds { get; private set; }

        public bool HasTime => limit is null || Seconds + (gap * 1.2) < limit;

        public void Wait(double seconds) => Seconds += seconds;

        public void Add(PlayEventKind kind, double after)
        {
            Seconds += after;
            if (limit is null || Seconds < limit) _events.Add(new PlayEvent(Rounded.Whole(Seconds * 100), kind));
        }

        public bool Try(double before, bool wrong, int zone)
        {
            Seconds += before + (gap * (0.85 + (0.3 * chance.NextDouble())));
            if (limit is not null && Seconds >= limit) return false;
            _left = feet == Feet.Left || (feet == Feet.Both && !_left);
            var foot = _left ? Foot.Left : Foot.Right;
            _events.Add(wrong
                ? new PlayEvent(Rounded.Whole(Seconds * 100), PlayEventKind.Slip, zone > 0 && feet == Feet.Both ? foot : null)
                : new PlayEvent(Rounded.Whole(Seconds * 100), PlayEventKind.Touch, foot, zone));
            return !wrong;
        }
    }
}
