using System.Text.Json;
using System.Text.RegularExpressions;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Words;

namespace Gambeta.Core.Tests;

/// <summary>Holds what is said to docs/voice.md: its turns that are not used, its words for things.</summary>
public sealed partial class VoiceTests
{
    private static readonly string Voice = File.ReadAllText(Repository.At("docs", "voice.md"));

    private static readonly IReadOnlyList<(string Where, string Text)> Raw =
    [
        .. Directory
            .EnumerateFiles(Repository.At("src", "Gambeta.Words", "en"), "*.json")
            .Where(file => Path.GetFileName(file) != "language.json")
            .SelectMany(file =>
                JsonDocument
                    .Parse(File.ReadAllText(file))
                    .RootElement.EnumerateObject()
                    .Select(one => (Path.GetFileNameWithoutExtension(file) + "." + one.Name, one.Value.GetString()!))
            ),
    ];

    private static readonly IReadOnlyList<(string Where, string Text)> Messages = [.. Raw.Select(one => (one.Where, Plain(one.Text)))];

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

    [Fact]
    public void One_of_a_thing_is_said_as_one()
    {
        var english = Language.English;
        var found = new List<string>();
        foreach (var (where, raw) in Raw)
        foreach (var place in Places().Matches(raw).Select(place => place.Groups[1].Value).Distinct())
        {
            var said = Message
                .Parse(raw)
                .Format(
                    [.. Places().Matches(raw).Select(one => (one.Groups[1].Value, (object?)(one.Groups[1].Value == place ? 1 : 7)))],
                    english.Plural
                );
            if (OneOfMany().IsMatch(said))
                found.Add($"{where} {place}");
        }
        found.Distinct().Except(NeverOne).ShouldBeEmpty("a plural, or a place that is never 1");
        NeverOne.Except(found).ShouldBeEmpty("one that is a plural now needs no exception");
    }

    // Limits that are fixed, and numbers that begin at two.
    private static readonly string[] NeverOne =
    [
        "planning.minutes-of touches",
        "planning.note-too-short least",
        "planning.note-too-long minutes",
        "planning.together-of minutes",
        "pictures.steps-from-to steps",
        "judgement.last-weeks weeks",
        "judgement.weeks weeks",
        "judgement.bars-title weeks",
        "judgement.against weeks",
        "judgement.too-much-taken-in most",
        "judgement.load-years age",
        "judgement.load-bars-title weeks",
        "sheets.hard-after-hard drills",
        "sheets.about-about-touches touches",
        "sheets.too-many-drills mostItems",
        "sheets.too-many-sheets sheets",
        "sheets.goes-by name",
        "hearing.recording-too-long minutes",
        "weeks.rhythm-other-day minutes",
        "weeks.rhythm-two-or-three minutes",
        "weeks.rhythm-month minutes",
        "weeks.rhythm-own minutes",
        "weeks.rhythm-own-none minutes",
        "weeks.note-too-long minutes",
        "weeks.refused-goals-full most",
        "weeks.refused-file-many most",
        "browser.stations-of all",
        "browser.all-drills n",
        "browser.learn-done n",
        "result.on-the-beat touchesAMinute",
        "today.what-fills-a-tile target",
        "today.away days",
        "card-files.too-many-cards mostCards",
        "card-files.pattern-too-long beats",
        "card-files.too-many-beats beats",
        "card-files.too-many-drills mostItems",
        "card-files.run-too-long mostSteps",
        "own-drills.too-many-drills drills",
        "household.what-signing-out-does days",
        "household.too-many-players players",
        "household.paces-are-missing walked",
        "common.too-fast mostTouchesASecond",
        "common.day-is-too-old mostYearsBack",
        "refusals.too-many-sets setsASitting",
        "refusals.too-much-today writesADay",
        "measures.of-stations stations",
        "measures.stations-time-and-tries stations",
        "practise.sheet-in-short touches",
        "yard.too-many-markers mostMarkers",
        "yard.too-many-steps mostSteps",
        "yard.too-many-layouts layouts",
        "yard.too-many-spaces spaces",
    ];

    [GeneratedRegex(@"\{(\w+)")]
    private static partial Regex Places();

    [GeneratedRegex(
        @"\b1 (?:more |clean |new |hard |heading |extra |plastic )?(?:touches|passes|drills|reps|sets|days|weeks|minutes|tries|slips|"
            + "points|hits|goals|seconds|markers|players|stations|rounds|devices|things|times|years|sessions|runs|cards|steps|metres|"
            + "paces|files|lines|taps|presses|months|hours|bests|records|strikes|misses|clips|goes|balls|spaces|sheets|layouts|words|"
            + @"helpers|bottles|walls)\b"
    )]
    private static partial Regex OneOfMany();

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
