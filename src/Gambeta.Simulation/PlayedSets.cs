using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Simulation;

/// <summary>Plays sets of a drill as a <see cref="ModelPlayer"/> would.</summary>
public sealed class PlayedSets(ModelPlayer player, Random chance)
{
    /// <summary>
    /// Every set of one drill in its usual dose. A day's form shifts them all alike: 0 is an ordinary day, 0.1 a good one, -0.2 a bad one.
    /// </summary>
    public IEnumerable<(SetFrame Frame, SetDraft Draft)> Play(
        DrillCard card,
        Dose dose,
        double way,
        double form,
        Guid session,
        int firstOrder,
        DateTimeOffset start,
        DateOnly day
    )
    {
        var at = start;
        var order = firstOrder;
        for (var set = 0; set < dose.Sets; set++)
        {
            foreach (var feet in card.Turns(player.Preferred))
            {
                var skill = Math.Clamp(player.SkillAt(way, feet) + form + ModelTurn.Noise(chance, 0.05), 0.02, 1);
                var draft = MadeUp.Of(card.MeasuredBy).Modelled(new ModelTurn(card, dose, feet, skill, TempoOf(card, skill), chance));
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
        for (var i = 0; i < 6; i++)
            bytes[i] = (byte)(milliseconds >> (8 * (5 - i)));
        bytes[6] = (byte)(0x70 | (bytes[6] & 0x0F));
        bytes[8] = (byte)(0x80 | (bytes[8] & 0x3F));
        return new Guid(bytes, bigEndian: true);
    }

    private Tempo TempoOf(DrillCard card, double skill)
    {
        var (slow, fast) = (card.Tempo.Slow.TouchesAMinute, card.Tempo.Fast.TouchesAMinute);
        return new Tempo(Math.Max(1, slow + ((fast - slow) * skill) + ModelTurn.Noise(chance, 2)));
    }
}
