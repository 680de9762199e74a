namespace Gambeta.Core.Base.Household;

/// <summary>A household as every page needs it.</summary>
/// <param name="Name">What it signs in with.</param>
/// <param name="Heading">Whether it turned heading on.</param>
/// <param name="DrillsVersion">Goes up with every change to its own drills; 0 when it never had any.</param>
/// <param name="IsDemo">Whether it is a visitor's copy of the demo, which goes by itself.</param>
/// <param name="HasRecovery">Whether there are words that lead back in without the password.</param>
/// <param name="Settings">What it chose.</param>
/// <param name="Players">Its players, first comers first.</param>
public sealed record HouseholdView(
    string Name,
    bool Heading,
    int DrillsVersion,
    bool IsDemo,
    bool HasRecovery,
    HouseholdSettings Settings,
    List<Player> Players
)
{
    /// <summary>The word that its grown-ups know, see <see cref="Catalogue.Safety.GrownUpWord"/>; nothing until somebody chose
    /// one.</summary>
    public string? GrownUpWord { get; init; }

    /// <summary>Whose midnight ends its day.</summary>
    public string TimeZone => Settings.TimeZone;
}
