using System.Collections.Immutable;
using Gambeta.Core.Touches;
using Gambeta.Core.Yard;
using YamlDotNet.Core;
using YamlDotNet.RepresentationModel;

namespace Gambeta.Core.Catalogue;

/// <summary>Reads drill cards from a YAML file: a list of cards. See docs/drill-cards.md for the words.</summary>
public static class CardReader
{
    /// <summary>The longest cue, in words: it is read from three metres while playing.</summary>
    public const int WordsInACue = 7;

    /// <summary>Reads every card of a file.</summary>
    /// <exception cref="CatalogueException">The file is no YAML, a word is unknown, or something is missing.</exception>
    public static IReadOnlyList<DrillCard> Read(string file, TextReader yaml)
    {
        var stream = new YamlStream();
        var parser = new Parser(yaml);
        try
        {
            stream.Load(parser);
        }
        catch (InvalidOperationException)
        {
            // The scanner throws this at a bracket that is never closed; only the last event knows where it was.
            throw new CatalogueException(file, parser.Current?.End.Line ?? 1, "this is not YAML from here on: is a bracket or quote left open?");
        }
        catch (YamlException broken)
        {
            throw new CatalogueException(file, broken.Start.Line, $"this is not YAML: {broken.Message}");
        }
        if (stream.Documents.Count != 1 || stream.Documents[0].RootNode is not YamlSequenceNode cards)
            throw new CatalogueException(file, 1, "expected a list of drill cards.");
        return [.. cards.Children.Select(node => ReadCard(new YamlPlace(file, node)))];
    }

    private static DrillCard ReadCard(YamlPlace at)
    {
        var measuredBy = at.Word<MeasuredBy>("measured by");
        var card = new DrillCard
        {
            Id = ReadId(at),
            Name = at.Text("name"),
            Purpose = at.Text("purpose"),
            Family = at.Word<Family>("family"),
            Pattern = ReadPattern(at),
            Feet = at.Word<FeetPlan>("feet"),
            MeasuredBy = measuredBy,
            Intensity = at.Word<Intensity>("intensity"),
            Tempo = ReadTempo(at.Inside("tempo")),
            Gear = [.. at.Texts("gear")],
            Cues = ReadCues(at),
            Faults = [.. at.Items("faults").Select(ReadFault)],
            Cautions = at.Has("cautions") ? [.. at.Texts("cautions")] : [],
            Doses = ReadDoses(at.Inside("doses"), measuredBy),
            Layout = at.Has("layout") ? ReadLayout(at.Inside("layout")) : null,
        };
        if (card.Feet != FeetPlan.BothTogether && card.Pattern.Feet != Feet.Right)
            throw at.Wrong($"'{card.Name}' is worked one foot at a time: write its pattern for the right foot.");
        if (card.MeasuredBy == MeasuredBy.CourseTime && card.Layout is null)
            throw at.Wrong($"'{card.Name}' is timed on a course: its layout is missing.");
        at.NothingElse();
        return card;
    }

    private static string ReadId(YamlPlace at)
    {
        var id = at.Text("id");
        return id.All(c => c is (>= 'a' and <= 'z') or (>= '0' and <= '9') or '-')
            ? id
            : throw at.Inside("id").Wrong($"'{id}' is no id: lower-case letters, digits and hyphens only.");
    }

    private static Pattern ReadPattern(YamlPlace at)
    {
        var touches = at.Items("pattern").Select(item =>
        {
            try
            {
                return PatternReader.ReadTouch(item.Scalar());
            }
            catch (FormatException wrong)
            {
                throw item.Wrong(wrong.Message);
            }
        }).ToList();
        return touches.Count > 0 ? new Pattern(touches) : throw at.Inside("pattern").Wrong("a pattern has at least one touch.");
    }

    private static TempoRange ReadTempo(YamlPlace at)
    {
        const int most = Tempo.MostTouchesASecond * 60;
        var range = new TempoRange(new(at.Whole("slow", 1, most)), new(at.Whole("steady", 1, most)), new(at.Whole("fast", 1, most)));
        at.NothingElse();
        return range.Slow.TouchesAMinute < range.Steady.TouchesAMinute && range.Steady.TouchesAMinute < range.Fast.TouchesAMinute
            ? range
            : throw at.Wrong("tempo goes up from slow to steady to fast.");
    }

    private static ImmutableArray<string> ReadCues(YamlPlace at)
    {
        var cues = at.Items("cues").ToList();
        if (cues.Count is < 1 or > 3) throw at.Inside("cues").Wrong("a card has one to three cues.");
        foreach (var cue in cues)
        {
            if (cue.Scalar().Split(' ', StringSplitOptions.RemoveEmptyEntries).Length > WordsInACue)
                throw cue.Wrong($"'{cue.Scalar()}' is longer than {WordsInACue} words.");
        }
        return [.. cues.Select(cue => cue.Scalar())];
    }

    private static Fault ReadFault(YamlPlace at)
    {
        var fault = new Fault(at.Text("seen"), at.Text("fix"));
        at.NothingElse();
        return fault;
    }

    private static ImmutableDictionary<Level, Dose> ReadDoses(YamlPlace at, MeasuredBy measuredBy)
    {
        var doses = Enum.GetValues<Level>().ToImmutableDictionary(level => level, level => ReadDose(at.Inside(level.ToWords()), measuredBy));
        at.NothingElse();
        return doses;
    }

    private static Dose ReadDose(YamlPlace at, MeasuredBy measuredBy)
    {
        var rest = TimeSpan.FromSeconds(at.Whole("rest", 0, 300));
        Dose dose = measuredBy switch
        {
            MeasuredBy.TouchesInARound or MeasuredBy.CleanPasses =>
                new RoundsDose(at.Whole("rounds", 1, 12), TimeSpan.FromSeconds(at.Whole("work", 5, 300))) { Rest = rest },
            MeasuredBy.CleanReps => new RepsDose(at.Whole("reps", 1, 200), at.Whole("sets", 1, 12)) { Rest = rest },
            MeasuredBy.BestStreak => new TriesDose(at.Whole("tries", 1, 50)) { Rest = rest },
            _ => new RunsDose(at.Whole("runs", 1, 20)) { Rest = rest },
        };
        at.NothingElse();
        return dose;
    }

    private static Layout ReadLayout(YamlPlace at)
    {
        var markers = at.Items("markers").Select(marker =>
        {
            var spot = new Spot(marker.Inside("right").Metres(), marker.Inside("ahead").Metres());
            marker.NothingElse();
            return spot;
        });
        var layout = new Layout(at.Text("key"), at.Text("name"), [.. markers], at.Text("run"));
        at.NothingElse();
        return layout.Markers.IsEmpty ? throw at.Wrong("a layout has at least one marker.") : layout;
    }
}
