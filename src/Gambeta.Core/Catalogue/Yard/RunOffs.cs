using Gambeta.Core.Base.Measures;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Layouts;

namespace Gambeta.Core.Catalogue.Yard;

/// <summary>How much room a drill wants free about its layout.</summary>
public static class RunOffs
{
    /// <summary>
    /// The margins of a drill in a space: more behind the finish where glass, steps, a road or water lie behind any of its sides, since a
    /// layout may be turned, and whoever is told to run looks at the line and not behind it. No more for what is not run hard.
    /// </summary>
    public static RunOff Of(DrillCard? card, Space? space) =>
        Of(card) is var margins
        && margins.BehindFinish >= RunOff.Fast.BehindFinish
        && space?.Behind.Any(behind => behind is Behind.Glass or Behind.StepOrKerb or Behind.Road or Behind.Water) == true
            ? margins with
            {
                BehindFinish = margins.BehindFinish + RunOff.BeforeHarm,
            }
            : margins;

    /// <summary>The margins of a drill, by how fast it is.</summary>
    public static RunOff Of(DrillCard? card) =>
        card switch
        {
            { MeasuredBy: var way } when MeasureTraits.Of(way).IsRun => RunOff.FullSpeed,
            { Intensity: Intensity.Hard } => RunOff.Fast,
            { Intensity: Intensity.Easy } => RunOff.Easy,
            _ => RunOff.Jogging,
        };
}
