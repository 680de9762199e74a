namespace Gambeta.Core.Base.Measures;

/// <summary>Forms that a dose can have.</summary>
public enum DoseForm
{
    /// <summary>Rounds of a fixed time.</summary>
    [Key("time")]
    Time,

    /// <summary>Sets of so many reps.</summary>
    [Key("reps")]
    Reps,

    /// <summary>So many tries in one set.</summary>
    [Key("tries")]
    Tries,

    /// <summary>So many runs.</summary>
    [Key("runs")]
    Runs,
}
