using Gambeta.Web.Charts;

namespace Gambeta.Web.Navigation;

/// <summary>The mark of a place: four quarter circles, turned; one arrangement a place.</summary>
public static class RailMark
{
    /// <summary>The application's own.</summary>
    public static Svg Draw() => Draw([0, 1, 1, 2]);

    /// <summary>The mark in the current colour, 30 by 30.</summary>
    /// <param name="turns">How each of the four quarters is turned.</param>
    public static Svg Draw(int[] turns) =>
        new(writer =>
        {
            writer.Write("<svg class=\"place-mark\" viewBox=\"0 0 30 30\" aria-hidden=\"true\"><path d=\"");
            for (var i = 0; i < 4; i++)
                writer.Write(Quarter(15 * (i % 2), 15 * (i / 2), turns[i]));
            writer.Write("\"/></svg>");
        });

    // A quarter disc in a 15 by 15 square whose straight corner lies top left, top right, bottom right or bottom left.
    private static string Quarter(int x, int y, int turn) =>
        turn switch
        {
            0 => $"M{x} {y}h15a15 15 0 0 1-15 15z",
            1 => $"M{x + 15} {y}v15a15 15 0 0 1-15-15z",
            2 => $"M{x + 15} {y + 15}h-15a15 15 0 0 1 15-15z",
            _ => $"M{x} {y + 15}v-15a15 15 0 0 1 15 15z",
        };
}
