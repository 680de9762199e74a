using System.Collections.Immutable;
using System.Globalization;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Base.Yaml;
using Gambeta.Core.Catalogue.Doses;
using Gambeta.Core.Catalogue.Layouts;

namespace Gambeta.Core.Catalogue.Cards;

/// <summary>Reads drill cards from a YAML file: a list of cards. See docs/drill-cards.md for the words.</summary>
/// <param name="shared">The faults and layouts that a card may name.</param>
public sealed class CardReader(SharedParts shared)
{
    /// <summary>The longest cue, in words: it is read from three metres while playing.</summary>
    public const int WordsInACue = 7;

    /// <summary>The longest name, so that it fits the practice screen.</summary>
    public const int LongestName = 48;

    /// <summary>Most cards of one file.</summary>
    public const int MostCards = 200;

    /// <summary>The longest id of a card.</summary>
    public const int LongestId = 64;

    private const int MostItems = 12,
        MostCautions = 6,
        MostBelow = 6,
        LongestCue = 80;

    /// <summary>Reads every card of a file.</summary>
    /// <exception cref="CatalogueException">The file is no YAML, a word is unknown, or something is missing.</exception>
    public IReadOnlyList<DrillCard> Read(string file, TextReader yaml)
    {
        var items = YamlFile.Items(file, yaml, "drill cards").ToList();
        return items.Count > MostCards
            ? throw items[MostCards].Wrong(Say("card-files.too-many-cards", ("mostCards", MostCards)))
            : [.. items.Select(ReadCard)];
    }

    /// <summary>Reads cards that another took the place of: each names it under <c>now</c>.</summary>
    /// <exception cref="CatalogueException">As for <see cref="Read"/>.</exception>
    public IReadOnlyList<DrillCard> ReadRetired(string file, TextReader yaml) =>
        [
            .. YamlFile
                .Items(file, yaml, "drill cards")
                .Select(item =>
                {
                    var now = Id(item.Inside("now"));
                    return ReadCard(item) with { Now = now };
                }),
        ];

    private DrillCard ReadCard(YamlMapping at)
    {
        var measuredBy = at.Word<MeasuredBy>("measured by");
        var card = new DrillCard
        {
            Id = Id(at.Inside("id")),
            Name = at.Text("name"),
            Purpose = at.Text("purpose", SharedParts.LongestSentence),
            Family = at.Word<Family>("family"),
            Pattern = at.Inside("pattern").Read(PatternReader.Read),
            Feet = at.Word<FeetPlan>("feet"),
            MeasuredBy = measuredBy,
            Intensity = at.Word<Intensity>("intensity"),
            Tempo = at.Inside("tempo").Read(ReadTempo),
            SlipsAreFine = at.Has("slips") && ReadSlips(at.Inside("slips")),
            From = at.Has("level") ? at.Word<Level>("level") : Level.FirstWeeks,
            Gear = at.Has("gear")
                ? [new GearItem(GearKind.Ball), .. at.Items("gear", MostItems).Select(item => item.Read(GearItem.Parse))]
                : [new GearItem(GearKind.Ball)],
            Places = at.Inside("place").Read(ReadPlaces),
            Space = at.Inside("space").Read(ReadFloor),
            Cues = ReadCues(at),
            Faults = ReadFaults(at),
            Cautions = at.Has("cautions")
                ? [.. at.Items("cautions", MostCautions).Select(item => item.Scalar(SharedParts.LongestSentence))]
                : [],
            Clean = at.Has("clean") ? at.Inside("clean").Read(written => CleanBar.Read(written, MeasureTraits.Of(measuredBy))) : null,
            Doses = ReadDoses(at, measuredBy),
            After = at.Has("after") ? [.. at.Items("after", MostBelow).Select(Id)] : [],
            LeastAge = at.OptionalWhole("age", 4, 18),
            Opponent = at.Has("opponent") ? at.Word<Opponent>("opponent") : null,
            IsDoubleMove = at.Has("moves") && ReadMoves(at.Inside("moves")),
            Zones = at.Has("zones") ? ReadZones(at) : [],
            Layout = at.Has("layout") ? ReadLayout(at.Inside("layout")) : null,
        };
        if (card.Name.Length > LongestName)
            throw at.Inside("name").Wrong(Say("card-files.name-too-long", ("longestName", LongestName)));
        if (card.Feet != FeetPlan.BothTogether && card.Pattern.Leads != Feet.Right)
            throw at.Inside("pattern").Wrong(Say("card-files.write-right-foot", ("name", card.Name)));
        if (card.Pattern.Touches.IsEmpty && card.MeasuredBy != MeasuredBy.CleanReps)
            throw at.Inside("measured by").Wrong(Say("card-files.no-touch-to-count", ("name", card.Name)));
        if (CardRules.Of(card.MeasuredBy).Lacks(card) is { } lack)
            throw (card.Layout is null ? at : at.Inside("layout")).Wrong(lack);
        if (card.Gear.Select(item => item.Kind).Distinct().Count() < card.Gear.Length)
            throw at.Inside("gear").Wrong(Say("card-files.gear-twice"));
        at.NothingElse();
        return card;
    }

    // An id is a word of its own wherever it stands: nothing that could mean something else in a file or an address.
    private static string Id(YamlMapping at)
    {
        var id = at.Scalar();
        return id.Length is > 0 and <= LongestId && id.All(c => c is (>= 'a' and <= 'z') or (>= '0' and <= '9') or '-')
            ? id
            : throw at.Wrong(Say("card-files.bad-id", ("id", id), ("longestId", LongestId)));
    }

    private static bool ReadSlips(YamlMapping at) => at.Scalar() == "fine" ? true : throw at.Wrong(Say("card-files.bad-slips"));

    private static bool ReadMoves(YamlMapping at) => at.Scalar() == "two" ? true : throw at.Wrong(Say("card-files.bad-moves"));

    private static ImmutableArray<int> ReadZones(YamlMapping at)
    {
        var zones = at.Items("zones", ChallengeRules.GoalZones)
            .Select(item =>
                int.TryParse(item.Scalar(), NumberStyles.None, CultureInfo.InvariantCulture, out var zone)
                && zone is >= 1 and <= ChallengeRules.GoalZones
                    ? zone
                    : throw item.Wrong(Say("card-files.is-no-zone", ("zone", item.Scalar()), ("zones", ChallengeRules.GoalZones)))
            )
            .Distinct()
            .Order()
            .ToImmutableArray();
        return zones.IsEmpty ? throw at.Inside("zones").Wrong(Say("card-files.no-zone-counts")) : zones;
    }

    private static TempoRange ReadTempo(string written)
    {
        var numbers = written
            .Split(' ', StringSplitOptions.RemoveEmptyEntries)
            .Select(word => double.TryParse(word, NumberStyles.None, CultureInfo.InvariantCulture, out var number) ? number : 0)
            .ToList();
        return numbers is [>= 1 and var slow, var steady, <= Tempo.MostTouchesASecond * 60 and var fast] && slow < steady && steady < fast
            ? new TempoRange(new(slow), new(steady), new(fast))
            : throw new FormatException(Say("card-files.bad-tempo", ("written", written)));
    }

    private static Places ReadPlaces(string written)
    {
        var places = Places.None;
        foreach (var word in written.Split([' ', ','], StringSplitOptions.RemoveEmptyEntries))
        {
            places |=
                Keys.TryRead<Places>(word, out var place) && place != Places.None
                    ? place
                    : throw new FormatException(Say("card-files.bad-place", ("word", word)));
        }
        return places;
    }

    private static Floor ReadFloor(string written)
    {
        var sides = written
            .Split('x', StringSplitOptions.TrimEntries)
            .Select(word => double.TryParse(word, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var side) ? side : 0)
            .ToList();
        return sides is [> 0 and <= 100, > 0 and <= 100]
            ? new Floor(sides[0], sides[1])
            : throw new FormatException(Say("card-files.bad-floor", ("written", written)));
    }

    private static ImmutableArray<string> ReadCues(YamlMapping at)
    {
        var cues = at.Items("cues", MostItems).ToList();
        if (cues.Count is < 1 or > 3)
            throw at.Inside("cues").Wrong(Say("card-files.cues-one-to-three"));
        foreach (var cue in cues)
        {
            if (cue.Scalar(LongestCue).Split(' ', StringSplitOptions.RemoveEmptyEntries).Length is 0 or > WordsInACue)
                throw cue.Wrong(Say("card-files.bad-cue", ("cue", cue.Scalar()), ("wordsInACue", WordsInACue)));
        }
        return [.. cues.Select(cue => cue.Scalar())];
    }

    private ImmutableArray<Fault> ReadFaults(YamlMapping at)
    {
        var faults = at.Items("faults", MostItems)
            .Select(item =>
            {
                if (!item.IsText)
                    return SharedParts.ReadFault(item, id: "");
                return shared.Faults.TryGetValue(item.Scalar(), out var fault)
                    ? fault
                    : throw item.Wrong(Say("card-files.no-such-fault", ("fault", item.Scalar())));
            })
            .ToImmutableArray();
        return faults.IsEmpty ? throw at.Inside("faults").Wrong(Say("card-files.faults-missing")) : faults;
    }

    private static CardDoses ReadDoses(YamlMapping at, MeasuredBy measuredBy)
    {
        var usual = MeasureTraits.Of(measuredBy).Doses[0];
        ImmutableArray<Dose>? own = usual switch
        {
            DoseForm.Tries => DoseReader.Tries(at.Inside("tries")),
            DoseForm.Runs => DoseReader.Runs(at.Inside("runs")),
            _ => null,
        };
        return new CardDoses(
            DoseReader.Time(at.Inside("time")),
            DoseReader.Reps(at.Inside("reps")),
            own,
            own is not null ? DoseWay.Own
                : usual == DoseForm.Reps ? DoseWay.Reps
                : DoseWay.Time
        );
    }

    private Layout ReadLayout(YamlMapping at)
    {
        if (!at.IsText)
        {
            // A card that was copied when its shape was still laid the other way is laid as it is now, under the key of now.
            var own = SharedParts.ReadLayout(at);
            return own.Shape is not null && shared.Before.TryGetValue(own.Key, out var before) ? own with { Key = before.Now } : own;
        }
        return shared.Layouts.TryGetValue(at.Scalar(), out var layout) ? layout
            : shared.Before.TryGetValue(at.Scalar(), out var once) && shared.Layouts.TryGetValue(once.Now, out var now) ? now
            : throw at.Wrong(Say("card-files.no-such-layout", ("layout", at.Scalar())));
    }
}
