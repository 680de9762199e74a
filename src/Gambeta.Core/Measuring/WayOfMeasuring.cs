using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using Gambeta.Core.Catalogue;
using Gambeta.Core.Counting;
using Gambeta.Core.Diaries;
using Gambeta.Core.Doses;
using Gambeta.Core.Judgement;
using Gambeta.Core.Records;
using Gambeta.Core.RunSheets;
using Gambeta.Core.Sets;
using Gambeta.Core.Simulation;
using Gambeta.Core.Touches;

namespace Gambeta.Core.Measuring;

/// <summary>Forms that a dose can have.</summary>
public enum DoseForm
{
    /// <summary>Rounds of a fixed time.</summary>
    [Key("time")] Time,

    /// <summary>Sets of so many reps.</summary>
    [Key("reps")] Reps,

    /// <summary>So many tries in one set.</summary>
    [Key("tries")] Tries,

    /// <summary>So many runs.</summary>
    [Key("runs")] Runs,
}

/// <summary>
/// A way of measuring: all that is particular to it, from the card to the record. What happens in a set (<see cref="PlayEvent"/>) becomes counts
/// (<see cref="SetDraft"/>), these become a result, the result makes marks. Its words stand in the words of the pages and of the run sheet, its board and its
/// figure in the browser's module of the same name.
/// </summary>
public abstract class WayOfMeasuring
{
    /// <summary>Under which word cards and sets name it.</summary>
    public abstract MeasuredBy Key { get; }

    // --- the card -----------------------------------------------------------------------------------------------

    /// <summary>The forms that a dose may have, the usual one first.</summary>
    public abstract ImmutableArray<DoseForm> Doses { get; }

    /// <summary>What it is measured by in a dose of tries that each go on as long as they last; nothing where there is no such dose besides its own.</summary>
    public virtual MeasuredBy? LastingAs => null;

    /// <summary>True for a course that is run against the clock at full speed: it wants a layout, and room behind the finish.</summary>
    public virtual bool IsRun => false;

    /// <summary>True where touches follow each other evenly enough for a beat.</summary>
    public virtual bool FollowsABeat => true;

    /// <summary>What a card of this measure lacks, in a sentence; nothing where all is there.</summary>
    public virtual string? Lacks(DrillCard card) => null;

    /// <summary>What scoring needs to know of a card besides what happened.</summary>
    public virtual ChallengeRules Rules(DrillCard card) => ChallengeRules.None;

    /// <summary>Reps, tries or touches of one set to aim at; nothing in a round or a run.</summary>
    public virtual int? Target(Dose dose, Pattern pattern) => dose switch
    {
        RepsDose reps => reps.Reps,
        TriesDose tries => tries.Tries,
        _ => null,
    };

    // --- what happened ------------------------------------------------------------------------------------------

    /// <summary>The counts of a set, from what happened in it.</summary>
    public abstract SetDraft Counted(PlayedSet played);

    // --- what was counted or typed ------------------------------------------------------------------------------

    /// <summary>True when a draft holds what this measure needs.</summary>
    public abstract bool HasItsCounts(Feet feet, SetDraft draft);

    /// <summary>True when a draft's numbers cannot have been played, beyond what <see cref="PlayedBounds"/> knows of every draft.</summary>
    public virtual bool IsBroken(DrillCard card, Feet feet, SetDraft draft, TimeSpan worked) => false;

    /// <summary>True when a draft holds what the drill's own rules do not give.</summary>
    public virtual bool IsOfAnotherDrill(DrillCard card, SetDraft draft, TimeSpan worked) => false;

    /// <summary>The result that a draft comes to. The draft was checked.</summary>
    public abstract SetResult ResultOf(DrillCard card, SetFrame frame, SetDraft draft);

    /// <summary>The touches of a set that was counted.</summary>
    /// <param name="card">The drill.</param>
    /// <param name="pattern">Its pattern for the feet at work.</param>
    /// <param name="tapped">Touches as they were tapped or typed.</param>
    /// <param name="result">What the set came to.</param>
    public abstract TouchCount TouchesOf(DrillCard card, Pattern pattern, TouchCount tapped, SetResult result);

    /// <summary>About so many touches, for a set that nobody counted.</summary>
    public virtual TouchCount Estimate(DrillCard card, Pattern pattern, Tempo tempo, TimeSpan worked) => pattern.Of(tempo.TouchesIn(worked));

    /// <summary>How many of what is counted one pass through a pattern holds: one rep; of passes, shots and tries those that are in it.</summary>
    public virtual int InAPattern(Pattern pattern) => 1;

    /// <summary>Touches in so many of what is counted.</summary>
    public int TouchesIn(Pattern pattern, int counted) => Rounded.Whole((double)pattern.Touches.Length * counted / InAPattern(pattern));

    /// <summary>What a tempo counts in so many of them.</summary>
    public int MovesIn(Pattern pattern, int counted) => Rounded.Whole((double)pattern.Moves * counted / InAPattern(pattern));

    /// <summary>About so many touches in one run, of a drill that is played by runs.</summary>
    public virtual int TouchesOfARun(DrillCard card, Pattern pattern) => pattern.Touches.Length;

    /// <summary>A correction with what it says nothing about, from the set as it stands.</summary>
    public virtual SetDraft Complete(SetDraft draft, PracticeSet old) => draft;

    /// <summary>A corrected result without what no longer holds.</summary>
    public virtual SetResult Mended(SetResult now, SetResult before, SetDraft draft) => now;

    /// <summary>The fields in which the counts are typed, in their order, time and day left out.</summary>
    public abstract ImmutableArray<TypedField> Fields(Feet feet);

    /// <summary>What stands in a field for a set as it is; nothing where it says nothing.</summary>
    public abstract string? AsTyped(PracticeSet set, string field);

    /// <summary>The draft that typed fields come to.</summary>
    public abstract SetDraft ReadTyped(TypedCounts typed);

    // --- records ------------------------------------------------------------------------------------------------

    /// <summary>The kinds of mark that it makes, with their rules.</summary>
    public abstract ImmutableArray<MarkRule> Keeps { get; }

    /// <summary>The values that a set with a result of this measure reached.</summary>
    public abstract IEnumerable<(Measure Measure, decimal Value)> Marks(PracticeSet set);

    /// <summary>What a set in a dose is chiefly judged by; nothing where no record is kept of it.</summary>
    public abstract Measure? Chiefly(Dose dose);

    // --- judged -------------------------------------------------------------------------------------------------

    /// <summary>How form is made of its sets, and what the next one will come to.</summary>
    public abstract FormModel Form { get; }

    /// <summary>The measure with which its sets are judged together: its own, or that of which it is another writing.</summary>
    public virtual MeasuredBy JudgedAs => Key;

    // --- taken out and in ---------------------------------------------------------------------------------------

    /// <summary>The counts of a line of a diary, time left out.</summary>
    public abstract SetDraft ReadDiary(DiaryLine line);

    /// <summary>Writes what a set came to into a line of a diary: what <see cref="ReadDiary"/> reads.</summary>
    public abstract void WriteDiary(PracticeSet set, DiaryLine line);

    // --- written down -------------------------------------------------------------------------------------------

    /// <summary>The result as it is written down; <see cref="ResultJson"/> adds which measure it is of.</summary>
    public abstract JsonObject Write(SetResult result);

    /// <summary>Reads what <see cref="Write"/> wrote.</summary>
    public abstract SetResult Read(JsonElement written);

    // --- made up ------------------------------------------------------------------------------------------------

    /// <summary>Touches that one tap stands for, where a rep has so many.</summary>
    public virtual int TouchesATap(TouchCount perRep) => 1;

    /// <summary>What a made-up player counts in one turn.</summary>
    public abstract SetDraft Modelled(ModelTurn turn);

    /// <summary>What a made-up player taps in one phase of work.</summary>
    public abstract void Tap(TappingPlayer player, TappingHand hand, RunDrill drill, Phase phase);
}

/// <summary>A way of measuring whose results are of one type.</summary>
public abstract class WayOfMeasuring<TResult> : WayOfMeasuring where TResult : SetResult
{
    /// <inheritdoc/>
    public sealed override TouchCount TouchesOf(DrillCard card, Pattern pattern, TouchCount tapped, SetResult result) => TouchesOf(card, pattern, tapped, (TResult)result);

    /// <inheritdoc/>
    public sealed override IEnumerable<(Measure Measure, decimal Value)> Marks(PracticeSet set) => Marks(set, (TResult)set.Result);

    /// <inheritdoc/>
    public sealed override JsonObject Write(SetResult result) => Write((TResult)result);

    /// <inheritdoc/>
    public sealed override void WriteDiary(PracticeSet set, DiaryLine line)
    {
        // Strikes that were typed without their zones are stored as hits: each result is written by its own way.
        if (set.Result is TResult result) WriteDiary(set, result, line);
        else if (set.Result.Of != Key) Ways.Of(set.Result.Of).WriteDiary(set, line);
    }

    /// <summary>Writes what a set came to into a line of a diary.</summary>
    protected abstract void WriteDiary(PracticeSet set, TResult result, DiaryLine line);

    /// <summary>The touches of a set that was counted.</summary>
    protected abstract TouchCount TouchesOf(DrillCard card, Pattern pattern, TouchCount tapped, TResult result);

    /// <summary>The values that a set reached.</summary>
    protected abstract IEnumerable<(Measure Measure, decimal Value)> Marks(PracticeSet set, TResult result);

    /// <summary>The result as it is written down.</summary>
    protected abstract JsonObject Write(TResult result);
}
