namespace Gambeta.Web.Charts;

/// <summary>The three pictures of a first day: the ball and the screen, counting by the halves of the screen, a day as a tile.</summary>
public static class FirstSteps
{
    /// <summary>A ball on the floor, and a screen that leans two metres away.</summary>
    public static Svg Ball { get; } =
        Drawn(
            """
            <path class="ground" d="M4 62H116"/><circle class="ball" cx="26" cy="50" r="12"/>
            <path class="ball-seam" d="M26 38v24M14 50h24"/><path class="screen" d="M88 62L98 18h14L102 62z"/>
            <path class="way" d="M42 68h44M42 64v8M86 64v8"/>
            """
        );

    /// <summary>A screen of two halves, one a foot, and a finger on one of them.</summary>
    public static Svg Count { get; } =
        Drawn(
            """
            <path class="left" d="M22 8H60V66H22z"/><path class="right" d="M60 8H98V66H60z"/>
            <circle class="press" cx="79" cy="38" r="10"/><circle class="press-ring" cx="79" cy="38" r="16"/>
            """
        );

    /// <summary>A tile that fills from the floor up, its corner cut for a record.</summary>
    public static Svg Result { get; } =
        Drawn(
            """
            <path class="tile-ground" d="M30 8H90V66H30z"/><path class="left" d="M30 30H60V66H30z"/>
            <path class="right" d="M60 20H90V66H60z"/><path class="record" d="M90 8V28L70 8z"/>
            """
        );

    private static Svg Drawn(string shapes) =>
        new(writer => writer.Write($"<svg class=\"first-step\" viewBox=\"0 0 120 74\" aria-hidden=\"true\">{shapes}</svg>"));
}
