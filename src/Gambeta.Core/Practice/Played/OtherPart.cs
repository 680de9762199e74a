namespace Gambeta.Core.Practice.Played;

/// <summary>What the other one of two does while one works.</summary>
public enum OtherPart
{
    /// <summary>Rests, and watches.</summary>
    [Key("rests")]
    Rests,

    /// <summary>Waits behind the start, to run the same course next: the faster run wins.</summary>
    [Key("races")]
    Races,

    /// <summary>Follows at arm's length, does not tackle, and takes the ball only when it runs away.</summary>
    [Key("shadows")]
    Shadows,

    /// <summary>Rolls, throws or passes the ball in.</summary>
    [Key("serves")]
    Serves,
}

/// <summary>When it is the other one's turn.</summary>
public enum TurnBy
{
    /// <summary>After a round, a set or a run.</summary>
    [Key("round")]
    Round,

    /// <summary>After each rep, pass or try, where they are counted one by one.</summary>
    [Key("rep")]
    Rep,
}
