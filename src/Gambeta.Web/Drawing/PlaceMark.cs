namespace Gambeta.Web.Drawing;

/// <summary>The mark of a place: four quarter circles, turned; one arrangement a place.</summary>
public static class PlaceMark
{
    /// <summary>The mark in the current colour, 30 by 30.</summary>
    public static Svg Draw(string place) => new(writer =>
    {
        writer.Write("<svg class=\"place-mark\" viewBox=\"0 0 30 30\" aria-hidden=\"true\"><path d=\"");
        var turns = Turns(place);
        for (var i = 0; i < 4; i++) writer.Write(Quarter(15 * (i % 2), 15 * (i / 2), turns[i]));
        writer.Write("\"/></svg>");
    });

    private static int[] Turns(string place) => place switch
    {
        "Today" => [0, 1, 3, 2],
        "Drills" => [0, 0, 0, 0],
        "Sheets" => [3, 0, 3, 0],
        "Yard" => [1, 0, 2, 3],
        "Logbook" => [1, 1, 3, 3],
        "Records" => [3, 3, 2, 2],
        "Household" => [2, 3, 0, 1],
        _ => [0, 1, 1, 2],
    };

    // A quarter disc in a 15 by 15 square whose straight corner lies top left, top right, bottom right or bottom left.
    private static string Quarter(int x, int y, int turn) => turn switch
    {
        0 => $"M{x} {y}h15a15 15 0 0 1-15 15z",
        1 => $"M{x + 15} {y}v15a15 15 0 0 1-15-15z",
        2 => $"M{x + 15} {y + 15}h-15a15 15 0 0 1 15-15z",
        _ => $"M{x} {y + 15}v-15a15 15 0 0 1 15 15z",
    };
}
