using System.Collections.Immutable;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Catalogue.Layouts;

namespace Gambeta.Core.Catalogue.Cards;

/// <summary>Two or three cards played as one: their patterns one after the other, what both need, the more careful of everything
/// else.</summary>
public static class JoinedDrill
{
    /// <summary>Cards that are joined, at most: more is no rep that anybody keeps in mind.</summary>
    public const int Most = 3;

    /// <summary>
    /// The card to begin with. Each part is played by the foot that has the ball after the part before; where both feet work, the whole is
    /// mirrored, so that both get the same. Pieces of gear are those of the part that needs most, the floor holds each part, the tempo is
    /// the slowest.
    /// </summary>
    /// <param name="parts">The cards, in their order.</param>
    /// <param name="id">Its id.</param>
    /// <exception cref="ArgumentException">Fewer than two or more than three; or they cannot be joined, in the words of a household: the
    /// steps are too many, or there is no place where all can be played.</exception>
    public static DrillCard Of(IReadOnlyList<DrillCard> parts, string id)
    {
        if (parts.Count is < 2 or > Most)
            throw new ArgumentException(Say("card-files.two-or-three-are-joined"), nameof(parts));
        var places = parts.Aggregate(parts[0].Places, (all, card) => all & card.Places);
        if (places == Places.None)
            throw new ArgumentException(
                Say("card-files.no-place-for-all", ("names", string.Join(", ", parts.Select(card => card.Name)))),
                nameof(parts)
            );
        var pattern = Join(parts);
        if (pattern.Beats.Length > PatternReader.MostBeats)
            throw new ArgumentException(
                Say("card-files.pattern-too-long", ("beats", pattern.Beats.Length), ("mostBeats", PatternReader.MostBeats)),
                nameof(parts)
            );
        var last = parts[^1];
        return last with
        {
            Id = id,
            Name = NameOf(parts),
            Purpose = Say("card-files.joined-of", ("names", string.Join(", ", parts.Select(card => card.Name)))),
            Pattern = pattern,
            Feet = pattern.Feet == Feet.Both ? FeetPlan.BothTogether : FeetPlan.EachFoot,
            MeasuredBy = MeasuredBy.CleanReps,
            Intensity = parts.Max(card => card.Intensity),
            Tempo = parts.MinBy(card => card.Tempo.Steady.TouchesAMinute)!.Tempo,
            SlipsAreFine = false,
            From = parts.Max(card => card.From),
            Gear =
            [
                .. parts
                    .SelectMany(card => card.Gear)
                    .GroupBy(item => item.Kind)
                    .OrderBy(kind => kind.Key)
                    .Select(kind => kind.MaxBy(item => item.Count)),
            ],
            Places = places,
            Space = new Floor(parts.Max(card => card.Space.Width), parts.Max(card => card.Space.Length)),
            Cues = [.. parts.Select(card => card.Cues[0])],
            Faults = [.. parts.Select(card => card.Faults[0]).Distinct()],
            Cautions = [.. parts.SelectMany(card => card.Cautions).Distinct()],
            Doses = new CardDoses(last.Doses.ByTime, parts.MinBy(card => card.Doses.ByReps[0].Reps)!.Doses.ByReps, null, DoseWay.Reps),
            After = [.. parts.Select(card => card.Id).Distinct()],
            LeastAge = parts.Max(card => card.LeastAge),
            Opponent = last.Opponent,
            IsDoubleMove = parts.Any(card => card.IsDoubleMove) || parts.Count(card => card.Opponent is not null) > 1,
            Clean = null,
            Layout = null,
            Now = "",
        };
    }

    private static string NameOf(IReadOnlyList<DrillCard> parts)
    {
        var name = string.Join(" + ", parts.Select(card => card.Name));
        return name.Length <= CardReader.LongestName ? name : name[..(CardReader.LongestName - 1)].TrimEnd() + "…";
    }

    private static Pattern Join(IReadOnlyList<DrillCard> parts)
    {
        var beats = new List<Beat>();
        foreach (var card in parts)
        {
            var half = Half(card.Pattern);
            var swaps = beats.Count > 0 && Has(beats) is { } foot && half.Leads != foot.Alone();
            beats.AddRange(swaps ? half.Mirror().Beats : half.Beats);
        }
        var joined = new Pattern(beats);
        // One foot's pattern is written for the right one.
        return joined.Feet switch
        {
            Feet.Both => new Pattern(beats.Concat(joined.Mirror().Beats)),
            Feet.Left => joined.Mirror(),
            _ => joined,
        };
    }

    // One side of a pattern that is its own mirror: the other side comes with the whole.
    private static Pattern Half(Pattern pattern) =>
        pattern.IsMirrored ? new Pattern(pattern.Beats.Take(pattern.Beats.Length / 2)) : pattern;

    // The foot that has the ball after what was played.
    private static Foot? Has(List<Beat> beats) =>
        beats.OfType<Contact>().LastOrDefault()?.Touch is not { } touch ? null
        : touch.Move is BallMove.Across or BallMove.Inward or BallMove.Behind ? touch.Foot.Other()
        : touch.Foot;
}
