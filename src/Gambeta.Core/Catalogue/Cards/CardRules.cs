using System.Collections.Frozen;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Doses;

namespace Gambeta.Core.Catalogue.Cards;

/// <summary>What a measure means for a card and its dose. Most measures need no class of their own.</summary>
public class CardRules
{
    private static readonly CardRules Usual = new();

    private static readonly FrozenDictionary<MeasuredBy, CardRules> Own = new Dictionary<MeasuredBy, CardRules>
    {
        [MeasuredBy.TouchesInARound] = new TouchesInARoundRules(),
        [MeasuredBy.CleanPasses] = new CleanPassesRules(),
        [MeasuredBy.CourseTime] = new CourseTimeRules(),
        [MeasuredBy.HitsOutOfTries] = new HitsOutOfTriesRules(),
        [MeasuredBy.StationsTime] = new StationsTimeRules(),
        [MeasuredBy.TargetPoints] = new TargetPointsRules(),
        [MeasuredBy.StrikesByZone] = new StrikesByZoneRules(),
    }.ToFrozenDictionary();

    /// <summary>The rules of a measure.</summary>
    public static CardRules Of(MeasuredBy measure) => Own.GetValueOrDefault(measure, Usual);

    /// <summary>What a card of this measure lacks, in a sentence; nothing where all is there.</summary>
    public virtual string? Lacks(DrillCard card) => null;

    /// <summary>What scoring needs to know of a card besides what happened.</summary>
    public virtual ChallengeRules Rules(DrillCard card) => ChallengeRules.None;

    /// <summary>Reps, tries or touches of one set to aim at; nothing in a round or a run.</summary>
    public virtual int? Target(Dose dose, Pattern pattern) =>
        dose switch
        {
            RepsDose reps => reps.Reps,
            TriesDose tries => tries.Tries,
            _ => null,
        };

    /// <summary>How many of what is counted one pass through a pattern holds: one rep; of passes, shots and tries those that are in
    /// it.</summary>
    public virtual int InAPattern(Pattern pattern) => 1;

    /// <summary>Touches in so many of what is counted.</summary>
    public int TouchesIn(Pattern pattern, int counted) => Rounded.Whole((double)pattern.Touches.Length * counted / InAPattern(pattern));

    /// <summary>What a tempo counts in so many of them.</summary>
    public int MovesIn(Pattern pattern, int counted) => Rounded.Whole((double)pattern.Moves * counted / InAPattern(pattern));

    /// <summary>About so many touches in one run, of a drill that is played by runs.</summary>
    public virtual int TouchesOfARun(DrillCard card, Pattern pattern) => pattern.Touches.Length;
}
