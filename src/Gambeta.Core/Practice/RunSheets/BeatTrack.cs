using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Doses;

namespace Gambeta.Core.Practice.RunSheets;

/// <summary>A beat to play to, one for each touch: it keeps a tempo, or climbs from one to another through a round.</summary>
/// <param name="FromAMinute">Beats a minute at the start.</param>
/// <param name="ToAMinute">Beats a minute at the end.</param>
/// <param name="Hundredths">When each beat falls, in hundredths of a second from the start.</param>
public sealed record BeatTrack(int FromAMinute, int ToAMinute, ImmutableArray<int> Hundredths)
{
    /// <summary>For work without a fixed length beats are written for so many seconds, and begin anew after them.</summary>
    public const int OpenEndedSeconds = 60;

    /// <summary>Below this tempo there is nothing to keep: shots and throws come when they are ready.</summary>
    public const int LeastAMinute = 30;

    /// <summary>
    /// The beats of a time. The tempo f + (t - f)·s/T grows evenly with the seconds s, so that n beats have gone after
    /// f·s + (t - f)·s²/2T minutes' worth; each beat falls where n is whole, the first at once.
    /// </summary>
    /// <exception cref="ArgumentOutOfRangeException">A tempo below 1 or above 480 a minute, or no time.</exception>
    public static BeatTrack Of(int fromAMinute, int toAMinute, int seconds)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(Math.Min(fromAMinute, toAMinute), 1);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(Math.Max(fromAMinute, toAMinute), Base.Touches.Tempo.MostTouchesASecond * 60);
        ArgumentOutOfRangeException.ThrowIfLessThan(seconds, 1);
        var (from, growth) = (fromAMinute / 60.0, (toAMinute - fromAMinute) / 60.0 / seconds);
        var beats = ImmutableArray.CreateBuilder<int>();
        for (var n = 0; ; n++)
        {
            // growth/2·s² + from·s = n, solved in the form that also holds where nothing grows.
            var at = 2 * n / (from + Math.Sqrt(Math.Max(0, (from * from) + (2 * growth * n))));
            if (!(at < seconds - 1e-9))
                return new BeatTrack(fromAMinute, toAMinute, beats.ToImmutable());
            beats.Add(Rounded.Whole(at * 100));
        }
    }

    /// <summary>
    /// The beats of a drill: the tempo up to which it is under control, where that is known and can be kept, its steady tempo, and one that
    /// climbs from slow to fast; none where touches do not follow each other.
    /// </summary>
    public static ImmutableArray<BeatTrack> For(DrillCard card, Dose dose, int? controlled = null)
    {
        if (card.Tempo.Steady.TouchesAMinute < LeastAMinute || !MeasureTraits.Of(card.MeasuredBy).FollowsABeat)
            return [];
        var seconds = dose is RoundsDose rounds ? (int)rounds.Work.TotalSeconds : OpenEndedSeconds;
        var steady = (int)card.Tempo.Steady.TouchesAMinute;
        var first =
            controlled is >= LeastAMinute and <= Base.Touches.Tempo.MostTouchesASecond * 60 && controlled != steady ? controlled : null;
        return
        [
            .. first is { } pace ? [Of(pace, pace, seconds)] : Array.Empty<BeatTrack>(),
            Of(steady, steady, seconds),
            Of((int)card.Tempo.Slow.TouchesAMinute, (int)card.Tempo.Fast.TouchesAMinute, seconds),
        ];
    }
}
