using Gambeta.Core.Base.Measures;

namespace Gambeta.Core.Practice.Played;

/// <summary>What a set came to, beyond its touches; one kind for each way of measuring, beside which it stands.</summary>
public abstract record SetResult
{
    /// <summary>The way of measuring that this is a result of.</summary>
    public abstract MeasuredBy Of { get; }

    /// <summary>How often something went wrong that is counted: slips, drops, misses, clipped markers.</summary>
    public virtual int WentWrong => 0;
}
