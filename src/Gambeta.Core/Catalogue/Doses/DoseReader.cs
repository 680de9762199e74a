using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;
using Gambeta.Core.Base.Yaml;

namespace Gambeta.Core.Catalogue.Doses;

/// <summary>
/// Reads the short form of doses: three of them, for first weeks, steady and sharp. Time: <c>3x30/20</c> is three rounds of 30 s
/// with 20 s of rest. Reps: <c>2x15/20</c> is two sets of 15. Tries and runs: <c>4/40</c> is four with 40 s between them.
/// </summary>
internal static partial class DoseReader
{
    public static ImmutableArray<RoundsDose> Time(YamlMapping at) => Three(at, "3x30/20", OneTime);

    public static ImmutableArray<RepsDose> Reps(YamlMapping at) => Three(at, "2x15/20", OneReps);

    public static ImmutableArray<Dose> Tries(YamlMapping at) => Three<Dose>(at, "8/0", OneTries);

    public static ImmutableArray<Dose> Runs(YamlMapping at) => Three<Dose>(at, "4/40", OneRuns);

    public static RoundsDose OneTime(string text) =>
        Sets(text) is (var rounds and >= 1 and <= 12, var work and >= 5 and <= 300, var rest)
            ? new RoundsDose(rounds, TimeSpan.FromSeconds(work)) { Rest = rest }
            : throw new FormatException(Say("card-files.bad-dose-by-time", ("text", text)));

    public static RepsDose OneReps(string text) =>
        Sets(text) is (var times and >= 1 and <= 12, var reps and >= 1 and <= 200, var rest)
            ? new RepsDose(reps, times) { Rest = rest }
            : throw new FormatException(Say("card-files.bad-dose-by-reps", ("text", text)));

    public static TriesDose OneTries(string text) =>
        Times(text) is (var tries and >= 1 and <= 50, var rest) ? new TriesDose(tries) { Rest = rest } : throw Wrong(text, "tries", 50);

    public static RunsDose OneRuns(string text) =>
        Times(text) is (var runs and >= 1 and <= 20, var rest) ? new RunsDose(runs) { Rest = rest } : throw Wrong(text, "runs", 20);

    private static FormatException Wrong(string text, string what, int most) =>
        new(Say("card-files.bad-number-of", ("text", text), ("what", what), ("most", most)));

    private static ImmutableArray<T> Three<T>(YamlMapping at, string example, Func<string, T> read)
    {
        var items = at.Scalar().Split(',', StringSplitOptions.TrimEntries);
        if (items.Length != 3)
            throw at.Wrong(Say("card-files.three-doses", ("example", example)));
        try
        {
            return [.. items.Select(read)];
        }
        catch (FormatException wrong)
        {
            throw at.Wrong(wrong.Message);
        }
    }

    private static (int Sets, int Amount, TimeSpan Pause)? Sets(string text) =>
        SetsForm().Match(text) is { Success: true } form && Pause(form) is { } pause
            ? (Number(form, "sets"), Number(form, "amount"), pause)
            : null;

    private static (int Times, TimeSpan Pause)? Times(string text) =>
        TimesForm().Match(text) is { Success: true } form && Pause(form) is { } pause ? (Number(form, "times"), pause) : null;

    private static TimeSpan? Pause(Match form) => Number(form, "rest") is var seconds and <= 300 ? TimeSpan.FromSeconds(seconds) : null;

    private static int Number(Match form, string group) =>
        int.Parse(form.Groups[group].ValueSpan, NumberStyles.None, CultureInfo.InvariantCulture);

    [GeneratedRegex(@"^(?<sets>\d{1,3})x(?<amount>\d{1,3})/(?<rest>\d{1,3})$")]
    private static partial Regex SetsForm();

    [GeneratedRegex(@"^(?<times>\d{1,3})/(?<rest>\d{1,3})$")]
    private static partial Regex TimesForm();
}
