using System.Text.Json;
using System.Text.RegularExpressions;
using Gambeta.Core.Catalogue.Cards;

namespace Gambeta.Core.Tests;

/// <summary>Holds what is said to docs/voice.md: its turns that are not used, its words for things.</summary>
public sealed partial class VoiceTests
{
    private static readonly string Voice = File.ReadAllText(Repository.At("docs", "voice.md"));

    private static readonly IReadOnlyList<(string Where, string Text)> Messages =
    [
        .. Directory
            .EnumerateFiles(Repository.At("src", "Gambeta.Words", "en"), "*.json")
            .Where(file => Path.GetFileName(file) != "language.json")
            .SelectMany(file =>
                JsonDocument
                    .Parse(File.ReadAllText(file))
                    .RootElement.EnumerateObject()
                    .Select(one => (Path.GetFileNameWithoutExtension(file) + "." + one.Name, Plain(one.Value.GetString()!)))
            ),
    ];

    private static readonly IReadOnlyList<(string Where, string Text)> Cards =
    [
        .. DrillCatalogue
            .Shipped()
            .Cards.SelectMany(card =>
                card.Cues.Append(card.Purpose)
                    .Append(card.Name)
                    .Concat(card.Faults.SelectMany(fault => new[] { fault.Seen, fault.Cause, fault.Fix }))
                    .Select(text => (card.Id, text))
            )
            .Distinct(),
    ];

    // What is between its braces is a name, not a word that anybody reads.
    private static string Plain(string message) => Names().Replace(message, " … ");

    [Fact]
    public void No_sentence_has_a_turn_that_is_not_used_any_more()
    {
        var turns = Turn()
            .Matches(Voice[Voice.IndexOf("## Turns", StringComparison.Ordinal)..])
            .Select(turn => turn.Groups[1].Value)
            .ToList();
        turns.Count.ShouldBeGreaterThan(30);
        var found =
            from turn in turns
            let said = new Regex($@"(?<![\w-]){Regex.Escape(turn)}(?![\w-])", RegexOptions.IgnoreCase)
            from one in Messages.Concat(Cards)
            where said.IsMatch(one.Text)
            select $"{one.Where}: “{turn}” in “{one.Text}”";
        found.ShouldBeEmpty();
    }

    [Fact]
    public void A_sentence_for_keys_has_one_for_fingers()
    {
        // A letter alone, or a key by its name, in a sentence that a phone shows as well.
        var keyed = Messages.Where(one => Key().IsMatch(one.Text) && !one.Where.EndsWith("-keys", StringComparison.Ordinal));
        keyed.Select(one => one.Where).Except(KeysAreMeant).ShouldBeEmpty();
        var all = Messages.Select(one => one.Where).ToList();
        all.Where(where => where.Contains(".hint-", StringComparison.Ordinal) && where.EndsWith("-keys", StringComparison.Ordinal))
            .Select(where => where[..^"-keys".Length])
            .Except(all)
            .ShouldBeEmpty();
    }

    [Fact]
    public void A_child_reads_no_decimals_and_no_load()
    {
        string[] ofAChild = ["today.", "practise.", "result.", "browser.", "run-sheets.", "beside.", "records.", "together."];
        var wrong = Messages.Where(one => ofAChild.Any(theme => one.Where.StartsWith(theme, StringComparison.Ordinal)));
        wrong.Where(one => Numbers().IsMatch(one.Text)).Select(one => one.Where).Except(DecimalsAreMeant).ShouldBeEmpty();
    }

    // Shown only where there are keys; marks of a pattern and of a plan; what a key itself is called.
    private static readonly string[] KeysAreMeant =
    [
        "yard.how-to-move-markers",
        "practise.enter",
        "practise.esc",
        "practise.backspace",
        "result.enter",
        "card-files.foot-is-missing",
        "card-files.pattern-does-nothing",
        "yard.put-s-down",
        "yard.walk-to-the-start",
        "yard.walk-to-the-finish",
    ];

    // What is typed is shown as it is typed.
    private static readonly string[] DecimalsAreMeant = ["browser.seconds-for-each"];

    [GeneratedRegex(@"\{\w+\}|\{\w+, (?:plural|select),|\b(?:one|other|true|left|right|=\d) \{|<[^>]+>")]
    private static partial Regex Names();

    [GeneratedRegex(@"^- (.+)$", RegexOptions.Multiline)]
    private static partial Regex Turn();

    [GeneratedRegex(@"(?<![\p{L}“’'])[FJXTPVLWSCRN](?![\p{L}’'-])|\b(?:Enter|Esc|Tab|Backspace)\b")]
    private static partial Regex Key();

    [GeneratedRegex(@"\d\.\d|%|\bload\b(?! again)", RegexOptions.IgnoreCase)]
    private static partial Regex Numbers();
}
