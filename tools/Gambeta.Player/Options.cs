using System.Globalization;

namespace Gambeta.Player;

/// <summary>What the simulated player is asked to do.</summary>
internal sealed record Options(
    string Address,
    string Household,
    string Password,
    string Sheet,
    double Skill,
    double Slips,
    int DaysBack,
    int Seed
)
{
    public const string Usage = """
        Plays a whole sheet against a running Gambeta, without a ball.
          --household NAME --password WORDS   who signs in
          --sheet NAME                        a ready sheet's name or an own sheet's id (default patio-ten)
          --address URL                       where Gambeta runs (default http://127.0.0.1:5080)
          --skill 0..1  --slips 0..1          how well it plays (default 0.5 and 0.1)
          --days-back N                       plays on a day in the past (default 0)
          --seed N                            the same seed plays the same session (default 1)
        """;

    /// <summary>Reads them.</summary>
    /// <exception cref="FormatException">One is unknown, missing or out of range.</exception>
    public static Options Read(string[] words)
    {
        if (words.Length % 2 != 0)
            throw new FormatException("Every option wants a value.");
        var given = words.Chunk(2).ToDictionary(pair => pair[0], pair => pair[1]);
        var options = new Options(
            Take("--address", "http://127.0.0.1:5080"),
            Take("--household", null),
            Take("--password", null),
            Take("--sheet", "patio-ten"),
            Share("--skill", "0.5"),
            Share("--slips", "0.1"),
            (int)Number("--days-back", "0", 0, 3650),
            (int)Number("--seed", "1", 0, int.MaxValue)
        );
        return given.Count == 0 ? options : throw new FormatException($"{given.Keys.First()} is not understood.");

        string Take(string name, string? usual) =>
            given.Remove(name, out var value) ? value : usual ?? throw new FormatException($"{name} is missing.");

        double Share(string name, string usual) => Number(name, usual, 0, 1);

        double Number(string name, string usual, double least, double most) =>
            double.TryParse(Take(name, usual), NumberStyles.Float, CultureInfo.InvariantCulture, out var value)
            && value >= least
            && value <= most
                ? value
                : throw new FormatException($"{name} wants a number from {least} to {most}.");
    }
}
