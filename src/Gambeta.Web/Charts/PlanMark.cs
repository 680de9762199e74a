namespace Gambeta.Web.Charts;

/// <summary>The two marks beside a planned drill: something else in its place, and keep it.</summary>
public static class PlanMark
{
    /// <summary>Two arrows that pass each other.</summary>
    public static Svg Exchange { get; } = Drawn("<path class=\"line\" d=\"M4 9H19L14 4M20 15H5L10 20\"/>");

    /// <summary>A peg in the ground.</summary>
    public static Svg Keep { get; } = Drawn("<path class=\"fill\" d=\"M7 3H17L15 11H9z\"/><path class=\"line\" d=\"M12 11V21M6 12H18\"/>");

    private static Svg Drawn(string shapes) =>
        new(writer => writer.Write($"<svg viewBox=\"0 0 24 24\" aria-hidden=\"true\">{shapes}</svg>"));
}
