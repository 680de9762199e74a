using System.Collections;
using System.Globalization;
using System.Reflection;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Edges.Diaries;
using Gambeta.Core.Insight.Judgement;

namespace Gambeta.Core.Tests;

/// <summary>
/// The rules of judgement have a version, and what was judged by another one is judged anew (<c>VerdictStore.RejudgeAsync</c>). What the
/// rules are is held here: a diary that never changes, what is said of it, and every constant. Whoever changes a rule gives
/// <see cref="Decision.Version"/> another number and writes <c>tests/shared/judged.txt</c> anew: <c>GAMBETA_WRITE_JUDGED=1 ./test core
/// RulesOfJudgementTests</c>.
/// </summary>
public class RulesOfJudgementTests
{
    private static readonly string File = Repository.At("tests", "shared", "judged.txt");

    [Fact]
    public void A_rule_that_changed_has_another_version()
    {
        var now = Said().Concat(Constants()).ToList();
        var (version, known) = (
            System.IO.File.Exists(File) ? System.IO.File.ReadLines(File).First() : "",
            System.IO.File.Exists(File) ? System.IO.File.ReadLines(File).Skip(1).ToList() : []
        );
        var ours = $"version {Decision.Version}";
        if (Environment.GetEnvironmentVariable("GAMBETA_WRITE_JUDGED") is not null && (version != ours || known.Count == 0))
        {
            System.IO.File.WriteAllLines(File, now.Prepend(ours));
            return;
        }
        var changed = Missing(now, known)
            .Select(line => "now:    " + line)
            .Concat(Missing(known, now).Select(line => "before: " + line))
            .Order(StringComparer.Ordinal)
            .ToList();
        changed.ShouldBeEmpty($"what is said of the same sets differs, and the version is {version}");
        version.ShouldBe(ours);
    }

    // A constant may be called something else: its value is the rule.
    private static IEnumerable<string> Missing(IEnumerable<string> of, IEnumerable<string> among)
    {
        var there = among.CountBy(Rule).ToDictionary();
        return of.Where(line => (there[Rule(line)] = there.GetValueOrDefault(Rule(line)) - 1) < 0);

        static string Rule(string line) =>
            line.StartsWith("after ", StringComparison.Ordinal) ? line : line[(line.IndexOf(" = ", StringComparison.Ordinal) + 3)..];
    }

    // The middle of the diary is said as well as its end: rules about few sets are rules too.
    private static IEnumerable<string> Said()
    {
        var catalogue = DrillCatalogue.Shipped();
        var player = new Player(JudgedSets.Player, "Nilo", 2015, Foot.Right, Level.Steady);
        using var text = new StringReader(System.IO.File.ReadAllText(Repository.At("tests", "shared", "judged.csv")));
        var lines = TakingIn.Read(DiaryFile.Read(text), catalogue, [player], player, new DateOnly(2026, 12, 31), TimeSpan.Zero);
        lines.ShouldAllBe(line => line.Set != null);
        lines.Select(line => line.Set!.Result.Of).Distinct().Count().ShouldBe(Enum.GetValues<Base.Measures.MeasuredBy>().Length);
        var sets = PlayerForms.InOrder(lines.Select(line => new JudgedSet(line.Set!, line.Said))).ToList();
        foreach (var part in new[] { sets.Count / 4, sets.Count / 2, sets.Count })
        {
            foreach (
                var verdict in KeySets
                    .AllOf(sets.Take(part), catalogue)
                    .Select(key => Judged.Of(key, 0, [], catalogue).Verdict)
                    .OfType<Verdict>()
                    .OrderBy(verdict => verdict.Key.Drill, StringComparer.Ordinal)
                    .ThenBy(verdict => verdict.Key.Feet)
            )
                yield return $"after {part} {In(verdict)}";
        }
    }

    private static string In(Verdict v) =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"{v.Key.Drill} {v.Key.Feet.ToKey()}: {v.Decision.Kind.ToKey()} {v.Decision.Clean:0.000} {v.Decision.Sure:0.000}, next "
                + $"{In(v.NextSet)}, day {In(v.NextDay)}, again {In(v.Again)}, "
                + $"{v.Quantiles.Q05} {v.Quantiles.Q25} {v.Quantiles.Q50} {v.Quantiles.Q75} {v.Quantiles.Q95}, learning "
                + $"{v.Learning:0.000}, eight {v.ToEight.Sets} {v.ToEight.Value}, "
                + $"{v.Tempo.Kind.ToKey()} {v.Tempo.Tempo:0.0}, sets {v.SetsADay}"
        );

    private static string In(Target target) =>
        string.Create(CultureInfo.InvariantCulture, $"{target.Value} {target.Chance:0.000} {target.Reason.ToKey()}");

    // Numbers in the rules' own types: constants, and tables of them.
    private static IEnumerable<string> Constants() =>
        from type in typeof(Decision).Assembly.GetTypes()
        where type.Namespace == typeof(Decision).Namespace && !type.IsEnum && !type.Name.Contains('<', StringComparison.Ordinal)
        from field in type.GetFields(BindingFlags.Static | BindingFlags.Public | BindingFlags.NonPublic | BindingFlags.DeclaredOnly)
        where !field.Name.Contains('<', StringComparison.Ordinal) && (type != typeof(Decision) || field.Name != nameof(Decision.Version))
        let value = Text(field.GetValue(null))
        where value is not null
        orderby type.Name, field.Name
        select $"{type.Name}.{field.Name} = {value}";

    // What is worked out once and remembered (a dictionary that grows) is no rule. A large table is told by its sums: its last digits hang
    // on the processor.
    private static string? Text(object? value) =>
        value switch
        {
            double or float or decimal or int or long or short or byte or bool => Convert.ToString(value, CultureInfo.InvariantCulture),
            TimeSpan span => span.ToString("c", CultureInfo.InvariantCulture),
            string or IDictionary => null,
            IEnumerable list when Numbers(list) is { Count: > 0 } all => all.Count <= 24
                ? string.Join(", ", all.Select(number => Convert.ToString(number, CultureInfo.InvariantCulture)))
                : string.Create(
                    CultureInfo.InvariantCulture,
                    $"{all.Count} numbers, {all.Sum():g8}, {all.Sum(Math.Abs):g8}, "
                        + $"{all.Select((number, at) => number * (1 + (at % 7))).Sum():g8}"
                ),
            _ => null,
        };

    private static List<double>? Numbers(IEnumerable list)
    {
        var all = new List<double>();
        foreach (var one in list)
        {
            if (one is double or float or int or byte)
                all.Add(Convert.ToDouble(one, CultureInfo.InvariantCulture));
            else if (one is IEnumerable inner and not string && Numbers(inner) is { } more)
                all.AddRange(more);
            else
                return null;
        }
        return all;
    }
}
