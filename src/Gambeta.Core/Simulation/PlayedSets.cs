using System.Collections.Immutable;
using Gambeta.Core.Catalogue;
using Gambeta.Core.Practice;
using Gambeta.Core.Touches;

namespace Gambeta.Core.Simulation;

/// <summary>Plays sets of a drill as a <see cref="ModelPlayer"/> would.</summary>
public sealed class PlayedSets(ModelPlayer player, Random chance)
{
    /// <summary>
    /// Every set of one drill in its dose. A day's form shifts them all alike: 0 is an ordinary day, 0.1 a good one, -0.2 a bad one.
    /// </summary>
    public IEnumerable<(SetFrame Frame, SetDraft Draft)> Play(
        DrillCard card, Dose dose, double way, double form, Guid session, int firstOrder, DateTimeOffset start, DateOnly day)
    {
        var at = start;
        var order = firstOrder;
        for (var set = 0; set < dose.Sets; set++)
        {
            foreach (var feet in card.Turns(player.Preferred))
            {
                var skill = Math.Clamp(player.SkillAt(way, feet) + form + Noise(0.05), 0.02, 1);
                var draft = Draft(card, dose, feet, skill);
                var planned = dose is RoundsDose rounds ? rounds.Work : (TimeSpan?)null;
                yield return (new SetFrame(NewId(at), session, player.Id, order++, feet, at, day, planned, CountedBy.Tapped), draft);
                at += TimeSpan.FromSeconds(draft.Seconds!.Value) + dose.Rest + TimeSpan.FromSeconds(5);
            }
        }
    }

    /// <summary>A version 7 id for an instant, drawn from this player's chance so that the same seed gives the same ids.</summary>
    public Guid NewId(DateTimeOffset at)
    {
        Span<byte> bytes = stackalloc byte[16];
        chance.NextBytes(bytes);
        var milliseconds = at.ToUnixTimeMilliseconds();
        for (var i = 0; i < 6; i++) bytes[i] = (byte)(milliseconds >> (8 * (5 - i)));
        bytes[6] = (byte)(0x70 | (bytes[6] & 0x0F));
        bytes[8] = (byte)(0x80 | (bytes[8] & 0x3F));
        return new Guid(bytes, bigEndian: true);
    }

    private SetDraft Draft(DrillCard card, Dose dose, Feet feet, double skill)
    {
        var pattern = card.Pattern.For(feet);
        var tempo = TempoOf(card, skill);
        switch (dose)
        {
            case RoundsDose rounds when card.MeasuredBy == MeasuredBy.CleanPasses:
                return Passes(pattern, tempo.TouchesIn(rounds.Work), rounds.Work.TotalSeconds, skill);
            case RoundsDose rounds:
                var touches = pattern.Of(tempo.TouchesIn(rounds.Work));
                return new SetDraft { Left = touches.Left, Right = touches.Right, Seconds = rounds.Work.TotalSeconds };
            case RepsDose tries when card.MeasuredBy is MeasuredBy.HitsOutOfTries or MeasuredBy.TargetPoints or MeasuredBy.TrapHeights or MeasuredBy.StrikesByZone:
                return OutOfTries(card, feet, tries.Reps, skill) with { Seconds = Tenth(tempo.TimeFor(tries.Reps * pattern.Touches.Length).TotalSeconds) };
            case RepsDose reps:
                var slips = Enumerable.Range(0, reps.Reps).Count(_ => chance.NextDouble() > 0.6 + (0.4 * skill));
                // On a good day a player goes on past the number asked for.
                var clean = Math.Max(1, reps.Reps - slips + (chance.NextDouble() < skill ? chance.Next(0, 1 + (int)(6 * skill)) : 0));
                return new SetDraft { Reps = clean, Slips = slips, Seconds = Tenth(tempo.TimeFor((clean + slips) * pattern.Touches.Length).TotalSeconds) };
            case TriesDose goes when card.MeasuredBy == MeasuredBy.LadderRung:
                return Ladder(pattern, tempo, goes.Tries, skill);
            case TriesDose tries:
                return Tries(pattern, tempo, tries.Tries, skill);
            case RunsDose when card.MeasuredBy == MeasuredBy.StationsTime:
                return Stations(pattern, tempo, ChallengeRules.Of(card).Stations, skill);
            default:
                return new SetDraft { Seconds = Tenth(32 - (16 * skill) + Noise(0.9)), Clips = chance.NextDouble() > 0.55 + (0.4 * skill) ? 1 : 0 };
        }
    }

    private SetDraft OutOfTries(DrillCard card, Feet feet, int tries, double skill)
    {
        var hit = Enumerable.Range(0, tries).Select(_ => chance.NextDouble() < 0.35 + (0.55 * skill)).ToList();
        switch (card.MeasuredBy)
        {
            case MeasuredBy.TargetPoints:
                var points = ChallengeRules.Of(card).TargetPoints;
                return new SetDraft { Points = [.. hit.Select(h => h ? points[chance.Next(points.Length)] : 0)] };
            case MeasuredBy.TrapHeights:
                return new SetDraft { Inside = hit };
            case MeasuredBy.StrikesByZone:
                return new SetDraft { StrikeZones = [.. hit.Select(h => h ? chance.Next(1, ChallengeRules.GoalZones + 1) : 0)], StrikeLeft = [.. hit.Select((_, i) => feet == Feet.Left || (feet == Feet.Both && i % 2 == 0))] };
            default:
                var hits = hit.Count(h => h);
                return new SetDraft { Reps = hits, Slips = tries - hits };
        }
    }

    private SetDraft Stations(Pattern pattern, Tempo tempo, int stations, double skill)
    {
        // The further the station, the more tries.
        var tries = Enumerable.Range(0, stations).Select(i => 1 + (int)(chance.NextDouble() * (1 + i) * (1.4 - skill))).ToList();
        return new SetDraft { StationTries = tries, Seconds = Tenth(tempo.TimeFor(tries.Sum() * pattern.Touches.Length).TotalSeconds + (stations * 3)) };
    }

    private SetDraft Ladder(Pattern pattern, Tempo tempo, int goes, double skill)
    {
        var holds = 0.70 + (0.285 * skill);
        var (touches, dropped, rung) = (new List<int>(), new List<bool?>(), 0);
        for (var go = 0; go < goes; go++)
        {
            var kept = 0;
            while (kept <= rung && chance.NextDouble() < holds) kept++;
            var fell = kept <= rung;
            touches.Add(Math.Max(1, kept));
            dropped.Add(fell);
            rung = fell ? 0 : rung + 1;
        }
        var all = pattern.Of(touches.Sum());
        return new SetDraft
        {
            Left = all.Left,
            Right = all.Right,
            TryTouches = touches,
            TryDropped = dropped,
            Seconds = Tenth((tempo.TimeFor(touches.Sum()) + (DoseArithmetic.FetchTheBall * goes)).TotalSeconds),
        };
    }

    private SetDraft Passes(Pattern pattern, int passes, double seconds, double skill)
    {
        var (longest, run, slips) = (0, 0, 0);
        for (var i = 0; i < passes; i++)
        {
            if (chance.NextDouble() < 0.25 * (1 - skill) * (1 - skill))
            {
                slips++;
                run = 0;
            }
            else
            {
                longest = Math.Max(longest, ++run);
            }
        }
        var touches = pattern.Of(passes);
        return new SetDraft { Left = touches.Left, Right = touches.Right, LongestRun = longest, Slips = slips, Seconds = seconds };
    }

    private SetDraft Tries(Pattern pattern, Tempo tempo, int tries, double skill)
    {
        // Every touch holds with the same chance: tries are geometric, as juggling counts are at first look.
        var holds = 0.70 + (0.285 * skill);
        var touches = Enumerable.Range(0, tries).Select(_ => 1 + (int)(Math.Log(1 - chance.NextDouble()) / Math.Log(holds))).ToImmutableArray();
        var all = pattern.Of(touches.Sum());
        return new SetDraft
        {
            Left = all.Left,
            Right = all.Right,
            TryTouches = touches,
            TryDropped = [.. touches.Select(_ => (bool?)(chance.NextDouble() < 0.9))],
            Seconds = Tenth((tempo.TimeFor(all.Total) + (DoseArithmetic.FetchTheBall * tries)).TotalSeconds),
        };
    }

    private Tempo TempoOf(DrillCard card, double skill)
    {
        var (slow, fast) = (card.Tempo.Slow.TouchesAMinute, card.Tempo.Fast.TouchesAMinute);
        return new Tempo(Math.Max(1, slow + ((fast - slow) * skill) + Noise(2)));
    }

    // The sum of three evenly spread numbers: near enough to a bell, and never far out.
    private double Noise(double spread) => (chance.NextDouble() + chance.NextDouble() + chance.NextDouble() - 1.5) * 2 * spread;

    private static double Tenth(double seconds) => Rounded.To(Math.Max(1, seconds), 1);
}
