using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Measuring;

namespace Gambeta.Core.Practice.RunSheets;

/// <summary>What happens in a phase.</summary>
public enum PhaseKind
{
    /// <summary>A few seconds to get from the screen to the ball.</summary>
    [Key("ready")]
    Ready,

    /// <summary>The ball is played: one set.</summary>
    [Key("work")]
    Work,

    /// <summary>Rest, and the other foot works next.</summary>
    [Key("swap")]
    Swap,

    /// <summary>Rest.</summary>
    [Key("rest")]
    Rest,

    /// <summary>One drill is over: how was it, and what comes next.</summary>
    [Key("between")]
    Between,

    /// <summary>The yard is laid for what comes next; the player says when it lies.</summary>
    [Key("set out")]
    SetOut,

    /// <summary>Everything is done.</summary>
    [Key("done")]
    Done,
}

/// <summary>Sounds that the screen can make.</summary>
public enum Sound
{
    /// <summary>One of the last three seconds.</summary>
    [Key("tick")]
    Tick,

    /// <summary>Start.</summary>
    [Key("go")]
    Go,

    /// <summary>Half the time is gone.</summary>
    [Key("half")]
    Half,

    /// <summary>Stop.</summary>
    [Key("stop")]
    Stop,

    /// <summary>Change the foot.</summary>
    [Key("swap")]
    Swap,
}

/// <summary>A sound so many seconds into its phase.</summary>
public readonly record struct SoundAt(double Second, Sound Sound);

/// <summary>Words to be spoken so many seconds into their phase, where the device has a voice.</summary>
public readonly record struct WordsAt(double Second, string Words);

/// <summary>One step of the timeline.</summary>
public sealed record Phase
{
    /// <summary>What happens.</summary>
    public required PhaseKind Kind { get; init; }

    /// <summary>The feet that work now, or, in a rest, that work next.</summary>
    public required Feet Feet { get; init; }

    /// <summary>The drill that it belongs to, or that it leads up to: its place in <see cref="RunSheet.Drills"/>.</summary>
    public int Drill { get; init; }

    /// <summary>The set that is played, from 1 through the whole sheet; 0 outside of work.</summary>
    public int Set { get; init; }

    /// <summary>How long it lasts; nothing when the player ends it.</summary>
    public int? Seconds { get; init; }

    /// <summary>How long it lasts, or is expected to.</summary>
    public required double ExpectedSeconds { get; init; }

    /// <summary>Reps or tries to aim at; nothing in a timed round or a run.</summary>
    public int? Target { get; init; }

    /// <summary>"Round 4 of 6".</summary>
    public required string Label { get; init; }

    /// <summary>The one thing to think of.</summary>
    public required string Cue { get; init; }

    /// <summary>What comes after this, said before it comes.</summary>
    public required string Next { get; init; }

    /// <summary>The sounds, by the second.</summary>
    public required ImmutableArray<SoundAt> Sounds { get; init; }

    /// <summary>What is said aloud, by the second.</summary>
    public ImmutableArray<WordsAt> Spoken { get; init; } = [];

    /// <summary>Where two play: whose phase it is, 0 or 1; nothing where it is both's, or one plays alone.</summary>
    public int? Who { get; init; }

    /// <summary>Where two play by turns within a set: the same of the other one. Whose turn it is follows from what was counted.</summary>
    public Phase? Second { get; init; }

    /// <summary>Where two play: how long a pause lasts once one of them has stopped, and nobody else's work is the rest.</summary>
    public int? AloneSeconds { get; init; }

    /// <summary>Where two play: the drill, by its place in <see cref="RunSheet.Drills"/>, of which a set ended before this pause.</summary>
    public int? After { get; init; }

    /// <summary>Where two play: what the other one does meanwhile.</summary>
    public string? OtherDoes { get; init; }

    /// <summary>True for the pause after a player's last drill, where two play.</summary>
    public bool? IsLast { get; init; }
}

/// <summary>A drill of a run sheet: what holds for all its phases.</summary>
public sealed record RunDrill
{
    /// <summary>The card's id.</summary>
    public required string Drill { get; init; }

    /// <summary>Its name.</summary>
    public required string Name { get; init; }

    /// <summary>How it is counted.</summary>
    public required MeasuredBy MeasuredBy { get; init; }

    /// <summary>Touches a foot that one tap stands for: a whole rep where reps are counted, else 1 for the foot that tapped.</summary>
    public required TouchCount TouchesARep { get; init; }

    /// <summary>The layout that it is played on; nothing where nothing is laid.</summary>
    public string? Layout { get; init; }

    /// <summary>How often the feet take their turn.</summary>
    public int Rounds { get; init; } = 1;

    /// <summary>The length of a round in seconds; nothing where the player ends it.</summary>
    public int? Seconds { get; init; }

    /// <summary>Reps, tries or touches of a set; nothing in a round or a run.</summary>
    public int? Count { get; init; }

    /// <summary>Stations to go through; 0 where there are none.</summary>
    public int Stations { get; init; }

    /// <summary>Points of each target on the wall.</summary>
    public ImmutableArray<int> TargetPoints { get; init; } = [];

    /// <summary>Zones of the goal that count; empty where all do.</summary>
    public ImmutableArray<int> Zones { get; init; } = [];

    /// <summary>What can go wrong, the likely things first.</summary>
    public ImmutableArray<Fault> Faults { get; init; } = [];

    /// <summary>True when each foot works on its own, so that one can ask how the other one felt.</summary>
    public bool ComparesFeet { get; init; }

    /// <summary>Beats that can be played to it; empty where a beat makes no sense.</summary>
    public ImmutableArray<BeatTrack> Beats { get; init; } = [];

    /// <summary>Where two play: whose it is, 0 or 1.</summary>
    public int? Who { get; init; }

    /// <summary>Where two play: its place in what its own player plays, from 0.</summary>
    public int? Item { get; init; }

    /// <summary>Where two play: what the other one does meanwhile; nothing for a rest.</summary>
    public Practice.Played.OtherPart? With { get; init; }
}

/// <summary>The whole timeline of a session, which a screen plays without adding a rule of its own.</summary>
public sealed record RunSheet
{
    /// <summary>The drills in their order.</summary>
    public required ImmutableArray<RunDrill> Drills { get; init; }

    /// <summary>The phases in their order; the last one is <see cref="PhaseKind.Done"/>.</summary>
    public required ImmutableArray<Phase> Phases { get; init; }

    /// <summary>What a clipped marker adds to a run, in seconds.</summary>
    public required double ClipPenaltySeconds { get; init; }

    /// <summary>What feet can do at most in a second, so that a screen knows which best is out of reach.</summary>
    public int MostTouchesASecond { get; init; } = Tempo.MostTouchesASecond;

    /// <summary>All phases together.</summary>
    public double ExpectedSeconds => Phases.Sum(p => p.ExpectedSeconds);
}
