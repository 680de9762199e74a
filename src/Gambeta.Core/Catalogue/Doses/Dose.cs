namespace Gambeta.Core.Catalogue.Doses;

/// <summary>How much of a drill. A set of an each-foot drill is both feet: three sets are six rounds.</summary>
public abstract record Dose
{
    /// <summary>Rest between two rounds, runs or sets.</summary>
    public required TimeSpan Rest { get; init; }

    /// <summary>How often the feet take their turn.</summary>
    public abstract int Sets { get; }
}

/// <summary>Rounds of a fixed time.</summary>
public sealed record RoundsDose(int Rounds, TimeSpan Work) : Dose
{
    /// <inheritdoc/>
    public override int Sets => Rounds;
}

/// <summary>So many reps, as fast or slow as it takes.</summary>
public sealed record RepsDose(int Reps, int Times) : Dose
{
    /// <inheritdoc/>
    public override int Sets => Times;
}

/// <summary>So many tries, each as long as it lasts; one set holds them all.</summary>
public sealed record TriesDose(int Tries) : Dose
{
    /// <inheritdoc/>
    public override int Sets => 1;
}

/// <summary>So many runs of a course.</summary>
public sealed record RunsDose(int Runs) : Dose
{
    /// <inheritdoc/>
    public override int Sets => Runs;
}
